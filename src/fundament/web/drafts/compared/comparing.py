"""Our page and competitors side by side: every figure of the score's parts, structure, placement, title and description, terms and entities."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.model import PART_WEIGHTS, Score
from fundament.core.yardstick.keyword_zones import ZONES, keyword_uses, zone_ranges
from fundament.core.yardstick.measures import MEASURES
from fundament.core.yardstick.model import PageSummary
from fundament.core.yardstick.ranges import robust_range
from fundament.messages import label
from fundament.rendering.text_width import DESCRIPTION_SIZE, TITLE_SIZE, text_width
from fundament.web.drafts.measuring.measuring import measure
from fundament.web.drafts.measuring.texts import text_of
from fundament.web.drafts.models import Draft
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.models import Study

GROUPS = ("score", "structure", "placement", "head", "terms", "entities")


@dataclass(frozen=True)
class Row:
    """A figure of every page. ours: None without a draft. usual: from where to where it is in order, None where nothing is. decimals: shown."""

    group: str
    name: str
    ours: float | None
    theirs: tuple[float | None, ...]
    usual: tuple[float, float] | None = None
    decimals: int = 0

    @property
    def state(self) -> str:
        """How ours stands to the usual: absent, below, within, above, or "" where nothing can be said."""
        if self.ours is None or self.usual is None:
            return ""
        low, high = self.usual
        if self.ours < low:
            return "absent" if self.ours == 0 else "below"
        return "above" if self.ours > high else "within"

    def shown(self, value: float | None) -> str:
        """A value as it is set; a dash where there is none."""
        return "–" if value is None else f"{value:,.{self.decimals}f}"

    @property
    def ours_shown(self) -> str:
        """Our value."""
        return self.shown(self.ours)

    @property
    def theirs_shown(self) -> list[str]:
        """The competitors' values."""
        return [self.shown(value) for value in self.theirs]

    @property
    def differs(self) -> bool:
        """Whether ours is not as usual."""
        return self.state not in ("", "within")


@dataclass(frozen=True)
class Comparison:
    """pages: the competitors in the order of the columns. heads: title and description of ours (first, where there is one) and theirs, with pixels."""

    pages: tuple[PageSummary, ...]
    rows: list[Row]
    heads: list[Head]


@dataclass(frozen=True)
class Head:
    """Title and description of a page, with characters and pixels."""

    name: str
    title: str
    description: str

    @property
    def title_pixels(self) -> int:
        """Of the title in a neutral result entry."""
        return text_width(self.title, TITLE_SIZE)

    @property
    def description_pixels(self) -> int:
        """Of the description."""
        return text_width(self.description, DESCRIPTION_SIZE)


@dataclass(frozen=True)
class _Ours:
    """A draft measured with this study's figures, whichever study it is measured with at its desk."""

    reading: Reading
    features: DraftFeatures
    score: Score


def compare(study: Study, compiled: CompiledYardstick, draft: Draft | None, urls: Iterable[str]) -> Comparison:
    """A draft of the study, or nothing, against the competitors with these addresses, in rank order."""
    wanted = set(urls)
    pages = tuple(page for page in compiled.yardstick.pages if page.url in wanted)
    places = [n for n, page in enumerate(compiled.yardstick.pages) if page.url in wanted]
    ours = _measured(study, draft) if draft is not None else None
    readings = {page.reading.url: page.reading for page in compared_pages(chosen_of(study))}
    found = [readings.get(page.url) for page in pages]
    rows = [
        *_score_rows(compiled, ours, pages), *_structure_rows(compiled, ours, pages), *_placement_rows(compiled, ours, pages),
        *_head_rows(ours, found), *_term_rows(compiled, ours, places), *_entity_rows(compiled, ours, places),
    ]  # fmt: skip
    heads = [Head(draft.name, ours.reading.title, ours.reading.description)] if draft is not None and ours else []
    heads += [Head(page.url, r.title if r else page.title, r.description if r else "") for page, r in zip(pages, found, strict=True)]
    return Comparison(pages, rows, heads)


