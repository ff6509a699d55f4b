"""Nouns and their senses from WordNet's noun files (format: wndb(5))."""

from __future__ import annotations

import functools
import os
import re
from pathlib import Path
from typing import NamedTuple

# lexicographer files of nouns by number, lexnames(5)
_LEXICOGRAPHER = {
    3: "top", 4: "act", 5: "animal", 6: "artefact", 7: "attribute", 8: "body", 9: "cognition", 10: "communication",
    11: "event", 12: "feeling", 13: "food", 14: "group", 15: "location", 16: "motive", 17: "object", 18: "person",
    19: "phenomenon", 20: "plant", 21: "possession", 22: "process", 23: "quantity", 24: "relation", 25: "shape",
    26: "state", 27: "substance", 28: "time",
}  # fmt: skip


def _folder() -> Path | None:
    for place in (os.environ.get("FUNDAMENT_WORDNET", ""), "/usr/share/wordnet", "/usr/share/wordnet/dict"):
        if place and (Path(place) / "index.noun").is_file():
            return Path(place)
    return None


@functools.cache
def _index() -> dict[str, tuple[str, ...]]:
    """Every noun of WordNet with the byte offsets of its senses, most frequent first."""
    folder = _folder()
    if folder is None:
        return {}
    index: dict[str, tuple[str, ...]] = {}
    with (folder / "index.noun").open(encoding="latin-1") as lines:
        for line in lines:
            if not line.startswith(" "):
                fields = line.split()
                index[fields[0]] = tuple(fields[-int(fields[2]) :])
    return index


_DOMAIN = re.compile(r" ;c (\d+) n ")  # pointers to a domain, wninput(5)
_INSTANCE = " @i "
_KIND_OF_NAMED = {"location": "place", "person": "person", "group": "organisation", "object": "place"}


@functools.lru_cache(maxsize=20_000)
def named_kind(phrase: str) -> str:
    """What a name is that WordNet has, in small letters ("london": "place"), by its first sense that is a single thing (an instance, wninput(5)); "" for none."""
    folder = _folder()
    if folder is None:
        return ""
    with (folder / "data.noun").open("rb") as data:
        for offset in _index().get(phrase.replace(" ", "_"), ())[:1]:
            data.seek(int(offset))
            line = data.readline().decode("latin-1").partition("|")[0]
            if _INSTANCE in line:
                return _KIND_OF_NAMED.get(_LEXICOGRAPHER.get(int(line.split(" ", 2)[1]), ""), "")
    return ""


class Sense(NamedTuple):
    """A sense of a noun. kind: one of WordNet's; gloss: without the examples; domains: the fields it belongs to, each by the place of its own noun in the file;
    is_capital: whether it is written with a capital; is_named: whether it is a single thing with a name (an instance, wninput(5))."""

    kind: str
    gloss: str
    domains: tuple[str, ...]
    is_capital: bool = False
    is_named: bool = False


@functools.lru_cache(maxsize=50_000)
def noun_senses(phrase: str) -> tuple[Sense, ...]:
    """The senses of a noun or compound ("lime mortar"), most frequent first; empty when WordNet has no such noun."""
    folder, noun = _folder(), phrase.replace(" ", "_")
    senses = []
    if folder is not None:
        with (folder / "data.noun").open("rb") as data:
            for offset in _index().get(noun, ()):
                data.seek(int(offset))
                said, _, gloss = data.readline().decode("latin-1").partition("| ")
                fields = said.split()
                written = next((word for word in fields[4 : 4 + 2 * int(fields[3], 16) : 2] if word.lower() == noun), noun)
                senses.append(
                    Sense(
                        kind=_LEXICOGRAPHER.get(int(fields[1]), ""),
                        gloss=gloss.partition('; "')[0].strip(),
                        domains=tuple(_DOMAIN.findall(said)),
                        is_capital=written[0].isupper(),
                        is_named=_INSTANCE in said,
                    )
                )
    return tuple(senses)
