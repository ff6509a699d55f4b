"""How a term is put into a sentence that lacks it: by what stands beside the term in the sentences of others, and by the sentence's own grammar.

A word has a part of speech: NOUN, PROPN, ADJ, VERB, NUM, X, OTHER, or none. Four rules, tried in this order:

compound   others write "term noun", the sentence has the noun alone: "the connection" -> "the TLS connection"
specify    the sentence has the term's last word alone: "a soft mortar" -> "a soft lime mortar"
attach     others write "word in the term", and after the same word the sentence ends or goes on anew: "are listed." -> "are listed in the password file."
pair       others write "noun and term", the sentence has the noun as an object: "check the joints" -> "check the joints and the bricks"
"""

from __future__ import annotations

import functools
import itertools
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

Word = tuple[str, int, int, str]  # text, first character, last + 1, part of speech
DETERMINERS = frozenset(
    ["a", "an", "the", "its", "their", "your", "his", "her", "our", "each", "every", "any", "some", "no", "whatever", "which", "whose"]
)
PREPOSITIONS = frozenset(
    [
        "in",
        "on",
        "at",
        "for",
        "with",
        "from",
        "into",
        "onto",
        "over",
        "under",
        "between",
        "against",
        "through",
        "within",
        "of",
        "to",
        "by",
        "before",
        "after",
        "during",
        "without",
    ]
)
JOINS = frozenset(("and", "or"))
GOES_ON = frozenset(["when", "if", "so", "because", "while", "unless", "until", "before", "after"])
POINTS_BACK = frozenset(
    [
        "such",
        "same",
        "other",
        "another",
        "current",
        "latter",
        "former",
        "last",
        "first",
        "second",
        "next",
        "only",
        "own",
        "old",
        "new",
        "existing",
        "original",
        "remaining",
        "previous",
        "earlier",
        "later",
    ]
)
# words before a noun that do not say which of its kinds it is
PLAIN = (
    DETERMINERS
    | PREPOSITIONS
    | JOINS
    | frozenset(
        [
            "this",
            "that",
            "these",
            "those",
            "such",
            "same",
            "other",
            "another",
            "old",
            "new",
            "good",
            "bad",
            "small",
            "large",
            "many",
            "few",
            "most",
            "more",
            "all",
            "both",
            "one",
            "two",
            "three",
            "little",
            "simple",
            "own",
            "only",
            "different",
            "whole",
        ]
    )
)
NEAR = 4  # words to both sides that must not be of the term already
LEAST_BORNE_OUT = 2  # sentences of others that put the words together, where the text has not a part of the term already
SPELLED_VOWELS, CONSONANT_STARTS, SILENT_STARTS = (
    "AEFHILMNORSX",
    ("uni", "use", "usu", "eu", "one", "ubi", "uti"),
    ("hour", "honest", "heir"),
)
NAMING = ("NOUN", "PROPN")
LEAST_RANK = {"compound": 3.0, "specify": 2.5, "attach": 2.0, "pair": 1.0}


@dataclass(frozen=True)
class Found:
    """A way to put a term into a sentence: rule, the characters that go (none when start == end), what comes in their place, and how well it is borne out."""

    rule: str
    start: int
    end: int
    text: str
    rank: float


@dataclass(frozen=True)
class Company:
    """What stands beside a term in the sentences of others, each with how often."""

    after: Counter[str]  # nouns right after it
    before: Counter[tuple[str, str, str]]  # word, preposition, determiner or ""
    beside: Counter[tuple[str, str, str]]  # noun, "and" or "or", determiner or ""
    anchors: frozenset[str]  # what a sentence must have one of for the term to be put in


@dataclass(frozen=True)
class Passage:
    """A passage and the words of each of its sentences."""

    text: str
    sentences: list[list[Word]]

    @functools.cached_property
    def stems(self) -> list[frozenset[str]]:
        """Of each sentence."""
        return [frozenset(stem(word[0]) for word in sentence) for sentence in self.sentences]

    @functools.cached_property
    def spoken(self) -> frozenset[str]:
        """All of its stems, a word with a hyphen as one."""
        return frozenset(stem(word.strip(".,;:()")) for word in self.text.split())

    @functools.cached_property
    def said_before(self) -> dict[str, set[str]]:
        """For each word those that stand right before it and may say which of its kind it is."""
        found: dict[str, set[str]] = {}
        words = [word.strip(".,;:()") for word in self.text.split()]
        for before, word in itertools.pairwise(words):
            low = before.lower()
            if low.isalpha() and low not in PLAIN and not low.endswith(("ly", "ing")):
                found.setdefault(stem(word), set()).add(stem(low))
        return found


