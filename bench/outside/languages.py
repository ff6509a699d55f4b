"""Which language short texts are in: pieces of translated manual pages of 12 to 40 words and of 4 to 11.

    ./fundament bench outside.languages [--half tuned|reported] [--worst N]
Every second piece may be tuned on. A piece is right when its language is named, unsure when none is, wrong when another one is.
"""

from __future__ import annotations

import argparse
import re
from collections import Counter, defaultdict
from collections.abc import Iterator

from bench.outside.texts import PACKAGES, manual_paragraphs
from fundament.core.language.detect import detect_language
from fundament.core.language.packs import packs

PIECES = 120  # of each length and language
_ENGLISH = re.compile(r"\b(?:the|of|and|is|to|are|that|for|with|this|be|if|or|an?|by)\b")
_WORDS = re.compile(r"[^\W\d_]+")
_SENTENCE = re.compile(r"(?<=[.!?。])\s+(?=[^\Wa-z])")


def pieces(language: str) -> Iterator[tuple[str, str]]:
    """(length, text): sentences as they stand, long and short ones, without what is mostly code, names or English."""
    counted: Counter[str] = Counter()
    for paragraph in manual_paragraphs(language, least=8, pages=120):
        for sentence in _SENTENCE.split(paragraph):
            spaced = not re.search(r"[\u3040-\u30ff\u3400-\u9fff]", sentence)
            words = len(sentence.split()) if spaced else len(sentence) // 2
            length = "12 to 40 words" if 12 <= words <= 40 else "4 to 11 words" if 4 <= words < 12 else ""
            if not length or counted[length] >= PIECES or not _is_text(sentence, language, words, spaced):
                continue
            counted[length] += 1
            yield length, sentence


def _is_text(sentence: str, language: str, words: int, spaced: bool) -> bool:
    if not spaced:
        return len(re.findall(r"[\u3040-\u30ff\u3400-\u9fff]", sentence)) > 0.6 * len(sentence)
    if language != "en" and 8 * len(_ENGLISH.findall(sentence)) > words:
        return False
    in_small = sum(word.islower() for word in _WORDS.findall(sentence))
    return in_small >= 0.75 * words and not re.search(r"[-/_\\<>{}|]\w|\w[/_=]", sentence)


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench outside.languages")
    parser.add_argument("--half", choices=["tuned", "reported", ""], default="")
    parser.add_argument("--worst", type=int, default=0)
    options = parser.parse_args()
    rows: dict[tuple[str, str, str], Counter[str]] = defaultdict(Counter)
    confused: Counter[tuple[str, str]] = Counter()
    shown = 0
    for language in ("en", *PACKAGES):
        code = {"nb": "no"}.get(language, language[:2])
        for number, (length, text) in enumerate(pieces(language)):
            half = ("tuned", "reported")[number % 2]
            if options.half and half != options.half:
                continue
            found = detect_language(text)
            result = "right" if found == code else "wrong" if found else "unsure"
            rows[half, length, "eight" if code in packs() else "beyond"][result] += 1
            if half == "tuned" and result != "right":
                confused[code, found] += 1
                if shown < options.worst:
                    shown += 1
                    print(f"{code} taken for {found or 'nothing'}: {text[:120]}")
    for (half, length, which), counts in sorted(rows.items(), reverse=True):
        total = counts.total()
        print(
            f"{half}, {length}, {which}: {total} pieces, right {counts['right'] / total:.3f}, wrong {counts['wrong'] / total:.3f}, unsure {counts['unsure'] / total:.3f}"
        )
    print("of the tuned half:", ", ".join(f"{a} for {b or 'nothing'} {n}" for (b, a), n in confused.most_common(24)))


if __name__ == "__main__":
    main()
