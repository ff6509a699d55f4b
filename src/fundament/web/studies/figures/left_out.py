"""What the pages that are no competitors would have as texts: beside the others, never among them."""

from __future__ import annotations

from collections.abc import Iterable

from fundament.core.kept import Kept
from fundament.core.reading.corrections import overruled
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score
from fundament.web.sites.services.readings import pairs_of
from fundament.web.studies.figures.making import corrections_by_result
from fundament.web.studies.models import Result

Key = tuple[int, int, frozenset[tuple[str, bool]]]
MOST_WORDS = 40_000  # a longer page has no score: nobody waits for it
BYTES_OF_KEY = 400  # by estimate
_kept: Kept[Key, float] = Kept(2_000_000)


def left_out_scores(compiled: CompiledYardstick, results: Iterable[Result], *, only_known: bool = False) -> dict[int, float]:
    """0..100 by result, for those that were read and are not chosen, as they count by hand. The first time takes some tens of milliseconds a page.

    only_known: nothing is worked out; empty unless every one is known.
    """
    left_out = [result for result in results if result.reading_id is not None and not result.chosen and result.words <= MOST_WORDS]
    corrections = corrections_by_result(left_out)
    keys: dict[int, Key] = {r.pk: (compiled.number, r.reading_id or 0, frozenset(corrections.get(r.pk, {}).items())) for r in left_out}
    found = {number: total for number, key in keys.items() if (total := _kept.get(key)) is not None}
    missing = [result for result in left_out if result.pk not in found]
    if only_known:
        return {} if missing else found
    pairs = pairs_of([result.reading_id for result in missing if result.reading_id is not None])
    for result in missing:
        reading, _ = pairs[result.reading_id or 0]
        found[result.pk] = score(overruled(reading, corrections.get(result.pk, {})), compiled).total
        _kept.keep(keys[result.pk], found[result.pk], BYTES_OF_KEY)
    return found
