"""How hard a text is to read, by the formulas published for its language.

words per sentence W, syllables per word S, letters L, sentences N per words:

Flesch reading ease (Flesch 1948, "A New Readability Yardstick")              206.835 - 1.015 W - 84.6 S      English; 100 is easy
Flesch-Kincaid grade (Kincaid et al. 1975)                                    0.39 W + 11.8 S - 15.59         English; years of school
Amstad (1978, "Wie verständlich sind unsere Zeitungen?")                      180 - W - 58.5 S                German
Kandel and Moles (1958, "Application de l'indice de Flesch")                  207 - 1.015 W - 73.6 S          French
Fernández Huerta (1959, "Medidas sencillas de lecturabilidad")                206.84 - 1.02 W - 60 S          Spanish
Gulpease (Lucisano and Piemontese 1988)                                       89 + (300 N - 10 L) / words     Italian
Douma (1960, "De leesbaarheid van landbouwbladen")                            206.84 - 0.93 W - 77 S          Dutch
Martins et al. (1996, "Readability formulas applied to textbooks in ... Portuguese")  248.835 - 1.015 W - 84.6 S   Portuguese
Pisarek (1969), non-linear                                                    sqrt(W^2 + P^2) / 2             Polish; P: words of four syllables or more in 100; years of school
LIX (Björnsson 1968)                                                          W + words of seven letters or more in 100   every language; 20 is easy
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.packs import pack_of
from fundament.core.reading.model import Reading

LONG_LETTERS, MANY_SYLLABLES = 7, 4
LEAST_WORDS = 100  # of a text whose figures say anything


@dataclass(frozen=True)
class Counts:
    """What the formulas are worked out from."""

    words: int
    sentences: int
    syllables: int
    letters: int
    long_words: int
    many_syllables: int  # words of MANY_SYLLABLES or more

    @property
    def per_sentence(self) -> float:
        """Words per sentence."""
        return self.words / max(1, self.sentences)

    @property
    def per_word(self) -> float:
        """Syllables per word."""
        return self.syllables / max(1, self.words)


@dataclass(frozen=True)
class Formula:
    """key: its name's. is_ease: higher is easier. languages: for which it was made; empty for all."""

    key: str
    is_ease: bool
    languages: frozenset[str]
    of: Callable[[Counts], float]


FORMULAS = (
    Formula("flesch", True, frozenset(["en"]), lambda c: 206.835 - 1.015 * c.per_sentence - 84.6 * c.per_word),
    Formula("kincaid", False, frozenset(["en"]), lambda c: 0.39 * c.per_sentence + 11.8 * c.per_word - 15.59),
    Formula("amstad", True, frozenset(["de"]), lambda c: 180.0 - c.per_sentence - 58.5 * c.per_word),
    Formula("kandel_moles", True, frozenset(["fr"]), lambda c: 207.0 - 1.015 * c.per_sentence - 73.6 * c.per_word),
    Formula("fernandez_huerta", True, frozenset(["es"]), lambda c: 206.84 - 1.02 * c.per_sentence - 60.0 * c.per_word),
    Formula("gulpease", True, frozenset(["it"]), lambda c: 89.0 + (300.0 * c.sentences - 10.0 * c.letters) / max(1, c.words)),
    Formula("douma", True, frozenset(["nl"]), lambda c: 206.84 - 0.93 * c.per_sentence - 77.0 * c.per_word),
    Formula("martins", True, frozenset(["pt"]), lambda c: 248.835 - 1.015 * c.per_sentence - 84.6 * c.per_word),
    Formula("pisarek", False, frozenset(["pl"]), lambda c: (c.per_sentence**2 + (100.0 * c.many_syllables / max(1, c.words)) ** 2) ** 0.5 / 2.0),
    Formula("lix", False, frozenset(), lambda c: c.per_sentence + 100.0 * c.long_words / max(1, c.words)),
)  # fmt: skip


def count(sentences: Sequence[Sentence], language: str) -> Counts:
    """Count sentences of running text."""
    words = [token.text for sentence in sentences for token in sentence.tokens if any(sign.isalpha() for sign in token.text)]
    syllables = pack_of(language).prose.syllables
    of_word = [syllables(word.lower()) for word in words]
    letters = [sum(sign.isalnum() for sign in word) for word in words]
    return Counts(
        len(words),
        len(sentences),
        sum(of_word),
        sum(letters),
        sum(n >= LONG_LETTERS for n in letters),
        sum(n >= MANY_SYLLABLES for n in of_word),
    )


def counts_of(reading: Reading) -> Counts:
    """Count the running text of a page or draft: paragraphs, items and quotations with natural sentences."""
    sentences = [
        sentence
        for block in reading.main_blocks()
        if block.kind in ("paragraph", "list_item", "quote")
        for sentence in analyse_text(block.text, reading.language)
        if sentence.natural
    ]
    return count(sentences, reading.language)


def readability(counts: Counts, language: str) -> dict[str, float]:
    """The figures of a text by formula, those made for its language first; none for a text of fewer than LEAST_WORDS words."""
    if counts.words < LEAST_WORDS:
        return {}
    return {formula.key: formula.of(counts) for formula in FORMULAS if not formula.languages or language in formula.languages}
