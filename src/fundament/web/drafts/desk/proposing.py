"""Proposals for a draft: worked out, taken, dismissed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from contextlib import AbstractContextManager
from dataclasses import dataclass, field
from typing import Any

from fundament.core.documents.changing import blocks_of
from fundament.core.documents.schema import plain_text
from fundament.core.edits.proposals.build import Asked, asked, finish, joint_gain, ready
from fundament.core.edits.proposals.model import Proposal, Wording
from fundament.core.edits.proposals.rewriting import passage_of, phrases_to_keep, rewritten
from fundament.core.edits.proposals.trial import Trial
from fundament.core.message import Message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.providers.errors import ProviderError
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.desk import wording
from fundament.web.drafts.measuring.exemptions import exemptions_of
from fundament.web.drafts.measuring.measuring import Measured, measure_stored
from fundament.web.drafts.measuring.seeing import draft_to_measure
from fundament.web.drafts.measuring.stating import follow_statement, statements_on
from fundament.web.drafts.measuring.texts import text_of
from fundament.web.drafts.measuring.turns import alone
from fundament.web.drafts.models import Draft, SettledProposal, stamps
from fundament.web.drafts.text.saving import keep
from fundament.web.errands.models import Errand
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.studies.figures.asking import asked_of
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.templating import message_of
from fundament.web.typed import storable

MOST_AT_ONCE, MOST_KEY, MOST_TEXT = 40, 220, 20_000


MOST_TO_WRITE, MOST_EXAMPLES = 8, 2
DISMISS = verb("draft.dismiss", asks="draft.write", follow=follow_statement, touches=(SettledProposal,))
ACCEPT = verb("draft.accept", asks="draft.write", can_be_undone=False, touches=(SettledProposal,))  # the text has its own undo


@dataclass(frozen=True)
class ToWrite:
    """A missing term for the writer's own words. block, passage: where it suits best by meaning; examples: sentences of competitors with it."""

    key: str
    term: str
    block: str
    passage: str
    examples: tuple[str, ...]


@dataclass(frozen=True)
class Proposed:
    """proposals: the largest gain first. joint: what all of a kind gain together, by the key of their check, where there are several. problem: why none are worded, where that is so. is_worded: whether somebody words at all. asked: the errand that has terms worded, as long as it is under way."""

    draft: Draft
    measured: Measured
    proposals: tuple[Proposal, ...] = ()
    joint: dict[str, float] = field(default_factory=dict)
    problem: Message | None = None
    is_worded: bool = True
    to_write: tuple[ToWrite, ...] = ()
    asked: Errand | None = None


def proposals_for(actor: Actor, draft_id: int, errand: Errand | None = None) -> Proposed:
    """Work out what to propose for the text that is stored. errand: in which the assistant was asked before; what it has no answer for is asked anew, and nobody waits for it."""
    draft = draft_to_measure(actor, draft_id)
    person = actor.number
    measured = measure_stored(draft, person=person, with_items=False)
    compiled, reading, features = measured.compiled, measured.reading, measured.features
    if measured.score is None or compiled is None or reading is None or features is None:
        return Proposed(draft, measured)
    text = text_of(draft)
    trial = Trial(
        compiled,
        text.document,
        text.title_tag,
        text.meta_description,
        statements_on(draft),
        exemptions_of(draft.page_id, compiled),
        measured.score,
    )
    finished, questions = _finished(draft), _unanswered(draft, measured)
    wanted = asked(trial, measured.edits, finished)
    answers, problem, is_worded, under_way = _worded(actor, draft_id, wanted, errand)
    with alone(person, text.characters):
        own = ready(trial, reading, features, measured.edits, finished, questions)
        proposals = tuple(finish(trial, own, wanted, answers))
        joint = dict(_joint_gains(trial, proposals))
    return Proposed(draft, measured, proposals, joint, problem, is_worded, tuple(_to_write(wanted, proposals)), under_way)


