"""All proposals for a text, those with the largest gain first.

`asked` is what somebody else is to word, who may be far away and slow; what needs nobody's wording is worked out meanwhile (`ready`), and `finish` judges the answers.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from fundament.core.documents.changing import AFTER, BEFORE, CONTENT, blocks_of
from fundament.core.edits.model import Edit
from fundament.core.edits.proposals.asked import question_block
from fundament.core.edits.proposals.judging import LEAST_GAIN, judged
from fundament.core.edits.proposals.model import Proposal, Wording, WritingTask
from fundament.core.edits.proposals.own import own_proposals
from fundament.core.edits.proposals.tasks import writing_tasks
from fundament.core.edits.proposals.trial import Trial
from fundament.core.edits.proposals.written import Written
from fundament.core.reading.model import Reading
from fundament.core.scoring.measured.features import DraftFeatures

MOST = 20
WORDED = "use_term"


@dataclass(frozen=True)
class Asked:
    """What is to be worded: the tasks, and the ids of the passages of each by its key."""

    tasks: tuple[WritingTask, ...] = ()
    places: Mapping[str, tuple[str, ...]] = field(default_factory=dict)


def asked(trial: Trial, edits: Sequence[Edit], finished: frozenset[str] = frozenset()) -> Asked:
    """What is to be worded for a text. edits: of the trial's text. finished: keys of proposals that were taken or dismissed."""
    taken = frozenset(key.partition(":")[2] for key in finished if key.startswith(f"{WORDED}:"))
    tasks, places = writing_tasks(trial.document, trial.compiled, edits, taken=taken)
    return Asked(tuple(tasks), places)


def ready(
    trial: Trial,
    reading: Reading,
    features: DraftFeatures,
    edits: Sequence[Edit],
    finished: frozenset[str] = frozenset(),
    questions: Sequence[str] = (),
) -> tuple[Proposal, ...]:
    """The proposals that need nobody's wording. reading, features, edits: of the trial's text. finished: as above. questions: those that people ask and the text does not answer."""
    busy: set[str] = set()
    found: list[Proposal] = []
    for proposal in own_proposals(Written(trial.document, reading, trial.compiled, features, edits)):
        if proposal.key in finished or (proposal.block and proposal.block in busy):
            continue
        if proposal.counts:
            gain, by_part, denied = trial.gain(proposal.operations)
            if gain < LEAST_GAIN or denied > 0:
                continue
            proposal = replace(proposal, gain=gain, by_part=by_part)
        found.append(proposal)
        busy |= _touched(proposal)
    block = question_block(trial.document, trial.compiled, edits, questions)
    if block is not None and block.key not in finished:
        gain, by_part, _ = trial.gain(block.operations)
        found.append(replace(block, gain=gain, by_part=by_part))
    return tuple(found)


def _touched(proposal: Proposal) -> set[str]:
    return {operation.block for operation in proposal.operations if operation.kind in (CONTENT, BEFORE, AFTER)}


def finish(trial: Trial, own: Sequence[Proposal], wanted: Asked, answers: Sequence[Sequence[Wording]], most: int = MOST) -> list[Proposal]:
    """At most so many proposals, none of which touches the paragraph of another. own: from `ready`. answers: wordings for each task."""
    nodes = blocks_of(trial.document)
    busy = {block for proposal in own if not proposal.is_skeleton for block in _touched(proposal)}
    frames = set[int]()
    found = list(own)
    for task, wordings in zip(wanted.tasks, answers, strict=False):
        if len(found) - len(own) >= most:
            break
        proposal = judged(task, wordings, wanted.places[task.key], nodes, trial, frames, busy)
        if proposal is not None:
            found.append(proposal)
    return sorted(found, key=lambda proposal: (proposal.is_skeleton, -proposal.gain, proposal.key))[:most]


def joint_gain(trial: Trial, proposals: Sequence[Proposal]) -> float:
    """What several proposals gain together, in points of 100; gains do not add. What has still to be filled is left out."""
    return trial.gain([operation for proposal in proposals if not proposal.is_skeleton for operation in proposal.operations])[0]
