"""The yardstick of a study as this process holds it, ready for scoring: found by the stamp of the study's figures, bounded by bytes."""

from __future__ import annotations

import hashlib
import json
import threading
from collections import defaultdict
from typing import NamedTuple
from uuid import UUID

from fundament.core.consensus.decide import Decisions, aims_by_length, decide, without_taken
from fundament.core.consensus.keys import Keys
from fundament.core.consensus.known_things import KINDS, DecidedThings, decided_among
from fundament.core.consensus.naming import renamed
from fundament.core.errors import StoredValueError
from fundament.core.kept import Kept
from fundament.core.scoring.aim import Aim
from fundament.core.scoring.compiled import CompiledYardstick, copies_of
from fundament.core.scoring.guards.copies import Copies
from fundament.core.scoring.guards.taken import Taken
from fundament.core.scoring.leave_one_out import Ground, ground_of
from fundament.core.scoring.measured.block_features import KeptBlocks
from fundament.core.yardstick.model import Consensus, Yardstick
from fundament.core.yardstick.secondary_keywords import secondary_key
from fundament.web.studies.figures.making import chosen_of, compared_pages, load_consensus, loaded
from fundament.web.studies.models import Consensus as StoredConsensus
from fundament.web.studies.models import CurrentConsensus, Decision, Identity, SecondaryKeyword, Study

MOST_BYTES = 60_000_000  # of all yardsticks of a process, by estimate
MOST_BYTES_OF_PROPOSED, BYTES_OF_YARDSTICK = 20_000_000, 1_000_000  # a yardstick without its features, by estimate
MOST_BYTES_OF_GROUNDS = 24_000_000
LENGTHS, BYTES_OF_AIMS = (0.5, 0.65, 0.8, 1.0, 1.25, 1.6, 2.0), 2_000  # of the usual length
MOST_BYTES_OF_BLOCKS = 60_000_000  # of the blocks measured with them: those of a hundred drafts of 3,000 words, with their edits


def decided_of(decisions: list[Decision], current: CurrentConsensus) -> DecidedThings[Decision]:
    """Which decisions work, through what has joined. Those on secondary keywords work while the study has the phrase."""
    here = {key for kind in current.used_keys.values() for key in kind}
    if any(decision.kind == "secondary" for decision in decisions):
        here |= {
            secondary_key(phrase) for phrase in SecondaryKeyword.objects.filter(study_id=current.study_id).values_list("phrase", flat=True)
        }
    here |= {decision.key for decision in decisions if decision.kind == "statements"}  # they count nothing, and wait for their sentences
    return decided_among(decisions, here, current.joined)


class Standpoint(NamedTuple):
    """A consensus as this process holds it, with what no decision on it changes."""

    consensus: Consensus
    ground: Ground
    copies: Copies


_yardsticks: Kept[int, tuple[UUID, CompiledYardstick]] = Kept(MOST_BYTES)  # by study, with the stamp of its figures
_proposed: Kept[int, tuple[tuple[str, int, Keys], Yardstick]] = Kept(MOST_BYTES_OF_PROPOSED)  # by study, with what it was made of
_grounds: Kept[tuple[str, int], Standpoint] = Kept(MOST_BYTES_OF_GROUNDS)  # by the consensus' hash and the planned length
# by the number of the compiled yardstick and what was taken
_without: Kept[tuple[int, tuple[tuple[int, tuple[str, ...]], ...]], Yardstick] = Kept(MOST_BYTES_OF_PROPOSED)
_aims: Kept[int, tuple[UUID, list[tuple[int, Aim]]]] = Kept(1_000_000)
_blocks: KeptBlocks = KeptBlocks(MOST_BYTES_OF_BLOCKS)
_making: defaultdict[int, threading.Lock] = defaultdict(threading.Lock)  # one at a time makes a study's yardstick; the others wait for it


def _keys(stored: dict[str, list[str]]) -> Keys:
    return Keys(*(tuple(stored[kind]) for kind in KINDS))


def standpoint_of(stored: StoredConsensus, planned: int) -> Standpoint:
    """What all decisions on a stored consensus stand on at a planned length; kept, so that a decision costs no more than what it moves. Raises StoredValueError."""
    key = stored.hash, planned
    known = _grounds.get(key)
    if known is not None:
        return known
    consensus = load_consensus(stored)
    made = Standpoint(consensus, ground_of(consensus, planned), copies_of(consensus.pages, consensus.language))
    _grounds.keep(key, made, made.ground.bytes + made.copies.bytes)
    return made


def proposed_of(current: CurrentConsensus, planned: int) -> Yardstick | None:
    """The yardstick of a study as it was proposed, before anybody added or decided anything. Kept, for every decision is compared with it."""
    if current.consensus is None:
        return None
    keys = _keys(current.keys)
    made_of = current.consensus.hash, planned, keys
    known = _proposed.get(current.study_id)
    if known is not None and known[0] == made_of:
        return known[1]
    stand = standpoint_of(current.consensus, planned)
    made = decide(stand.consensus, keys, Decisions(planned), ground=stand.ground)
    _proposed.keep(current.study_id, (made_of, made), BYTES_OF_YARDSTICK)
    return made


