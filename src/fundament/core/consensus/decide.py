"""From a consensus and a person's decisions to the yardstick. Pure and cheap: weights, targets, the competitors' scores and the aim are worked out again,
and nothing else is found anew."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import TypeVar

import numpy as np

from fundament.core.consensus.keys import Keys, proposed_keys
from fundament.core.consensus.moved import MOST_MOVED, moved_points
from fundament.core.scoring.aim import Aim, aim_of
from fundament.core.scoring.guards.taken import Taken
from fundament.core.scoring.leave_one_out import Ground, competition, ground_of
from fundament.core.scoring.measured.competitor_features import without_sentences
from fundament.core.scoring.weighting import Weighting
from fundament.core.yardstick.model import ComparedPage, Consensus, Entity, SharedStatement, Subtopic, Term, Yardstick, proposed_words
from fundament.core.yardstick.secondary_keywords import secondary_key
from fundament.core.yardstick.section_groups.statements import sentence_key

FACTORS = {"dropped": 0.0, "must": 1.5, "may": 0.5}  # what a decision does to a weight; "kept" and "own target" leave it
ACTIONS = ("kept", "dropped", "own target", "must", "may")
Thing = TypeVar("Thing", Term, Entity, Subtopic)


@dataclass(frozen=True)
class Decision:
    """action: one of ACTIONS. uses: (low, high) of an own target for a term, in uses at the planned length."""

    action: str
    uses: tuple[int, int] | None = None


@dataclass(frozen=True)
class Decisions:
    """planned_words: 0 for the competitors' median. by_key: decisions on terms, entities, subtopics and secondary keywords by their keys. is_confirmed: an editor confirmed them all."""

    planned_words: int = 0
    by_key: Mapping[str, Decision] = field(default_factory=dict)
    is_confirmed: bool = False


AS_PROPOSED = Decisions()


def decide(
    consensus: Consensus, keys: Keys | None = None, decisions: Decisions = AS_PROPOSED, *, proposed: Yardstick | None = None,
    ground: Ground | None = None,
) -> Yardstick:  # fmt: skip
    """The yardstick that a consensus, with what was added to it (`with_additions`), and the decisions on it give.

    keys: the identities of the consensus' terms, entities and subtopics, given from outside; without them they are made from what they stand for.
    proposed: what `decide` gives of the consensus before anything was added, at the same planned length, without decisions; without it it is worked out here, as if nothing was added.
    ground: what `ground_of` gives of the consensus at the planned length, where it is at hand; it is most of the work.
    Decisions on keys that are not there have no effect, and are not lost: they are with whoever keeps them.
    """
    keys = keys or proposed_keys(consensus)
    ground = ground or ground_of(consensus, decisions.planned_words)
    if proposed is None and decisions.by_key:
        proposed = _decided(consensus, keys, Decisions(decisions.planned_words), ground)
    decided = _decided(consensus, keys, decisions, ground)
    if proposed is None:
        return decided
    moved = round(moved_points(decided, proposed), 2)
    return replace(decided, moved=moved, as_proposed=proposed if moved > MOST_MOVED else None, is_confirmed=decisions.is_confirmed)


def aims_by_length(
    consensus: Consensus, lengths: Sequence[int], keys: Keys | None = None, decisions: Decisions = AS_PROPOSED
) -> list[tuple[int, Aim]]:
    """The aim at several planned lengths, in words."""
    keys = keys or proposed_keys(consensus)
    secondary = consensus.settings.secondary_keywords
    weighting, names = _weighting(keys, decisions, secondary), _targets(keys)
    return [
        (words, aim_of(_rounded(competition(ground_of(consensus, words), weighting, names, len(secondary)).scores))) for words in lengths
    ]


def without_taken(
    yardstick: Yardstick, consensus: Consensus, pages: Sequence[ComparedPage], taken: Taken, keys: Keys, decisions: Decisions = AS_PROPOSED
) -> Yardstick:
    """The yardstick with the scores that the competitors have without sentences that are a text's own; for the aim of that text. All else in it stays.

    yardstick: what `decide` gave of the consensus with these keys and decisions. pages: those the consensus was made from.
    """
    left = replace(consensus, competitors=without_sentences(consensus, pages, taken))
    secondary = consensus.settings.secondary_keywords
    others = competition(ground_of(left, decisions.planned_words), _weighting(keys, decisions, secondary), _targets(keys), len(secondary))
    return replace(yardstick, page_scores=_rounded(others.scores), page_points=others.points)


