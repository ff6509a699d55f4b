"""Which language a text is in."""

from __future__ import annotations

import functools
from typing import Any

SUPPORTED = ("en", "de", "fr", "es", "it", "nl", "pt", "pl")
NAMES = {
    "en": "English", "de": "German", "fr": "French", "es": "Spanish", "it": "Italian", "nl": "Dutch", "pt": "Portuguese", "pl": "Polish",
}  # fmt: skip


def lacks_of(language: str) -> str:
    """What is not measured in a language, in a sentence; "" for English, which has everything."""
    if language == "en":
        return ""
    return (
        f"The pages are in {NAMES.get(language, language)}. Terms, subtopics, structure and placement are measured; entities, which need a tagger for names and "
        "kinds, are not, and the points of that part go to the others. Headings are grouped by the words they share more than by meaning."
    )


@functools.cache
def _identifier() -> Any:
    from py3langid.langid import MODEL_FILE, LanguageIdentifier

    identifier = LanguageIdentifier.from_model_file(MODEL_FILE)
    identifier.set_languages(list(SUPPORTED))
    return identifier


def detect_language(text: str, *, stated: str = "") -> str:
    """The two-letter code of the language, one of SUPPORTED.

    stated: what the page says of itself; it decides when the text has under 12 words.
    """
    if len(text.split()) < 12:
        return stated if stated in SUPPORTED else "en"
    code, _ = _identifier().classify(text)
    return str(code)
