"""The words of one language, from its FTL files (Fluent, projectfluent.org/fluent).

A key has dots ("page.no_text"); an FTL name has none, so there it is "page-no_text". Names of declared things stand under `label-`. What the files may call,
beside Fluent's own NUMBER and the plurals of every language:

    { SPAN($target) }                     a range given as [low, high]: "3" or "3 to 5"
    { LIST($names) }                      names joined by commas
    { LABEL($measure) }                   the name of a measure, part, place or other declared thing, by its key
    { LABEL($service, of: "service") }    the same, by a key within a group
    { LANGUAGE($code) }                   the name of a language, by its code
"""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Any

from babel import Locale
from babel.dates import format_date
from fluent.runtime import FluentBundle, FluentResource, resolver
from fluent.runtime.types import FluentInt, FluentType
from fluent.runtime.utils import native_to_fluent
from fluent.syntax import ast

FOLDER = Path(__file__).parent
resolver.MAX_PART_LENGTH = 1_000_000  # characters of one value; the passages that are quoted are bounded where they are read


class _Whole(FluentInt):
    """A whole number, in a tenth of the time that the general way takes: a row of a table says several."""

    def format(self, locale: Any) -> str:
        if self.options is not self.default_number_format_options:
            return str(super().format(locale))
        return f"{int(self):,}".replace(",", locale.number_symbols["latn"]["group"])


class _Items(FluentType):
    """Several values, for SPAN and LIST."""

    def __init__(self, items: Iterable[Any]) -> None:
        self.items = tuple(items)

    def format(self, locale: Any) -> str:
        return _listed(self)


class _Bundle(FluentBundle):
    """Fluent's own, which takes whole numbers and lists as they are above."""

    def format_pattern(self, pattern: Any, args: dict[str, Any] | None = None) -> Any:
        problems: list[Exception] = []
        values = {name: _value(value) for name, value in (args or {}).items()}
        said = pattern(resolver.ResolverEnvironment(context=self, current=resolver.CurrentEnvironment(args=values), errors=problems))
        return said, problems


def _value(value: Any) -> Any:
    if type(value) is int:
        return _Whole(value)
    if isinstance(value, list | tuple | set | frozenset):
        return _Items(value)
    return value if value.__class__ is str else native_to_fluent(value)


class Catalogue:
    """Every word of one language."""

    def __init__(self, language: str, sources: Iterable[str]) -> None:
        """language: "en-gb"; sources: the texts of its FTL files. Raises ValueError for what is no FTL and for a name that stands twice."""
        self.language, self.locale = language, Locale.parse(language, sep="-")
        functions: dict[str, Any] = {"SPAN": self._span, "LIST": _listed, "LABEL": self._label_of, "LANGUAGE": self.language_name}
        # without marks around the places: what is said stands in titles and files, too
        self._bundle = _Bundle([language], functions=functions, use_isolating=False)
        self._plain: dict[str, str] = {}
        names: set[str] = set()
        for source in sources:
            resource = FluentResource(source)
            for entry in resource.body:
                if isinstance(entry, ast.Junk):
                    raise ValueError(f"This is no FTL: {entry.content}")
                if isinstance(entry, ast.Message):
                    if entry.id.name in names:
                        raise ValueError(f"{entry.id.name} stands twice")
                    names.add(entry.id.name)
            self._bundle.add_resource(resource)

    def has(self, key: str) -> bool:
        """Whether the language has words for a key."""
        return self._bundle.has_message(_name_in_files(key))

    def words(self, key: str, values: dict[str, Any]) -> str:
        """The words of a key, with its values. Raises KeyError for a key without words and for a value that is missing."""
        name = _name_in_files(key)
        plain = self._plain.get(name)
        if plain is not None:
            return plain
        try:
            pattern = self._bundle.get_message(name).value
        except LookupError:
            raise KeyError(key) from None
        said, problems = self._bundle.format_pattern(pattern, values)
        if problems:
            raise KeyError(f"{key}: {problems[0]}")
        if not values:  # nothing was put into it
            self._plain[name] = str(said)
        return str(said)

    def label(self, key: str) -> str | None:
        """The name of a declared thing, None where it has none."""
        named = f"label.{key}"
        return self.words(named, {}) if self.has(named) else None

    def language_name(self, code: Any) -> str:
        """The name of a language by its code; of a code that nobody knows the code itself."""
        return str(self.locale.languages.get(str(code), code)) if code else self.words("language.unknown", {})

    def day(self, day: datetime.date, *, short: bool = False) -> str:
        """A day in words."""
        return str(format_date(day, "d MMM y" if short else "d MMMM y", locale=self.locale))

    def _label_of(self, key: Any, of: Any = "") -> str:
        whole = f"{of}.{key}" if of else str(key)
        return self.label(whole) or str(key)

    def _span(self, ends: _Items) -> str:
        low, high = ends.items
        return self.words("number.span" if low != high else "number.one", {"low": low, "high": high} if low != high else {"number": low})


def _name_in_files(key: str) -> str:
    return key.replace(".", "-").replace(" ", "_")


def _listed(several: _Items) -> str:
    return ", ".join(str(item) for item in several.items)


def read_catalogue(language: str) -> Catalogue:
    """The catalogue of a language that has a folder here. Raises ValueError for a fault in its files."""
    return Catalogue(language, (path.read_text(encoding="utf-8") for path in files_of(language)))


def files_of(language: str) -> Iterator[Path]:
    """The files of a language, in the order of their names."""
    yield from sorted((FOLDER / language).rglob("*.ftl"))


def languages() -> list[str]:
    """The languages that have words here."""
    return sorted(folder.name for folder in FOLDER.iterdir() if folder.is_dir() and any(folder.glob("*.ftl")))
