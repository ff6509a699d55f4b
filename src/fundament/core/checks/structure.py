"""Split a long paragraph, ask a question, add images, links and list items."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import TO_THE_LETTER, Change, Check, Context, Finding
from fundament.core.language.analysis import analyse_text
from fundament.core.language.words import count_words
from fundament.core.message import message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.block_features import PlacedBlock
from fundament.core.scoring.points import structure_target
from fundament.core.yardstick.structure import LONG_PARAGRAPH, is_question

PIECE_WORDS = 80  # about so many words go into a paragraph that is split off


class LongParagraphs(Check):
    """A paragraph of more words than LONG_PARAGRAPH is split between sentences."""

    id, part = "split_paragraph", "structure"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        for place, block in enumerate(context.features.blocks):
            if block.kind not in ("paragraph", "quote") or block.features.words <= LONG_PARAGRAPH:
                continue
            pieces = _pieces(context.compiled, block)
            if len(pieces) < 2:
                continue
            subject = " ".join(block.text.split()[:6]) + " …"
            words = message("check.split_paragraph", words=block.features.words, most=LONG_PARAGRAPH, pieces=len(pieces))
            left = sum(max(0, count_words(piece) - LONG_PARAGRAPH) for piece in pieces)
            change = Change(counts=(("paragraphs", len(pieces) - 1.0),), long_words=block.features.words - LONG_PARAGRAPH - left)
            yield self.found(str(place), subject, words, change=change, block=place)


class FewCounts(Check):
    """A count below its range: so many more are added."""

    part = "structure"
    shares = TO_THE_LETTER

    def __init__(self, id: str, measure: str) -> None:
        self.id = id  # type: ignore[misc]
        self.measure = measure

    def run(self, context: Context) -> Iterator[Finding]:
        features = context.features
        values = features.structure
        low, high = structure_target(context.compiled, self.measure)
        missing = int(low - features.share * values[self.measure])
        if missing <= 0:
            return
        words = message(f"check.few.{self.measure}", measure=self.measure, value=values[self.measure], target=[low, high], missing=missing)
        yield self.found(self.measure, "", words, change=Change(counts=((self.measure, float(missing)),)))


class QuestionHeadings(Check):
    """Fewer headings that ask than is usual: so many of those there are turned into questions."""

    id, part = "question", "structure"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        features = context.features
        low, high = structure_target(context.compiled, "question_headings")
        count = features.structure["counted_question_headings"]
        missing = int(low - count)
        plain = [n for n, b in enumerate(features.blocks) if b.is_heading and b.level >= 2 and not is_question(b.text)][: max(0, missing)]
        if not plain:
            return
        words = message("check.question.more" if count else "check.question.none", value=count, target=[low, high], turn=len(plain))
        yield self.found("question_headings", "", words, change=Change(counts=(("question_headings", float(len(plain))),)))


def _pieces(compiled: CompiledYardstick, block: PlacedBlock) -> list[str]:
    pieces: list[str] = []
    start = count = 0
    sentences = analyse_text(block.text, compiled.language)
    for sentence in sentences:
        if count and count + sentence.words > PIECE_WORDS:
            pieces.append(block.text[start : sentence.start].strip())
            start, count = sentence.start, 0
        count += sentence.words
    pieces.append(block.text[start:].strip())
    return pieces


CHECKS = (
    LongParagraphs(),
    FewCounts("images", "images_with_alt"),
    FewCounts("internal_links", "internal_links"),
    FewCounts("external_links", "external_links"),
    FewCounts("list_items", "list_items"),
    QuestionHeadings(),
)
