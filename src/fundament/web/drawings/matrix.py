"""A row of small squares, one for each competitor from the first to the last: the darker, the more."""

from __future__ import annotations

from collections.abc import Iterable

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString


def matrix(cells: Iterable[tuple[int, str]], *, label: str, opens: bool = False) -> SafeString:
    """cells: (step, 0 empty to 4 full; what is said of it when it is pointed at). label: the row in words. opens: a click on a cell opens its row, at the page in its place."""
    drawn = format_html_join(
        "", '<i class="cell step-{}" title="{}"{}></i>', ((*cell, format_html(' data-on="{}"', place) if opens else "") for place, cell in enumerate(cells, 1))
    )  # fmt: skip
    return format_html('<span class="matrix" role="img" aria-label="{}">{}</span>', label, drawn)
