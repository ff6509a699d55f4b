"""A draft's language: readability beside the competitors', remarks at their places, the workspace's dictionary, remarks that were hushed, and what a person checks by hand."""

from __future__ import annotations

import functools
from dataclasses import dataclass

from fundament.core.language.grammar import LANGUAGES
from fundament.core.proofreading.model import KINDS, Remark, SpellerLateError
from fundament.core.proofreading.readability import counts_of, readability
from fundament.core.proofreading.remarks import remarks_of, shared_words
from fundament.core.yardstick.model import Range
from fundament.core.yardstick.ranges import robust_range
from fundament.providers.hunspell import speller_for
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.measuring.measuring import Measured
from fundament.web.drafts.measuring.stating import follow_statement
from fundament.web.drafts.models import DictionaryWord, Draft, HandCheck, HushedRemark
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.models import Study

BY_HAND = ("facts", "prices", "experience", "photographs", "names", "law")  # what no program can check
MOST_WORDS, MOST_HUSHED, LONGEST = 10_000, 1_000, 80
AMERICAN = frozenset(["us"])  # countries whose spelling it is
HUSH = verb("draft.hush", asks="draft.write", follow=follow_statement, touches=(HushedRemark,))
ADD_WORD = verb("draft.add_word", asks="draft.write", follow=follow_statement, touches=(DictionaryWord,))
CHECK_BY_HAND = verb("draft.check_by_hand", asks="draft.write", follow=follow_statement, touches=(HandCheck,))


@dataclass(frozen=True)
class Language:
    """figures: (formula, ours, the competitors' range), of those for the language. remarks: in the text's order. spelling: what spelling is checked by, "" where by nothing, "late" where the dictionary did not answer in time. too_short: no figures for so
    few words."""

    figures: tuple[tuple[str, float | None, Range], ...]
    remarks: tuple[Remark, ...]
    spelling: str
    has_grammar: bool
    too_short: bool


def language_of(draft: Draft, measured: Measured) -> Language | None:
    """What is to be said of a measured text's language; None where it could not be measured."""
    reading, compiled = measured.reading, measured.compiled
    if reading is None or compiled is None:
        return None
    study = Study.objects.only("country", "language").get(pk=draft.measured_by)
    speller = speller_for(reading.language, study.country)
    yardstick = compiled.yardstick
    known = [*(term.name for term in yardstick.terms), *(entity.name for entity in yardstick.entities)]
    words = DictionaryWord.objects.filter(workspace_id=draft.workspace_id, language=reading.language).values_list("word", flat=True)
    hushed = frozenset(HushedRemark.objects.filter(draft=draft).values_list("key", flat=True))
    theirs, shared = _of_competitors(draft.measured_by, compiled.number)
    look = functools.partial(
        remarks_of,
        reading,
        known=[*known, *words],
        shared=shared,
        dialect="american" if study.country in AMERICAN else "british",
        hushed=hushed,
    )
    spelling = "rules" if reading.language in LANGUAGES else "dictionary" if speller is not None else ""
    try:
        remarks = look(speller=speller)
    except SpellerLateError:
        remarks, spelling = look(speller=None), "late"
    ours = readability(counts_of(reading), reading.language)
    figures = tuple(
        (key, ours.get(key), robust_range([page[key] for page in theirs if key in page])) for key in (ours or (theirs[0] if theirs else {}))
    )
    return Language(figures, tuple(remarks), spelling, reading.language in LANGUAGES, not ours)


@functools.lru_cache(maxsize=64)
def _of_competitors(study_id: int, figures: int) -> tuple[tuple[dict[str, float], ...], frozenset[str]]:
    """Readability of each competitor, and the words they share; figures: the number of the yardstick they belong to, which is another one whenever the choice changes."""
    study = Study.objects.get(pk=study_id)
    pages = [page.reading for page in compared_pages(chosen_of(study))]
    found = [readability(counts_of(page), study.language) for page in pages]
    return tuple(figures for figures in found if figures), shared_words(pages)


def hush(actor: Actor, draft_id: int, key: str, text: str) -> None:
    """Say that a remark is not wanted in this draft. Raises ApplicationError."""
    kind = key.partition(":")[0]
    if kind not in KINDS or not 0 < len(key) <= LONGEST:
        raise ApplicationError("error.remark")
    draft = get_for(actor, "draft.write", Draft.objects.defer("document"), pk=draft_id)
    if draft.hushed_remarks.count() >= MOST_HUSHED or draft.hushed_remarks.filter(key=key).exists():
        return
    with recorded(actor, HUSH, draft, name=text[:60]) as recording:
        recording.made(draft.hushed_remarks.create(key=key, text=text[:200], created_by=actor.person))


def add_word(actor: Actor, draft_id: int, word: str) -> None:
    """Put a word of a draft into the workspace's dictionary for the draft's language. Raises ApplicationError."""
    word = " ".join(word.split())
    if not 0 < len(word) <= LONGEST or not any(sign.isalpha() for sign in word):
        raise ApplicationError("error.word")
    draft = get_for(actor, "draft.write", Draft.objects.select_related("study", "measured_study").defer("document"), pk=draft_id)
    language = (draft.measured_study or draft.study).language
    words = DictionaryWord.objects.filter(workspace=actor.workspace, language=language)
    if words.filter(word__iexact=word).exists():
        return
    if words.count() >= MOST_WORDS:
        raise ApplicationError("error.words_many", most=MOST_WORDS)
    with recorded(actor, ADD_WORD, draft, name=word) as recording:
        recording.made(DictionaryWord.objects.create(workspace=actor.workspace, language=language, word=word, created_by=actor.person))


def check_by_hand(actor: Actor, draft_id: int, key: str, *, done: bool) -> None:
    """Tick what was checked by hand, or take the tick away. Raises ApplicationError."""
    if key not in BY_HAND:
        raise ApplicationError("error.remark")
    draft = get_for(actor, "draft.write", Draft.objects.defer("document"), pk=draft_id)
    there = list(draft.hand_checks.filter(key=key))
    if bool(there) == done:
        return
    with recorded(actor, CHECK_BY_HAND, draft, name=key, done=done) as recording:
        recording.taken_away(there)
        draft.hand_checks.filter(key=key).delete()
        if done:
            recording.made(draft.hand_checks.create(key=key, created_by=actor.person))


def checked_by_hand(draft: Draft) -> list[tuple[str, HandCheck | None]]:
    """What is to be checked by hand, and who did."""
    done = {row.key: row for row in HandCheck.objects.filter(draft_id=draft.pk).select_related("created_by")}
    return [(key, done.get(key)) for key in BY_HAND]
