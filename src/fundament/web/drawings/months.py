"""Searches by month as a row of upright strokes: seasons and trends at a glance."""

from __future__ import annotations

from collections.abc import Mapping

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from fundament.messages import words

HEIGHT, STEP, MOST_MONTHS = 18, 4, 24


def months_strip(months: Mapping[str, float]) -> SafeString:
    """Draw figures by month ("2026-03"), the last MOST_MONTHS of them; nothing for none. The numbers stand in the drawing's words."""
    names = sorted(months)[-MOST_MONTHS:]
    if not names:
        return SafeString("")
    most = max(months[name] for name in names) or 1.0
    width = STEP * len(names)
    bars = format_html_join(
        "", '<line x1="{}" x2="{}" y1="{}" y2="{}"/>',
        ((STEP * n + 2, STEP * n + 2, HEIGHT, f"{HEIGHT - 1 - (HEIGHT - 3) * months[name] / most:.1f}") for n, name in enumerate(names)),
    )  # fmt: skip
    peak = max(names, key=lambda name: months[name])
    least = min(months[name] for name in names)
    said = words("months.strip", **{"from": names[0], "to": names[-1]}, least=round(least), most=round(most), peak=peak)
    return format_html(
        '<svg class="months" width="{}" height="{}" role="img" aria-label="{}"><title>{}</title>{}</svg>', width, HEIGHT, said, said, bars
    )
