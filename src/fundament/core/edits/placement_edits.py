"""Title tag, meta description, H1, and uses of the keyword that stand in the wrong zone."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.edits.model import Change, Possible, times
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice
from fundament.core.scoring.points import DESCRIPTION_LENGTH, TITLE_LENGTH, placement_target
from fundament.core.yardstick.build import contains


def find_head_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """Title tag, meta description and H1 that lack the keyword or are too short or long."""
    keyword = compiled.yardstick.keyword
    shown = keyword[:1].upper() + keyword[1:]
    placement = features.placement
    low, high = TITLE_LENGTH
    if placement["title"] < 1.0 or not low <= placement["title_length"] <= high:
        new = _fitted(shown, f"{shown}: what to know before you begin", low, high)
        text = f"{_what_is(placement, 'title', 'title tag')}; {low} to {high} characters with the keyword early are shown whole. Write one."
        yield Possible("title", "title tag", text, Change(title=new))
    low, high = DESCRIPTION_LENGTH
    if placement["description"] < 1.0 or not low <= placement["description_length"] <= high:
        new = _fitted(shown, f"{shown}: how it is done, what it takes, what it costs and what to look out for on the way.", low, high)
        text = f"{_what_is(placement, 'description', 'meta description')}; {low} to {high} characters that hold the keyword are shown whole. Write one."
        yield Possible("description", "meta description", text, Change(description=new))
    if placement["h1"] < 1.0:
        if features.structure["h1"] == 0:
            yield Possible(
                "h1", "H1", "There is no H1. Add one that holds the keyword.", Change(splices=(Splice(0, 0, (("heading", 1, shown),)),))
            )
        else:
            place = next(n for n, block in enumerate(features.blocks) if block.is_heading and block.level == 1)
            text = "The H1 does not hold the keyword word for word. Put it in."
            yield Possible("h1", "H1", text, Change(splices=(Splice(place, 1, (("heading", 1, shown),)),)))


def _what_is(placement: dict[str, float], zone: str, name: str) -> str:
    if not placement[f"{zone}_length"]:
        return f"There is no {name}"
    return f"{placement[f'{zone}_length']:g} characters" + (", and the keyword is not in it word for word" if placement[zone] < 1.0 else "")


def _fitted(shortest: str, longer: str, low: int, high: int) -> str:
    """A text with the keyword and, if it can be, of a length that fits."""
    for text in (longer, shortest):
        if low <= len(text) <= high:
            return text
    return shortest if len(shortest) > high else (longer + " ")[:high].rstrip(" ,:")


def find_moves(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """A use of the keyword moves up into the opening, or into an H2 when the running text has more than enough of it."""
    if features.placement["opening"] < 1.0 and (found := _first_exact_sentence(compiled, features)):
        place, sentence, rest = found
        first = next(n for n, block in enumerate(features.blocks) if block.kind == "paragraph" and block.features.real)
        if first < place:
            opening = features.blocks[first]
            moved = Splice(first, 1, ((opening.kind, opening.level, f"{sentence} {opening.text}"),))
            block = features.blocks[place]
            left = Splice(place, 1, ((block.kind, block.level, rest),) if rest else ())
            paragraph = sum(1 for b in features.blocks[: place + 1] if not b.is_heading)
            text = f"The keyword stands word for word first in block {paragraph} of the text, and not in its first 100 words. Move that sentence up."
            yield Possible("move_use", "keyword into the opening", text, Change(splices=(moved, left)))
    if features.placement["h2"] < 1.0 and features.structure["counted_h2"]:
        keyword = compiled.yardstick.keyword
        headings = [n for n, block in enumerate(features.blocks) if block.is_heading and block.level == 2]
        place = max(headings, key=lambda n: (features.blocks[n].features.keyword, -n))
        heading = features.blocks[place]
        _, high = placement_target(compiled, "body_exact")
        count = features.placement["body_exact"]
        text = f"No H2 holds the keyword word for word. Put it into “{heading.text}”, or into another H2"
        text += f"; the running text has it {times(count)}, which is more than is usual, so it can go from there." if count > high else "."
        new = f"{heading.text.rstrip('?.!: ')}: {keyword}"
        yield Possible("move_use", "keyword into an H2", text, Change(splices=(Splice(place, 1, (("heading", 2, new),)),)))


def _first_exact_sentence(compiled: CompiledYardstick, features: DraftFeatures) -> tuple[int, str, str] | None:
    """(number of the block, the sentence with the exact keyword, what is left of the block), of the first paragraph that has one."""
    for place, block in enumerate(features.blocks):
        if block.kind != "paragraph" or not block.features.exact_keyword:
            continue
        for sentence in analyse_text(block.text, compiled.language):
            if sentence.natural and contains(sentence.lemmas, compiled.keyword_lemmas):
                before, after = block.text[: sentence.start].strip(), block.text[sentence.end :].strip()
                return place, block.text[sentence.start : sentence.end], f"{before} {after}".strip()
    return None
