"""The core sample: the score as a drilled core of five layers.

Each layer is as thick as its weight and filled from its left edge as far as it is earned. Beside it a scale from 0 to 100 with the
competitors' totals as fine ticks, the aim as a line, and the draft's own total as a mark.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from fundament.messages import label


@dataclass(frozen=True)
class Layer:
    """One part of the score. points of max."""

    name: str
    points: float
    max: float


def core_sample(
    layers: Sequence[Layer], *, total: float | None, aim: float = 0.0, ticks: Sequence[float] = (), height: int = 420, width: int = 72
) -> SafeString:
    """Draw the score of a text. total None draws an empty core. Returns an SVG element with the figures in its title."""
    scale = height / 100.0
    core_width = width * 0.52
    pieces, top = [], 0.0
    for layer in layers:
        thick = layer.max * scale
        filled = core_width * (layer.points / layer.max if layer.max else 0.0)
        pieces.append((layer.name, f"{top:.1f}", f"{core_width:.1f}", f"{thick:.1f}", f"{max(0.0, filled):.1f}"))
        top += thick
    drawn = format_html_join(
        "",
        '<g class="layer layer-{0}"><rect class="layer-ground" x="0.5" y="{1}" width="{2}" height="{3}"/>'
        '<rect class="layer-earned" x="0.5" y="{1}" width="{4}" height="{3}"/></g>',
        pieces,
    )
    left, right = core_width + 4, width - 1.0
    tick_lines = format_html_join(
        "", '<line class="core-tick" x1="{}" x2="{}" y1="{}" y2="{}"/>',
        ((f"{left + 3:.1f}", f"{left + 11:.1f}", f"{height - t * scale:.1f}", f"{height - t * scale:.1f}") for t in ticks),
    )  # fmt: skip
    aim_line = SafeString("")
    if aim:
        y = f"{height - aim * scale:.1f}"
        aim_line = format_html('<line class="core-aim" x1="0" x2="{}" y1="{}" y2="{}"/>', f"{right:.1f}", y, y)
    mark = SafeString("")
    words = "No score yet"
    if total is not None:
        middle = height - total * scale
        mark = format_html('<path class="core-total" d="M{} {}l7 -4.5v9z"/>', f"{left + 3:.1f}", f"{middle:.1f}")
        parts = ", ".join(f"{label(x.name).lower()} {x.points:.1f} of {x.max:.0f}" for x in layers)
        words = f"Score {total:.1f} of 100; {f'aim {aim:.0f}' if aim else 'no aim'}; {parts}"
    return format_html(
        '<svg class="core-sample" width="{w}" height="{h}" viewBox="0 -6 {w} {hh}" role="img" aria-label="{words}"><title>{words}</title>'
        '{drawn}<line class="core-scale" x1="{l}" x2="{l}" y1="0" y2="{ht}"/>{ticks}{aim}{mark}</svg>',
        w=width, h=height + 12, hh=height + 12, ht=height, words=words, drawn=drawn, l=f"{left + 3:.1f}", ticks=tick_lines, aim=aim_line,
        mark=mark,
    )  # fmt: skip
