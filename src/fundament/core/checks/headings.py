"""Whether headings stand at the right level."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import Check, Context, Finding
from fundament.core.message import message


class HeadingNesting(Check):
    """A heading that is more than one level deeper than the one above it, or a second H1. It counts nothing in the score."""

    id = "heading_nesting"

    def run(self, context: Context) -> Iterator[Finding]:
        above = 0
        mains = 0
        for place, block in enumerate(context.features.blocks):
            if not block.is_heading:
                continue
            if block.level == 1:
                mains += 1
                if mains > 1:
                    yield self.found(f"h1:{place}", block.text, message("check.heading_nesting.second_h1"), block=place)
            elif above and block.level > above + 1:
                words = message("check.heading_nesting.skips", level=block.level, above=above, right=above + 1)
                yield self.found(f"level:{place}", block.text, words, block=place)
            above = block.level


CHECKS = (HeadingNesting(),)
