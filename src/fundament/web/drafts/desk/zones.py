"""The keyword by zone, word for word and in part, against the competitors: what to add, take out, leave or move; and where the secondary keywords stand."""

from __future__ import annotations

from typing import Any

from fundament.core.message import message
from fundament.core.yardstick.keyword_zones import ZONES, keyword_uses, zone_advice, zone_ranges
from fundament.messages import label, say
from fundament.web.drafts.measuring.measuring import Measured

MOST_SECONDARY = 12
SHOWN_ZONES = ("title", "description", "h1", "h2", "body")  # of a secondary keyword


def zone_context(measured: Measured) -> dict[str, Any]:
    """Rows of zones: exact and partial uses with their ranges and what to do. A zone with too many uses beside one with too few: they can be moved."""
    reading, compiled = measured.reading, measured.compiled
    if reading is None or compiled is None:
        return {}
    yardstick = compiled.yardstick
    own, ranges = keyword_uses(reading, yardstick.keyword, compiled.language), zone_ranges(yardstick)
    rows, more, fewer = [], [], []
    for zone in ZONES:
        exact, partial = own[zone]
        advice = zone_advice(exact, ranges[zone][0], zone)
        if advice.code == "advice.take_out":
            more.append(label(f"zone.{zone}"))
        elif advice.code == "advice.add":
            fewer.append(label(f"zone.{zone}"))
        rows.append(
            {
                "zone": label(f"zone.{zone}"), "exact": exact, "exact_range": ranges[zone][0], "partial": partial, "partial_range": ranges[zone][1],
                "advice": say(advice), "is_right": advice.code == "advice.leave",
            }
        )  # fmt: skip
    secondary = [
        {"phrase": phrase, "counts": [keyword_uses(reading, phrase, compiled.language)[zone][0] for zone in SHOWN_ZONES]}
        for phrase in yardstick.settings.secondary_keywords[:MOST_SECONDARY]
    ]
    moves = say(message("advice.move", more=more, fewer=fewer)) if more and fewer else ""
    return {"zones": rows, "moves": moves, "secondary": secondary, "secondary_zones": [label(f"zone.{zone}") for zone in SHOWN_ZONES]}
