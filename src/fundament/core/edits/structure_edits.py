"""Split a long paragraph, ask a question, add images, links and list items."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.edits.model import Change, Possible, span
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.block_features import LONG_PARAGRAPH, PlacedBlock
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice
from fundament.core.scoring.points import structure_target
from fundament.core.yardstick.structure import MEASURES, is_question

PIECE_WORDS = 80  # about so many words go into a paragraph that is split off


def find_long_paragraphs(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """A paragraph of more words than LONG_PARAGRAPH is split between sentences."""
    for place, block in enumerate(features.blocks):
        if block.kind not in ("paragraph", "quote") or block.features.words <= LONG_PARAGRAPH:
            continue
        pieces = _pieces(compiled, block)
        if len(pieces) < 2:
            continue
        subject = " ".join(block.text.split()[:6]) + " …"
        text = f"This paragraph has {block.features.words} words; more than {LONG_PARAGRAPH} are hard to read on a screen. Split it into {len(pieces)}."
        yield Possible(
            "split_paragraph", subject, text, Change(splices=(Splice(place, 1, tuple((block.kind, 0, piece) for piece in pieces)),))
        )


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


def find_structure_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """Counts below their range: images with alt text, links, list items, headings that ask."""
    values = features.structure
    for name, change, what in (
        ("images_with_alt", Change(images=1), "Add {0}."),
        ("internal_links", Change(internal_links=1), "Link {0} more of your own pages."),
        ("external_links", Change(external_links=1), "Link {0} more pages of others that support what you say."),
    ):
        low, high = structure_target(compiled, name)
        missing = int(low - values[name])
        if missing > 0:
            text = f"{values[name]:g} {MEASURES[name]}; {span(low, high)} is usual. {what.format(missing)}"
            many = Change(
                images=missing * change.images,
                internal_links=missing * change.internal_links,
                external_links=missing * change.external_links,
            )
            yield Possible("images" if change.images else "links", MEASURES[name], text, many)
    low, high = structure_target(compiled, "list_items")
    missing = int(low - values["list_items"])
    if missing > 0:
        text = f"{values['list_items']:g} list items; {span(low, high)} is usual. Put {missing} steps or things in a list."
        yield Possible("structure", MEASURES["list_items"], text, Change(blocks=(("list_item", 0, "…"),) * missing))
    low, high = structure_target(compiled, "question_headings")
    missing = int(low - values["counted_question_headings"])
    plain = [n for n, b in enumerate(features.blocks) if b.is_heading and b.level >= 2 and not is_question(b.text)][:missing]
    if plain:
        count = values["counted_question_headings"]
        asked = "No heading asks a question" if not count else f"{count:g} headings ask a question"
        text = f"{asked}; the competitors have {span(low, high)}. Turn {'one' if len(plain) == 1 else len(plain)} of yours into a question."
        splices = tuple(
            Splice(n, 1, (("heading", features.blocks[n].level, features.blocks[n].text.rstrip("?.!: ") + "?"),)) for n in plain
        )
        yield Possible("question", MEASURES["question_headings"], text, Change(splices=splices))