def _joint_gains(trial: Trial, proposals: Sequence[Proposal]) -> Iterator[tuple[str, float]]:
    whole = Counter(one.check for one in proposals if not one.is_skeleton)
    for check, count in whole.items():
        if count > 1:
            yield check, joint_gain(trial, [one for one in proposals if one.check == check])


def _worded(
    actor: Actor, draft_id: int, wanted: Asked, errand: Errand | None
) -> tuple[list[list[Wording]], Message | None, bool, Errand | None]:
    """(wordings of each task, why there are none, whether anybody words here, the errand under way)."""
    if not wanted.tasks:
        return [], None, True, None
    try:
        helper = wording.assistant()
    except ProviderError as error:
        return [], error.message, True, None
    if helper is None or not helper.understands:
        return [], None, False, None
    found, problem = wording.worded(errand)
    if errand is None or (not errand.is_under_way and problem is None and not found.keys() >= set(wanted.tasks)):
        errand = wording.ask_for_words(actor, draft_id, wanted.tasks)
    return [found.get(task, []) for task in wanted.tasks], problem, True, errand if errand is not None and errand.is_under_way else None


def _to_write(wanted: Asked, proposals: Sequence[Proposal]) -> Iterator[ToWrite]:
    """The terms that nobody has worded, each with the passage it suits best by meaning and how the competitors say it."""
    worded = {proposal.subject_key for proposal in proposals}
    open_tasks = [task for task in wanted.tasks if task.key not in worded]
    for task in open_tasks[:MOST_TO_WRITE]:
        yield ToWrite(task.key, task.term, wanted.places[task.key][0], task.passages[0], task.examples[:MOST_EXAMPLES])


def _unanswered(draft: Draft, measured: Measured) -> list[str]:
    """The questions people ask that the text does not answer, those most competitors answer first."""
    if measured.compiled is None or measured.reading is None:
        return []
    found = asked_of(Study.objects.get(pk=draft.measured_by), measured.compiled, measured.reading)
    open_ones = [one for one in found if one.kind == "question" and one.ours is not None and one.ours.verdict == "absent"]
    return [one.text for one in sorted(open_ones, key=lambda one: -one.answered)]


def verdicts_of(draft: Draft) -> list[SettledProposal]:
    """What became of earlier proposals, the newest first. Each has `stands`: whether its text is in the draft."""
    rows = list(draft.settled_proposals.select_related("created_by"))
    text = " ".join(plain_text(draft.document).split())
    beside = f"{text}\n{draft.title_tag}\n{draft.meta_description}"
    for row in rows:
        row.stands = row.verdict != SettledProposal.DISMISSED and " ".join(row.after.split()) in beside
    return rows


def _finished(draft: Draft) -> frozenset[str]:
    """Keys of proposals that are not made again: dismissed, or taken and still there."""
    return frozenset(row.key for row in verdicts_of(draft) if row.verdict == SettledProposal.DISMISSED or row.stands)


def keep_verdicts(actor: Actor, draft_id: int, verdict: str, rows: list[dict[str, Any]]) -> int:
    """Write down that proposals were taken (the text has them already, or is about to be saved with them) or dismissed. rows: key, check, subject, before, after, gain of each.
    Before any is taken the text as it is stored is kept as a revision. Returns how many. Raises ApplicationError."""
    if verdict not in dict(SettledProposal.VERDICTS) or not 0 < len(rows) <= MOST_AT_ONCE:
        raise ApplicationError("error.proposal")
    draft = get_for(actor, "draft.write", Draft.objects.all(), pk=draft_id)
    made = [_row(draft, actor, verdict, row) for row in rows]
    name = made[0].subject if len(made) == 1 else ""
    with recorded(actor, DISMISS if verdict == SettledProposal.DISMISSED else ACCEPT, draft, name=name, count=len(made)) as recording:
        if verdict != SettledProposal.DISMISSED:
            keep(actor, draft, text_of(draft), "proposal")
        before = list(draft.settled_proposals.filter(key__in=[row.key for row in made]))
        recording.taken_away(before)
        draft.settled_proposals.filter(pk__in=[row.pk for row in before]).delete()
        for row in made:
            row.save()
            recording.made(row)
    return len(made)