def passage_of(sent: Mapping[str, Any]) -> Passage:
    """A passage as it is sent: {"text", "sentences": [{"spans": [first character, last + 1, ... of every word], "tags": parts of speech in a row}]}."""
    text, sentences = str(sent["text"]), []
    for sentence in sent["sentences"]:
        spans, tags = sentence["spans"], sentence["tags"].split()
        starts, ends = spans[::2], spans[1::2]
        sentences.append([(text[start:end], start, end, tag) for start, end, tag in zip(starts, ends, tags, strict=True)])
    return Passage(text, sentences)


def text_of(word: Word) -> str:
    return word[0]


def tag_of(word: Word) -> str:
    return word[3]


@functools.lru_cache(maxsize=20_000)
def stem(word: str) -> str:
    """A word without the ending of a plural."""
    low = word.lower()
    if len(low) > 4 and low.endswith("ies"):
        return low[:-3] + "y"
    if len(low) > 4 and low.endswith(("ses", "xes", "ches", "shes")):
        return low[:-2]
    return low[:-1] if len(low) > 3 and low.endswith("s") and not low.endswith(("ss", "us", "is")) else low


def places_of(sentence: Sequence[Word], words: Sequence[str]) -> Iterator[int]:
    """Where some words stand in a sentence, whatever their number."""
    stems = [stem(word) for word in words]
    own = [stem(text_of(word)) for word in sentence]
    for place in range(len(own) - len(stems) + 1):
        if own[place : place + len(stems)] == stems:
            yield place


def company_of(term: Sequence[str], examples: Sequence[Sequence[Word]]) -> Company:
    """What stands beside a term in these sentences."""
    after: Counter[str] = Counter()
    before: Counter[tuple[str, str, str]] = Counter()
    beside: Counter[tuple[str, str, str]] = Counter()
    for sentence in examples:
        for place in places_of(sentence, term):
            end = place + len(term)
            following = sentence[end] if end < len(sentence) else None
            is_compound = following is not None and tag_of(following) in NAMING and _touches(sentence[end - 1], following)
            if is_compound and following is not None and text_of(following).islower():
                after[stem(text_of(following))] += 1
            if is_compound:
                continue
            at = place - 1
            determiner = ""
            if at >= 0 and text_of(sentence[at]).lower() in DETERMINERS:
                determiner, at = text_of(sentence[at]).lower(), at - 1
            if at < 1:
                continue
            joint = text_of(sentence[at]).lower()
            anchor = sentence[at - 1]
            if joint in PREPOSITIONS and joint != "of" and tag_of(anchor) in ("NOUN", "VERB"):
                before[text_of(anchor).lower(), joint, determiner] += 1
            elif joint in JOINS and tag_of(anchor) == "NOUN":
                beside[stem(text_of(anchor)), joint, determiner] += 1
    anchors = frozenset({stem(term[-1]), *after, *(stem(word) for word, _, _ in before), *(word for word, _, _ in beside)})
    return Company(after, before, beside, anchors)


def _touches(one: Word, other: Word) -> bool:
    return other[1] - one[2] <= 1


def ways(term: Sequence[str], number: int, passage: Passage, company: Company) -> Iterator[Found]:
    """All ways to put a term into a sentence of a passage, by its number. term: its words as others write them."""
    sentence = passage.sentences[number]
    if (
        passage.stems[number].isdisjoint(company.anchors)
        or not _is_known_name(term, passage)
        or next(places_of(sentence, term), None) is not None
    ):
        return
    shown = " ".join(term)
    for place, word in enumerate(sentence):
        yield from _within(term, shown, sentence, place, passage, company)
        end = word[2]
        goes_on = _goes_on(sentence, place, passage.text)
        if not goes_on:
            continue
        low = text_of(word).lower()
        for (anchor, preposition, determiner), count in company.before.items():
            if count >= LEAST_BORNE_OUT and anchor == low and tag_of(word) in ("NOUN", "VERB") and not _has(sentence, preposition, place):
                put = " ".join(filter(None, (preposition, determiner, shown)))
                yield Found("attach", end, end, f" {put}", LEAST_RANK["attach"] + 0.3 * min(3, count))
        for (noun, joint, determiner), count in company.beside.items():
            if count >= LEAST_BORNE_OUT and noun == stem(low) and tag_of(word) == "NOUN" and _is_object(sentence, place):
                put = " ".join(filter(None, (joint, determiner, shown)))
                yield Found("pair", end, end, f" {put}", LEAST_RANK["pair"] + 0.3 * min(3, count))


