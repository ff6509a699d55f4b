"""What people read, rendered from codes and values. One module per language of the interface; British English is the only one now.

A text is a pattern with named places, as str.format has them, and these forms behind a colon:

    {count:n|word|words}   a number with its noun: "1 word", "1,250 words"
    {count:w|is|are}       the word that goes with a number, without it
    {target:span}          a range given as [low, high]: "3" or "3 to 5"
    {uses:times}           "once", "twice", "3 times"
    {share:%}              a share of 1 as a whole percentage
    {names:list}           names joined by commas
    {value:g}              a number as short as can be
    {measure:label}        the name of a measure, part, place or other declared thing, by its key
    {code:language}        the name of a language, by its code
    {key:field}            the name of a column of a table, by its key
    {key:service}          the name of a service, by its key
    {key:decided}          what was decided, by the decision's key
"""

from __future__ import annotations

import string
from collections.abc import Iterable
from typing import Any

from fundament.core.checks.model import Finding
from fundament.core.errors import SaidError
from fundament.core.language.names import name_of
from fundament.core.message import Message
from fundament.core.scoring.model import Item
from fundament.messages import en_gb

LANGUAGES = {"en-gb": en_gb}
DEFAULT = "en-gb"


class _Words(string.Formatter):
    """str.format with the forms above."""

    def __init__(self, labels: dict[str, str]) -> None:
        self.labels = labels

    def format_field(self, value: Any, format_spec: str) -> str:
        if format_spec[:2] in ("n|", "w|"):
            _, one, many = format_spec.split("|")
            word = one if value == 1 else many
            return f"{number(value)} {word}" if format_spec[0] == "n" else word
        forms = {"span": _span, "times": _times, "list": _listed, "%": _percent, "g": number}
        if format_spec in forms:
            return str(forms[format_spec](value))
        if format_spec == "label":
            return self.labels.get(str(value), str(value))
        if format_spec == "decided":
            return self.labels.get(f"decided.{value}", str(value))
        if format_spec == "service":
            return self.labels.get(f"service.{value}", str(value))
        if format_spec == "field":
            return self.labels.get(f"field.{value}", str(value))
        if format_spec == "language":
            return name_of(str(value))
        return str(value)


def number(value: float) -> str:
    """A number as short as can be, with commas between thousands from 1,000 on."""
    return f"{value:,.0f}" if abs(value) >= 1_000 else f"{value:g}"


def _span(value: Any) -> str:
    low, high = value
    return number(low) if low == high else f"{number(low)} to {number(high)}"


def _times(value: float) -> str:
    return {1: "once", 2: "twice"}.get(int(value) if value == int(value) else -1, f"{number(value)} times")


def _percent(value: float) -> str:
    return f"{value:.0%}"


def _listed(value: Iterable[Any]) -> str:
    return ", ".join(str(item) for item in value)


def say(message: Message, language: str = DEFAULT) -> str:
    """A message in words. Raises KeyError for a code that the language has no words for."""
    words = LANGUAGES[language]
    return str(_Words(words.LABELS).vformat(words.TEXTS[message.code], (), message.values))


def say_all(messages: Iterable[Message], language: str = DEFAULT) -> str:
    """Several messages, one after another."""
    return " ".join(say(message, language) for message in messages)


def label(key: str, language: str = DEFAULT) -> str:
    """The name of a measure, part, place, check or other declared thing; the key itself where it has none."""
    found: str = LANGUAGES[language].LABELS.get(key, key)
    return found


def say_error(error: SaidError, language: str = DEFAULT) -> str:
    """The sentence of an error."""
    return say(error.message, language)


def subject_of(thing: Finding | Item, language: str = DEFAULT) -> str:
    """What a finding or an item of the score is about: the name it has from the pages, or that of its measure or place."""
    if thing.subject:
        return thing.subject
    if isinstance(thing, Item):
        return label(f"{thing.part}.{thing.key}", language) if thing.part == "placement" else label(thing.key, language)
    known = label(f"subject.{thing.subject_key}", language)
    return label(thing.subject_key, language) if known == f"subject.{thing.subject_key}" else known
