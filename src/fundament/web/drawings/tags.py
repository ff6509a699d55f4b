"""The drawings as template tags."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from math import floor
from typing import Any

from django import template
from django.db.models import QuerySet
from django.utils.html import conditional_escape, format_html_join
from django.utils.safestring import SafeString

from fundament.core.reading.addresses import site_of
from fundament.core.scoring.model import Score
from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.yardstick.model import Range, Yardstick
from fundament.messages import label, say, words
from fundament.web.drawings import core_sample as core
from fundament.web.drawings import range_strip as strip
from fundament.web.drawings.score_curve import score_curve
from fundament.web.drawings.states import state_mark
from fundament.web.table_formats import FORMATS
from fundament.web.templating import message_of

register = template.Library()
SHORT_ADDRESS, LEAST_END = 34, 10  # characters


@register.simple_tag
def exports(address: str, classes: str = "btn btn-sm btn-outline-secondary") -> SafeString:
    """{% exports address %}: a link to a table in each format. address: of the table, with its query ("?sort=weight")."""
    names = [words("exports.first", format=form.name) if place == 0 else form.name for place, form in enumerate(FORMATS.values())]
    sign = "&" if "?" in address and not address.endswith("?") else "" if address.endswith("?") else "?"
    return format_html_join(
        " ",
        '<a class="{}" href="{}{}format={}">{}</a>',
        ((classes, address, sign, key, name) for key, name in zip(FORMATS, names, strict=True)),
    )


@register.simple_tag
def range_of(
    wanted: Range, ours: float | None = None, unit: str = "", width: int = strip.WIDTH, ticks: Sequence[strip.Tick] = ()
) -> SafeString:
    """{% range_of range ours unit width ticks %}; unit: a word, or the key of one ("strip.points")."""
    unit = words(unit) if unit.startswith("strip.") else unit
    return strip.range_strip(wanted.least, wanted.p25, wanted.median, wanted.p75, wanted.most, ours, unit=unit, width=width, ticks=ticks)


@register.filter
def middle_half(wanted: Range, is_mean: bool = False) -> str:
    """{{ range|middle_half }}: "3" or "3 to 5"; counts are whole, means are not."""
    low, high = figure(wanted.p25, is_mean), figure(wanted.p75, is_mean)
    return low if low == high else words("number.span", low=low, high=high)


@register.simple_tag
def target_strip(low: float, high: float, ceiling: float, ours: float | None = None, unit: str | None = None) -> SafeString:
    """{% target_strip low high ceiling ours unit %}: a target range, its ceiling as the end of the hairline."""
    said = words("strip.uses") if unit is None else unit
    return strip.range_strip(0, low, (low + high) / 2, high, max(ceiling, high), ours, unit=said, width=110)


@register.filter
def state_name(state: str) -> str:
    """{{ row.state|state_name }}: a state in words."""
    return label(f"state.{state}")


@register.simple_tag
def state(name: str, word: str = "") -> SafeString:
    """{% state item.state word %}; word: "word" for what counts on somebody's word, "excused" for what is not for this page."""
    return state_mark(name, word)


@register.simple_tag
def core_of(score: Score | None, ticks: list[float], height: int = 420) -> SafeString:
    """{% core_of score ticks height %}: the core sample of a score, or an empty one."""
    if score is None:
        return core.core_sample([core.Layer(n, 0.0, w) for n, w in PART_WEIGHTS.items()], total=None, height=height, opens=True)
    layers = [core.Layer(part.name, part.points, part.max) for part in score.shown_parts]
    return core.core_sample(layers, total=score.total, aim=score.aim, ticks=ticks, height=height, opens=True, excused=score.excused)


@register.simple_tag
def core_thumbnail(noted: dict[str, Any] | None) -> SafeString:
    """{% core_thumbnail draft.score %}: the small core for lists."""
    if not noted:
        return SafeString("")
    layers = [core.Layer(p["name"], p["points"], p["max"]) for p in noted["parts"]]
    return core.core_sample(layers, total=noted["total"], aim=noted["aim"], height=46, width=34, excused=noted.get("excused") or 0.0)


LEAST_SAID = 0.5  # points on a person's word, or excused, that are shown


