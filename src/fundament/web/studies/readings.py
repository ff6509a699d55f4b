"""Stored readings as the core's values, kept per process so that rebuilding a yardstick need not parse them again."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Iterable

from fundament.core.plain import from_plain, to_plain
from fundament.core.reading import model as core
from fundament.core.reading.corrections import without_repeated
from fundament.core.version import CORE_VERSION
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_analysis import PageAnalysis
from fundament.web.studies import analysts
from fundament.web.studies.models import Reading, Result

_KEPT = 300
_pairs: OrderedDict[int, tuple[core.Reading, PageAnalysis]] = OrderedDict()


def known_reading(reading: core.Reading) -> Reading | None:
    """The same content as it is stored already, analysed by this version of the core."""
    return Reading.objects.filter(content_hash=reading.content_hash, version=CORE_VERSION).first()


def store_reading(reading: core.Reading, analysis: PageAnalysis | None = None) -> Reading:
    """Store a reading with its analysis; the same content is analysed and stored once. analysis: where it is at hand."""
    known = known_reading(reading)
    if known is not None:
        return known
    if analysis is None:
        analysis = analysts.analysis_of(reading).result()
    stored, _ = Reading.objects.get_or_create(
        content_hash=reading.content_hash,
        version=CORE_VERSION,
        defaults={"url": reading.url, "reading": to_plain(reading), "analysis": to_plain(analysis)},
    )
    return stored


def bring_up_to_date(results: Iterable[Result]) -> None:
    """Have readings that an earlier version of the core analysed analysed again. The page itself is not asked for: what was read of it stays."""
    for result in results:
        if result.reading is not None and result.reading.version != CORE_VERSION:
            result.reading = store_reading(from_plain(core.Reading, result.reading.reading))
            result.save(update_fields=["reading"])


def compared_pages(results: Iterable[Result]) -> list[ComparedPage]:
    """The results as competitors for the core. Two queries at most, whatever their number."""
    results = list(results)
    missing = [r.reading_id for r in results if r.reading_id not in _pairs]
    for row in Reading.objects.filter(id__in=missing):
        _pairs[row.id] = (from_plain(core.Reading, row.reading), from_plain(PageAnalysis, row.analysis))
    pages = _without_repeated([ComparedPage(r.rank, *_pairs[r.reading_id]) for r in results])
    for result in results:
        _pairs.move_to_end(result.reading_id)
    while len(_pairs) > _KEPT:
        _pairs.popitem(last=False)
    return pages


def _without_repeated(pages: list[ComparedPage]) -> list[ComparedPage]:
    """The pages without what repeats over several of one site; a page that loses something is analysed again (and that is stored)."""
    corrected = without_repeated([page.reading for page in pages])
    return [
        page if reading is page.reading else ComparedPage(page.rank, reading, from_plain(PageAnalysis, store_reading(reading).analysis))
        for page, reading in zip(pages, corrected, strict=True)
    ]
