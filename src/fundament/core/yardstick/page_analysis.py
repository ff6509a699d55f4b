"""One competitor's page, analysed once: candidate phrases, names, acronyms. Depends on nothing but its reading."""

from __future__ import annotations

import itertools
import re
from collections import Counter, defaultdict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from importlib import import_module

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import empty_words, function_words, inner_words
from fundament.core.language.international_names import is_international_name
from fundament.core.language.packs import pack_of
from fundament.core.language.words import is_address, is_dictionary_word, is_quantity
from fundament.core.reading.model import Block, Reading
from fundament.core.version import ANALYSIS_VERSION
from fundament.core.yardstick.entity_finding.name_runs import cue_beside, name_runs

_OBJECT_TAGS = frozenset(["NOUN", "PROPN", "ADJ", "DET", "NUM", "PRON"])
_NOUN_TAGS = frozenset(("NOUN", "PROPN"))
_INSIDE_TAGS = frozenset(("NOUN", "PROPN", "ADJ", "NUM", "VERB", "X", ""))
_SITE_NAME = re.compile(r"\s[|–—·»]\s|\s-\s")  # white space in titles is folded
_ACRONYM = re.compile(r" \(([A-Z]{2,6})\)")
_WORDS_BEFORE = re.compile(r"(?:[^\W\d_]{1,40}[ -]){0,5}[^\W\d_]{1,40}$")


@dataclass(frozen=True)
class Candidate:
    """A phrase that may become a term. key: its lemmas joined by spaces; tag: part of speech of a single word, or "PHRASE".

    count: uses in sentences and headings; prominent: those in the title tag or a heading; forms: uses per written form.
    """

    key: str
    tag: str
    count: int
    prominent: int
    forms: dict[str, int] = field(default_factory=dict)


@dataclass(frozen=True)
class NameUse:
    """A run of words with a capital, the kind that a word beside it speaks for (see `cue_beside`), and its number of uses with that."""

    text: str
    cue: str
    count: int


@dataclass(frozen=True)
class PageAnalysis:
    """All that the yardstick needs of a page beside its reading."""

    content_hash: str
    language: str
    word_count: int
    candidates: tuple[Candidate, ...]
    names: tuple[NameUse, ...]
    acronyms: dict[str, str]
    version: str = ANALYSIS_VERSION


def analyse_page(reading: Reading) -> PageAnalysis:
    """Find candidate phrases and names in the main content of a page. English has parts of speech; others do without."""
    language = reading.language
    texts = [(block.text, block.kind == "heading") for block in reading.main_blocks() if block.kind != "code"]
    if reading.title:
        texts.append((_own_part_of_title(reading), True))
    sentences: list[Sentence] = []
    sources: list[str] = []
    prominent: list[bool] = []
    for text, is_heading in texts:
        for sentence in analyse_text(text, language):
            if sentence.natural or is_heading:
                sentences.append(sentence)
                sources.append(text)
                prominent.append(is_heading)
    counts: Counter[str] = Counter()
    prominences: Counter[str] = Counter()
    forms: dict[str, Counter[str]] = defaultdict(Counter)
    tags: dict[str, Counter[str]] = defaultdict(Counter)
    names: Counter[tuple[str, str]] = Counter()
    tag = tagger_of(language)
    for sentence, source, is_heading in zip(sentences, sources, prominent, strict=True):
        sentence_tags = tag([token.text for token in sentence.tokens], sentence.joined)
        hyphened = _hyphened(source, sentence)
        for start, end in _candidate_bounds(sentence, sentence_tags, language):
            if end > start + 1 and (start in hyphened or end in hyphened):
                continue  # "level locks" of "row-level locks"
            key = " ".join(token.lemma for token in sentence.tokens[start:end])
            form = _written(source, sentence, start, end)
            counts[key] += 1
            prominences[key] += is_heading
            forms[key][form if form.isupper() else _lower_unless_name(form, sentence_tags[start:end], language, opens=start == 0)] += 1
            tags[key][sentence_tags[start] if end - start == 1 else "PHRASE"] += 1
        for start, end in name_runs(sentence, language):
            names[_written(source, sentence, start, end), cue_beside(sentence, start, end, language)] += 1
    acronyms: dict[str, str] = {}
    for block in reading.main_blocks():
        acronyms.update(_acronyms(block))
    return PageAnalysis(
        content_hash=reading.content_hash,
        language=language,
        word_count=reading.word_count,
        candidates=tuple(
            Candidate(key, tags[key].most_common(1)[0][0], counts[key], prominences[key], dict(sorted(forms[key].items())))
            for key in sorted(counts)
        ),
        names=tuple(NameUse(text, cue, count) for (text, cue), count in sorted(names.items())),
        acronyms=acronyms,
    )


def _hyphened(source: str, sentence: Sentence) -> set[int]:
    """The numbers of the tokens that a hyphen joins with the one before."""
    if "-" not in source and "‑" not in source:
        return set()
    pairs = enumerate(itertools.pairwise(sentence.tokens), 1)
    return {number for number, (before, token) in pairs if token.start == before.end + 1 and source[sentence.start + before.end] in "-‐‑"}


