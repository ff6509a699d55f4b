"""What a draft that reworks a page may call its own: what stood there before a competitor had it."""

from __future__ import annotations

from django.db.models import Min

from fundament.core.errors import StoredValueError
from fundament.core.kept import Kept
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.provenance import Origin, exemptions_of_earlier
from fundament.core.scoring.guards.verdicts import NO_EXEMPTIONS, Exemptions
from fundament.web.sites.models import Page, StoredReading
from fundament.web.sites.services.readings import reading_as_core

_kept: Kept[tuple[int, int], Exemptions] = Kept(4_000_000)  # by page and number of the compiled yardstick


def exemptions_of(page_id: int | None, compiled: CompiledYardstick) -> Exemptions:
    """The exemptions of a draft's page against the competitors, worked out once for each yardstick."""
    if page_id is None:
        return NO_EXEMPTIONS
    known = _kept.get((page_id, compiled.number))
    if known is None:
        known = _exemptions(page_id, compiled)
        _kept.keep((page_id, compiled.number), known, 200 + 2 * sum(map(len, known.earlier)))
    return known


def _exemptions(page_id: int, compiled: CompiledYardstick) -> Exemptions:
    page = Page.objects.select_related("reading").filter(pk=page_id).first()
    if page is None or page.reading is None:
        return NO_EXEMPTIONS
    try:
        reading = reading_as_core(page.reading)
    except StoredValueError:
        return NO_EXEMPTIONS
    urls = [competitor.url for competitor in compiled.yardstick.pages]
    seen = dict(StoredReading.objects.filter(url__in=[*urls, reading.url]).values_list("url").annotate(Min("read_at")))
    stated = dict(StoredReading.objects.filter(url__in=urls).order_by("-read_at").values_list("url", "reading__published"))

    def first_seen(url: str) -> str:
        return seen[url].isoformat() if url in seen else ""

    competitors = [Origin(str(stated.get(url) or ""), first_seen(url)) for url in urls]
    return exemptions_of_earlier(reading, Origin(reading.published, first_seen(reading.url)), competitors)
