"""Whether a text answers a question people ask, or has what they search for: answered, perhaps, or absent. Every screen asks here.

A question is what remains of it without function words, without the words that tell only its kind ("how much does ... cost"), and without the keyword's own words, which are on every page. A sentence
answers it when it holds what that kind of answer must hold (`language.asked`: a time, an amount, a reason), when enough of the question's words stand in it, in the heading above or beside it, and
when some stand in it or the heading. What is left of "How much does it cost?" is nothing: then the heading has to ask for the same kind of answer. A search that is no question is answered by a heading
with text below it, or a sentence, that holds all its words. The shares were set on 40 labelled pairs and reported on 40 others (docs/quality.md).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from fundament.core.language import asked as kinds
from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading

ANSWERED, PERHAPS, MISSING = "answered", "perhaps", "absent"
VERDICTS = (ANSWERED, PERHAPS, MISSING)
SHARE, SHARE_OF_FIGURES = 0.5, 0.6  # of a question's words, from which a sentence that holds its kind of answer answers it
PERHAPS_FROM = 0.25  # for figures and reasons
NEARLY_ALL = 2 / 3  # of a search's words
LEAST_BELOW = 15  # words below a heading that answers
OF_ALL = 0.5  # of its words with the keyword's, in the sentence or the heading above
LEAST_WORDS = 2  # a single word in common is no answer, but for figures
LONG_WORD, STEM = 6, 5  # letters of a lemma, from which forms of one word are told by their beginning
MOST_LOOKED_AT = 60  # sentences for one question
_WEAK = frozenset(
    [kinds.STEPS, kinds.YES_NO, kinds.CHOICE, kinds.DEFINITION, kinds.REASON]
)  # what their answers hold stands in many sentences


@dataclass(frozen=True)
class Answer:
    """verdict: one of VERDICTS. text: the heading or sentence that answers; level: of a heading, 0 for a sentence. heading: the one above the sentence."""

    verdict: str
    text: str = ""
    level: int = 0
    heading: str = ""


ABSENT = Answer(MISSING)


@dataclass(frozen=True)
class Question:
    """kind: of `language.asked.KINDS`. stems: what is asked of, without what every page has, so perhaps nothing; all_stems: with the keyword's words. tokens: its words in lower case."""

    text: str
    kind: str
    stems: tuple[str, ...]
    all_stems: tuple[str, ...]
    tokens: frozenset[str]


@dataclass(frozen=True)
class _Place:
    text: str
    level: int
    heading: str
    is_natural: bool
    below: int  # words below a heading


@dataclass(frozen=True, eq=False)
class Page:
    """A page's headings and sentences in order. stems: of each; heads: the number of the heading above, or -1. inside, around: for each stem, which of them hold it by themselves; with the sentences
    beside them and the heading above. Shapes (places,)."""

    places: tuple[_Place, ...]
    stems: tuple[frozenset[str], ...]
    heads: tuple[int, ...]
    inside: dict[str, NDArray[np.uint8]]
    around: dict[str, NDArray[np.uint8]]


def answers(questions: Sequence[str], reading: Reading, keyword: str, language: str) -> list[Answer]:
    """For each question or search how a page's main content answers it, and where. keyword: of the study, "" for none."""
    page = page_of(reading, language)
    return [answer_on(page, question, language) for question in questions_of(questions, keyword, language)]


def questions_of(texts: Sequence[str], keyword: str, language: str) -> list[Question]:
    """Questions and searches, ready to be looked for on many pages."""
    pack = pack_of(language)
    functional, of_kind = function_words(language), kinds.kind_words(pack.asked)
    common = {_stem(token.lemma) for token in tokenize(keyword, language)}
    found = []
    for text in texts:
        tokens = tokenize(text, language)
        kind = kinds.kind_of_question(text, pack.asked, pack.question_verbs)
        telling = [t for t in tokens if t.lemma not in functional and t.text.lower() not in functional]
        of_subject = [t for t in telling if kind == kinds.SUBJECT or not (t.lemma in of_kind or t.text.lower() in of_kind)]
        stems = tuple(dict.fromkeys(_stem(t.lemma) for t in of_subject))
        own = tuple(stem for stem in stems if stem not in common)
        found.append(Question(text, kind, own, stems, frozenset(t.text.lower() for t in telling)))
    return found


