"""Whether the pages that rank answer one intent or two.

Any set of pages can be cut in two; the question is whether it wants to be. Pages of another kind than most are set aside, for that is said of them already. Three views of the others (`page_views`) answer in three ways:

- *what they are*: where enough pages sell and enough tell, these are two intents whatever their words;
- *two subjects*: phrases and meaning, each cut by itself (normalised cut, Shi and Malik 2000), part the pages alike, and hardly a page is nearer to the other group (silhouette, Rousseeuw 1987). In one subject
  each view cuts elsewhere;
- *two ways of speaking of one subject*: all three views together, as standard scores, part the pages far better than the same views do once they are shuffled against each other, and the manner is apart too.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.frequencies import phrase_general_frequency
from fundament.core.reading.model import Reading
from fundament.core.yardstick.other_pages.page_views import Floats, by_manner, by_meaning, by_terms
from fundament.core.yardstick.page_analysis import PageAnalysis

LEAST_PAGES, LEAST_FOR_MANNER = 8, 12  # of fewer nobody can tell
LEAST_GROUP, LEAST_SHARE = 3, 0.2  # of a group: pages, and their share
LEAST_WORDS = 60  # of a page whose words are compared; what sells may have fewer
AGREE = 0.9  # share of the pages that two views put into the same group
APART_BY_TERMS, APART_BY_MEANING, APART_BY_MANNER = 0.4, 0.2, 0.1  # mean silhouette
MOST_BETWEEN = 0.1  # share of the pages that are nearer to the other group
SHUFFLES, BEYOND_SHUFFLED = 60, 4.5  # standard deviations above what shuffled views give
SELLING = frozenset(["product", "category"])
TELLING = frozenset(["article", "encyclopaedia"])
MOST_TERMS, MOST_TERM_WORDS = 4, 3  # that are named of a group
_NAMING = frozenset(["NOUN", "PROPN", "PHRASE"])
Groups = NDArray[np.int64]


@dataclass(frozen=True)
class Division:
    """Two groups among pages. groups: of each page 0 or 1, or -1 where it was too short to tell; the group of the first page is 0. by: "kind" where one group sells and the other tells, "terms" or "manner".
    terms: of each group, what its pages share and the other's do not, the most telling first."""

    groups: tuple[int, ...]
    by: str
    terms: tuple[tuple[str, ...], tuple[str, ...]]


def divide(pages: Sequence[tuple[Reading, PageAnalysis]]) -> Division | None:
    """The two intents among pages, given in the order of their ranks; None where they answer one, or nobody can tell."""
    by_kind = [0 if reading.kind in TELLING else 1 if reading.kind in SELLING else -1 for reading, _ in pages]
    if len(pages) >= LEAST_PAGES and _is_large([group for group in by_kind if group >= 0]):
        return _named(pages, by_kind, "kind")
    kinds = Counter(reading.kind for reading, _ in pages)
    usual = {min(kinds, key=lambda kind: (-kinds[kind], kind)), "other"} if kinds else set()
    places = [number for number, (reading, _) in enumerate(pages) if reading.word_count >= LEAST_WORDS and reading.kind in usual]
    if len(places) < LEAST_PAGES:
        return None
    readings, analyses = [pages[place][0] for place in places], [pages[place][1] for place in places]
    terms, meaning = by_terms(analyses), by_meaning(readings)
    by, found = "terms", _two_subjects(terms, meaning)
    if found is None and len(places) >= LEAST_FOR_MANNER:
        by, found = "manner", _two_manners(terms, meaning, by_manner(readings))
    if found is None:
        return None
    groups = [-1] * len(pages)
    for place, group in zip(places, found.tolist(), strict=True):
        groups[place] = int(group)
    return _named(pages, _with_others(pages, groups), by)


