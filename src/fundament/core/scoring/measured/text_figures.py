"""The figures of a text that its points are worked out from: uses, recognised mentions, closeness, headings, section by section.

They can be kept as one string and asked again at another planned length; a text no longer than planned is one section that is always taken.
"""

from __future__ import annotations

import functools
import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.guards.items import is_short_item
from fundament.core.scoring.measured.block_features import TALLY, PlacedBlock, Row
from fundament.core.scoring.measured.coverage import (
    COVERED_FROM,
    NO_HEADS,
    NO_PASSAGES,
    Rows,
    TellingWords,
    best_levels,
    heading_shares,
    passages_of,
    text_shares,
)
from fundament.core.scoring.measured.headings import HEADED_AT, CountedHeadings
from fundament.core.scoring.measured.length import (
    Close,
    Counts,
    Distribution,
    any_of,
    best_of,
    counts_by_section,
    cut_into_sections,
    packed,
    share_of,
    unpacked,
)
from fundament.core.scoring.measured.settled import settled_credit

Numbers = NDArray[np.float64]
HEADING_COUNTS = ("counted_h2", "counted_h3", "counted_question_headings")  # rows of Figures.headings
COUNTED_ROWS = {"counted_paragraphs": "counted_paragraphs", "counted_list_items": "list_items", "exact_keyword": "counted_exact_keyword"}
STORED = 10_000  # similarities are kept in such parts
NO_SHARES: Close = np.zeros((0, 0), dtype=np.float32)
LAYERS, WEIGHT = "|", "*"  # between the layers of packed figures, and between a layer's weight and its figures; base64 has neither


@dataclass(frozen=True, eq=False)
class Sections:
    """A text in sections. number: of each block's section; counts: of what each block earns, see BlockFeatures; all_counts: of all it has, the same list where nothing
    is denied; short: whether it is a short item or cell. heading_places: the blocks of the headings that count; headings: these; heading_similarity: of
    each to the subtopics; words_below: how many earn below each. passages: see `coverage.passages_of`.
    secondary: share of the secondary keywords in each block's best sentence."""

    number: NDArray[np.int32]
    counts: Sequence[Counts]
    all_counts: Sequence[Counts]
    short: NDArray[np.bool_]
    heading_places: tuple[int, ...]
    headings: tuple[PlacedBlock, ...]
    heading_similarity: Numbers
    words_below: tuple[int, ...]
    passages: Rows
    secondary: Sequence[Close | None] = ()

    @staticmethod
    def of(
        blocks: Sequence[PlacedBlock],
        earning: Sequence[PlacedBlock],
        headings: CountedHeadings,
        telling: TellingWords,
        factors: Sequence[float] = (),
    ) -> Sections:
        """blocks: as they were written; earning: what counts of each; headings: of the latter. factors: what substance leaves of each block, () for all."""
        counts = [block.features.counts for block in earning]
        counted = tuple(earning[place] for place in headings.places)
        subtopics = len(headings.similarity)
        number = cut_into_sections(blocks)
        return Sections(
            number=number,
            counts=counts,
            all_counts=counts if earning is blocks else [block.features.counts for block in blocks],
            short=np.array([is_short_item(block.kind, block.features.words) for block in earning], dtype=bool),
            heading_places=headings.places,
            headings=counted,
            heading_similarity=np.array([block.features.heading for block in counted]).reshape(len(counted), subtopics),
            words_below=headings.words_below,
            passages=text_passages(telling, number, earning, factors),
            secondary=[None if block.is_heading else block.features.secondary for block in earning],
        )

    def only(self, kept: Sequence[bool]) -> Sections:
        """The same sections with what these blocks have."""
        counts = [own if keep else own[:0] for own, keep in zip(self.counts, kept, strict=True)]
        return replace(self, counts=counts, all_counts=counts)


@dataclass(frozen=True, eq=False)
class Layer:
    """The blocks of a text with at least a step of credit: weight: the step's height; figures: of them."""

    weight: float
    figures: Figures


