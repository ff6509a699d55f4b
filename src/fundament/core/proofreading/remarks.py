"""All remarks on a text's language, in its order."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Iterable, Iterator

from fundament.core.language import grammar
from fundament.core.language.analysis import analyse_text
from fundament.core.language.packs import pack_of
from fundament.core.language.word_list import word_list
from fundament.core.message import message
from fundament.core.proofreading.model import Remark, Speller
from fundament.core.reading.model import Block, Reading

LONG_SENTENCE = 32  # words
COMMON, COMMON_ELSEWHERE = 2.5, 3.5  # as the decimal logarithm of uses in a thousand million words
LONGEST_ENDING = 3  # letters that a form of a known word may have less
LEAST_PART = 4  # letters of a part of a compound
PAGES_TO_SHARE = 2
LEAST_LETTERS = 3  # of a word that is checked
MOST_OF_KIND = 200
PROSE_KINDS = frozenset(["paragraph", "list_item", "quote", "heading", "caption", "table_cell"])
# of what the grammar checker objects to: taste, and what a text in a publishing system has by right
KINDS_LEFT_OUT = frozenset(["Enhancement", "Style", "Readability", "Formatting", "Redundancy", "Regionalism", "Capitalization"])
RULES_LEFT_OUT = word_list(
    """
    SplitWords CompoundNouns DisjointPrefixes PhrasalVerbAsCompoundNoun MergeWords OkToOkay BlacklistWhitelist MassNouns MissingPreposition HowTo QuiteQuiet
    IncludingButNotLimitedToPunctuation BuiltIn DiscourseMarkers NumericRangeEnDash
    """
)
_WORD = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)*")
_TOKEN = re.compile(r"\S+")
QUOTES = "\"'“”„«»‘’`"
_QUOTED = re.compile(rf"[({QUOTES}]{{0,3}}[{QUOTES}][^\W\d_]{{1,60}}[{QUOTES}][)s.,;:!?]{{0,3}}")


def remarks_of(
    reading: Reading, *, known: Iterable[str] = (), shared: frozenset[str] = frozenset(), dialect: str = "british", speller: Speller | None = None, hushed: frozenset[str] = frozenset()
) -> list[Remark]:  # fmt: skip
    """Everything found, at most MOST_OF_KIND of a kind.

    shared: from `shared_words`, right as they are written. known: words that are right whatever a dictionary says, in any case: those of the study's terms and names, and of the workspace's own dictionary. speller: for languages that no checker of ours
    reads; None where there is none. hushed: keys of remarks that are not wanted.
    """
    language = reading.language
    right = {part.lower() for word in known for part in _WORD.findall(word)}
    right |= {
        start for word in right for start in (word[:-n] for n in range(1, LONGEST_ENDING + 1)) if len(start) > LONGEST_ENDING
    }  # "repoint" by "repointing"
    right |= shared
    blocks = [block for block in reading.main_blocks() if block.kind in PROSE_KINDS and block.text.strip()]
    found: list[Remark] = []
    checks: tuple[Callable[[], Iterator[Remark]], ...] = (
        lambda: _checked(blocks, language, dialect, right),
        lambda: _spelt(blocks, language, speller, right),
        lambda: _style(blocks, language),
        lambda: _nesting(blocks),
    )
    counts: dict[str, int] = {}
    for check in checks:
        for remark in check():
            counts[remark.kind] = counts.get(remark.kind, 0) + 1
            if remark.key not in hushed and counts[remark.kind] <= MOST_OF_KIND:
                found.append(remark)
    order = {block.key: number for number, block in enumerate(blocks)}
    return sorted(found, key=lambda remark: (order[remark.block], remark.start, remark.kind))


def shared_words(pages: Iterable[Reading]) -> frozenset[str]:
    """The words, in lower case, that two pages or more use: a trade's own words, which no dictionary has, are hardly mistyped twice."""
    seen: Counter[str] = Counter()
    for page in pages:
        seen.update({word.lower() for block in page.main_blocks() for word in _WORD.findall(block.text)})
    return frozenset(word for word, count in seen.items() if count >= PAGES_TO_SHARE)


