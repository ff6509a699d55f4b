"""Uses of the keyword that stand in the wrong zone."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.language.analysis import analyse_text
from fundament.core.message import message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice
from fundament.core.scoring.points import placement_target
from fundament.core.yardstick.structure import contains


class MovesOfUses(Check):
    """A use of the keyword moves up into the opening, or into an H2 when the running text has more than enough of it."""

    id, family, part = "move_use", "placement", "placement"

    def run(self, context: Context) -> Iterator[Finding]:
        yield from self._into_opening(context)
        yield from self._into_h2(context)

    def _into_opening(self, context: Context) -> Iterator[Finding]:
        features = context.features
        found = _first_exact_sentence(context.compiled, features) if features.placement["opening"] < 1.0 else None
        if found is None:
            return
        place, sentence, rest = found
        first = next(n for n, block in enumerate(features.blocks) if block.kind == "paragraph" and len(block.features.real))
        if first >= place:
            return
        opening, block = features.blocks[first], features.blocks[place]
        moved = Splice(first, 1, ((opening.kind, opening.level, f"{sentence} {opening.text}"),))
        left = Splice(place, 1, ((block.kind, block.level, rest),) if rest else ())
        paragraph = sum(1 for b in features.blocks[: place + 1] if not b.is_heading)
        words = message("check.move_use.opening", block=paragraph)
        yield self.found("opening", "", words, change=Change(splices=(moved, left)), block=place)

    def _into_h2(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        if features.placement["h2"] >= 1.0 or not features.structure["counted_h2"]:
            return
        headings = [n for n, block in enumerate(features.blocks) if block.is_heading and block.level == 2]
        place = max(headings, key=lambda n: (features.blocks[n].features.keyword, -n))
        heading = features.blocks[place]
        _, high = placement_target(compiled, "body_exact")
        count = features.placement["body_exact"]
        words = [message("check.move_use.h2", heading=heading.text)]
        if count > high:
            words.append(message("check.move_use.from_text", uses=count))
        new = f"{heading.text.rstrip('?.!: ')}: {compiled.yardstick.keyword}"
        yield self.found("h2", "", *words, change=Change(splices=(Splice(place, 1, (("heading", 2, new),)),)), block=place)


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


CHECKS = (MovesOfUses(),)
