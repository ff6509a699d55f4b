"""Running text in many languages: the paragraphs of translated manual pages, by language."""

from __future__ import annotations

import gzip
import re
from pathlib import Path

from bench.outside.collections import debian

# folder of the language below man/: the package that has it
PACKAGES = {
    "de": "manpages-de", "fr": "manpages-fr", "es": "manpages-es", "it": "manpages-it", "nl": "manpages-nl", "pt_BR": "manpages-pt-br", "pl": "manpages-pl",
    "cs": "manpages-cs", "da": "manpages-da", "el": "manpages-el", "fi": "manpages-fi", "hu": "manpages-hu", "ja": "manpages-ja", "ro": "manpages-ro",
    "ru": "manpages-ru", "sr": "manpages-sr", "sv": "manpages-sv", "uk": "manpages-uk", "vi": "manpages-vi", "zh_CN": "manpages-zh", "zh_TW": "manpages-zh",
    "nb": "manpages-nb", "tr": "manpages-tr",
}  # fmt: skip
_REQUEST = re.compile(r"^[.'].*$", re.MULTILINE)
_FONT = re.compile(r"\\f(?:\[[A-Z]*\]|\(..|.)")
_ESCAPE = re.compile(r"\\(?:\((?:..)|\[[^\]]*\]|[-&/,^| ]|e|:)")
_PARAGRAPH = re.compile(r"\n\s*\n+")


def paragraphs_of(source: str) -> list[str]:
    """The running text of a manual page in roff, a paragraph each."""
    text = _ESCAPE.sub(lambda m: "-" if m.group() == "\\-" else "", _FONT.sub("", source.replace("\\(aq", "'")))
    return [" ".join(part.split()) for part in _PARAGRAPH.split(_REQUEST.sub("\n", text)) if part.strip()]


def manual_paragraphs(language: str, least: int = 12, pages: int = 60) -> list[str]:
    """Paragraphs of the manual pages in a language ("en": the originals), each of at least so many words (or twice as many signs, without spaces)."""
    folder = debian(PACKAGES.get(language, "manpages")) / "usr/share/man" / (language if language in PACKAGES else "")
    found: list[str] = []
    inside = "**/*.gz" if language in PACKAGES else "man[1-8]/*.gz"
    paths = sorted(p for p in Path(folder).glob(inside) if p.stat().st_size > 2_000)
    for path in paths[:: max(1, len(paths) // pages)][:pages]:
        for paragraph in paragraphs_of(gzip.decompress(path.read_bytes()).decode("utf-8", "replace")):
            if len(paragraph.split()) >= least or len(re.findall(r"[\u3040-\u30ff\u3400-\u9fff]", paragraph)) >= 2 * least:
                found.append(paragraph)
    return found
