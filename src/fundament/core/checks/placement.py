"""Uses of the keyword that stand in the wrong zone."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import TO_THE_LETTER, Change, Check, Context, Finding
from fundament.core.message import message
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.points import placement_target


class MovesOfUses(Check):
    """A use of the keyword moves up into the opening, or into an H2 when the running text has more than enough of it."""

    id, part = "move_use", "placement"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        yield from self._into_opening(context)
        yield from self._into_h2(context)

    def _into_opening(self, context: Context) -> Iterator[Finding]:
        features = context.features
        found = _first_exact_sentence(features) if features.placement["opening"] < 1.0 else None
        if found is None:
            return
        first = next(n for n, block in enumerate(features.earning) if block.kind == "paragraph" and len(block.features.real))
        if first >= found:
            return
        paragraph = sum(1 for b in features.blocks[: found + 1] if not b.is_heading)
        words = message("check.move_use.opening", block=paragraph)
        yield self.found("opening", "", words, change=Change(placement=(("opening", 1.0),)), block=found)

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
        yield self.found("h2", "", *words, change=Change(placement=(("h2", 1.0),)), block=place)


def _first_exact_sentence(features: DraftFeatures) -> int | None:
    """The number of the first paragraph that has the exact keyword in a sentence that earns."""
    return next((n for n, block in enumerate(features.earning) if block.kind == "paragraph" and block.features.exact_keyword), None)


CHECKS = (MovesOfUses(),)
