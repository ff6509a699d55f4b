"""Raw responses and readings: storing them once, and having them as the core's values. Those are kept per process, bounded by bytes."""

from __future__ import annotations

import hashlib
import zlib
from collections.abc import Iterable, Sequence

from django.db.models import QuerySet

from fundament.core import upcasting
from fundament.core.kept import Kept
from fundament.core.plain import to_plain
from fundament.core.reading import model as core
from fundament.core.reading.page.script_application import needs_browser
from fundament.core.version import READING_VERSION, STAGES
from fundament.core.yardstick.page_analysis import PageAnalysis
from fundament.providers.errors import PageError
from fundament.providers.pages import FetchedPage
from fundament.web.sites import analysts
from fundament.web.sites.models import RawResponse, StoredReading

MOST_KEPT_BYTES = 24_000_000  # of stored JSON; as values it takes some four times that
Pair = tuple[core.Reading, PageAnalysis]


_kept: Kept[int, Pair] = Kept(MOST_KEPT_BYTES)  # readings with their analyses, by number


def store_raw(page: FetchedPage) -> RawResponse:
    """Keep a page as it came; the same bytes from the same address are kept once."""
    digest = hashlib.sha256(page.content).hexdigest()
    known = RawResponse.objects.filter(content_hash=digest, final_url=page.url, charset=page.charset[:80]).first()
    if known is not None:
        return known
    return RawResponse.objects.create(
        content_hash=digest, url=page.asked, final_url=page.url, charset=page.charset[:80], notes=to_plain(page.notes),
        body=zlib.compress(page.content, 6), size=len(page.content),
    )  # fmt: skip


def known_reading(reading: core.Reading) -> StoredReading | None:
    """The same content as it is stored already, read and analysed by this version of the core."""
    return _of_today().filter(content_hash=reading.content_hash).first()


def known_reading_of(raw: RawResponse) -> StoredReading | None:
    """What was read of these bytes by this version of the core."""
    return _of_today().filter(raw=raw).first()


def _of_today() -> QuerySet[StoredReading]:
    return StoredReading.objects.filter(version=READING_VERSION, analysis_version=STAGES["analysis"])


def store_reading(
    reading: core.Reading, analysis: PageAnalysis | None = None, raw: RawResponse | None = None, *, account: int = 0
) -> StoredReading:
    """Store a reading with its analysis; the same content is analysed and stored once. analysis: where it is at hand; account: the workspace on whose turn it
    is made else."""
    known = known_reading(reading)
    if known is not None:
        return known
    if analysis is None:
        analysis = analysts.analysis_of(account, reading).result()
    stored, _ = StoredReading.objects.update_or_create(
        content_hash=reading.content_hash,
        version=READING_VERSION,
        defaults={
            "url": reading.url, "reading": to_plain(reading), "analysis": to_plain(analysis), "analysis_version": STAGES["analysis"], "raw": raw,
        },
    )  # fmt: skip
    return stored


def reading_as_core(stored: StoredReading) -> core.Reading:
    """A stored reading as the core's value, without its analysis. Raises StoredValueError where it has to be made anew."""
    known = _kept.get(stored.pk)
    return known[0] if known is not None else upcasting.load("reading", core.Reading, stored.version, stored.reading)


def as_core(stored: StoredReading) -> Pair:
    """A stored reading and its analysis as the core's values. Raises StoredValueError where they have to be made anew."""
    known = _kept.get(stored.pk)
    if known is not None:
        return known
    pair = (
        reading_as_core(stored),
        upcasting.load("analysis", PageAnalysis, stored.analysis_version, stored.analysis),
    )
    size = 40 * sum(len(block.text) for block in pair[0].blocks) // 10 + 120 * len(pair[1].candidates)
    _kept.keep(stored.pk, pair, size)
    return pair


def pairs_of(numbers: Iterable[int]) -> dict[int, Pair]:
    """Readings with analyses by number. One query for those that this process does not have."""
    wanted = list(numbers)
    found = {number: pair for number in wanted if (pair := _kept.get(number)) is not None}
    missing = [number for number in wanted if number not in found]
    for row in StoredReading.objects.filter(pk__in=missing) if missing else ():
        found[row.pk] = as_core(row)
    return found


def without_text(reading: core.Reading) -> PageError:
    """What is to be said of a page that has no text that counts."""
    return PageError("page.needs_browser" if needs_browser(reading) else "page.no_text")


def read_anew(stored: StoredReading, raw: RawResponse | None = None, *, account: int = 0) -> StoredReading:
    """The same page as today's reader has it: read from the raw response where there is one, else what was read of it analysed again. raw: the page as it
    came, where it is known beside the reading.

    Raises StoredValueError when neither can be used: then the page has to be asked for.
    """
    if stored.is_of_today:
        return stored
    raw = stored.raw or raw
    if raw is not None:
        read = analysts.page_read(account, raw.content(), raw.final_url, raw.charset).result()
        return store_reading(read.reading, read.analysis, raw=raw, account=account)
    return store_reading(upcasting.load("reading", core.Reading, stored.version, stored.reading), account=account)


def hashes_of(readings: Sequence[StoredReading]) -> list[str]:
    """What tells readings apart where something is made of them."""
    return [f"{stored.content_hash} {stored.version} {stored.analysis_version}" for stored in readings]