@dataclass(frozen=True, eq=False)
class Figures:
    """uses: of the Row, see `counts_by_section`; over: of the terms, all uses whether they earn or not; running: without what stands in short items and cells; either is the
    same array as uses where nothing differs. headings: of HEADING_COUNTS by section. heads: see `coverage.heading_shares`. h2_keyword: the keyword's share in
    each H2 that counts. passages: see `coverage.passages_of`. words: of the whole text. share: q, with which a section is taken.
    settled: whether a subtopic is covered, by its number, where a person said so. h2_secondary, body_secondary: share of each secondary keyword in every H2 that counts, and
    in each section's best sentence, shape (headings or sections, keywords). weight, layers: where substance leaves less of some blocks than of others, see `mean_of_layers`.
    """

    row: Row
    uses: Counts
    over: Counts
    running: Counts
    headings: Counts
    heads: Rows
    h2_keyword: Numbers
    passages: Rows
    words: float
    share: float
    settled: Mapping[int, bool] = field(default_factory=dict)
    h2_secondary: Close = field(default_factory=lambda: NO_SHARES)
    body_secondary: Close = field(default_factory=lambda: NO_SHARES)
    weight: float = 1.0
    layers: tuple[Layer, ...] = ()

    @staticmethod
    def whole(
        row: Row, sums: Numbers, everything: Numbers, running: Numbers, passages: Rows, headings: CountedHeadings,
        secondary: Sequence[Close | None] = (),
    ) -> Figures:  # fmt: skip
        """Of a text no longer than planned, from sums over it. secondary: see Sections. headings: those that count."""
        uses = _of_sums(sums)
        counts = np.array([headings.h2, headings.h3, headings.questions], dtype=float)
        return Figures(
            row=row, uses=uses, over=uses if everything is sums else _of_sums(everything[: row.terms]),
            running=uses if (running == sums).all() else _of_sums(running), headings=_of_sums(counts),
            heads=headings.heads, h2_keyword=np.array([headings.h2_keyword]), passages=passages, words=0.0, share=1.0,
            h2_secondary=_stacked(headings.h2_secondary), body_secondary=_largest(secondary),
        )  # fmt: skip

    def with_factors(self, earning: Sequence[PlacedBlock], factors: Sequence[float]) -> Figures:
        """Of a text no longer than planned, where substance leaves of each block's credit the factor of that place."""
        steps = sorted(set(factors))
        layers = []
        for before, step in itertools.pairwise(steps):
            blocks = [block for block, factor in zip(earning, factors, strict=True) if factor >= step]
            uses = _of_sums(self.row.sum(blocks))
            running = _of_sums(self.row.sum([block for block in blocks if not is_short_item(block.kind, block.features.words)]))
            layers.append(
                Layer(round(step - before, 4), replace(self, uses=uses, over=uses, running=running, heads=NO_HEADS, passages=NO_PASSAGES))
            )
        return replace(self, weight=steps[0], layers=tuple(layers))

    @staticmethod
    def by_section(row: Row, text: Sections, words: float, planned: int, factors: Sequence[float] = ()) -> Figures:
        """Of a text of several sections, at a planned length. words: of the whole text. factors: what substance leaves of each block's credit, () for all."""
        steps = sorted(set(factors))
        whole = Figures._by_section(row, text, words, planned)
        if not steps:
            return whole
        layers = []
        for before, step in itertools.pairwise(steps):
            kept = [factor >= step for factor in factors]
            of_step = Figures._by_section(row, text.only(kept), words, planned)
            layers.append(Layer(round(step - before, 4), replace(of_step, headings=whole.headings, heads=NO_HEADS, passages=NO_PASSAGES)))
        return replace(whole, weight=steps[0], layers=tuple(layers))

    @staticmethod
    def _by_section(row: Row, text: Sections, words: float, planned: int) -> Figures:
        sections = text.number
        uses = counts_by_section(text.counts, sections, row.width)
        over = uses if text.all_counts is text.counts else counts_by_section(text.all_counts, sections, row.width)
        running = uses
        if text.short.any():
            kept = np.flatnonzero(~text.short)
            running = counts_by_section([text.counts[place] for place in kept.tolist()], sections[kept], row.width)
        size = int(sections[-1]) + 1 if len(sections) else 0
        per_section = np.zeros((len(HEADING_COUNTS), size))
        below = np.full((size, text.heading_similarity.shape[1]), -1.0)  # words, of a section under a heading of each subtopic
        for place, heading, similarity, words_below in zip(
            text.heading_places, text.headings, text.heading_similarity, text.words_below, strict=True
        ):
            section = sections[place]
            per_section[:, section] += (heading.level == 2, heading.level > 2, heading.features.asks)
            if heading.level >= 2:
                below[section] = np.maximum(below[section], np.where(similarity >= HEADED_AT, words_below, -1.0))
        headed = np.argwhere(below >= 0.0)
        return Figures(
            row=row, uses=uses, over=over, running=running, headings=_of_table(per_section),
            heads=np.stack([headed[:, 1], below[headed[:, 0], headed[:, 1]]], axis=1).astype(np.float32),
            h2_keyword=np.array([b.features.keyword for b in text.headings if b.level == 2]),
            passages=text.passages, words=words, share=share_of(words, planned),
            h2_secondary=_stacked([b.features.secondary for b in text.headings if b.level == 2]),
            body_secondary=_stacked([_largest(rows)[0] for rows in _by_section(sections, text.secondary) if any(row is not None for row in rows)]),
        )  # fmt: skip

    def with_subtopics_of(self, before: Figures) -> Figures:
        """These figures with what others, of the same blocks, have of the subtopics."""
        return replace(self, heads=before.heads, passages=before.passages)

    def longer_by(self, words: float) -> Figures:
        """The same text with so many more words that say nothing, where it is longer than planned already."""
        longer = self.words + words
        share = min(1.0, self.share * self.words / longer)
        layers = tuple(Layer(layer.weight, layer.figures.longer_by(words)) for layer in self.layers)
        return replace(self, words=longer, share=share, layers=layers)

    @functools.cached_property
    def plain(self) -> Figures:
        """The same as if all blocks had substance."""
        return replace(self, weight=1.0, layers=()) if self.layers or self.weight < 1.0 else self

    def mean_of_layers(self, value: Callable[[Figures], Numbers]) -> Numbers:
        """What a value comes to where the uses of some blocks count in part only.

        The n-th use, in falling order of their credits, adds its credit x (f(n) - f(n - 1)). Summed by parts that is the sum over the steps of the credit of the step's height x f(number of
        uses with at least that credit): the whole text with the least credit, and a layer for each step above it.
        """
        if self.plain is self:
            return value(self)
        return np.asarray(sum((layer.weight * value(layer.figures) for layer in self.layers), self.weight * value(self.plain)))

    @property
    def tally(self) -> int:
        """Where the counts of TALLY begin in a row."""
        return self.row.tally

    @functools.cached_property
    def _chances(self) -> dict[str, Distribution]:
        return {}

    def chances(self, table: str) -> Distribution:
        """How probable each number of uses is: of "uses", "over", "running" or "headings"."""
        known = self._chances.get(table)
        if known is None:
            counts = getattr(self, table)
            same = table in ("over", "running") and counts is self.uses
            known = self._chances[table] = self.chances("uses") if same else Distribution.of(self._needed(table, counts), self.share)
        return known

    def _needed(self, table: str, counts: Counts) -> Counts:
        """Without the rows that are only summed, such as words."""
        if table == "headings":
            return counts
        wanted = (counts[:, 0] < self.row.terms) | np.isin(counts[:, 0], [self.tally + TALLY.index(name) for name in COUNTED_ROWS.values()])
        return counts[wanted]

    def term_mean(self, table: str, credit: Callable[[NDArray[np.int64], Numbers], Numbers]) -> Numbers:
        """The mean of a credit of each term's uses; see `Distribution.mean`."""
        if table != "over" and self.plain is not self:
            return self.mean_of_layers(lambda layer: layer.term_mean(table, credit))
        if self.share >= 1.0:
            totals = self.totals(table)
            return np.asarray(credit(np.arange(self.row.terms), totals[:, None])[:, 0])
        return self.chances(table).mean(self.row.terms, credit)

    def one_mean(self, table: str, term: int, one: Callable[[float], float], many: Callable[[Numbers], Numbers]) -> float:
        """The mean of a credit of one term's uses. one, many: the credit of a number, and of many; a plain number is faster by itself."""
        if table != "over" and self.plain is not self:
            return float(self.mean_of_layers(lambda layer: np.asarray(layer.one_mean(table, term, one, many))))
        if self.share >= 1.0:
            return one(float(self.totals(table)[term]))
        return self.chances(table).mean_at(term, many)

    def totals(self, table: str) -> Numbers:
        """All uses of each term."""
        known = self._totals.get(table)
        if known is None:
            counts = getattr(self, table)
            own = counts[counts[:, 0] < self.row.terms]
            known = self._totals[table] = np.bincount(own[:, 0], weights=own[:, 1] * own[:, 2], minlength=self.row.terms).astype(float)
        return known

    @functools.cached_property
    def _totals(self) -> dict[str, Numbers]:
        return {}

    def recognised(self, table: str = "uses") -> Numbers:
        """The probability that each entity is recognised and that it is told of, half each, as far as substance leaves it."""
        if self.plain is not self:
            return self.mean_of_layers(lambda layer: layer.recognised(table))
        counts = getattr(self, table)
        first = self.row.terms + self.row.entities
        own = counts[(counts[:, 0] >= first) & (counts[:, 0] < self.row.tally)]
        number = np.bincount(own[:, 0] - first, weights=own[:, 2], minlength=2 * self.row.entities)
        return np.asarray(any_of(number.astype(float), self.share).reshape(2, self.row.entities).mean(axis=0))

    def count_mean(self, name: str, credit: Callable[[Numbers], Numbers]) -> float:
        """The mean of a credit of one count: of HEADING_COUNTS or COUNTED_ROWS."""
        table, place = (
            ("headings", HEADING_COUNTS.index(name)) if name in HEADING_COUNTS else ("uses", self.tally + TALLY.index(COUNTED_ROWS[name]))
        )
        if self.share >= 1.0:
            counts = getattr(self, table)
            own = counts[counts[:, 0] == place]
            return float(credit(np.array([float((own[:, 1] * own[:, 2]).sum())]))[0])
        return self.chances(table).mean_at(place, credit)

    def levels(self, subtopics: int) -> Numbers:
        """Whether the text covers each subtopic (1), perhaps does, or does not (0); with what a person settled."""
        return settled_credit(best_levels(self.passages, subtopics), self.settled)

    def text_shares(self, needed: Numbers) -> Numbers:
        """0..1 of each subtopic's share for the text; needed: words. What was perhaps and is settled counts whole, or nothing."""
        passages = self.passages
        if self.settled:
            states = best_levels(passages, len(needed))
            passages = passages.copy()
            for number, covered in self.settled.items():
                if 0.0 < states[number] < 1.0:
                    passages[passages[:, 0] == number, 1] = COVERED_FROM if covered else 0.0
        return text_shares(passages, self.share, needed)

    def headed(self, needed: Numbers) -> Numbers:
        """0..1 of each subtopic's share for a heading; needed: words."""
        return heading_shares(self.heads, self.share, needed)

    def best_h2(self) -> float:
        """The keyword's share in the best H2, in the mean."""
        return float(best_of(self.h2_keyword, self.share))

    def best_secondary(self, zone: str) -> Numbers:
        """The share of each secondary keyword in the best H2 or sentence, in the mean. zone: "h2" or "body"."""
        rows = self.h2_secondary if zone == "h2" else self.body_secondary
        return best_of(rows.astype(float), self.share)

    def pack(self) -> str:
        """As one string; similarities are rounded to a ten-thousandth."""
        if self.plain is not self:
            parts = [(self.weight, self.plain), *((layer.weight, layer.figures) for layer in self.layers)]
            return LAYERS.join(f"{weight}{WEIGHT}{figures.pack()}" for weight, figures in parts)
        wanted = self._stored()
        over = self.over if self.over is not self.uses else self.uses[:0]
        running = self.running if self.running is not self.uses else self.uses[:0]
        return packed(
            *[_stored(counts, wanted) for counts in (self.uses, over, running)], self.headings.astype("<u2"), self.heads.astype("<f4"),
            np.round(self.h2_keyword * STORED).astype("<u2"), self.passages.astype("<f4"),
            np.array([self.row.terms, self.row.entities, int(self.over is not self.uses), int(self.running is not self.uses)], dtype="<u2"),
            np.array([self.words], dtype="<f8"), *[np.round(rows * STORED).astype("<u2") for rows in (self.h2_secondary, self.body_secondary)],
        )  # fmt: skip

    def _stored(self) -> NDArray[np.int64]:
        recognised = self.row.terms + self.row.entities
        counted = [self.tally + TALLY.index(name) for name in COUNTED_ROWS.values()]
        return np.array([*range(self.row.terms), *range(recognised, self.row.tally), *counted])


