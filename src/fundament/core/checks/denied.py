"""Sentences that earn nothing: say them in other words, vary them, or put them in order.

Quotations are not blamed, so there is nothing to do about them.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from urllib.parse import urlsplit

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.message import message
from fundament.core.scoring.guards.verdicts import Verdict

SHOWN_WORDS = 12  # of the first sentence, so that it is found


class DeniedSentences(Check):
    """What the guards found, told by guard, and copies by the page they are from. The gain is what these sentences would earn in the writer's own words."""

    part = "terms"
    shares = (0.3, 0.8)

    def __init__(self, id: str, guard: str) -> None:
        self.id = id  # type: ignore[misc]
        self.guard = guard

    def run(self, context: Context) -> Iterator[Finding]:
        by_page: dict[int, list[tuple[Verdict, frozenset[int]]]] = {}
        for verdict, terms in zip(context.features.verdicts, context.features.denied_terms, strict=True):
            if verdict.guard == self.guard:
                by_page.setdefault(verdict.page, []).append((verdict, terms))
        for page, verdicts in sorted(by_page.items()):
            first = verdicts[0][0]
            sentence = context.features.blocks[first.block].text[first.start : first.end].split()
            shown = " ".join(sentence[:SHOWN_WORDS]) + (" …" if len(sentence) > SHOWN_WORDS else "")
            source = context.compiled.yardstick.pages[page].url if page >= 0 else ""
            words = message(f"check.{self.id}", sentences=len(verdicts), source=urlsplit(source).hostname or source)
            yield self.found(source or self.guard, shown, words, change=_in_own_words(context, verdicts), block=first.block)


def _in_own_words(context: Context, verdicts: Sequence[tuple[Verdict, frozenset[int]]]) -> Change:
    """What these sentences would earn if they were not denied."""
    uses: Counter[int] = Counter()
    words = 0
    for verdict, terms in verdicts:
        uses.update(terms)
        words += len(context.features.blocks[verdict.block].text[verdict.start : verdict.end].split())
    return Change(uses=tuple((term, float(count)) for term, count in sorted(uses.items())), counts=(("words", float(words)),))


CHECKS = (
    DeniedSentences("own_words", "copied"),
    DeniedSentences("own_statements", "reworded"),
    DeniedSentences("own_pieces", "pieces"),
    DeniedSentences("vary", "frame"),
    DeniedSentences("word_order", "order"),
    DeniedSentences("loosen", "crammed"),
)