def _checked(blocks: Iterable[Block], language: str, dialect: str, right: set[str]) -> Iterator[Remark]:
    """Spelling and grammar, where our checker reads the language."""
    if language not in grammar.LANGUAGES:
        return
    told: set[str] = set()
    for block in blocks:
        names, code = _names(block.text, language), _code_in(block.text)
        for one in grammar.objections(block.text, dialect):
            text = block.text[one.start : one.end]
            around = _sentence_around(block, one.start, language)
            if one.kind == grammar.SPELLING:
                if text in told or _is_within(one.start, code) or _is_no_typo(text, block.text, one.start, right, names):
                    continue
                told.add(text)
                yield Remark(
                    "spelling", block.key, one.start, one.end, text, message("remark.spelling", word=text), one.suggestions, around
                )
            elif _is_a_mistake(one) and block.kind not in ("table_cell", "caption", "heading"):
                yield Remark(
                    "grammar", block.key, one.start, one.end, text, message("remark.grammar", words=one.words), one.suggestions, around
                )


def _is_a_mistake(one: grammar.Objection) -> bool:
    return one.kind not in KINDS_LEFT_OUT and one.rule not in RULES_LEFT_OUT and not one.rule.startswith("Expand")


def _spelt(blocks: list[Block], language: str, speller: Speller | None, right: set[str]) -> Iterator[Remark]:
    """Spelling by a dictionary."""
    if speller is None or language in grammar.LANGUAGES:
        return
    capitals = pack_of(language).nouns_in_capitals
    told: set[str] = set()  # each word once: who uses it again means it
    places: list[tuple[Block, int, str]] = []
    for block in blocks:
        names = frozenset() if capitals else _names(block.text, language)
        code = _code_in(block.text)
        for match in _WORD.finditer(block.text):
            if (
                len(match.group()) >= LEAST_LETTERS
                and not _is_within(match.start(), code)
                and not _is_no_typo(match.group(), block.text, match.start(), right, names)
            ):
                places.append((block, match.start(), match.group()))
    unknown = speller.unknown(tuple(dict.fromkeys(word for _, _, word in places)))
    unknown = {word: suggestions for word, suggestions in unknown.items() if not _is_common(word, language)}
    for word in _compounds(tuple(unknown), speller) if capitals else ():
        del unknown[word]
    for block, start, word in places:
        if word in unknown and word not in told:
            told.add(word)
            around = _sentence_around(block, start, language)
            yield Remark(
                "spelling", block.key, start, start + len(word), word, message("remark.spelling", word=word), unknown[word], around
            )


def _code_in(text: str) -> list[tuple[int, int]]:
    """(first character, last + 1) of what is no word of any language."""
    return [match.span() for match in _TOKEN.finditer(text) if _is_code(match.group())]


def _is_within(place: int, spans: Iterable[tuple[int, int]]) -> bool:
    return any(start <= place < end for start, end in spans)


def _is_code(token: str) -> bool:
    """Whether what stands between blanks is an address, a path, code, an option or a number, or one word in quotation marks, which is told as such."""
    quoted = _QUOTED.fullmatch(token)
    inner = token.strip(".,;:!?()" + QUOTES)
    return (
        quoted is not None
        or inner.startswith("-")
        or any(sign in inner for sign in "@/_=<>\\")
        or any(sign.isdigit() for sign in inner)
        or ("." in inner and "…" not in inner)
    )


def _is_common(word: str, language: str) -> bool:
    """Whether people write a word so often, in this language or taken over from English, that it is one, whatever a dictionary says."""
    from wordfreq import zipf_frequency  # its lists are large: loaded when first needed

    low = word.lower()
    return bool(zipf_frequency(low, language, wordlist="best") >= COMMON or zipf_frequency(low, "en", wordlist="small") >= COMMON_ELSEWHERE)