def _written(source: str, sentence: Sentence, first: int, after: int) -> str:
    """Tokens of a sentence as they are written, white space folded."""
    begin, end = sentence.bounds(first, after)
    return " ".join(source[begin:end].split())


def tagger_of(language: str) -> Callable[[Sequence[str], Sequence[bool]], tuple[str, ...]]:
    """What gives each word of a sentence its part of speech, "" where none is known."""
    tagger = pack_of(language).tagger
    if tagger:
        tag_words: Callable[[Sequence[str], Sequence[bool]], tuple[str, ...]] = import_module(f"fundament.core.language.{tagger}").tag_words
        return tag_words
    return lambda words, joined: ("",) * len(words)


def _own_part_of_title(reading: Reading) -> str:
    """The title tag without the site's name after the last bar or dash."""
    parts = _SITE_NAME.split(reading.title)
    return max(parts, key=len) if parts else ""


def _lower_unless_name(form: str, tags: tuple[str, ...], language: str, *, opens: bool) -> str:
    """The form with small letters but for names; the capital of a sentence's first word says nothing. Where no tagger knows the names, capitals inside a
    sentence stay: they are names', or German nouns'."""
    words = form.split(" ")
    if not any(tags):
        first = words[0].lower()
        is_name = not is_dictionary_word(first, language) or is_international_name(first, language)
        return form[0].lower() + form[1:] if opens and not is_name else form
    if opens and len(words) == 1:
        return form.lower()
    if len(words) == len(tags):
        return " ".join(
            word if tag == "PROPN" or word.isupper() or any(c.isdigit() for c in word) else word.lower()
            for word, tag in zip(words, tags, strict=True)
        )
    return form if any(tag == "PROPN" for tag in tags) else form.lower()


def _candidate_bounds(sentence: Sentence, tags: tuple[str, ...], language: str) -> list[tuple[int, int]]:
    """Token bounds of all phrases of one word to the longest of the language that begin and end with content words."""
    functional, inner, empty = function_words(language), inner_words(language), empty_words(language)
    words = [token.text.lower().replace("’", "'").rstrip("'") for token in sentence.tokens]
    content = [
        word not in functional
        and token.lemma not in functional
        and (len(word) > 2 or word.isdigit() or token.text.isupper())
        and not is_address(token.text)
        for word, token in zip(words, sentence.tokens, strict=True)
    ]
    bounds: list[tuple[int, int]] = []
    pack = pack_of(language)
    longest, has_tags = pack.longest_phrase, bool(pack.tagger)
    for start in range(len(words)):
        if not content[start] or tags[start] not in _INSIDE_TAGS:
            continue
        is_number = words[start][0].isdigit()
        if words[start] not in empty and (not is_number or is_quantity(sentence.tokens[start].text)):
            bounds.append((start, start + 1))
        functional_inside = 0
        for end in range(start + 2, min(start + longest, len(words)) + 1):
            last = end - 1
            if not sentence.joined[last]:
                break
            if not content[last]:
                if words[last] not in inner:
                    break
                functional_inside += 1
                if functional_inside > 2:
                    break
                continue
            if tags[last] not in _INSIDE_TAGS:
                break
            if is_number and not any(words[i][0].isalpha() and content[i] for i in range(start, end)):
                continue
            if not _may_end(tags[last], words[last], has_tags) or words[last] in empty:
                continue
            if tags[last] == "VERB" and end < len(words) and sentence.joined[end] and tags[end] in _OBJECT_TAGS:
                continue  # "queries involving" of "queries involving two columns"
            if functional_inside and has_tags and not (tags[start] in _NOUN_TAGS and tags[last] in _NOUN_TAGS):
                continue
            if tags[start] == "VERB" and not words[start].endswith(("ing", "ed")):
                continue
            bounds.append((start, end))
    return bounds


def _may_end(tag: str, word: str, has_tags: bool) -> bool:
    if not has_tags:
        return not word[0].isdigit()
    return tag in _NOUN_TAGS or (tag == "NUM" and word[0].isdigit()) or (tag == "VERB" and word.endswith("ing"))


def _acronyms(block: Block) -> dict[str, str]:
    """ "natural hydraulic lime (NHL)" -> {"NHL": "natural hydraulic lime"} where the initials agree (Schwartz and Hearst 2003, simplified)."""
    found: dict[str, str] = {}
    for match in _ACRONYM.finditer(block.text):
        # looked for from the brackets backwards: forwards, every run of words would be tried
        before = _WORDS_BEFORE.search(block.text, max(0, match.start() - 120), match.start())
        words = before.group(0).replace("-", " ").split(" ") if before else []
        letters = match.group(1)
        if len(words) >= len(letters):
            tail = words[-len(letters) :]
            if all(word[0].upper() == letter for word, letter in zip(tail, letters, strict=True)):
                found[letters] = " ".join(tail)
    return found
