"""Which language a text is in."""

from __future__ import annotations

import functools
from typing import Any

from fundament.core.language.packs import pack_of, packs

LEAST_WORDS = 12  # with fewer a text is taken for what the page states
WHEN_UNSURE = "en"


def lacks_of(language: str) -> tuple[str, ...]:
    """Codes of what is not measured in a language; empty for one that has everything."""
    return pack_of(language).lacks


@functools.cache
def _identifier() -> Any:
    from py3langid.langid import MODEL_FILE, LanguageIdentifier

    identifier = LanguageIdentifier.from_model_file(MODEL_FILE)
    identifier.set_languages(list(packs()))
    return identifier


def detect_language(text: str, *, stated: str = "") -> str:
    """The two-letter code of the language, one of those that have a pack.

    stated: what the page says of itself; it decides when the text has under LEAST_WORDS words.
    """
    if len(text.split()) < LEAST_WORDS:
        return stated if stated in packs() else WHEN_UNSURE
    code, _ = _identifier().classify(text)
    return str(code)
