"""Shared statements: what several pages say of one thing, each in its own words.

Sentences are compared by what they mean (cosine of the static vectors of their content words, the common mean mostly taken off) and by the rare words they
share; average linkage groups them. They are shown, decided on and compared by their figures; they count nothing, for whether a text makes a statement cannot
be told this way. On pages that do not say the same, such as manuals of different programs, hardly any are found.
"""

from __future__ import annotations

import hashlib
import math
import re
from collections import Counter
from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import embed
from fundament.core.language.words import tokenize
from fundament.core.yardstick.makers import makers_of
from fundament.core.yardstick.model import ComparedPage, SharedStatement, StatedBy

Numbers = NDArray[np.float32]
LEAST_MAKERS = 3
LEAST_WORDS, MOST_WORDS = 6, 60  # of a sentence
LEAST_CONTENT = 4  # content words, without the keyword's
MOST_SENTENCES = 4_000  # of all pages together, an equal share of each; what takes time grows with the square
MEANING, SHARED_WORDS = 0.5, 0.7  # parts of the likeness
COMMON = 0.6  # of the mean of all sentences, which is taken off: what they have in common is the subject
CUT = 0.5  # likeness below which two groups are not one
ROWS = 500  # compared at once
MOST_STATEMENTS, MOST_FIGURES = 60, 6
_WORD = re.compile(r"\w+")
_UNIT_BESIDE = re.compile(r"(?<=\d)(?=[a-zA-Zµ°%])")
_FIGURE = re.compile(r"(?:[£$€] ?)?\d+(?:[.,:/×x-]\d+)*(?: ?(?:%|°C|°F|°|[a-zA-Zµ]{1,3}(?![a-zA-Z])|[a-z]{4,12}(?= ?)))?")


class _Sentence(NamedTuple):
    page: int
    text: str
    words: frozenset[str]


def shared_statements(pages: Sequence[ComparedPage], keyword: str, language: str) -> tuple[SharedStatement, ...]:
    """What three makers' pages or more say, most shared first. The same pages give the same statements."""
    makers = makers_of(pages)
    if len(set(makers)) < LEAST_MAKERS:
        return ()
    sentences = _sentences(pages, keyword, language)
    if len(sentences) < LEAST_MAKERS:
        return ()
    found = []
    for members, likeness in _groups(sentences):
        shared = len({makers[sentences[number].page] for number in members})
        if shared < LEAST_MAKERS:
            continue
        order = sorted(range(len(members)), key=lambda place: (-float(likeness[place].sum()), members[place]))
        ordered = [sentences[members[place]] for place in order]
        stated = tuple(StatedBy(pages[one.page].reading.url, one.text, figures_in(one.text, language)) for one in ordered)
        found.append((shared, float(likeness.mean()), SharedStatement(stated[0].text, len({one.page for one in ordered}), stated)))
    found.sort(key=lambda row: (-row[0], -row[1], row[2].text))
    return tuple(statement for *_, statement in found[:MOST_STATEMENTS])


def sentence_key(text: str) -> str:
    """What stands for a sentence: the same for the same words, whatever stands between them. A statement has those of all its sentences, so that a decision
    on it holds as long as the sentence it was made by is one of them."""
    words = " ".join(_WORD.findall(text.lower()))
    return "m-" + hashlib.sha256(words.encode()).hexdigest()[:12]


def figures_in(text: str, language: str) -> tuple[str, ...]:
    """The figures of a sentence with what they count, as they are written."""
    functional, found = function_words(language), []
    for match in _FIGURE.finditer(text):
        number, _, unit = match.group(0).strip().rpartition(" ")
        found.append(number if number and unit.lower() in functional else _UNIT_BESIDE.sub(" ", match.group(0).strip()))
    return tuple(dict.fromkeys(found))


def figures_side_by_side(figures: Iterable[Sequence[str]]) -> str:
    """The figures of a statement's sentences, most frequent first, each with its number of sentences where that is more than one. figures: by sentence."""
    counts = Counter(figure for some in figures for figure in some)
    return "; ".join(figure if count == 1 else f"{figure} ({count})" for figure, count in counts.most_common(MOST_FIGURES))


