"""Which terms and entities belong into the section on a subtopic: those that competitors write of there more than elsewhere."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.language.analysis import analyse_text
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.uses import uses_in
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import ComparedPage, Subtopic
from fundament.core.yardstick.section_groups.subtopics import sections_of

MOST_TERMS, MOST_ENTITIES = 6, 4
LEAST_LIFT = 1.5  # how many times as dense as on the whole pages
MOST_LIFT = 4.0  # more says no more


@dataclass(frozen=True)
class SectionContents:
    """What a section is proposed to hold: keys of terms and entities, the most telling first."""

    terms: tuple[str, ...] = ()
    entities: tuple[str, ...] = ()


@dataclass(frozen=True)
class _Counted:
    page: str
    heading: str
    words: int
    terms: Counter[int]
    entities: Counter[int]


class CompetitorSections:
    """The sections of all competitors with their uses, counted once."""

    def __init__(self, compiled: CompiledYardstick, pages: Sequence[ComparedPage]) -> None:
        self._compiled = compiled
        self._sections = [
            self._counted(page.reading.url, section.heading, section.text) for page in pages for section in sections_of(page.reading)
        ]

    def contents(self, subtopic: Subtopic) -> SectionContents:
        """What the competitors' sections on a subtopic bring.

        A term or entity is proposed when at least two of the sections (one, where there is no more) use it and it is LEAST_LIFT times as dense there as in all
        sections; ordered by weight x share of the sections x lift. The keyword's own words belong everywhere and are left out.
        """
        wanted = {(heading.url, heading.text) for heading in subtopic.headings}
        inside = [section for section in self._sections if (section.page, section.heading) in wanted]
        terms, entities = self._compiled.yardstick.terms, self._compiled.yardstick.entities
        words = sum(section.words for section in inside), sum(section.words for section in self._sections)
        weights = [0.0 if term.head else term.weight for term in terms]
        here = _telling([s.terms for s in inside], [s.terms for s in self._sections], words, weights)
        meant = _telling([s.entities for s in inside], [s.entities for s in self._sections], words, [e.weight for e in entities])
        return SectionContents(tuple(terms[n].key for n in here[:MOST_TERMS]), tuple(entities[n].key for n in meant[:MOST_ENTITIES]))

    def _counted(self, page: str, heading: str, text: str) -> _Counted:
        language = self._compiled.language
        sentences = analyse_text(text, language)

        def uses(matcher: PhraseMatcher) -> Counter[int]:
            return Counter(uses_in(sentences, matcher, language).counted)

        words = sum(sentence.words for sentence in sentences)
        return _Counted(page, heading, words, uses(self._compiled.term_matcher), uses(self._compiled.entity_matcher))


def _telling(
    inside: Sequence[Counter[int]], everywhere: Sequence[Counter[int]], words: tuple[int, int], weights: Sequence[float]
) -> list[int]:
    """The numbers of what belongs there, the most telling first. words: inside, everywhere."""
    here, there = sum(inside, Counter[int]()), sum(everywhere, Counter[int]())
    values = {}
    for number, uses in here.items():
        sections = sum(1 for section in inside if section[number])
        lift = (uses / max(1, words[0])) / (there[number] / max(1, words[1]))
        if weights[number] > 0 and sections >= min(2, len(inside)) and lift >= LEAST_LIFT:
            values[number] = weights[number] * sections / len(inside) * min(lift, MOST_LIFT)
    return sorted(values, key=lambda number: (-values[number], number))
