"""Where a page uses a phrase: every sentence and heading, with the phrase's bounds in it. What a person reads before they decide."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.language.analysis import analyse_text
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.uses import uses_in_sentence
from fundament.core.reading.model import Reading


@dataclass(frozen=True)
class Evidence:
    """A sentence or heading with uses. marks: their bounds in `text`, in characters. level: of a heading, 0 for running text. counts: whether it counts as a use."""

    text: str
    marks: tuple[tuple[int, int], ...]
    level: int = 0
    counts: bool = True

    def pieces(self) -> list[tuple[str, bool]]:
        """The text cut at its marks: (piece, whether it is marked)."""
        found, at = [], 0
        for start, end in self.marks:
            found += [(self.text[at:start], False), (self.text[start:end], True)]
            at = end
        return [piece for piece in (*found, (self.text[at:], False)) if piece[0]]


def evidence_in(reading: Reading, matcher: PhraseMatcher, number: int, language: str) -> list[Evidence]:
    """Every sentence and heading of a page's main content with a use of a phrase, in their order.

    matcher, number: the phrases that are told apart, and the number of the one that is looked for; it is not found inside a longer one.
    """
    found = []
    for block in reading.main_blocks():
        if block.kind == "code":
            continue
        level = block.level if block.kind == "heading" else 0
        for sentence in analyse_text(block.text, language):
            uses = uses_in_sentence(sentence, matcher, language)
            bounds = [sentence.bounds(match.start, match.end) for match in uses.matches if match.phrase == number]
            if bounds:
                start = sentence.start
                marks = tuple((begin - start, end - start) for begin, end in bounds)
                found.append(Evidence(block.text[start : sentence.end], marks, level, not level and number in uses.counted))
    return found