def _with_others(pages: Sequence[tuple[Reading, PageAnalysis]], groups: Sequence[int]) -> list[int]:
    """The groups, with the pages of other kinds that have text in the one whose phrases theirs are closer to."""
    similarity = by_terms([analysis for _, analysis in pages])
    members = [np.array([group == number for group in groups]) for number in (0, 1)]
    found = list(groups)
    for place, (reading, _) in enumerate(pages):
        if found[place] < 0 and reading.word_count:
            first, second = (float(similarity[place, of_group].mean()) for of_group in members)
            found[place] = -1 if first == second else int(second > first)
    return found


def _is_large(groups: Sequence[int]) -> bool:
    """Whether both groups are large enough to be one."""
    ones = sum(groups)
    return min(ones, len(groups) - ones) >= _least(len(groups))


def _least(pages: int) -> int:
    return max(LEAST_GROUP, math.ceil(LEAST_SHARE * pages))


def _two_subjects(terms: Floats, meaning: Floats) -> Groups | None:
    first, second = _normalised_cut(terms), _normalised_cut(meaning)
    if first is None or second is None:
        return None
    same = float((first == second).mean())
    is_apart = _is_apart(terms, first, APART_BY_TERMS) and _is_apart(meaning, first, APART_BY_MEANING)
    return first if is_apart and max(same, 1 - same) >= AGREE else None


def _two_manners(terms: Floats, meaning: Floats, manner: Floats) -> Groups | None:
    views = [_standard(view) for view in (terms, meaning, manner)]
    found = _best_cut(views[0] + views[1] + views[2])
    if found is None or not _is_apart(manner, found[1], APART_BY_MANNER):
        return None
    shuffled = []
    for order in _orders(len(terms), SHUFFLES):
        mixed = _best_cut(views[0] + views[1][np.ix_(order[0], order[0])] + views[2][np.ix_(order[1], order[1])])
        assert mixed is not None  # the same number of pages
        shuffled.append(mixed[0])
    beyond = (found[0] - float(np.mean(shuffled))) / (float(np.std(shuffled)) + 1e-9)
    return found[1] if beyond >= BEYOND_SHUFFLED else None


def _standard(view: Floats) -> Floats:
    """A view as standard scores, its diagonal left out."""
    others = ~np.eye(len(view), dtype=bool)
    found: Floats = (view - view[others].mean()) / (view[others].std() + 1e-12)
    np.fill_diagonal(found, 0)
    return found


def _orders(count: int, times: int) -> list[tuple[NDArray[np.int64], NDArray[np.int64]]]:
    """Pairs of orders, the same on every machine: a linear congruential generator (Knuth 1997, 3.3.4) in the place of chance."""
    state, found = 1, []
    for _ in range(2 * times):
        keys = []
        for _ in range(count):
            state = (6364136223846793005 * state + 1442695040888963407) % 2**64
            keys.append(state >> 33)
        found.append(np.argsort(np.array(keys), kind="stable"))
    return list(zip(found[::2], found[1::2], strict=True))


def _normalised_cut(similarity: Floats) -> Groups | None:
    """The cut into two groups that parts the least similarity against what each group has in all; None where there are too few pages."""
    weights = similarity.copy()
    np.fill_diagonal(weights, 0)
    degrees = weights.sum(axis=1) + 1e-12

    def worth(ones: NDArray[np.bool_]) -> float:
        between = weights[np.ix_(ones, ~ones)].sum()
        return -float(between / degrees[ones].sum() + between / degrees[~ones].sum())

    laplacian = np.eye(len(weights)) - weights / np.sqrt(np.outer(degrees, degrees))
    _, vectors = np.linalg.eigh(laplacian)
    found = _searched(vectors[:, 1:4] / np.sqrt(degrees)[:, None], worth)
    return found[1] if found else None


