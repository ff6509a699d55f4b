"""The score of a text over time as steps, with the aim as it stood."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from django.utils.html import format_html
from django.utils.safestring import SafeString

from fundament.messages import words

WIDTH, HEIGHT, EDGE = 720, 150, 30


def score_curve(points: Sequence[tuple[datetime, float, float]]) -> SafeString:
    """Draw (when, score, aim), the earliest first; nothing for fewer than two. Each point is as far from the last as it comes after it in order, not in time: a night's rest is no plateau. The numbers stand in the
    table below it."""
    if len(points) < 2:
        return SafeString("")
    step = (WIDTH - 2 * EDGE) / len(points)

    def y(value: float) -> str:
        return f"{HEIGHT - 14 - (HEIGHT - 24) * value / 100.0:.1f}"

    def line(values: Sequence[float]) -> str:
        pieces = [f"M{EDGE} {y(values[0])}"]
        for number, value in enumerate(values[1:], 1):
            pieces.append(f"H{EDGE + step * number:.1f}V{y(value)}")
        return "".join([*pieces, f"H{WIDTH - EDGE}"])

    scores, aims = [score for _, score, _ in points], [aim for _, _, aim in points]
    said = words("curve.words", before=f"{scores[0]:.0f}", after=f"{scores[-1]:.0f}", steps=len(points), aim=f"{aims[-1]:.0f}")
    return format_html(
        '<svg class="score-curve" viewBox="0 0 {w} {h}" role="img" aria-label="{said}"><title>{said}</title>'
        '<line class="curve-edge" x1="{e}" x2="{r}" y1="{zero}" y2="{zero}"/><line class="curve-edge" x1="{e}" x2="{r}" y1="{most}" y2="{most}"/>'
        '<text x="{t}" y="{zero}">0</text><text x="{t}" y="{most}">100</text><text class="curve-name" x="{r}" y="{named}">{last}</text><text class="curve-name" x="{r}" y="{here}">{now}</text><path class="curve-aim" d="{aim}"/><path class="curve-score" d="{score}"/></svg>',
        w=WIDTH, h=HEIGHT, said=said, e=EDGE, r=WIDTH - EDGE, zero=y(0), most=y(100), t=EDGE - 4, named=f"{float(y(aims[-1])) - 8:.1f}", last=words("curve.aim", aim=round(aims[-1])), here=f"{float(y(scores[-1])) + (12 if scores[-1] < aims[-1] else -8):.1f}", now=words("curve.now", score=round(scores[-1])), aim=line(aims), score=line(scores),
    )  # fmt: skip