def _rounded(scores: Mapping[str, float]) -> dict[str, float]:
    """The competitors' scores as they are kept."""
    return {url: round(value, 2) for url, value in scores.items()}


def _decided(consensus: Consensus, keys: Keys, decisions: Decisions, ground: Ground) -> Yardstick:
    planned = decisions.planned_words or proposed_words(consensus.pages)
    weighting = _weighting(keys, decisions, consensus.settings.secondary_keywords)
    terms = _weighed("terms", ground.terms, keys.terms, weighting)
    terms = tuple(_with_own_target(term, number, weighting) for number, term in enumerate(terms))
    others = competition(ground, weighting, _targets(keys), len(consensus.settings.secondary_keywords))
    scores = _rounded(others.scores)
    aim, enough, is_firm = aim_of(scores)
    return Yardstick(
        keyword=consensus.keyword,
        language=consensus.language,
        planned_words=planned,
        pages=consensus.pages,
        terms=_heaviest_first(terms),
        entities=_heaviest_first(_weighed("entities", consensus.entities, keys.entities, weighting)),
        subtopics=_heaviest_first(_weighed("subtopics", consensus.subtopics, keys.subtopics, weighting)),
        structure=consensus.structure,
        zones=consensus.zones,
        settings=consensus.settings,
        notes=consensus.notes,
        unsure_terms=consensus.unsure_terms,
        page_scores=scores,
        aim=aim,
        enough=enough,
        is_aim_firm=is_firm,
        usual_evidence=round(others.usual_evidence, 4),
        keyword_presence=others.keyword_presence,
        item_share=others.item_share,
        page_points=others.points,
        version=consensus.version,
        substance=consensus.substance,
        statements=tuple(_stated(statement, decisions) for statement in consensus.statements),
        required=tuple(sorted(key for key, decision in decisions.by_key.items() if decision.action == "must")),
        secondary_factors=_factors(weighting, len(consensus.settings.secondary_keywords)),
    )


def _factors(weighting: Weighting, keywords: int) -> tuple[float, ...]:
    found = weighting.secondary_factors(keywords)
    return () if found is None else tuple(found.tolist())


def _weighting(keys: Keys, decisions: Decisions, secondary: Sequence[str]) -> Weighting:
    factors: dict[str, dict[int, float]] = {}
    targets: dict[int, tuple[int, int, int]] = {}
    for number, phrase in enumerate(secondary):
        decision = decisions.by_key.get(secondary_key(phrase))
        if decision is not None and decision.action in FACTORS:
            factors.setdefault("secondary", {})[number] = FACTORS[decision.action]
    for part in ("terms", "entities", "subtopics"):
        for number, key in enumerate(getattr(keys, part)):
            decision = decisions.by_key.get(key)
            if decision is None:
                continue
            if decision.action in FACTORS:
                factors.setdefault(part, {})[number] = FACTORS[decision.action]
            elif decision.uses is not None and part == "terms":
                low, high = decision.uses
                targets[number] = low, high, max(high + 1, round(1.5 * high))
    return Weighting(factors, targets)


def _targets(keys: Keys) -> dict[str, list[str]]:
    """What the things are called as targets, by part."""
    return {part: [f"{part}:{key}" for key in getattr(keys, part)] for part in ("terms", "entities", "subtopics")}


def _weighed(part: str, things: Sequence[Thing], keys: Sequence[str], weighting: Weighting) -> tuple[Thing, ...]:
    weights = weighting.weigh(part, np.array([thing.weight for thing in things], dtype=float)).tolist()
    return tuple(replace(thing, key=key, weight=weight) for thing, key, weight in zip(things, keys, weights, strict=True))


def _stated(statement: SharedStatement, decisions: Decisions) -> SharedStatement:
    """A shared statement with what was decided by one of its sentences, the first of them that is decided on."""
    keys = [sentence_key(one.text) for one in (statement.stated if decisions.by_key else statement.stated[:1])]
    key = next((key for key in keys if key in decisions.by_key), keys[0])
    return replace(statement, key=key, decision=decisions.by_key[key].action if key in decisions.by_key else "")


def _with_own_target(term: Term, number: int, weighting: Weighting) -> Term:
    own = weighting.targets.get(number)
    return term if own is None else replace(term, low=own[0], high=own[1], ceiling=own[2])


def _heaviest_first(things: tuple[Thing, ...]) -> tuple[Thing, ...]:
    """Python's sort is stable, so that those of one weight stay in the consensus' order."""
    return tuple(sorted(things, key=lambda thing: -thing.weight))