def _best_cut(standard: Floats) -> tuple[float, Groups] | None:
    """The cut with the greatest difference of the mean similarity inside and between the groups, times what favours even ones, and that figure."""
    count = len(standard)

    def worth(ones: NDArray[np.bool_]) -> float:
        first, second = int(ones.sum()), count - int(ones.sum())
        inside = (standard[np.ix_(ones, ones)].sum() + standard[np.ix_(~ones, ~ones)].sum()) / (first * (first - 1) + second * (second - 1))
        return float((inside - standard[np.ix_(ones, ~ones)].mean()) * math.sqrt(first * second) / (count / 2))

    _, vectors = np.linalg.eigh(standard)
    return _searched(vectors[:, :-4:-1], worth)


def _searched(directions: Floats, worth: Callable[[NDArray[np.bool_]], float]) -> tuple[float, Groups] | None:
    """The best cut along any of the directions (pages x directions), then by moving single pages; with its worth."""
    count = len(directions)
    least = _least(count)
    if count < 2 * least:
        return None
    best, groups = -math.inf, np.zeros(count, dtype=bool)
    for direction in directions.T:
        order = np.argsort(direction, kind="stable")
        for size in range(least, count - least + 1):
            tried = np.zeros(count, dtype=bool)
            tried[order[:size]] = True
            value = worth(tried)
            if value > best + 1e-12:
                best, groups = value, tried
    is_better = True
    while is_better:
        is_better = False
        for page in range(count):
            groups[page] ^= True
            value = worth(groups) if least <= groups.sum() <= count - least else -math.inf
            if value > best + 1e-9:
                best, is_better = value, True
            else:
                groups[page] ^= True
    return best, groups.astype(np.int64)


def _is_apart(similarity: Floats, groups: Groups, least: float) -> bool:
    """Whether the groups stand apart: by the silhouettes of similarities, (own - other) / the greater."""
    same = groups[:, None] == groups[None, :]
    others = ~np.eye(len(groups), dtype=bool)
    own = (similarity * (same & others)).sum(axis=1) / (same & others).sum(axis=1)
    other = (similarity * ~same).sum(axis=1) / (~same).sum(axis=1)
    silhouettes = (own - other) / np.maximum(np.maximum(own, other), 1e-12)
    return bool(silhouettes.mean() >= least and (silhouettes < 0).mean() <= MOST_BETWEEN)


def _named(pages: Sequence[tuple[Reading, PageAnalysis]], groups: Sequence[int], by: str) -> Division:
    first = next(group for group in groups if group >= 0)
    ordered = [group if group < 0 else int(group != first) for group in groups]
    return Division(tuple(ordered), by, (_telling(pages, ordered, 0), _telling(pages, ordered, 1)))


def _telling(pages: Sequence[tuple[Reading, PageAnalysis]], groups: Sequence[int], wanted: int) -> tuple[str, ...]:
    """The nouns and phrases that most of a group's pages have and few of the other's, the rarer in general language before; one inside another once."""
    sizes = {group: groups.count(group) for group in (0, 1)}
    shares: dict[str, list[float]] = {}
    forms: dict[str, Counter[str]] = {}
    language = pages[0][0].language
    for (_, analysis), group in zip(pages, groups, strict=True):
        if group < 0:
            continue
        for candidate in analysis.candidates:
            if candidate.tag in _NAMING and candidate.key.count(" ") < MOST_TERM_WORDS:
                shares.setdefault(candidate.key, [0.0, 0.0])[group] += 1 / sizes[group]
                forms.setdefault(candidate.key, Counter()).update(candidate.forms)
    worth = {
        key: (share[wanted] - share[1 - wanted]) * -math.log10(phrase_general_frequency(tuple(key.split()), language))
        for key, share in shares.items()
        if share[wanted] > max(share[1 - wanted], 1 / sizes[wanted])
    }
    found: list[str] = []
    chosen: list[str] = []
    for key in sorted(worth, key=lambda key: (-worth[key], key)):
        if len(found) == MOST_TERMS:
            break
        if not any(f" {key} " in f" {other} " or f" {other} " in f" {key} " for other in chosen):
            chosen.append(key)
            found.append(min(forms[key], key=lambda form: (-forms[key][form], form)) if forms[key] else key)
    return tuple(found)