def page_of(reading: Reading, language: str) -> Page:
    """A page, ready to be asked many questions."""
    places: list[_Place] = [_Place(reading.title, 1, "", is_natural=False, below=0)] if reading.title else []
    stems: list[frozenset[str]] = [frozenset(_stem(token.lemma) for token in tokenize(reading.title, language))] if reading.title else []
    heads = [-1] * len(places)  # the place of the heading above each
    heading, at, words = "", -1, 0
    for block in reading.main_blocks():
        if block.kind == "code":
            continue
        sentences = analyse_text(block.text, language)
        if block.kind == "heading":
            _close(places, at, words)
            heading, at, words = block.text, len(places), 0
            places.append(_Place(block.text, block.level, "", is_natural=False, below=0))
            stems.append(frozenset(_stem(lemma) for sentence in sentences for lemma in sentence.lemmas))
            heads.append(-1)
            continue
        for sentence in sentences:
            words += sentence.words
            if sentence.words >= LEAST_WORDS:
                places.append(_Place(block.text[sentence.start : sentence.end].strip(), 0, heading, is_natural=sentence.natural, below=0))
                stems.append(frozenset(_stem(lemma) for lemma in sentence.lemmas))
                heads.append(at)
    _close(places, at, words)
    inside: dict[str, NDArray[np.uint8]] = {}
    around: dict[str, NDArray[np.uint8]] = {}
    for number, own in enumerate(stems):
        beside = [number]
        if not places[number].level:
            beside += [
                other
                for other in (number - 1, number + 1)
                if 0 <= other < len(places) and heads[other] == heads[number] and not places[other].level
            ]
            beside += [heads[number]] if heads[number] >= 0 else []
        for stem in own:
            inside.setdefault(stem, np.zeros(len(places), dtype=np.uint8))[number] = 1
        for stem in frozenset().union(*(stems[other] for other in beside)):
            around.setdefault(stem, np.zeros(len(places), dtype=np.uint8))[number] = 1
    return Page(tuple(places), tuple(stems), tuple(heads), inside, around)


def answer_on(page: Page, question: Question, language: str) -> Answer:
    """How a page answers a question."""
    if not page.places:
        return ABSENT
    if question.kind == kinds.SUBJECT:
        return _of_subject(page, question) if question.all_stems else ABSENT
    return _of_question(page, question, language)


def _of_subject(page: Page, question: Question) -> Answer:
    """A search that is no question: all its words in a heading with text below it, or in a sentence."""
    wanted = question.all_stems
    counts = _counts(page.inside, wanted, len(page.places))
    holding = np.flatnonzero(counts == len(wanted)).tolist()
    found = [page.places[number] for number in holding]
    heading = next(
        (place for place in found if place.level and (place.below >= LEAST_BELOW or (not place.heading and place.level == 1))), None
    )
    if heading is not None:
        return Answer(ANSWERED, heading.text, heading.level)
    sentence = next((place for place in found if not place.level and place.is_natural), None)
    if sentence is not None and len(wanted) >= LEAST_WORDS:
        return Answer(ANSWERED, sentence.text, 0, sentence.heading)
    if len(wanted) > LEAST_WORDS:
        nearly = np.flatnonzero(counts >= NEARLY_ALL * len(wanted)).tolist()
        near = next((page.places[number] for number in nearly if page.places[number].level or page.places[number].is_natural), None)
        if near is not None:
            return Answer(PERHAPS, near.text, near.level, near.heading)
    return Answer(PERHAPS, found[0].text, found[0].level, found[0].heading) if found else ABSENT


def _of_question(page: Page, question: Question, language: str) -> Answer:
    perhaps = ABSENT
    for number in _candidates(page, question):
        place = page.places[number]
        verdict = _verdict(page, number, question, language)
        if verdict == ANSWERED:
            return Answer(ANSWERED, place.text, 0, place.heading)
        if verdict == PERHAPS and perhaps is ABSENT:
            perhaps = Answer(PERHAPS, place.text, 0, place.heading)
    return perhaps