def _stored(counts: Counts, wanted: NDArray[np.int64]) -> NDArray[np.uint16]:
    return np.minimum(counts[np.isin(counts[:, 0], wanted)], 65_535).astype("<u2")


@functools.lru_cache(maxsize=400)
def figures_at(text: str, planned: int) -> Figures:
    """What `pack` made a string of, at a planned length. Kept, since every decision asks for the competitors' again."""
    if WEIGHT in text:
        (least, _, whole), *others = [part.partition(WEIGHT) for part in text.split(LAYERS)]
        layers = tuple(Layer(float(weight), figures_at(figures, planned)) for weight, _, figures in others)
        return replace(figures_at(whole, planned), weight=float(least), layers=layers)
    uses, over, running, headings, heads, h2_keyword, passages, row, words, h2_secondary, body_secondary = unpacked(text)
    of_row = row.tolist()
    counts = uses.astype(np.int32)
    return Figures(
        row=Row(of_row[0], of_row[1]), uses=counts, over=over.astype(np.int32) if of_row[2] else counts,
        running=running.astype(np.int32) if of_row[3] else counts, headings=headings.astype(np.int32), heads=heads,  # type: ignore[arg-type]
        h2_keyword=h2_keyword.astype(float) / STORED, passages=passages,  # type: ignore[arg-type]
        words=float(words[0]), share=share_of(float(words[0]), planned),
        h2_secondary=(h2_secondary.astype(float) / STORED).astype(np.float32), body_secondary=(body_secondary.astype(float) / STORED).astype(np.float32),
    )  # fmt: skip