@register.filter
def aim_words(of: Any) -> str:
    """{{ score|aim_words }}: what the aim is, of a score, a yardstick, or a score noted for lists."""
    noted = of if isinstance(of, dict) else vars(of)
    if not noted["aim"]:
        return words("aim.none")
    aim, enough = f"{noted['aim']:.0f}", f"{noted.get('enough', 0.0):.0f}"
    said = words("aim.firm", aim=aim) if noted.get("is_aim_firm", True) else words("aim.interval", aim=aim, enough=enough)
    for key in ("on_word", "excused"):  # always beside the score
        if noted.get(key, 0.0) >= LEAST_SAID:
            said += f", {words(f'aim.{key}', points=f'{noted[key]:.0f}')}"
    proposed = noted.get("as_proposed")
    if proposed is None or isinstance(of, Yardstick):
        return said
    total, aim_proposed = (proposed["total"], proposed["aim"]) if isinstance(proposed, dict) else (proposed.total, proposed.aim)
    return words("aim.as_proposed", said=said, total=f"{total:.0f}", aim=f"{aim_proposed:.0f}")


@register.simple_tag
def curve_of(points: list[tuple[datetime, float, float]]) -> SafeString:
    """{% curve_of points %}: the score over time."""
    return score_curve(points)


@register.filter
def cause_name(cause: str) -> str:
    """{{ step.cause|cause_name }}: what moved a score."""
    return label(f"cause.{cause}")


@register.filter
def part_name(name: str) -> str:
    """{{ part.name|part_name }}"""
    return label(name)


@register.filter
def table_name(kind: str) -> str:
    """{{ import.kind|table_name }}"""
    return label(f"table.{kind}")


@register.filter
def check_name(check: str) -> str:
    """{{ edit.check|check_name }}"""
    return label(f"check.{check}")


@register.simple_tag(name="say")
def said_here(of_words: str, **values: Any) -> SafeString:
    """{% say "results.of_them_read" pages=pages %}: the words of a key. What is put into them is escaped; of a list, how many it has."""
    return SafeString(words(of_words, **{name: _put_in(value) for name, value in values.items()}))


def _put_in(value: Any) -> Any:
    if value is None:
        return ""
    if isinstance(value, bool | int | float):
        return value
    return len(value) if isinstance(value, list | tuple | dict | QuerySet) else conditional_escape(value)


@register.filter
def or_say(value: Any, key: str) -> Any:
    """{{ value|or_say:"shared.none" }}: a value, or the words of a key where there is none."""
    return value or SafeString(words(key))


@register.filter(name="say")
def said(message: Any) -> str:
    """{{ study.problem|say }}: a message, as the core gives it or as it is stored, in words; nothing for none."""
    return say(message_of(message)) if message else ""


@register.filter
def verb_name(verb: str) -> str:
    """{{ action.verb|verb_name }}"""
    return label(f"verb.{verb}")


@register.filter
def hardness_name(verdict: str) -> str:
    """How hard it is to be among the competitors, in words."""
    return label(f"hardness.{verdict}")


@register.filter
def short_address(address: str) -> str:
    """An address on one line: without its scheme; a long one has its site and its end."""
    plain = (address.partition("://")[2] or address).removeprefix("www.")
    site, _, path = plain.partition("/")
    left = max(LEAST_END, SHORT_ADDRESS - len(site))
    return plain if len(plain) <= SHORT_ADDRESS or len(path) <= left else f"{site}/…{path[-left:]}"


@register.filter
def host(address: str) -> str:
    """The site of an address, as the core tells sites apart."""
    return site_of(address) or address


@register.filter
def decided_name(action: str) -> str:
    """What was decided, in words."""
    return label(f"decided.{action}")


@register.filter
def figure(value: float, is_mean: bool = True) -> str:
    """{{ value|figure }}: whole from 20 up, one decimal below; {{ value|figure:False }}: a count, small halves rounded up."""
    if value >= 20 or value == int(value):
        return f"{value:,.0f}"
    return f"{value:.1f}" if is_mean else str(floor(value + 0.5))


@register.filter
def block_kind(kind: str) -> str:
    """{{ block.kind|block_kind }}"""
    return label(kind)
