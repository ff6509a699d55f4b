"""A curve over ranked terms: one line per series, with the terms named below where there is room."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

WIDTH, HEIGHT = 1160, 250
_LEFT, _BOTTOM, _TOP = 46, 74, 12


@dataclass(frozen=True)
class Line:
    """A series: its name, its values in the order of the terms, and the style it is drawn in (first, mean or own)."""

    name: str
    values: Sequence[float]
    style: str


def curve(lines: Sequence[Line], terms: Sequence[str], *, label: str) -> SafeString:
    """Draw the series over the terms. Values are at least 0 and share one unit. Returns an SVG element; its numbers stand in the table below it."""
    most = max((value for line in lines for value in line.values), default=0.0) or 1.0
    step = (WIDTH - _LEFT - 10) / max(1, len(terms))

    def x(number: int) -> float:
        return _LEFT + step * (number + 0.5)

    def y(value: float) -> float:
        return _TOP + (HEIGHT - _TOP - _BOTTOM) * (1.0 - value / most)

    grid = format_html_join(
        "",
        '<line class="curve-grid" x1="{}" x2="{}" y1="{}" y2="{}"/><text class="curve-number" x="{}" y="{}">{}</text>',
        (
            (
                _LEFT,
                WIDTH - 10,
                f"{y(most * share):.1f}",
                f"{y(most * share):.1f}",
                _LEFT - 6,
                f"{y(most * share) + 4:.1f}",
                f"{most * share:.2f}",
            )
            for share in (0.0, 0.5, 1.0)
        ),
    )
    drawn = SafeString("")
    for line in lines:
        points = [(x(n), y(value)) for n, value in enumerate(line.values)]
        if line.style == "own":
            drawn += format_html_join(
                "", '<circle class="curve-own" cx="{}" cy="{}" r="4"/>', ((f"{px:.1f}", f"{py:.1f}") for px, py in points)
            )
        else:
            drawn += format_html(
                '<polyline class="curve-{}" points="{}"/>', line.style, " ".join(f"{px:.1f},{py:.1f}" for px, py in points)
            )
    names = format_html_join(
        "",
        '<text class="curve-term" transform="translate({} {}) rotate(-40)">{}</text>',
        ((f"{x(n) + 4:.1f}", HEIGHT - _BOTTOM + 14, _short(term)) for n, term in enumerate(terms)),
    )
    words = f"{label} of {len(terms)} terms, from the highest mean to the lowest: " + "; ".join(line.name for line in lines)
    return format_html(
        '<svg class="curve" viewBox="0 0 {} {}" role="img" aria-label="{}">{}{}{}</svg>', WIDTH, HEIGHT, words, grid, drawn, names
    )


def _short(term: str) -> str:
    return term if len(term) <= 13 else term[:12] + "…"
