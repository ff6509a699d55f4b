"""The aim by planned length: how high the bar is for a shorter and for a longer text."""

from __future__ import annotations

from collections.abc import Sequence

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from fundament.messages import words

WIDTH, HEIGHT = 460, 170
_LEFT, _RIGHT, _TOP, _BOTTOM = 34, 24, 10, 30


def aim_lengths(points: Sequence[tuple[int, float, float]], planned: int) -> SafeString:
    """Draw (planned words, aim, where enough ends), words rising, at least two; planned: the length that is planned, marked. Returns an SVG element with its numbers
    in words."""
    least, most = points[0][0], points[-1][0]

    def x(words: float) -> str:
        return f"{_LEFT + (WIDTH - _LEFT - _RIGHT) * (words - least) / max(1, most - least):.1f}"

    def y(value: float) -> str:
        return f"{_TOP + (HEIGHT - _TOP - _BOTTOM) * (1.0 - value / 100.0):.1f}"

    grid = format_html_join(
        "", '<line class="curve-grid" x1="{}" x2="{}" y1="{}" y2="{}"/><text class="curve-number" x="{}" y="{}">{}</text>',
        ((_LEFT, WIDTH - _RIGHT, y(value), y(value), _LEFT - 6, float(y(value)) + 4, value) for value in (0, 50, 100)),
    )  # fmt: skip
    numbers = format_html_join(
        "", '<text class="curve-words" x="{}" y="{}">{}</text>', ((x(n), HEIGHT - 10, f"{n:,}") for n, _, _ in _apart(points))
    )
    band = " ".join([*(f"{x(n)},{y(aim)}" for n, aim, _ in points), *(f"{x(n)},{y(enough)}" for n, _, enough in reversed(points))])
    line = " ".join(f"{x(n)},{y(aim)}" for n, aim, _ in points)
    at = x(min(max(planned, least), most))
    said = words("aim_lengths.all", points="; ".join(words("aim_lengths.one", words=n, aim=round(aim)) for n, aim, _ in points))
    return format_html(
        '<svg class="curve aim-lengths" viewBox="0 0 {} {}" role="img" aria-label="{}"><title>{}</title>{}{}'
        '<polygon class="enough-band" points="{}"/><polyline class="curve-mean" points="{}"/><line class="core-aim" x1="{}" x2="{}" y1="{}" y2="{}"/></svg>',
        WIDTH, HEIGHT, said, said, grid, numbers, band, line, at, at, y(100), y(0),
    )  # fmt: skip


def _apart(points: Sequence[tuple[int, float, float]]) -> list[tuple[int, float, float]]:
    """The first, the last, and those between whose numbers have room."""
    least, most = points[0][0], points[-1][0]
    kept = [points[0]]
    for point in points[1:-1]:
        if min(point[0] - kept[-1][0], most - point[0]) > 0.12 * (most - least):
            kept.append(point)
    return [*kept, points[-1]]
