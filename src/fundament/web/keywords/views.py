"""Keyword lists: their phrases, sorted and filtered, and what is done with them."""

from __future__ import annotations

from typing import Any
from urllib.parse import urlencode

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET, require_POST

from fundament.core.yardstick.secondary_keywords import MOST
from fundament.messages import words
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask, can
from fundament.web.bodies import takes_bodies_of
from fundament.web.drawings.months import months_strip
from fundament.web.errors import ApplicationError
from fundament.web.history.services.undo import last_to_undo
from fundament.web.imports.services import taking
from fundament.web.keywords.models import Keyword, KeywordList
from fundament.web.keywords.services import catalogue
from fundament.web.keywords.services import lists as services
from fundament.web.keywords.services.seeing import Filter, keywords_of, summary_of
from fundament.web.query_tables import query_table_of
from fundament.web.sites.services.answers import address_of
from fundament.web.studies.models import COUNTRIES, LANGUAGES
from fundament.web.tables import Column, exported
from fundament.web.typed import numbers_typed, ticked, typed

PASTED_BYTES = 2_000_000
MOST_CHOSEN = 500
FIELDS = {
    "phrase": "key", "words_in": "words", "volume": "volume", "difficulty": "difficulty", "cost": "cost", "competition": "competition", "intent": "intent",
    "order": "place",
}  # fmt: skip


def _phrase(row: Keyword) -> SafeString:
    asked = format_html(' <span class="muted">{}</span>', words("keyword_list.question")) if row.is_question else SafeString("")
    return format_html(
        '<label><input type="checkbox" name="keyword" value="{}" data-line="{}"> {}</label>{}', row.pk, row.phrase, row.phrase, asked
    )


def _shown(value: float | None, pattern: str = "{:,.0f}") -> str:
    return "–" if value is None else pattern.format(value)


COLUMNS = (
    Column("phrase", lambda k: k.phrase, _phrase, {"keyword": lambda k: k.phrase}, number=False, heads_row=True),
    Column("words_in", lambda k: k.words),
    Column("volume", lambda k: k.volume, lambda k: _shown(k.volume)),
    Column("by_month", lambda k: k.months, lambda k: months_strip(k.months), {"months": lambda k: "; ".join(f"{m}: {v:g}" for m, v in sorted(k.months.items()))},
           number=False, sorts=False),
    Column("difficulty", lambda k: k.difficulty, lambda k: _shown(k.difficulty)),
    Column("cost", lambda k: k.cost, lambda k: _shown(k.cost, "{:.2f}")),
    Column("competition", lambda k: k.competition, lambda k: _shown(k.competition, "{:.2f}")),
    Column("intent", lambda k: k.intent, number=False),
    Column("question", lambda k: k.is_question, shown=False),
)  # fmt: skip


@require_GET
def lists(request: HttpRequest) -> HttpResponse:
    """All lists."""
    actor = actor_of(request)
    archived = request.GET.get("archived") == "1"
    rows = list(services.lists_for(actor, archived=archived)[:200])
    context = {
        "section": "keywords", "lists": [(row, summary_of(row)) for row in rows], "archived": archived,
        "may_change": can(actor, "keywords.change"), "countries": COUNTRIES, "languages": LANGUAGES,
        "has_catalogue": bool(address_of("keywords")),
    }  # fmt: skip
    return render(request, "keywords/lists.html", context)


@takes_bodies_of(PASTED_BYTES)
@require_POST
def new_list(request: HttpRequest) -> HttpResponse:
    """Make a list, with the phrases that were typed or pasted. What is pasted as a table is looked at first."""
    actor = actor_of(request)
    pasted = typed(request, "phrases")
    if _is_table(pasted):
        return redirect(
            "import",
            taking.offer(
                actor, "keywords", pasted.encode("utf-8", errors="replace"), typed(request, "name") or words("keyword_lists.pasted")
            ).pk,
        )
    made = services.create_list(
        actor,
        typed(request, "name"),
        country=_of(COUNTRIES, typed(request, "country")),
        language=_of(LANGUAGES, typed(request, "language")),
    )
    if pasted.strip():
        services.add_phrases(actor, made.pk, pasted)
    return redirect("keyword-list", made.pk)


@require_POST
def from_catalogue(request: HttpRequest) -> HttpResponse:
    """Make a list of what the catalogue knows around a phrase, or of what a site ranks for."""
    country, language = _of(COUNTRIES, typed(request, "country")), _of(LANGUAGES, typed(request, "language"))
    made = catalogue.ask_catalogue(actor_of(request), typed(request, "seed"), country=country or "gb", language=language or "en")
    return redirect("keyword-list", made.pk)


