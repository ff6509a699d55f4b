"""The range strip: a hairline from least to most, a bar over the middle half, a notch at the median, our mark on it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from fundament.messages import words

WIDTH, HEIGHT = 150, 18
_EDGE = 5


@dataclass(frozen=True)
class Tick:
    """A competitor's value, its name, and where it leads."""

    value: float
    name: str
    address: str


def range_strip(
    least: float,
    low: float,
    median: float,
    high: float,
    most: float,
    ours: float | None = None,
    *,
    unit: str = "",
    width: int = WIDTH,
    ticks: Sequence[Tick] = (),
) -> SafeString:
    """Draw a range. All values in the same unit; ours is the text's figure (None for none); ticks: every competitor. What is beyond the end of the scale is an arrow there.
    Returns an SVG element."""
    end = max(most, ours or 0.0, 1e-9) * 1.04

    def x(value: float) -> str:
        return f"{_EDGE + (width - 2 * _EDGE) * max(0.0, value) / end:.1f}"

    fine = format_html_join("", "{}", ((_tick(tick, x, most, width),) for tick in ticks))
    said = words(
        "strip.range", least=f"{least:g}", low=f"{low:g}", high=f"{high:g}", median=f"{median:g}", most=f"{most:g}", unit=unit
    ).strip()
    mark = SafeString("")
    if ours is not None:
        said = words("strip.ours", ours=f"{ours:g}", range=said)
        state = "below" if ours < low else "above" if ours > high else "within"
        mark = format_html('<path class="strip-ours strip-{}" d="M{} 0.5l4 5h-8z"/>', state, x(ours))
    bar = max(2.0, float(x(high)) - float(x(low)))
    return format_html(
        '<svg class="range-strip" width="{w}" height="{h}" viewBox="0 0 {w} {h}" role="{role}" aria-label="{said}"><title>{said}</title>'
        '<line class="strip-line" x1="{a}" x2="{e}" y1="11" y2="11"/><rect class="strip-bar" x="{lo}" y="8" width="{bar}" height="6"/>'
        '<line class="strip-median" x1="{m}" x2="{m}" y1="6" y2="16"/>{fine}{mark}</svg>',
        w=width, h=HEIGHT, said=said, a=x(least), e=x(most), lo=x(low), bar=f"{bar:.1f}", m=x(median), mark=mark, fine=fine, role="group" if ticks else "img",
    )  # fmt: skip


def _tick(tick: Tick, x: Callable[[float], str], most: float, width: int) -> SafeString:
    """A fine tick that names its competitor and leads to it; beyond the scale an arrow at its end. Two hundred of them on a screen are no stops for Tab: whoever goes by keys has
    the same numbers under Compare."""
    if tick.value > most * 1.04:
        drawn = format_html('<path class="strip-beyond" d="M{} 11l-5 -3v6z"/>', width - 1)
    else:
        drawn = format_html(
            '<line class="strip-tick" x1="{0}" x2="{0}" y1="1" y2="7"/><line class="strip-hit" x1="{0}" x2="{0}" y1="0" y2="8"/>',
            x(tick.value),
        )
    return format_html(
        '<a href="{}" tabindex="-1" aria-label="{}: {}"><title>{}: {}</title>{}</a>',
        tick.address,
        tick.name,
        f"{tick.value:g}",
        tick.name,
        f"{tick.value:g}",
        drawn,
    )