def _candidates(page: Page, question: Question) -> list[int]:
    """The sentences around which most of the question's words stand, the best first; all of them where nothing is left of the question."""
    wanted = question.stems or question.all_stems
    shares = _counts(page.around, wanted, len(page.places)) / max(1, len(wanted))
    numbers = np.flatnonzero(shares >= (PERHAPS_FROM if question.stems else 0.0))
    ordered = numbers[np.argsort(-shares[numbers], kind="stable")].tolist()
    sentences = [number for number in ordered if not page.places[number].level]
    return sentences[:MOST_LOOKED_AT] if question.stems else sentences


def _verdict(page: Page, number: int, question: Question, language: str) -> str:
    """How one sentence answers a question."""
    pack = pack_of(language)
    asked, kind, place = pack.asked, question.kind, page.places[number]
    if not kinds.holds_answer(place.text, kind, asked) or kinds.contradicts(question.text, place.text, asked):
        return MISSING
    if kind == kinds.STEPS and not place.is_natural:
        return MISSING
    if kind == kinds.DEFINITION and not kinds.defines(
        place.text, question.tokens, pack.defining, kinds.behind_definitions(asked, pack.articles)
    ):
        return MISSING
    asks_the_same = bool(place.heading) and kinds.kind_of_question(place.heading, asked, pack.question_verbs) == kind
    of_one_case = kind in kinds.IN_FIGURES and (kinds.is_personal(place.text, asked) or kinds.is_personal(place.heading, asked))
    direct = page.stems[number] | (page.stems[page.heads[number]] if page.heads[number] >= 0 else frozenset())
    of_all = _share(question.all_stems, direct)
    if not question.stems:
        if asks_the_same:
            return PERHAPS if of_one_case else ANSWERED
        return (
            PERHAPS
            if kind in (kinds.WHEN, kinds.DEFINITION) and question.all_stems and _share(question.all_stems, page.stems[number]) == 1.0
            else MISSING
        )
    share = sum(bool(page.around[stem][number]) for stem in question.stems if stem in page.around) / len(question.stems)
    if not _share(question.stems, direct):
        return MISSING
    if kind not in _WEAK:
        if share >= (SHARE_OF_FIGURES if kind in kinds.IN_FIGURES else SHARE) and of_all >= OF_ALL:
            return PERHAPS if of_one_case else ANSWERED
        return PERHAPS
    if share < SHARE or of_all < OF_ALL:
        return PERHAPS if kind == kinds.REASON and of_all >= OF_ALL else MISSING
    if kind == kinds.YES_NO:
        return (
            ANSWERED
            if kinds.begins_with_verdict(place.text, asked) or (asks_the_same and of_all >= NEARLY_ALL)
            else PERHAPS
            if of_all >= NEARLY_ALL
            else MISSING
        )
    in_common = sum(stem in direct for stem in question.stems)
    return ANSWERED if in_common >= min(LEAST_WORDS, len(question.all_stems)) or asks_the_same else PERHAPS


def _share(wanted: Sequence[str], held: frozenset[str]) -> float:
    return sum(stem in held for stem in wanted) / len(wanted) if wanted else 0.0


def _counts(held: dict[str, NDArray[np.uint8]], stems: Sequence[str], places: int) -> NDArray[np.int64]:
    """How many of the stems each place holds."""
    counts = np.zeros(places, dtype=np.int64)
    for stem in stems:
        found = held.get(stem)
        if found is not None:
            counts += found
    return counts


def _close(places: list[_Place], heading: int, words: int) -> None:
    if heading >= 0:
        place = places[heading]
        places[heading] = _Place(place.text, place.level, "", place.is_natural, words)


@lru_cache(maxsize=20_000)
def _stem(lemma: str) -> str:
    lower = lemma.lower()
    return lower[:STEM] if len(lower) >= LONG_WORD else lower
