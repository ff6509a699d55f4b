"""Pages in old character sets that nothing declares: how many are read as they were written.

    ./fundament bench outside.encodings [--half tuned|reported] [--worst N]
Texts are paragraphs of translated manual pages, as pages of about 60 and of about 600 words; every second page may be tuned on.
"""

from __future__ import annotations

import argparse
import html as entities
import re
from collections import Counter
from collections.abc import Iterator

from bench.outside.texts import manual_paragraphs
from fundament.core.reading.markup_tree.decode import decode_html

# character set: languages
SETS = {
    "windows-1252": ("de", "fr", "es", "nl", "pt_BR", "it", "da", "sv"),
    "iso-8859-15": ("fr", "fi"),
    "windows-1250": ("pl", "cs", "hu"),
    "iso-8859-2": ("pl", "cs", "hu"),
    "windows-1251": ("ru", "uk"),
    "koi8-r": ("ru",),
    "koi8-u": ("uk",),
    "iso-8859-5": ("ru",),
    "cp866": ("ru",),
    "windows-1253": ("el",),
    "iso-8859-7": ("el",),
    "windows-1254": ("tr",),
    "shift_jis": ("ja",),
    "euc_jp": ("ja",),
    "iso2022_jp": ("ja",),
    "gb18030": ("zh_CN",),
    "big5": ("zh_TW",),
    "utf-16-le": ("de", "ja"),
    "utf-8": ("fr", "pl", "ru", "ja", "tr"),
}
PAGES = 6  # of each size, set and language
ENGLISH = re.compile(r"\b(the|of|and|is|to|are|that)\b")


def _is_foreign(paragraph: str, encoding: str) -> bool:
    return len(ENGLISH.findall(paragraph)) * 12 < len(paragraph.split()) + 12 and not paragraph.encode(encoding, "ignore").isascii()


def pages() -> Iterator[tuple[str, str, bytes, str]]:
    """(character set, language, the page's bytes, its text) in an order of their own."""
    for encoding, languages in SETS.items():
        for language in languages:
            paragraphs = [
                p
                for p in manual_paragraphs(language)
                if p.encode(encoding, "ignore").decode(encoding) == p and _is_foreign(p, encoding if encoding != "iso2022_jp" else "utf-8")
            ]
            for words in (60, 600):
                position = 0
                for _ in range(PAGES):
                    taken: list[str] = []
                    while position < len(paragraphs) and sum(max(len(p.split()), len(p) // 5) for p in taken) < words:
                        taken.append(paragraphs[position])
                        position += 1
                    if not taken:
                        break
                    body = "".join(f"<p>{entities.escape(p)}</p>\n" for p in taken)
                    page = f'<!DOCTYPE html>\n<html><head><title>Page</title></head><body><div id="content">\n{body}</div></body></html>\n'
                    yield encoding, language, page.encode(encoding), page


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench outside.encodings")
    parser.add_argument("--half", choices=["tuned", "reported", ""], default="")
    parser.add_argument("--worst", type=int, default=0)
    options = parser.parse_args()
    right: dict[str, Counter[str]] = {"tuned": Counter(), "reported": Counter()}
    everything: dict[str, Counter[str]] = {"tuned": Counter(), "reported": Counter()}
    shown = 0
    for number, (encoding, language, content, text) in enumerate(pages()):
        half = ("tuned", "reported")[number % 2]
        if options.half and half != options.half:
            continue
        found, notes = decode_html(content)
        everything[half][encoding] += 1
        right[half][encoding] += found == text
        if found != text and half == "tuned" and shown < options.worst:
            shown += 1
            at = next((n for n, (a, b) in enumerate(zip(found, text, strict=False)) if a != b), 0)
            print(
                f"{encoding} {language} {len(text.split())} words: {found[at : at + 40]!r} for {text[at : at + 40]!r} {[n.values for n in notes]}"
            )
    for half in ("tuned", "reported"):
        if everything[half]:
            print(f"{half}: {right[half].total()} of {everything[half].total()} right; not all right: " + ", ".join(
                f"{name} {right[half][name]} of {count}" for name, count in everything[half].items() if right[half][name] < count
            ))  # fmt: skip


if __name__ == "__main__":
    main()
