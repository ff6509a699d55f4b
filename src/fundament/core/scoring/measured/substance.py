"""The substance of the competitors, each against the others, and what it leaves of a text's blocks.

The competitors' table of what they say is made once with their consensus: no decision, addition or word of a person moves it. How values and factors are worked out: `core.yardstick.substance`.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.reading.model import Reading
from fundament.core.scoring.guards.items import is_short_item
from fundament.core.yardstick.makers import names_of_makers
from fundament.core.yardstick.model import ComparedPage, Consensus
from fundament.core.yardstick.substance import (
    FLOOR_SHARE,
    LEAST_PAGES,
    LEAST_SENTENCES,
    MARGIN,
    Lexicon,
    SaidWords,
    Substance,
    content_counts,
    factors_of,
    has_substance,
    in_steps,
    sentence_values,
    shared_words,
    signs,
)

if TYPE_CHECKING:
    from fundament.core.scoring.measured.block_features import PlacedBlock

Numbers = NDArray[np.float64]
NOT_JUDGED = ("heading", "code")
Factors = tuple[float, ...]  # of each block of a text; () where all are 1


def is_judged(kind: str, words: int) -> bool:
    """Whether the sentences of a block are looked at: not those of headings, code and short items and cells."""
    return kind not in NOT_JUDGED and not is_short_item(kind, words)


def factors_of_blocks(blocks: Sequence[PlacedBlock], substance: Substance | None, fine: frozenset[str] = frozenset()) -> Factors:
    """What substance leaves of the credit of each block of a text: the mean over its sentences, in steps; of one that is not judged 1, and of those that a person found in order (fine: their texts)."""
    if substance is None:
        return ()
    judged = [(place, block.features.judged) for place, block in enumerate(blocks)]
    parts = [(place, one.said) for place, one in judged if one is not None and one.said is not None]
    counts = [int(said.sentence[-1]) + 1 if len(said.sentence) else 0 for _, said in parts]
    found = _by_block(len(blocks), [place for place, _ in parts], counts, [said for _, said in parts], substance.medians, substance.floor)
    if found and fine:
        found = tuple(1.0 if block.text in fine else factor for block, factor in zip(blocks, found, strict=True))
    return found if found and min(found) < 1.0 else ()


def _by_block(
    size: int, places: Sequence[int], counts: Sequence[int], parts: Sequence[SaidWords], medians: Sequence[float], floor: float
) -> Factors:
    count = sum(counts)
    if count < LEAST_SENTENCES:
        return ()
    factors = factors_of(sentence_values(signs(_joined(parts, counts), count), medians, count), floor)
    if (factors >= 1.0).all():
        return ()
    found = [1.0] * size
    at = 0
    for place, number in zip(places, counts, strict=True):
        if number:
            found[place] = in_steps(float(factors[at : at + number].mean()))
        at += number
    return tuple(found) if min(found) < 1.0 else ()


def _joined(parts: Sequence[SaidWords], counts: Sequence[int]) -> SaidWords:
    starts = np.concatenate(([0], np.cumsum(counts)))[:-1]
    return SaidWords(
        np.concatenate([part.sentence + start for part, start in zip(parts, starts.tolist(), strict=True)]).astype(np.int32),
        np.concatenate([part.keys for part in parts]),
        np.concatenate([part.worth for part in parts]),
    )


def substance_of(consensus: Consensus, pages: Sequence[ComparedPage]) -> tuple[Substance | None, dict[str, Factors]]:
    """What the competitors of a consensus say beside their terms, and the factors of the blocks of each page's main content by its address. None, and nothing, where
    nobody can tell: too few pages, or a language in which it was not shown."""
    language = consensus.language
    counted = {page.url for page in consensus.pages}
    pages = [page for page in pages if page.reading.url in counted]
    if len(pages) < LEAST_PAGES or not has_substance(language):
        return None, {}
    of_makers = {
        lemma for names in names_of_makers(pages, language) for name in names for lemma in name.split(" ")
    }  # no terms, and nothing said either
    terms = tuple(sorted({lemma for term in consensus.terms for phrase in term.phrases for lemma in phrase} | of_makers))
    sentences = {page.reading.url: _sentences_of(page.reading, language) for page in pages}
    used = [content_counts([s for _, of_block in sentences[page.reading.url] for s in of_block], language) for page in pages]
    words: dict[str, tuple[list[int], list[int], list[SaidWords], Numbers]] = {}
    for number, page in enumerate(pages):
        url = page.reading.url
        lexicon = Lexicon(Substance(terms, shared_words(used, language, without=number)), language)
        parts = [SaidWords.of([lexicon.words(sentence) for sentence in of_block]) for _, of_block in sentences[url]]
        counts = [len(of_block) for _, of_block in sentences[url]]
        if sum(counts) >= LEAST_SENTENCES:
            words[url] = [place for place, _ in sentences[url]], counts, parts, signs(_joined(parts, counts), sum(counts))
    if len(words) < LEAST_PAGES:
        return None, {}
    first, second, third = np.median(np.concatenate([found for *_, found in words.values()]), axis=0).round(5).tolist()
    medians = first, second, third
    floors = [float(np.quantile(sentence_values(found, medians, sum(counts)), FLOOR_SHARE)) for _, counts, _, found in words.values()]
    floor = round(float(np.median(floors)) - MARGIN, 4)
    factors = {
        url: _by_block(len(_blocks_of(page.reading)), places, counts, parts, medians, floor)
        for page in pages
        if (url := page.reading.url) in words
        for places, counts, parts, _ in [words[url]]
    }
    return Substance(terms, shared_words(used, language), medians, floor), factors


def _blocks_of(reading: Reading) -> Sequence[object]:
    return list(reading.main_blocks())


def _sentences_of(reading: Reading, language: str) -> list[tuple[int, list[Sentence]]]:
    """(number of the block among those that count, its natural sentences) of what is judged."""
    found = []
    for place, block in enumerate(reading.main_blocks()):
        sentences = analyse_text(block.text, language)
        if is_judged(block.kind, sum([s.words for s in sentences])) and (natural := [s for s in sentences if s.natural]):
            found.append((place, natural))
    return found
