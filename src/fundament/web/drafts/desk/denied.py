"""The passages of a text that earn nothing, each beside what it is like: a competitor's sentence, or an earlier one of the text itself."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any
from urllib.parse import urlsplit

from fundament.core.edits.denied_passages import DeniedPassage, denied_passages
from fundament.core.kept import Kept
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.source_sentence import SourceSentence, source_sentence
from fundament.messages import label, words
from fundament.web.drafts.measuring.exemptions import exemptions_of
from fundament.web.drafts.measuring.measuring import Measured
from fundament.web.drafts.models import Draft
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.models import Study

FIRST_FROM = 5.0  # points; a passage that costs more stands above the edits
MOST_PAIRS = 3  # sentences of a passage that are shown with what they are like
_kept: Kept[tuple[int, int], list[str]] = Kept(8_000_000)  # sentences of a competitor, by yardstick and its number there


def denied_context(draft: Draft, measured: Measured) -> dict[str, Any]:
    """What the panel of edits shows of passages that earn nothing. Where there are none it costs nothing."""
    score, features, compiled, reading = measured.score, measured.features, measured.compiled, measured.reading
    if score is None or features is None or compiled is None or reading is None:
        return {}
    found = denied_passages(compiled, reading, features, score, measured.statements, exemptions_of(draft.page_id, compiled))
    blocks = [block.text for block in reading.blocks]
    rows = [
        {
            "key": reading.blocks[passage.block].key, "guard": passage.guard, "cost": passage.cost, "statement": passage.statement, "why": _why(passage),
            "name": label(f"denied.{passage.guard}"),
            "pairs": list(_pairs(draft, compiled, passage, blocks)), "more": max(0, len(passage.sentences) - MOST_PAIRS),
        }
        for passage in found
    ]  # fmt: skip
    return {"denied_passages": rows, "denied_first": any(passage.cost > FIRST_FROM for passage in found)}


def _why(passage: DeniedPassage) -> str:
    return words(f"denied.why_{passage.guard}", share=passage.share)


def _pairs(draft: Draft, compiled: CompiledYardstick, passage: DeniedPassage, blocks: list[str]) -> Iterable[dict[str, Any]]:
    """The first sentences of a passage, each with where the one beside it stands ("" for the text itself) and that one: what is before the words that both have, these words, and the rest."""
    text = blocks[passage.block]
    for start, end in passage.sentences[:MOST_PAIRS]:
        own = text[start:end].strip()
        beside: dict[str, str] = {}
        if passage.guard == "frame":
            beside = _beside("", source_sentence(own, _sentences_before(compiled, blocks, passage.block, start)))
        elif passage.pages or passage.guard == "pieces":
            pages = passage.pages or tuple(range(len(compiled.yardstick.pages)))
            beside = max(
                (_beside(compiled.yardstick.pages[page].url, source_sentence(own, _sentences_of(draft, compiled, page))) for page in pages),
                key=lambda one: len(one.get("shared", "")),
            )
        yield {"own": own, **beside}


def _beside(url: str, found: SourceSentence | None) -> dict[str, str]:
    if found is None:
        return {}
    text = found.text
    host = (urlsplit(url).hostname or url) if url else ""
    return {"source": host, "url": url, "before": text[: found.start], "shared": text[found.start : found.end], "after": text[found.end :]}


def _sentences_before(compiled: CompiledYardstick, blocks: list[str], place: int, start: int) -> list[str]:
    before = [*blocks[:place], blocks[place][:start]]
    return [text[s.start : s.end].strip() for text in before for s in analyse_text(text, compiled.language) if s.natural]


def _sentences_of(draft: Draft, compiled: CompiledYardstick, page: int) -> list[str]:
    """The sentences of a competitor, by its number in the yardstick; none where its page is no longer among the chosen."""
    known = _kept.get((compiled.number, page))
    if known is None:
        pages = {one.reading.url: one.reading for one in compared_pages(chosen_of(Study.objects.get(pk=draft.measured_by)))}
        for number, competitor in enumerate(compiled.yardstick.pages):
            reading = pages.get(competitor.url)
            texts = [block.text for block in reading.main_blocks()] if reading is not None else []
            sentences = [text[s.start : s.end].strip() for text in texts for s in analyse_text(text, compiled.language)]
            _kept.keep((compiled.number, number), sentences, 100 + 2 * sum(map(len, sentences)))
            if number == page:
                known = sentences
    return known or []
