"""What is copied from a competitor earns nothing.

A sentence is copied when RUN words of it in a row stand on a competitor's page in the same order (of a sentence that is for the most part its own, only where a text has many such, for a phrase
of the trade or of the law is nobody's: `verdicts.FREE_RUNS`), or, if it has at least RUN words, when nearly all of it does:
runs of three words that lie at the same distance on both sides cover NEARLY_ALL of it, so a word changed here and there does not help. A run that
stands on STOCK_PAGES pages or more is a stock phrase, and a run in which nearly every longer word has a capital is the title of a work: neither is a copy. The runs are those of
shingling (Broder 1997), words as lemmas.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence
from fundament.core.yardstick.page_words import BREAK, Words, word_number, words_in

Hashes = NDArray[np.uint64]
RUN = 8  # words
PIECE = 3
PAIR = 2
NEARLY_ALL = 0.7  # of a sentence's words
STOCK_PAGES = 3
OWN_SHARE, LONG_RUN = 0.5, 14  # a sentence of which runs cover less than this, none of them longer, is for the most part its own
TITLE_SHARE = 0.8  # of the longer words of a run with a capital
LONGER = 4  # letters
MOST_PLACES = 40  # of a piece that are looked at
SHIFT = 4  # words put in or left out that may lie between two pieces of one sentence
_BASE = np.uint64(1_099_511_628_211)


@dataclass(frozen=True, eq=False)
class Copies:
    """Where the competitors' words stand.

    runs: hashes of all runs of RUN words, rising; run_page: the page of each. pieces: the same of PIECE words;
    piece_at: where each begins, counted over all pages. page_at: where each page begins. pairs: of PAIR words on all pages, rising.
    titles: whether capitals tell the title of a work.
    """

    runs: Hashes
    run_page: NDArray[np.int32]
    pieces: Hashes
    piece_at: NDArray[np.int32]
    page_at: NDArray[np.int32]
    pairs: Hashes
    titles: bool = True

    @property
    def words(self) -> int:
        """How many words stand there, nearly."""
        return len(self.pieces)

    @property
    def bytes(self) -> int:
        """What its arrays hold."""
        return sum(array.nbytes for array in (self.runs, self.run_page, self.pieces, self.piece_at, self.pairs))

    @staticmethod
    def of(pages: Sequence[str], *, titles: bool = True) -> Copies:
        """pages: from `words_of_page`, each. titles: False in a language whose nouns all have a capital."""
        words = [words_in(page) for page in pages]
        starts = np.concatenate(([0], np.cumsum([len(page) for page in words]))).astype(np.int32)
        runs, run_page, pieces, piece_at = [], [], [], []
        for number, page in enumerate(words):
            found = np.unique(_hashed(page, RUN)[0])
            runs.append(found)
            run_page.append(np.full(len(found), number, dtype=np.int32))
            hashes, at = _hashed(page, PIECE)
            pieces.append(hashes)
            piece_at.append(at + starts[number])
        all_runs, all_pages = _joined(runs, np.uint64), _joined(run_page, np.int32)
        order = np.argsort(all_runs, kind="stable")
        all_runs, all_pages = all_runs[order], all_pages[order]
        all_pieces, all_at = _joined(pieces, np.uint64), _joined(piece_at, np.int32)
        order = np.argsort(all_pieces, kind="stable")
        return Copies(
            runs=all_runs, run_page=all_pages, pieces=all_pieces[order],
            piece_at=all_at[order].astype(np.int32), page_at=starts[:-1], pairs=np.unique(_joined([_hashed(page, PAIR)[0] for page in words], np.uint64)),
            titles=titles,
        )  # fmt: skip

    def in_block(self, sentences: Sequence[Sentence], near: Sequence[list[int]] | None = None) -> list[tuple[int, int, int]]:
        """(number of a copied sentence, page it is copied from, 1 if the sentence is for the most part its own), for each page that it may be copied from. near: of each sentence the pages that have nearly all
        of it, where they are known."""
        if not len(self.runs):
            return []
        lemmas = [lemma for sentence in sentences for lemma in sentence.lemmas]
        if len(lemmas) < RUN:
            return []
        words = np.array([word_number(lemma) for lemma in lemmas], dtype=np.uint32)
        owner = np.repeat(np.arange(len(sentences)), [len(s.lemmas) for s in sentences])
        found: dict[tuple[int, int], None] = {}
        covered: dict[int, set[int]] = {}
        for start, pages in self._runs_in(words):
            if not (self.titles and _is_title(sentences, start, owner)):
                inside = owner[start : start + RUN]
                for number in np.unique(inside).tolist():
                    if int((inside == number).sum()) * 2 >= min(
                        RUN, len(sentences[number].lemmas)
                    ):  # a run that ends a sentence does not copy the next
                        found.update(dict.fromkeys((number, page) for page in pages))
                        covered.setdefault(number, set()).update(start + place for place in np.flatnonzero(inside == number).tolist())
        own = {
            number
            for number, places in covered.items()
            if len(places) < OWN_SHARE * len(sentences[number].lemmas) and _longest(sorted(places)) < LONG_RUN
        }
        copied = {number for number, _ in found}
        for number, sentence in enumerate(sentences):
            if number not in copied:
                pages = near[number] if near is not None else self.nearly_all(sentence)
                found.update(dict.fromkeys((number, page) for page in pages))
        return sorted((number, page, int(number in own)) for number, page in found)

    def _runs_in(self, words: Words) -> list[tuple[int, list[int]]]:
        """(first word, pages) of each run of RUN words that stands on a page and is no stock phrase."""
        hashes, at = _hashed(words, RUN)
        left = np.searchsorted(self.runs, hashes, side="left")
        there = np.flatnonzero(self.runs[np.minimum(left, len(self.runs) - 1)] == hashes)
        found = []
        for place in there.tolist():
            right = int(np.searchsorted(self.runs, hashes[place], side="right"))
            pages = self.run_page[left[place] : right].tolist()
            if len(pages) < STOCK_PAGES:
                found.append((int(at[place]), pages))
        return found

    def count_runs(self, sentences: Sequence[Sentence]) -> int:
        """How many runs of RUN words of a text stand on some page, stock phrases and titles too."""
        words = np.array([word_number(lemma) for sentence in sentences for lemma in sentence.lemmas], dtype=np.uint32)
        if not len(self.runs) or len(words) < RUN:
            return 0
        hashes, _ = _hashed(words, RUN)
        at = np.minimum(np.searchsorted(self.runs, hashes), len(self.runs) - 1)
        return int((self.runs[at] == hashes).sum())

    def pairs_of(self, sentence: Sentence) -> tuple[int, int]:
        """(pairs of neighbouring words of a sentence that stand on some page, all of its pairs)."""
        if len(sentence.lemmas) < PAIR or not len(self.pairs):
            return 0, 0
        hashes, _ = _hashed(np.array([word_number(lemma) for lemma in sentence.lemmas], dtype=np.uint32), PAIR)
        at = np.minimum(np.searchsorted(self.pairs, hashes), len(self.pairs) - 1)
        return int((self.pairs[at] == hashes).sum()), len(hashes)

    def nearly_all(self, sentence: Sentence) -> list[int]:
        """The pages that have nearly all words of a sentence in its order."""
        if len(sentence.lemmas) < RUN or not len(self.pieces):
            return []
        words = np.array([word_number(lemma) for lemma in sentence.lemmas], dtype=np.uint32)
        hashes, at = _hashed(words, PIECE)
        left, right = np.searchsorted(self.pieces, hashes, side="left"), np.searchsorted(self.pieces, hashes, side="right")
        there = right > left
        if _covered(at[there], len(words)) < NEARLY_ALL:
            return []
        places, distances = [], []
        for start, lower, upper in zip(at[there].tolist(), left[there].tolist(), right[there].tolist(), strict=True):
            for where in self.piece_at[lower : min(upper, lower + MOST_PLACES)].tolist():
                places.append(start)
                distances.append(where - start)
        starts, apart = np.array(places), np.array(distances)
        pages = []
        for distance in np.unique(apart).tolist():
            near = (apart >= distance) & (apart <= distance + SHIFT)
            if _covered(np.unique(starts[near]), len(words)) >= NEARLY_ALL:
                pages.append(int(np.searchsorted(self.page_at, distance + int(starts[near][0]), side="right")) - 1)
        different = sorted(set(pages))
        return different if len(different) < STOCK_PAGES else []


def _joined(arrays: Sequence[NDArray[np.generic]], kind: type) -> NDArray:  # type: ignore[type-arg]
    return np.concatenate(arrays) if arrays else np.zeros(0, dtype=kind)


def _hashed(words: Words, size: int) -> tuple[Hashes, NDArray[np.int32]]:
    """(hash, first word) of all runs of so many words with no BREAK in them."""
    count = len(words) - size + 1
    if count <= 0:
        return np.zeros(0, dtype=np.uint64), np.zeros(0, dtype=np.int32)
    hashes = np.zeros(count, dtype=np.uint64)
    whole = np.ones(count, dtype=bool)
    for place in range(size):  # unsigned numbers wrap around, which is meant
        part = words[place : place + count]
        hashes = hashes * _BASE + part.astype(np.uint64)
        whole &= part != BREAK
    return hashes[whole], np.flatnonzero(whole).astype(np.int32)


def _longest(places: Sequence[int]) -> int:
    """The length of the longest run of consecutive numbers."""
    longest = run = 0
    for before, place in itertools.pairwise([-2, *places]):
        run = run + 1 if place == before + 1 else 1
        longest = max(longest, run)
    return longest


def _covered(starts: NDArray[np.int32], words: int) -> float:
    """The share of a sentence's words in pieces that begin at these of its words."""
    inside = np.zeros(words, dtype=bool)
    for place in range(PIECE):
        inside[starts + place] = True
    return float(inside.mean())


def _is_title(sentences: Sequence[Sentence], start: int, owner: NDArray[np.int64]) -> bool:
    """Whether a run of words looks like the title of a work: nearly all its longer words have a capital."""
    first = int(owner[start])
    offset = start - int((owner < first).sum())
    texts = [token.text for sentence in sentences[first : first + 3] for token in sentence.tokens][offset : offset + RUN]
    longer = [text for text in texts if len(text) >= LONGER and text[0].isalpha()]
    return len(longer) >= 3 and sum(text[0].isupper() for text in longer) >= TITLE_SHARE * len(longer)