def _row(draft: Draft, actor: Actor, verdict: str, row: dict[str, Any]) -> SettledProposal:
    key, gain = row.get("key"), row.get("gain")
    texts = [row.get(name, "") for name in ("check", "subject", "before", "after")]
    if (
        not isinstance(key, str)
        or not 0 < len(key) <= MOST_KEY
        or not all(isinstance(text, str) and len(text) <= MOST_TEXT for text in texts)
    ):
        raise ApplicationError("error.proposal")
    check, subject, before, after = (storable(text) for text in texts)
    points = float(gain) if isinstance(gain, int | float) and not isinstance(gain, bool) and -100 <= gain <= 100 else 0.0
    return SettledProposal(
        draft=draft, key=storable(key), check_id=check[:40], subject=subject[:200], before=before, after=after, gain=points, verdict=verdict,
        created_by=actor.person,
    )  # fmt: skip


@dataclass(frozen=True)
class Passage:
    """A passage of the stored text that is to be said otherwise. node: its block's. start, end: by characters of the block's text."""

    draft: Draft
    compiled: CompiledYardstick
    node: dict[str, Any]
    text: str
    start: int
    end: int


def ask_for_rewrite(actor: Actor, draft_id: int, kind: str, block: str, start: int, end: int) -> Errand:
    """Have a passage of the stored text said otherwise, by characters of a block's text. Raises CoreError, ProviderError, ApplicationError."""
    passage = _passage(actor, draft_id, kind, block, start, end)
    with _alone(actor, passage.draft):
        kept = phrases_to_keep(passage.text, _trial(passage.draft, passage.compiled))
    return wording.ask_for_rewrite(actor, kind, passage.text, kept, passage.compiled.language)


def rewritten_as(actor: Actor, draft_id: int, kind: str, block: str, start: int, end: int, answer: Errand) -> Proposal:
    """What came of it, as a proposal. Raises CoreError, ProviderError, ApplicationError, where the passage was changed meanwhile too."""
    if answer.problem is not None:
        problem = message_of(answer.problem)
        raise ApplicationError(problem.code, **problem.values)
    passage = _passage(actor, draft_id, kind, block, start, end)
    if passage.text != answer.arguments["passage"] or not answer.result:
        raise ApplicationError("error.passage_changed")
    with _alone(actor, passage.draft):
        return rewritten(_trial(passage.draft, passage.compiled), passage.node, passage.start, passage.end, answer.result["text"], kind)


def _passage(actor: Actor, draft_id: int, kind: str, block: str, start: int, end: int) -> Passage:
    draft = get_for(actor, "draft.write", Draft.objects.annotate(**stamps()), pk=draft_id)
    helper = wording.assistant()
    if helper is None or kind not in helper.rewrites:
        raise ApplicationError("error.rewrite_kind")
    compiled = compiled_of(draft.measured_by, draft.figures_stamp)
    if compiled is None:
        raise ApplicationError("draft.no_competitor")
    node = blocks_of(draft.document).get(block)
    whole, start, end = passage_of(node, start, end)
    return Passage(draft, compiled, node or {}, whole[start:end], start, end)


def _trial(draft: Draft, compiled: CompiledYardstick) -> Trial:
    text = text_of(draft)
    return Trial(
        compiled, text.document, text.title_tag, text.meta_description, statements_on(draft), exemptions_of(draft.page_id, compiled)
    )


def _alone(actor: Actor, draft: Draft) -> AbstractContextManager[None]:
    return alone(actor.number, text_of(draft).characters)
