"""Whether a wording may be proposed: what comes from an assistant is looked at like a sentence of a stranger."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from fundament.core.documents.changing import CONTENT, Operation, with_words
from fundament.core.documents.difference import word_pieces
from fundament.core.documents.schema import Node, clean_text
from fundament.core.edits.proposals.fitting import LEAST_FIT, before_noun, fit, is_usual
from fundament.core.edits.proposals.model import Proposal, Wording, WritingTask
from fundament.core.edits.proposals.trial import Trial
from fundament.core.language import grammar
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.uses import uses_in_sentence
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.frames import frame_of

LEAST_GAIN = 0.05  # points: less is shown as 0.0
MOST_GROWTH = 12  # words that a sentence may grow by


def judged(
    task: WritingTask,
    wordings: Sequence[Wording],
    places: Sequence[str],
    nodes: dict[str, Node],
    trial: Trial,
    frames: set[int],
    busy: set[str],
) -> Proposal | None:
    """The first of the wordings of a task that may be proposed, or None; its frame and its block are put to those that are used.

    places: ids of the task's passages. nodes: the text's blocks by id. frames: of the sentences proposed so far. busy: blocks that have a proposal.
    """
    terms = {term.key: number for number, term in enumerate(trial.compiled.yardstick.terms)}
    for wording in wordings:
        if not 0 <= wording.passage < len(places) or places[wording.passage] in busy:
            continue
        block, before = places[wording.passage], task.passages[wording.passage]
        after = " ".join(clean_text(wording.text).split())
        changed = _one_sentence_changed(before, after, task.language)
        if changed is None:
            continue
        old, new, start, end, words = changed
        place = (before[old.start : old.end], before)
        if fit(place, task.examples) < LEAST_FIT:
            continue
        frame = _frame_with(after, new, terms[task.key], trial.compiled)
        if frame is None or frame in frames or not _is_clean(before, after, task, trial.compiled):
            continue
        pair = before_noun(old, new, task)
        if pair is not None and not is_usual(pair, trial):
            continue
        if not _is_as_good(place[0], after[new.start : new.end], task):
            continue
        content = with_words(nodes[block], start, end, words)
        if content is None:
            continue
        operations = (Operation(CONTENT, block, content),)
        gain, by_part, denied = trial.gain(operations)
        if gain < LEAST_GAIN or denied > 0:
            continue
        frames.add(frame)
        busy.add(block)
        return Proposal(
            f"use_term:{task.key}", "use_term", "terms", task.key, task.term, block, word_pieces(before, after), operations, gain, by_part
        )
    return None


def _one_sentence_changed(before: str, after: str, language: str) -> tuple[Sentence, Sentence, int, int, str] | None:
    """(the sentence, as it is then, first character that goes, last + 1, what comes in their place), when just one sentence of a passage is another."""
    if before == after or len(after) > 2 * len(before) + 200:
        return None
    old, new = analyse_text(before, language), analyse_text(after, language)
    if len(old) != len(new):
        return None
    different = [
        number
        for number, (one, other) in enumerate(zip(old, new, strict=True))
        if before[one.start : one.end] != after[other.start : other.end]
    ]
    if len(different) != 1 or new[different[0]].words > old[different[0]].words + MOST_GROWTH:
        return None
    start = next((n for n, (a, b) in enumerate(zip(before, after, strict=False)) if a != b), min(len(before), len(after)))
    shared = min(len(before), len(after)) - start
    tail = next((n for n in range(shared) if before[-1 - n] != after[-1 - n]), shared)
    return old[different[0]], new[different[0]], start, len(before) - tail, after[start : len(after) - tail]


def _frame_with(text: str, sentence: Sentence, term: int, compiled: CompiledYardstick) -> int | None:
    """The frame of a sentence that uses a term; None where the use would not count."""
    uses = uses_in_sentence(sentence, compiled.term_matcher, compiled.language)
    if term not in uses.counted:
        return None
    return frame_of(sentence, uses.matches, function_words(compiled.language)).whole


def _is_clean(before: str, after: str, task: WritingTask, compiled: CompiledYardstick) -> bool:
    """Whether nothing comes in that was not written for the passage: marks of a page, an address, more words of a competitor in a row."""
    if any(after.count(sign) > before.count(sign) for sign in "<>{}[]|#*_`\\@") or after.count("://") > before.count("://"):
        return False
    runs = [compiled.copies.count_runs(analyse_text(text, task.language)) for text in (before, after)]
    return runs[1] <= runs[0]


def _is_as_good(before: str, after: str, task: WritingTask) -> bool:
    """Whether the grammar checker objects to no more than before; a term's own words are words, whatever a dictionary says."""
    if task.language not in grammar.LANGUAGES:
        return True
    known = set(task.term.lower().split())

    def kinds(text: str) -> Counter[str]:
        return Counter(
            one.kind
            for one in grammar.objections(text)
            if one.kind != grammar.SPELLING or not set(text[one.start : one.end].lower().split()) & known
        )

    return not kinds(after) - kinds(before)
