"""The core sample: the score as a drilled core on one upright scale from 0 to 100.

From the bottom up stand the points earned, a layer for each part, so that the solid core ends at the score; above it, as empty outlines in the same order, what each part still lacks. The aim is a
line across, the competitors' totals are fine ticks beside it, all on the same scale. Layers are told apart by pattern, in ink: colours belong to states. The patterns are in `parts/patterns.html`, once on a page.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from fundament.messages import label, words

LEAST_DRAWN = 0.05  # points: thinner layers are not drawn


@dataclass(frozen=True)
class Layer:
    """One part of the score. points of max."""

    name: str
    points: float
    max: float


def core_sample(
    layers: Sequence[Layer], *, total: float | None, aim: float = 0.0, ticks: Sequence[float] = (), height: int = 420, width: int = 72, opens: bool = False,
    excused: float = 0.0,
) -> SafeString:  # fmt: skip
    """Draw the score of a text. total None draws an empty core. opens: a click on a layer, solid or empty, opens its panel. excused: points that are not for this page, a hatched outline at
    the top. Returns an SVG element with the figures in its title."""
    scale, core_width = height / 100.0, width * 0.52
    left, right = core_width + 4, width - 1.0

    def y(points: float) -> str:
        return f"{height - points * scale:.1f}"

    drawn = format_html_join(
        "", "{}", ((_piece(*piece, core_width=core_width, scale=scale, height=height, opens=opens),) for piece in _pieces(layers))
    )
    tick_lines = format_html_join(
        "",
        '<line class="core-tick" x1="{}" x2="{}" y1="{}" y2="{}"/>',
        ((f"{left + 3:.1f}", f"{left + 11:.1f}", y(t), y(t)) for t in ticks),
    )
    aim_line = (
        format_html('<line class="core-aim" x1="0" x2="{}" y1="{}" y2="{}"/>', f"{right:.1f}", y(aim), y(aim)) if aim else SafeString("")
    )
    hatched = SafeString("")
    if excused >= LEAST_DRAWN:
        hatched = format_html(
            '<g class="core-excused"><title>{}</title><rect x="0.5" y="0" width="{}" height="{}" fill="url(#pattern-excused)" pointer-events="none"/></g>',
            words("core_sample.excused_why", points=f"{excused:.1f}"), f"{core_width:.1f}", f"{min(excused, 100.0) * scale:.1f}",
        )  # fmt: skip
    mark, said = SafeString(""), words("core_sample.no_score")
    if total is not None:
        mark = format_html('<path class="core-total" d="M{} {}l7 -4.5v9z"/>', f"{left + 3:.1f}", y(total))
        parts = ", ".join(
            words("core_sample.part", part=label(x.name).lower(), points=f"{x.points:.1f}", most=f"{x.max:.0f}") for x in layers
        )
        to_reach = words("core_sample.aim", aim=f"{aim:.0f}") if aim else words("core_sample.no_aim")
        said = words("core_sample.score", total=f"{total:.1f}", aim=to_reach, parts=parts)
        said += f"; {words('core_sample.excused', points=f'{excused:.1f}')}" if excused >= LEAST_DRAWN else ""
    return format_html(
        '<svg class="core-sample" width="{w}" height="{h}" viewBox="0 -6 {w} {hh}" role="img" aria-label="{said}">'
        '{drawn}{hatched}<line class="core-scale" x1="{l}" x2="{l}" y1="0" y2="{ht}"/>{ticks}{aim}{mark}</svg>',
        w=width, h=height + 12, hh=height + 12, ht=height, said=said, drawn=drawn, hatched=hatched, l=f"{left + 3:.1f}", ticks=tick_lines, aim=aim_line,
        mark=mark,
    )  # fmt: skip


def _pieces(layers: Sequence[Layer]) -> list[tuple[Layer, bool, float, float]]:
    """(layer, whether it is earned, from, to) on the scale, from the bottom up: first everything that is earned, then what lacks."""
    found, at = [], 0.0
    for is_earned in (True, False):
        for layer in layers:
            thick = max(0.0, layer.points if is_earned else layer.max - layer.points)
            if thick >= LEAST_DRAWN:
                found.append((layer, is_earned, at, at + thick))
            at += thick
    return found


def _piece(
    layer: Layer, is_earned: bool, low: float, high: float, *, core_width: float, scale: float, height: int, opens: bool
) -> SafeString:
    place = format_html(
        'x="0.5" y="{}" width="{}" height="{}"', f"{height - high * scale:.1f}", f"{core_width:.1f}", f"{(high - low) * scale:.1f}"
    )
    says = words(
        "core_sample.earned" if is_earned else "core_sample.lacks",
        part=label(layer.name),
        points=f"{layer.points:.1f}",
        most=f"{layer.max:.0f}",
    )
    kind = "earned" if is_earned else "lacking"
    ground = format_html('<rect class="core-ground" {}/>', place) if is_earned else SafeString("")
    fill = f"url(#pattern-{layer.name})" if is_earned else "none"
    panel = format_html(' data-panel="{}"', layer.name) if opens else SafeString("")
    return format_html(
        '<g class="core-layer core-{}" data-layer="{}"{}><title>{}</title>{}<rect class="core-body" {} fill="{}" pointer-events="all"/></g>',
        kind, layer.name, panel, says, ground, place, fill,
    )  # fmt: skip
