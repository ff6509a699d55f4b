"""Statements of a person about a draft: there already, covered or not, ours, not for this page."""

from __future__ import annotations

import hashlib

from fundament.core.scoring.parts import PART
from fundament.core.scoring.statements import COUNTABLE, NO_STATEMENTS, Statements, statements_together
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.models import Draft, Statement
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.studies.signals import figures_changed
from fundament.web.typed import storable

MOST_STATEMENTS, MOST_COUNT, MOST_TEXT = 300, 500, 20_000


def statements_on(draft: Draft) -> Statements:
    """What people said of a draft, as the core takes it. One query, and none where nothing was said of a draft that was read with `stamps`."""
    if not getattr(draft, "has_statements", True):
        return NO_STATEMENTS
    return statements_together(Statement.objects.filter(draft_id=draft.pk))


def statements_of(draft: Draft) -> list[Statement]:
    """What was said of a draft, the newest first, with who said it."""
    if not getattr(draft, "has_statements", True):
        return []
    return list(Statement.objects.filter(draft_id=draft.pk).select_related("created_by"))


def state(actor: Actor, draft_id: int, kind: str, target: str, *, name: str = "", count: int = 0, text: str = "") -> Statement:
    """Say something of a draft; what was said of the same target before goes. text: of the block it hangs on, or of what is there already. Raises ApplicationError."""
    if kind not in dict(Statement.KINDS):
        raise ApplicationError("error.statement")
    target, text = storable(target).strip(), storable(text).strip()
    if kind in Statement.OF_PASSAGES or (kind == "there" and target not in COUNTABLE):
        if not text or len(text) > MOST_TEXT:
            raise ApplicationError("error.statement_text", most=MOST_TEXT)
        target = hashlib.sha256(text.encode("utf-8", errors="replace")).hexdigest()[:40]
    elif kind == "there" and not 0 < count <= MOST_COUNT:
        raise ApplicationError("error.statement_count", most=MOST_COUNT)
    elif kind != "there" and (target.partition(":")[0] not in PART or len(target) > 200 or (kind in Statement.SETTLING and not text)):
        raise ApplicationError("error.statement")
    draft = get_for(actor, "draft.write", Draft.objects.defer("document"), pk=draft_id)
    kinds = Statement.SETTLING if kind in Statement.SETTLING else (kind,)
    before = list(draft.statements.filter(kind__in=kinds, target=target))
    if not before and draft.statements.count() >= MOST_STATEMENTS:
        raise ApplicationError("error.statements_many", most=MOST_STATEMENTS)
    with recorded(actor, STATE, draft, name=(name or text)[:60], kind=kind) as recording:
        recording.taken_away(before)
        draft.statements.filter(pk__in=[row.pk for row in before]).delete()
        made = draft.statements.create(kind=kind, target=target, name=name[:200], count=count, text=text, created_by=actor.person)
        recording.made(made)
    return made


def take_back(actor: Actor, draft_id: int, statement_id: int) -> None:
    """Take back what was said. Raises NotFoundError."""
    draft = get_for(actor, "draft.write", Draft.objects.defer("document"), pk=draft_id)
    row = draft.statements.filter(pk=statement_id).first()
    if row is None:
        raise NotFoundError("error.not_found")
    with recorded(actor, UNSTATE, draft, name=(row.name or row.text)[:60], kind=row.kind) as recording:
        recording.taken_away([row])
        row.delete()


def follow_statement(draft_id: int) -> None:
    """Something was said of a draft, or taken back: whoever has it open is told, and its score for lists is noted anew."""
    draft = Draft.objects.only("workspace_id", "study_id", "measured_study_id").get(pk=draft_id)
    announce(draft.workspace_id, f"draft:{draft_id}", what="said")
    figures_changed.send(sender=Draft, study_id=draft.measured_by)


STATE = verb("draft.state", asks="draft.write", follow=follow_statement, touches=(Statement,))
UNSTATE = verb("draft.unstate", asks="draft.write", follow=follow_statement, touches=(Statement,))