@require_POST
def ask_again(request: HttpRequest, list_id: int) -> HttpResponse:
    """Ask the catalogue once more."""
    catalogue.ask_again(actor_of(request), list_id)
    return redirect("keyword-list", list_id)


def _is_table(pasted: str) -> bool:
    lines = [line for line in pasted.splitlines() if line.strip()][:20]
    return len(lines) > 1 and sum("\t" in line for line in lines) >= 0.8 * len(lines)


def _of(choices: Any, value: str) -> str:
    return value if value in dict(choices) else ""


@require_GET
def keyword_list(request: HttpRequest, list_id: int) -> HttpResponse:
    """The phrases of a list, as the address asks."""
    actor = actor_of(request)
    row = services.list_for(actor, list_id)
    wanted = Filter.of(request.GET)
    summary = summary_of(row)
    table = query_table_of(
        request, wanted.apply(keywords_of(row)), COLUMNS, FIELDS, first="-volume" if summary["volume"] else "order", searched="phrase",
        total=int(summary["count"]), kept=wanted.given,
    )  # fmt: skip
    file = exported(request, table, f"keywords-{row.pk}")
    if file is not None:
        return file
    context = {
        "section": "keywords", "list": row, "table": table, "summary": summary, "filter": wanted, "may_change": can(actor, "keywords.change"),
        "may_open": can(actor, "study.open"), "undo": last_to_undo(actor, f"keywordlist:{row.pk}"),
    }  # fmt: skip
    return render(request, "keywords/list.html", context)


@takes_bodies_of(PASTED_BYTES)
@require_POST
def add(request: HttpRequest, list_id: int) -> HttpResponse:
    """Put phrases on the list."""
    actor = actor_of(request)
    pasted = typed(request, "phrases")
    if _is_table(pasted):
        row = taking.offer(
            actor, "keywords", pasted.encode("utf-8", errors="replace"), words("keyword_lists.pasted"), {"list": str(list_id)}
        )
        return redirect("import", row.pk)
    added, there = services.add_phrases(actor, list_id, pasted)
    if not added and not there:
        raise ApplicationError("error.no_phrases")
    messages.info(request, words("keyword_list.added_but_there" if there else "keyword_list.added", added=added, there=there))
    return redirect("keyword-list", list_id)


@require_POST
def with_chosen(request: HttpRequest, list_id: int) -> HttpResponse:
    """Do something with the keywords that are ticked: open a study, make a list of them, or take them off."""
    actor = actor_of(request)
    row = services.list_for(actor, list_id, "keywords.change")
    numbers = numbers_typed(request, "keyword", MOST_CHOSEN)
    chosen = {k.pk: k for k in keywords_of(row).filter(pk__in=numbers)}
    phrases = [chosen[number].phrase for number in numbers if number in chosen]
    if not phrases:
        raise ApplicationError("error.nothing_ticked")
    action = typed(request, "action")
    if action == "study":
        ask(actor, "study.open")
        query = {"keyword": phrases[0], "secondary": "\n".join(phrases[1 : MOST + 1]), "country": row.country, "language": row.language}
        return redirect(f"{reverse('new-study')}?{urlencode({k: v for k, v in query.items() if v})}")
    if action == "list":
        made = services.copy_to_new(
            actor, row.pk, list(chosen), typed(request, "name") or words("keyword_list.from_list", name=row.name)[:200]
        )
        return redirect("keyword-list", made.pk)
    if action == "remove":
        count = services.remove(actor, row.pk, list(chosen))
        messages.info(request, words("keyword_list.taken_off", count=count))
        return redirect(f"{reverse('keyword-list', args=[row.pk])}?{typed(request, 'query')}")
    raise ApplicationError("error.no_such_action")


@require_POST
def rename(request: HttpRequest, list_id: int) -> HttpResponse:
    """Call the list something else."""
    services.rename(actor_of(request), list_id, typed(request, "name"))
    return redirect("keyword-list", list_id)


@require_POST
def archive(request: HttpRequest, list_id: int) -> HttpResponse:
    """Put the list away, or take it back."""
    away = ticked(request, "away")
    row: KeywordList = services.archive(actor_of(request), list_id, away=away)
    return redirect("keyword-lists") if away else redirect("keyword-list", row.pk)
