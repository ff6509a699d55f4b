"""The languages. A new one is a new file with a PACK, and its name here."""

from __future__ import annotations

import functools
from importlib import import_module

from fundament.core.language.packs.model import LanguagePack, pack_without_data

MODULES = ("english", "german", "french", "spanish", "italian", "dutch", "portuguese", "polish")


@functools.cache
def packs() -> dict[str, LanguagePack]:
    """Every pack by its language's code, in the order of MODULES."""
    found = [import_module(f"{__name__}.{module}").PACK for module in MODULES]
    return {pack.code: pack for pack in found}


@functools.cache
def pack_of(language: str) -> LanguagePack:
    """The pack of a language; one that knows nothing, and says so, for a language without."""
    return packs().get(language) or pack_without_data(language)


@functools.cache
def words_of_all(field: str) -> frozenset[str]:
    """A field's words in every language: for what is asked of a heading whose language is not known for sure."""
    return frozenset().union(*(getattr(pack, field) for pack in packs().values()))
