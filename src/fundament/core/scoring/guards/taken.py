"""What competitors have from a text: sentences found copied that are the text's own. They earn nothing there, as a copy earns nothing here.

Which passages are its own is either known (an earlier reading of its page is older than the competitor's) or said by a person ("this is ours"). They stay
taken when the text is changed.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING

from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.guards.verdicts import Exemptions

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

MOST_KEPT = 50  # exemptions, of as many drafts
Taken = dict[int, tuple[str, ...]]  # sentences by the number of the competitor that has them


def taken_by_competitors(compiled: CompiledYardstick, exemptions: Exemptions) -> Taken:
    """The sentences of a text's own passages that stand on competitors' pages; empty where nothing is claimed. Kept with the yardstick, for it is asked
    with every keystroke."""
    if not (exemptions.own_passages or exemptions.younger_pages):
        return {}
    known = compiled.taken.get(exemptions)
    if known is None:
        found: dict[int, list[str]] = {}
        for page, sentence in _taken(compiled, exemptions):
            found.setdefault(page, []).append(sentence)
        known = {page: tuple(dict.fromkeys(sentences)) for page, sentences in sorted(found.items())}
        if len(compiled.taken) >= MOST_KEPT:
            compiled.taken.clear()
        compiled.taken[exemptions] = known
    return known


def _taken(compiled: CompiledYardstick, exemptions: Exemptions) -> Iterator[tuple[int, str]]:
    for text in sorted(exemptions.own_passages | exemptions.earlier):
        sentences = [sentence for sentence in analyse_text(text, compiled.language) if sentence.natural]
        for number, page, _ in compiled.copies.in_block(sentences):
            if page not in exemptions.own_pages and (text in exemptions.own_passages or page in exemptions.younger_pages):
                yield page, text[sentences[number].start : sentences[number].end]