def _is_known_name(term: Sequence[str], passage: Passage) -> bool:
    """Whether all names in a term stand in the passage already: a name changes what a sentence states."""
    return all(stem(part) in passage.spoken for part in term if not part.islower() or any(sign.isdigit() for sign in part))


def _within(term: Sequence[str], shown: str, sentence: Sequence[Word], place: int, passage: Passage, company: Company) -> Iterator[Found]:
    """Ways that put words before a noun."""
    word = sentence[place]
    if tag_of(word) != "NOUN" or not _stands_alone(sentence, place, passage.text):
        return
    noun = stem(text_of(word))
    near = {stem(text_of(other)) for other in sentence[max(0, place - NEAR) : place + NEAR + 1]} - {noun}
    if near & {stem(part) for part in term} or text_of(sentence[place - 1]).lower() in POINTS_BACK or _is_another(noun, term, passage):
        return
    count = company.after.get(noun, 0)
    if count:
        yield _put_before(sentence, place, _singular(shown), "compound", LEAST_RANK["compound"] + 0.3 * min(3, count))
    if len(term) > 1 and stem(term[-1]) == noun and all(part.lower() not in PREPOSITIONS | JOINS for part in term):
        yield _put_before(sentence, place, " ".join(term[:-1]), "specify", LEAST_RANK["specify"])


def _is_another(noun: str, term: Sequence[str], passage: Passage) -> bool:
    """Whether the passage has the noun with another word before it that says which: then a bare one means that."""
    return not passage.said_before.get(noun, set()) <= {stem(part) for part in term}


def _singular(shown: str) -> str:
    first, _, last = shown.rpartition(" ")
    return " ".join(filter(None, (first, stem(last) if last.islower() else last)))


def _put_before(sentence: Sequence[Word], place: int, words: str, rule: str, rank: float) -> Found:
    """The words before a noun; "a" and "an" follow what they stand before."""
    start = sentence[place][1]
    article = sentence[place - 1] if place else None
    if article is not None and text_of(article).lower() in ("a", "an"):
        is_upper = text_of(article)[0].isupper()
        right = article_before(words)
        return Found(rule, article[1], start, f"{right.capitalize() if is_upper else right} {words} ", rank)
    return Found(rule, start, start, f"{words} ", rank)


def article_before(words: str) -> str:
    """ "a" or "an", by how the first of some words sounds."""
    first = words.split(" ")[0]
    if len(first) > 1 and first[:2].isupper():
        return "an" if first[0] in SPELLED_VOWELS else "a"
    low = first.lower()
    if low.startswith(SILENT_STARTS):
        return "an"
    return "an" if low[:1] in "aeiou" and not low.startswith(CONSONANT_STARTS) else "a"


def _stands_alone(sentence: Sequence[Word], place: int, text: str) -> bool:
    """Whether a noun has no noun, name or number before it that belongs to it, and does not open the sentence."""
    if not place:
        return False
    before = sentence[place - 1]
    gap = text[before[2] : sentence[place][1]]
    belongs = tag_of(before) in ("ADJ", "VERB") or text_of(before).lower() in DETERMINERS | PREPOSITIONS
    return gap == " " and belongs and text_of(before)[:1].isalpha()


def _goes_on(sentence: Sequence[Word], place: int, text: str) -> str:
    """What comes after a word where something can be put in: "end" of a sentence, "," or a joining word; "" where the phrase goes on."""
    end = sentence[place][2]
    following = text[end : end + 1]
    if place == len(sentence) - 1:
        return "end" if following in (".", ";", ":", "") else ""
    if following in (";", ":"):
        return "end"
    after = text_of(sentence[place + 1]).lower()
    return after if following == " " and after in GOES_ON else ""


def _has(sentence: Sequence[Word], preposition: str, place: int) -> bool:
    """Whether the same preposition stands shortly before, so that another would stumble."""
    return any(text_of(word).lower() == preposition for word in sentence[max(0, place - 5) : place + 1])


def _is_object(sentence: Sequence[Word], place: int) -> bool:
    """Whether a noun's phrase follows a verb or a preposition, so that one more thing beside it changes no verb."""
    at = place - 1
    while at >= 0 and (tag_of(sentence[at]) in ("ADJ", "NUM") or text_of(sentence[at]).lower() in DETERMINERS):
        at -= 1
    return at >= 0 and (tag_of(sentence[at]) == "VERB" or text_of(sentence[at]).lower() in PREPOSITIONS)