def _measured(study: Study, draft: Draft) -> _Ours | None:
    found = measure(study.pk, text_of(draft), page=draft.page_id, with_edits=False)
    if found.reading is None or found.features is None or found.score is None:
        return None  # too long to be measured
    return _Ours(found.reading, found.features, found.score)


def _score_rows(compiled: CompiledYardstick, ours: _Ours | None, pages: Sequence[PageSummary]) -> list[Row]:
    yardstick = compiled.yardstick
    aim = (yardstick.aim, 100.0) if yardstick.aim else None
    totals = tuple(yardstick.page_scores.get(page.url) for page in pages)
    rows = [Row("score", label("compare.total"), ours.score.total if ours else None, totals, aim, 1)]
    parts = {part.name: part.points for part in ours.score.parts} if ours else {}
    for name in PART_WEIGHTS:
        theirs = tuple(
            sum(points for key, points in yardstick.page_points[page.url].items() if key.startswith(f"{name}:"))
            if page.url in yardstick.page_points
            else None
            for page in pages
        )
        rows.append(Row("score", label(name), parts.get(name), theirs, _middle([value for value in theirs if value is not None]), 1))
    return rows


def _middle(values: Sequence[float]) -> tuple[float, float] | None:
    """From the lower quartile up: more points are never too many."""
    return (robust_range(values).p25, 100.0) if len(values) > 2 else None


def _structure_rows(compiled: CompiledYardstick, ours: _Ours | None, pages: Sequence[PageSummary]) -> list[Row]:
    rows = []
    for one in MEASURES:
        usual = compiled.yardstick.structure[one.key]
        rows.append(
            Row(
                "structure", label(one.key), ours.features.structure.get(one.key) if ours else None,
                tuple(page.structure.get(one.key) for page in pages), (usual.p25, usual.p75), int(one.is_mean),
            )
        )  # fmt: skip
    return rows


def _placement_rows(compiled: CompiledYardstick, ours: _Ours | None, pages: Sequence[PageSummary]) -> list[Row]:
    yardstick = compiled.yardstick
    own = keyword_uses(ours.reading, yardstick.keyword, yardstick.language) if ours else {}
    ranges = zone_ranges(yardstick)
    return [
        Row(
            "placement", label(f"zone.{zone}"), float(own[zone][0]) if own else None,
            tuple(float(page.keyword_uses[zone][0]) if zone in page.keyword_uses else None for page in pages),
            (ranges[zone][0].p25, ranges[zone][0].p75),
        )
        for zone in ZONES
    ]  # fmt: skip


def _head_rows(ours: _Ours | None, readings: Sequence[Reading | None]) -> list[Row]:
    figures: tuple[tuple[str, Callable[[Reading], int]], ...] = (
        ("title_characters", lambda r: len(r.title)), ("title_pixels", lambda r: text_width(r.title, TITLE_SIZE)),
        ("description_characters", lambda r: len(r.description)), ("description_pixels", lambda r: text_width(r.description, DESCRIPTION_SIZE)),
    )  # fmt: skip
    return [
        Row(
            "head", label(f"compare.{key}"), float(of(ours.reading)) if ours else None, tuple(float(of(r)) if r else None for r in readings)
        )
        for key, of in figures
    ]


def _term_rows(compiled: CompiledYardstick, ours: _Ours | None, places: Sequence[int]) -> list[Row]:
    return [
        Row(
            "terms", term.name, float(ours.features.all_terms[n]) if ours else None, tuple(float(term.counts[place]) for place in places),
            (float(term.low), float(max(term.high, term.ceiling))),
        )
        for n, term in enumerate(compiled.yardstick.terms)
        if term.weight > 0
    ]  # fmt: skip


def _entity_rows(compiled: CompiledYardstick, ours: _Ours | None, places: Sequence[int]) -> list[Row]:
    return [
        Row(
            "entities", entity.name, float(ours.features.recognised[n]) if ours else None,
            tuple(round(100 * entity.salience[place], 1) for place in places), (1.0, float("inf")) if ours else None, 1,
        )
        for n, entity in enumerate(compiled.yardstick.entities)
        if entity.weight > 0
    ]  # fmt: skip
