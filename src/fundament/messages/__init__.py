"""What people read: every word of the interface, of a sentence and of a file comes from here, one folder of FTL files per language (`catalogue` tells how
they are written). British English is in `en-gb/`. What stands in `en-gb/screens/` is put into pages as it is and may hold the tags of emphasis and of keys;
everything else is plain text.
"""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import cache
from typing import Any

from fundament.core.checks.model import Finding
from fundament.core.errors import SaidError
from fundament.core.message import Message
from fundament.core.scoring.model import Item
from fundament.messages.catalogue import Catalogue, read_catalogue

DEFAULT = "en-gb"
_spoken: ContextVar[str] = ContextVar("language of the interface", default=DEFAULT)


@cache
def catalogue_of(language: str) -> Catalogue:
    """The words of a language, read once in a process. Raises FileNotFoundError where there is none."""
    return read_catalogue(language)


def spoken() -> Catalogue:
    """The words of the language in which is spoken here and now."""
    return catalogue_of(_spoken.get())


@contextmanager
def speaking(language: str) -> Iterator[None]:
    """Within it everything is said in a language."""
    token = _spoken.set(language)
    try:
        yield
    finally:
        _spoken.reset(token)


def words(key: str, /, **values: Any) -> str:
    """The words of a key ("results.no_competitor_is_chosen"), with its values. Raises KeyError for a key without words and for a value that is missing."""
    return spoken().words(key, values)


def say(message: Message) -> str:
    """A message in words. Raises KeyError for a code that the language has no words for."""
    return spoken().words(message.code, dict(message.values))


def say_all(messages: Iterable[Message]) -> str:
    """Several messages, one after another."""
    return " ".join(say(message) for message in messages)


def label(key: str) -> str:
    """The name of a measure, part, place, check or other declared thing; the key itself where it has none."""
    return spoken().label(key) or key


def say_error(error: SaidError) -> str:
    """The sentence of an error."""
    return say(error.message)


def language_name(code: str) -> str:
    """The name of a language by its code ("de"), or words for one that could not be told."""
    return spoken().language_name(code)


def format_day(day: datetime.date, *, short: bool = False) -> str:
    """A day in words: "2 December 2026", or short "2 Dec 2026"."""
    return spoken().day(day, short=short)


def number(value: float) -> str:
    """A number as the language writes it, whole from 1,000 on."""
    return words("number.one", number=round(value) if abs(value) >= 1_000 else value)


def subject_of(thing: Finding | Item) -> str:
    """What a finding or an item of the score is about: the name it has from the pages, or that of its measure or place."""
    if thing.subject:
        return thing.subject
    if isinstance(thing, Item):
        return label(f"{thing.part}.{thing.key}" if thing.part == "placement" else thing.key)
    return spoken().label(f"subject.{thing.subject_key}") or label(thing.subject_key)
