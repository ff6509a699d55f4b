"""The yardstick of a study as this process holds it, ready for scoring: found by the stamp of the study's figures, bounded by bytes."""

from __future__ import annotations

import threading
from collections import defaultdict
from dataclasses import dataclass
from uuid import UUID

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.consensus.keys import Keys
from fundament.core.errors import StoredValueError
from fundament.core.kept import Kept
from fundament.core.scoring.block_features import KeptBlocks
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.web.studies.models import CurrentConsensus, Decision, Study
from fundament.web.studies.services.figures import load_consensus

MOST_BYTES = 60_000_000  # of all yardsticks of a process, by estimate
MOST_BYTES_OF_BLOCKS = 60_000_000  # of the blocks measured with them: those of a hundred drafts of 3,000 words, with their edits


@dataclass(frozen=True)
class DecidedThings:
    """A study's decisions as they work now. by_key: those that have their subject, by its key. lost: those whose subject is gone. contested: those that
    meet in one subject and differ; it stays as proposed."""

    by_key: dict[str, CoreDecision]
    lost: list[Decision]
    contested: list[Decision]


def decided_of(decisions: list[Decision], current: CurrentConsensus) -> DecidedThings:
    """Which decisions work, through what has joined."""
    here = {key for kind in current.keys.values() for key in kind}
    on: dict[str, list[Decision]] = {}
    lost = []
    for decision in decisions:
        key = current.joined.get(decision.key, decision.key)
        if key in here:
            on.setdefault(key, []).append(decision)
        else:
            lost.append(decision)
    by_key, contested = {}, []
    for key, found in on.items():
        ways = {(d.action, d.low, d.high) for d in found}
        if len(ways) > 1:
            contested += found
            continue
        action, low, high = ways.pop()
        by_key[key] = CoreDecision(action, (low, high) if low is not None and high is not None else None)
    return DecidedThings(by_key, lost, contested)


_yardsticks: Kept[int, tuple[UUID, CompiledYardstick]] = Kept(MOST_BYTES)  # by study, with the stamp of its figures
_blocks: KeptBlocks = KeptBlocks(MOST_BYTES_OF_BLOCKS)
_making: defaultdict[int, threading.Lock] = defaultdict(threading.Lock)  # one at a time makes a study's yardstick; the others wait for it


def forget_all() -> None:
    """Let go of all yardsticks and blocks of this process."""
    _yardsticks.clear()
    _blocks.clear()


def _known(study_id: int, stamp: UUID) -> CompiledYardstick | None:
    known = _yardsticks.get(study_id)
    return known[1] if known is not None and known[0] == stamp else None


def stamp_of(study_id: int) -> UUID | None:
    """The stamp of a study's figures; None when there is no competitor."""
    return CurrentConsensus.objects.filter(study_id=study_id, consensus__isnull=False).values_list("stamp", flat=True).first()


def compiled_of(study_id: int, stamp: UUID | None = None) -> CompiledYardstick | None:
    """The study's yardstick ready for scoring, from this process's memory when it is the newest; None when no competitor is chosen, or when what is stored
    has to be made anew.

    stamp: of its figures, where whoever asks has read it already.
    """
    stamp = stamp or stamp_of(study_id)
    if stamp is None:
        return None
    known = _known(study_id, stamp)
    if known is not None:
        return known
    with _making[study_id]:
        known = _known(study_id, stamp)
        if known is not None:
            return known
        current = CurrentConsensus.objects.select_related("consensus").filter(study_id=study_id).first()
        if current is None or current.consensus is None:
            return None
        planned = Study.objects.filter(pk=study_id).values_list("planned_words", flat=True).get()
        decided = decided_of(list(Decision.objects.filter(study_id=study_id)), current)
        try:
            consensus = load_consensus(current.consensus)
        except StoredValueError:
            return None
        keys = Keys(*(tuple(current.keys[kind]) for kind in ("terms", "entities", "subtopics")))
        compiled = CompiledYardstick(decide(consensus, keys, Decisions(planned, decided.by_key)), _blocks)
        _yardsticks.keep(study_id, (current.stamp, compiled), compiled.bytes)
        return compiled
