"""Where things stand in the text: uses of a chosen term or entity with why one does not count, sentences that earn nothing, and what the competitors write."""

from __future__ import annotations

from typing import Any

from fundament.core.checks import checks
from fundament.core.checks.denied import DeniedSentences
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.verdicts import DOUBTED
from fundament.core.scoring.uncounted import mentions_in_block, uses_in_block
from fundament.messages import label
from fundament.web.drafts.desk.panels import DENIED, SUBSTANCE
from fundament.web.drafts.measuring.measuring import Measured

Use = tuple[
    str, int, int, str
]  # id of the block, first character, last + 1, why it does not count ("" where it does); characters of the block's text with white space folded


def marks_for(measured: Measured, part: str, key: str) -> list[Use]:
    """Where a term or entity stands in the text, or the sentences that earn nothing, for marking."""
    compiled, reading = measured.compiled, measured.reading
    if compiled is None or reading is None:
        return []
    if part == DENIED and measured.score is not None:
        if key == SUBSTANCE:
            return [(reading.blocks[thin.block].key, 0, len(reading.blocks[thin.block].text), "") for thin in measured.score.thin]
        denied = [d for d in (*measured.score.denied, *measured.score.doubted) if key in (d.source or d.guard, d.guard)]
        return [(reading.blocks[d.block].key, d.start, d.end, "") for d in denied]
    number = _number_of(compiled, part, key)
    if number < 0:
        return []
    found_in = uses_in_block if part == "terms" else mentions_in_block
    guards = {(d.block, d.start): d.guard for d in measured.score.denied} if measured.score is not None else {}
    most = compiled.yardstick.terms[number].ceiling if part == "terms" else 0
    marks: list[Use] = []
    counted = 0
    for place, block in enumerate(reading.blocks):
        for use in found_in(compiled, block.kind, block.text):
            if use.number != number:
                continue
            reason = use.reason or guards.get((place, use.sentence), "")
            counted += not reason
            reason = reason or ("too_many" if most and counted > most else "")
            marks.append((block.key, use.start, use.end, label(f"use.{reason}") if reason else ""))
    return marks


def whys(marks: list[Use]) -> list[tuple[str, int]]:
    """Why uses do not count, each with how many."""
    found: dict[str, int] = {}
    for *_, why in marks:
        if why:
            found[why] = found.get(why, 0) + 1
    return sorted(found.items(), key=lambda one: -one[1])


def passages_for(measured: Measured, key: str) -> list[tuple[str, str]]:
    """(id of the block, its text) of each block with sentences that earn nothing for a reason, each once."""
    if measured.score is None or measured.reading is None:
        return []
    found = (*measured.score.denied, *measured.score.doubted)
    places = (
        [thin.block for thin in measured.score.thin]
        if key == SUBSTANCE
        else [d.block for d in found if key in (d.source or d.guard, d.guard)]
    )
    blocks = [measured.reading.blocks[place] for place in places]
    return list({block.key: block.text for block in blocks}.items())


def word_for(measured: Measured, key: str) -> str:
    """What a person can say of passages that are denied or doubted for a reason: "ours" where a competitor is named, else "fine"."""
    if measured.score is None or key in (SUBSTANCE, DOUBTED):
        return "fine"
    guards = {d.guard for d in measured.score.denied if key in (d.source or d.guard, d.guard)}
    return "ours" if guards & {"copied", "reworded", "pieces"} else "fine" if guards else ""


def _number_of(compiled: CompiledYardstick, part: str, key: str) -> int:
    """The number of a term or entity by its key; -1 for what is neither."""
    things: dict[str, Any] = {"terms": compiled.yardstick.terms, "entities": compiled.yardstick.entities}
    return next((number for number, thing in enumerate(things.get(part, ())) if thing.key == key), -1)


def evidence_for(measured: Measured, part: str, key: str) -> tuple[str, list[tuple[str, str]]]:
    """(name, (url, sentence or heading) from the competitors) for a term, entity or subtopic."""
    if measured.compiled is None:
        return "", []
    yardstick = measured.compiled.yardstick
    if part == DENIED and key in (SUBSTANCE, DOUBTED):
        return label(f"passages.{key}"), []
    if part == DENIED:
        check = next(
            (c for c in checks().values() if isinstance(c, DeniedSentences) and (c.guard == key or (c.guard == "copied" and ":" in key))),
            None,
        )
        return (label(f"check.{check.id}"), []) if check is not None else ("", [])
    if part == "terms":
        term = next((t for t in yardstick.terms if t.key == key), None)
        return (term.name, list(term.first_sentences)) if term else ("", [])
    if part == "entities":
        entity = next((e for e in yardstick.entities if e.key == key), None)
        if entity is None:
            return "", []
        same = next((t for t in yardstick.terms if set(t.phrases) & set(entity.phrases)), None)
        return entity.name, list(same.first_sentences) if same else []
    if part == "subtopics":
        subtopic = next((s for s in yardstick.subtopics if s.key == key), None)
        return (
            (subtopic.label, [(h.url, f"{h.text}: {h.below}" if h.below else h.text) for h in subtopic.headings]) if subtopic else ("", [])
        )
    return "", []