def aims_of(study_id: int) -> list[tuple[int, Aim]]:
    """The aim of a study by planned length, from half the usual length to twice it; empty where there is no aim. Kept until the figures change."""
    compiled = compiled_of(study_id)
    current = CurrentConsensus.objects.select_related("consensus", "extended").filter(study_id=study_id).first()
    if compiled is None or current is None or current.used is None or not compiled.yardstick.aim:
        return []
    known = _aims.get(study_id)
    if known is not None and known[0] == current.stamp:
        return known[1]
    usual = compiled.yardstick.structure["words"].median
    lengths = sorted({max(100, round(share * usual, -2)) for share in LENGTHS})
    decided = decided_of(list(Decision.objects.filter(study_id=study_id)), current)
    found = aims_by_length(load_consensus(current.used), [int(n) for n in lengths], _keys(current.used_keys), Decisions(0, decided.by_key))
    _aims.keep(study_id, (current.stamp, found), BYTES_OF_AIMS)
    return found


def decisions_hash(decided: DecidedThings[Decision], current: CurrentConsensus) -> str:
    """A hash of what was decided and added, as an editor confirms it."""
    ways = sorted((key, decision.action, decision.uses) for key, decision in decided.by_key.items())
    return hashlib.sha256(json.dumps([ways, current.extended.hash if current.extended else ""]).encode()).hexdigest()


def _given(study_id: int) -> tuple[dict[str, str], dict[str, str]]:
    """The names and kinds that people gave, by key."""
    given = Identity.objects.filter(study_id=study_id).exclude(given_name="", given_kind="").values_list("key", "given_name", "given_kind")
    return {key: name for key, name, _ in given if name}, {key: kind for key, _, kind in given if kind}


def forget_all() -> None:
    """Let go of all yardsticks and blocks of this process."""
    _yardsticks.clear()
    _proposed.clear()
    _without.clear()
    _aims.clear()
    _grounds.clear()
    loaded.clear()
    _blocks.clear()


def _known(study_id: int, stamp: UUID) -> CompiledYardstick | None:
    known = _yardsticks.get(study_id)
    return known[1] if known is not None and known[0] == stamp else None


def figures_stamp(study_id: int) -> UUID | None:
    """The stamp of a study's figures; None when there is no competitor."""
    return CurrentConsensus.objects.filter(study_id=study_id, consensus__isnull=False).values_list("stamp", flat=True).first()


def compiled_of(study_id: int, stamp: UUID | None = None) -> CompiledYardstick | None:
    """The study's yardstick ready for scoring, from this process's memory when it is the newest; None when no competitor is chosen, or when what is stored
    has to be made anew.

    stamp: of its figures, where whoever asks has read it already.
    """
    stamp = stamp or figures_stamp(study_id)
    if stamp is None:
        return None
    known = _known(study_id, stamp)
    if known is not None:
        return known
    with _making[study_id]:
        known = _known(study_id, stamp)
        if known is not None:
            return known
        current = CurrentConsensus.objects.select_related("consensus", "extended").filter(study_id=study_id).first()
        if current is None or current.used is None:
            return None
        decisions = _decisions_on(current)
        planned = decisions.planned_words
        try:
            stand = standpoint_of(current.used, planned)
            proposed = proposed_of(current, planned) if decisions.by_key or current.extended_id else None
        except StoredValueError:
            return None
        named = renamed(
            decide(stand.consensus, _keys(current.used_keys), decisions, proposed=proposed, ground=stand.ground), *_given(study_id)
        )
        compiled = CompiledYardstick(named, _blocks, copies=stand.copies)
        _yardsticks.keep(study_id, (current.stamp, compiled), compiled.bytes)
        return compiled


def _decisions_on(current: CurrentConsensus) -> Decisions:
    """What was decided on a study's consensus, its planned length too."""
    study = Study.objects.only("planned_words", "confirmed").get(pk=current.study_id)
    decided = decided_of(list(Decision.objects.filter(study_id=current.study_id)), current)
    is_confirmed = bool(study.confirmed) and study.confirmed == decisions_hash(decided, current)
    return Decisions(study.planned_words, decided.by_key, is_confirmed)


def yardstick_without(study_id: int, compiled: CompiledYardstick, taken: Taken) -> Yardstick:
    """The study's yardstick with the scores that competitors have without these sentences of a text (see `guards.taken`). Worked out once for each claim;
    where the figures have moved on, the competitors' scores stay as they are until the text is measured with the new ones."""
    key = compiled.number, tuple(taken.items())
    known = _without.get(key)
    if known is not None:
        return known
    current = CurrentConsensus.objects.select_related("consensus", "extended").filter(study_id=study_id).first()
    if current is None or current.used is None or _known(study_id, current.stamp) is not compiled:
        return compiled.yardstick
    decisions = _decisions_on(current)
    try:
        consensus = standpoint_of(current.used, decisions.planned_words).consensus
    except StoredValueError:
        return compiled.yardstick
    pages = compared_pages(chosen_of(Study.objects.get(pk=study_id)))
    if {page.url for page in consensus.pages} - {page.reading.url for page in pages}:
        return compiled.yardstick
    made = without_taken(compiled.yardstick, consensus, pages, taken, _keys(current.used_keys), decisions)
    _without.keep(key, made, BYTES_OF_YARDSTICK)
    return made
