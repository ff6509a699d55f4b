"""A study's screens about what the competitors have in common, as they all begin."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from django.http import HttpRequest
from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import Yardstick
from fundament.messages import label
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import Actor, can
from fundament.web.errors import NotFoundError
from fundament.web.studies.decisions.deciding import decisions_stamp
from fundament.web.studies.decisions.ways import SCREENS, WAYS
from fundament.web.studies.figures.seeing import decision_on, figures_of, study_for
from fundament.web.studies.models import Study
from fundament.web.tables import Column


@dataclass(frozen=True)
class Opened:
    """A study with its yardstick, where there is one, and what every template of it needs."""

    actor: Actor
    study: Study
    compiled: CompiledYardstick | None
    context: dict[str, Any]

    @property
    def yardstick(self) -> Yardstick | None:
        """What the competitors have in common, with the decisions."""
        return self.compiled.yardstick if self.compiled else None

    def thing(self, kind: str, key: str) -> tuple[CompiledYardstick, Any]:
        """One of the yardstick's terms, entities or subtopics, with the yardstick. Raises NotFoundError."""
        found = next((thing for thing in getattr(self.yardstick, kind, ()) if thing.key == key), None)
        if self.compiled is None or found is None:
            raise NotFoundError("error.not_found")
        self.context.update({"kind": kind, "key": key, "decision": decision_on(self.study, key), "ways": WAYS[kind]})
        return self.compiled, found


def opened(request: HttpRequest, study_id: int, tab: str, kind: str = "") -> Opened:
    """kind: of what can be decided on this screen."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    compiled = figures_of(study)
    context = {
        "study": study, "tab": tab, "yardstick": compiled.yardstick if compiled else None, "may_decide": can(actor, "study.decide"),
        "kind": kind, "ways": WAYS.get(kind, ()), "seen": decisions_stamp(study) if kind or tab in SCREENS.values() else "",
    }  # fmt: skip
    return Opened(actor, study, compiled, context)


_ANY_KEY = "any-key"


@lru_cache(maxsize=500)
def _address_of(name: str, study_id: int) -> str:
    """Worked out once for all rows of a table."""
    return reverse(name, args=[study_id, _ANY_KEY])


def opener(address: str, study: Study, key: str, name: str, more: str = "") -> SafeString:
    """The name of a thing in its row: opens what stands behind it beside the table."""
    return format_html(
        '<button class="btn btn-link p-0 term-button" id="open-{}" data-opens hx-get="{}" hx-target="#drawer" hx-sync="#drawer:replace">{}</button>{}',
        key, _address_of(address, study.pk).replace(_ANY_KEY, key), name, format_html(' <span class="muted">{}</span>', more) if more else "",
    )  # fmt: skip


def decision_column(decided: Mapping[str, CoreDecision]) -> Column:
    """What was decided on the thing of a row."""

    def shown(thing: Any) -> str:
        return label(f"decided.{decided[thing.key].action}") if thing.key in decided else ""

    return Column("decision", shown, number=False, wraps=False)