def _compounds(words: tuple[str, ...], speller: Speller) -> list[str]:
    """Those of some words that are two right words written together, with a joining s or without: languages with capital nouns make them anew every day."""
    parts: dict[str, list[tuple[str, str]]] = {}
    for word in words:
        for at in range(LEAST_PART, len(word) - LEAST_PART + 1):
            first = word[:at].removesuffix("s") if word[at - 1] == "s" and at > LEAST_PART else word[:at]
            for one in {first, word[:at]}:
                parts.setdefault(word, []).append((one[:1].upper() + one[1:].lower(), word[at:]))
    asked = {form for pairs in parts.values() for first, second in pairs for form in (first, first.lower(), second, second.capitalize())}
    wrong = set(speller.unknown(tuple(sorted(asked))))

    def is_right(part: str) -> bool:
        return not {part, part.capitalize()} <= wrong

    return [
        word
        for word, pairs in parts.items()
        if any((is_right(first) or first.lower() not in wrong) and is_right(second) for first, second in pairs)
    ]


def _names(text: str, language: str) -> frozenset[str]:
    """Words with a capital inside a sentence: names, which no dictionary has all of."""
    found: set[str] = set()
    for sentence in analyse_text(text, language):
        found.update(token.text for token in sentence.tokens[1:] if token.text[:1].isupper())
    return frozenset(found)


def _is_no_typo(word: str, text: str, start: int, right: set[str], names: frozenset[str]) -> bool:
    """Whether a word is known, a name, in capitals, or no word at all."""
    low = word.lower().strip("'’")
    plain = low.removesuffix("'s").removesuffix("’s")
    if len(word) < LEAST_LETTERS or "-" in word or {low, plain, plain.removesuffix("s")} & right or any(sign.isdigit() for sign in word):
        return True
    if sum(sign.isupper() for sign in word) > 1 or word in names or (word[:1].isupper() and low in {name.lower() for name in names}):
        return True
    before, after = text[start - 1 : start], text[start + len(word) : start + len(word) + 2]
    return (
        before in ("@", "#", "/", "\\", "_", ".", "<", "$")
        or after[:1] in ("_", "@", "/", "\\", "(")
        or (after[:1] == "." and after[1:].isalnum())
    )


def _sentence_around(block: Block, start: int, language: str) -> str:
    return next((block.text[s.start : s.end] for s in analyse_text(block.text, language) if s.start <= start < s.end), block.text)


def _style(blocks: Iterable[Block], language: str) -> Iterator[Remark]:
    """Long sentences, the passive, words that add nothing: of running text."""
    prose = pack_of(language).prose
    for block in blocks:
        if block.kind not in ("paragraph", "list_item"):
            continue
        for sentence in analyse_text(block.text, language):
            text = block.text[sentence.start : sentence.end]
            if sentence.words > LONG_SENTENCE:
                words = message("remark.long_sentence", words=sentence.words, most=LONG_SENTENCE)
                yield Remark("long_sentence", block.key, sentence.start, sentence.end, text, words, (), text)
            low = text.lower()
            if len(low) != len(text):  # a letter that is two in small: places would not fit
                continue
            passive = [match.span() for match in prose.passive.finditer(low)] if prose.passive is not None else []
            for kind, places in (("passive", passive), ("filler", list(_phrases_in(low, prose.fillers)))):
                for first, last in places:
                    start, end = sentence.start + first, sentence.start + last
                    yield Remark(
                        kind, block.key, start, end, block.text[start:end], message(f"remark.{kind}", words=low[first:last]), (), text
                    )


def _phrases_in(text: str, phrases: Iterable[str]) -> Iterator[tuple[int, int]]:
    """Where phrases stand in a text as whole words."""
    for phrase in sorted(phrases):
        at = text.find(phrase)
        while at >= 0:
            end = at + len(phrase)
            if not text[at - 1 : at].isalnum() and not text[end : end + 1].isalnum():
                yield at, end
            at = text.find(phrase, end)


def _nesting(blocks: Iterable[Block]) -> Iterator[Remark]:
    """A heading more than one level below the one before it."""
    before = 0
    for block in blocks:
        if block.kind != "heading":
            continue
        if before and block.level > before + 1:
            words = message("remark.nesting", level=block.level, before=before, right=before + 1)
            yield Remark("nesting", block.key, 0, len(block.text), block.text, words, (), block.text)
        before = block.level