def text_passages(
    telling: TellingWords, sections: NDArray[np.int32], earning: Sequence[PlacedBlock], factors: Sequence[float] = ()
) -> Rows:
    """What each passage of a text is to the subtopics. sections: the number of each block's section; earning: what counts of each block; factors: what substance leaves of it, () for all."""
    subtopics = len(telling.shares)
    masks = [(place, block.features.telling) for place, block in enumerate(earning)]
    there = [(place, mask) for place, mask in masks if mask is not None]
    places = [place for place, _ in there]
    if not places:
        return passages_of(
            telling, sections[:0], np.zeros((0, subtopics), np.uint16), np.zeros((0, subtopics), np.float32), np.zeros(0), np.zeros(0)
        )
    return passages_of(
        telling, sections[places],
        np.stack([mask for _, mask in there]), np.stack([earning[place].features.best[0] for place in places]),
        np.array([earning[place].features.real_words for place in places], dtype=float),
        np.array([factors[place] for place in places]) if factors else np.ones(len(places)),
    )  # fmt: skip


def _stacked(rows: Sequence[Close | None]) -> Close:
    there = [row for row in rows if row is not None]
    return np.stack(there) if there else NO_SHARES


def _largest(rows: Sequence[Close | None]) -> Close:
    """The largest of each column over the rows that are there, as one row."""
    there = [row for row in rows if row is not None]
    return np.max(there, axis=0)[None, :] if there else NO_SHARES


def _by_section(sections: NDArray[np.int32], rows: Sequence[Close | None]) -> list[list[Close | None]]:
    found: dict[int, list[Close | None]] = {}
    for section, row in zip(sections.tolist(), rows, strict=True):
        found.setdefault(section, []).append(row)
    return list(found.values())


def _of_sums(sums: Numbers) -> Counts:
    """A whole text's sums as one section."""
    places = np.flatnonzero(sums)
    return np.stack([places, sums[places], np.ones(len(places))], axis=1).astype(np.int32)


def _of_table(table: Numbers) -> Counts:
    """(row, count, sections with it) of a table of counts by section."""
    found = []
    for place, row in enumerate(table):
        counts, number = np.unique(row[row > 0], return_counts=True)
        found += [(place, int(count), int(times)) for count, times in zip(counts, number, strict=True)]
    return np.array(found, dtype=np.int32).reshape(-1, 3)