def _sentences(pages: Sequence[ComparedPage], keyword: str, language: str) -> list[_Sentence]:
    left_out = function_words(language) | {token.lemma for token in tokenize(keyword, language)}
    by_page = []
    for number, page in enumerate(pages):
        found = []
        for block in page.reading.main_blocks():
            if block.kind in ("heading", "code"):
                continue
            for sentence in analyse_text(block.text, language):
                if sentence.natural and LEAST_WORDS <= sentence.words <= MOST_WORDS:
                    words = frozenset(w for w in sentence.lemmas if w not in left_out and (len(w) > 2 or w.isdigit()))
                    if len(words) >= LEAST_CONTENT:
                        found.append(_Sentence(number, " ".join(block.text[sentence.start : sentence.end].split()), words))
        by_page.append(found)
    each = MOST_SENTENCES // max(1, len(by_page))
    return [sentence for found in by_page for sentence in found[:each]]


def _groups(sentences: Sequence[_Sentence]) -> list[tuple[list[int], Numbers]]:
    """Groups of two sentences or more: their numbers, and how alike they are, shape (members, members). What has no sentence as like as CUT stands alone, so only
    sentences that chains of such likeness join need be grouped together."""
    from scipy import sparse  # 40 MB, and a process that only scores groups nothing
    from scipy.cluster.hierarchy import fcluster, linkage
    from scipy.sparse.csgraph import connected_components

    used = Counter(word for sentence in sentences for word in sentence.words)
    number_of = {word: number for number, word in enumerate(sorted(used))}
    rarity = np.array([math.sqrt(math.log(len(sentences) / used[word])) for word in sorted(used)], dtype=np.float32)
    places = [(row, number_of[word]) for row, sentence in enumerate(sentences) for word in sorted(sentence.words)]
    rows, columns = (np.array(part) for part in zip(*places, strict=True))
    table = sparse.csr_matrix((rarity[columns], (rows, columns)), shape=(len(sentences), len(number_of)))
    sizes = np.asarray(table.multiply(table).sum(axis=1)).ravel()
    vectors = embed([" ".join(sorted(sentence.words)) for sentence in sentences]).astype(np.float32)
    vectors -= COMMON * vectors.mean(axis=0)
    vectors /= np.linalg.norm(vectors, axis=1, keepdims=True) + 1e-9

    def likeness(some: NDArray[np.int_], others: NDArray[np.int_]) -> Numbers:
        shared = (table[some] @ table[others].T).toarray()
        whole = 0.5 * (sizes[some][:, None] + sizes[others][None, :])
        return np.asarray(MEANING * (vectors[some] @ vectors[others].T) + SHARED_WORDS * shared / np.maximum(whole, 1e-9), dtype=np.float32)

    everything = np.arange(len(sentences))
    near: list[tuple[NDArray[np.int_], NDArray[np.int_]]] = []
    for start in range(0, len(sentences), ROWS):
        first, second = np.nonzero(likeness(everything[start : start + ROWS], everything) >= CUT)
        near.append((first + start, second))
    joined = sparse.coo_matrix(
        (np.ones(sum(len(a) for a, _ in near)), (np.concatenate([a for a, _ in near]), np.concatenate([b for _, b in near]))),
        shape=(len(sentences), len(sentences)),
    )
    labels = connected_components(joined, directed=False)[1]
    order = np.argsort(labels, kind="stable")
    groups = []
    for members in np.split(order, np.flatnonzero(np.diff(labels[order])) + 1):
        if len(members) < LEAST_MAKERS:
            continue
        alike = likeness(members, members)
        apart = np.clip(1.0 - alike[np.triu_indices(len(members), 1)].astype(float), 0.0, None)
        parts = fcluster(linkage(apart, "average"), 1.0 - CUT, "distance")
        for part in dict.fromkeys(parts.tolist()):
            chosen = np.flatnonzero(parts == part)
            groups.append((members[chosen].tolist(), alike[np.ix_(chosen, chosen)]))
    return groups
