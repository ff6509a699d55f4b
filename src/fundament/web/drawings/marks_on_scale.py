"""Marks on one common scale: the mean of all as an upright line, the mean of the first ones as a hollow square, ours as a filled triangle."""

from __future__ import annotations

from django.utils.html import format_html
from django.utils.safestring import SafeString

from fundament.messages import words

WIDTH, HEIGHT = 300, 18
_EDGE = 6


def marks_on_scale(mean: float, first: float, ours: float | None, most: float, *, decimals: int = 3) -> SafeString:
    """All values at least 0 and in one unit; most: the end of the scale, the same for all rows of a table. Returns an SVG element."""
    end = most or 1.0

    def x(value: float) -> float:
        return _EDGE + (WIDTH - 2 * _EDGE) * min(1.0, max(0.0, value) / end)

    means = {"mean": f"{mean:.{decimals}f}", "first": f"{first:.{decimals}f}"}
    said = words("scale.means", **means)
    own = SafeString("")
    if ours is not None:
        said = words("scale.means_and_ours", **means, ours=f"{ours:.{decimals}f}")
        own = format_html('<path class="scale-ours" d="M{} 8.5l4 7h-8z"/>', f"{x(ours):.1f}")
    return format_html(
        '<svg class="scale" width="{w}" height="{h}" viewBox="0 0 {w} {h}" role="img" aria-label="{said}"><title>{said}</title>'
        '<line class="strip-line" x1="{a}" x2="{e}" y1="9" y2="9"/><rect class="scale-first" x="{f}" y="6" width="6" height="6"/>'
        '<line class="strip-median" x1="{m}" x2="{m}" y1="2" y2="16"/>{own}</svg>',
        w=WIDTH, h=HEIGHT, said=said, a=_EDGE, e=WIDTH - _EDGE, f=f"{x(first) - 3:.1f}", m=f"{x(mean):.1f}", own=own,
    )  # fmt: skip
