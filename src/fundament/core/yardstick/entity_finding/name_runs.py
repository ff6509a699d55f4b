"""Names on a page: runs of words with a capital and of numbers behind them, with what a word beside them says they name.

One way for all languages. A capital says something inside a sentence whose words have not all one; at its beginning only for what is written in no other way
(acronyms, a capital inside a word, two capitals one after the other). Where every noun has a capital, a run needs a word that is no word of the language, or a name that most languages write so.
What several pages agree on is decided over all of them (`entity_names`).
"""

from __future__ import annotations

import re
from collections.abc import Sequence

from fundament.core.language.analysis import Sentence
from fundament.core.language.international_names import is_international_name
from fundament.core.language.packs import pack_of
from fundament.core.language.words import Token, is_address, is_dictionary_word

LONGEST_NAME = 6  # words
CLASS = "a "  # before the kind that a class of things speaks for
# "PostgreSQL", "SQLite", but not "McKay" or "DeLuca"
INNER_CAPITAL = re.compile(
    r"^(?!(?:Ma?c|De|Di|Du|La|Le|Van|Von|Fitz|O['’])[A-Z][a-z]+$)(?:[A-Za-z]{0,60}[a-z][A-Z][A-Za-z]{0,60}|[A-Z]{2,60}[a-z]{2,60})$"
)


def name_runs(sentence: Sentence, language: str) -> list[tuple[int, int]]:
    """The runs of a sentence: first token, last + 1."""
    tokens = sentence.tokens
    longer = [token.text for token in tokens if len(token.text) > 3 and token.text.isalpha()]
    if len(longer) >= 2 and 4 * sum(word[0].isupper() for word in longer) > 3 * len(longer):
        return []  # a title with a capital at every word, or a cry
    pack = pack_of(language)
    found = []
    start = 0
    while start < len(tokens):
        if not _is_capital(tokens[start]):
            start += 1
            continue
        end = start + 1
        while end < len(tokens) and end - start < LONGEST_NAME and sentence.joined[end]:
            if _is_capital(tokens[end]) or tokens[end].text[0].isdigit():
                end += 1
            elif (
                end + 1 < len(tokens) and sentence.joined[end + 1] and _is_capital(tokens[end + 1])
                and tokens[end].text.lower() in pack.name_connectors
            ):  # fmt: skip
                end += 2
            else:
                break
        first = start
        while first < end and tokens[first].text.lower() in pack.function_words and not _is_acronym(tokens[first].text):
            first += 1
        if first < end and _says_something(
            tokens, first, end, opens=first == 0 or (first == start and _after_mark(sentence, first)), language=language
        ):
            found.append((first, end))
        start = end
    return found


def _is_capital(token: Token) -> bool:
    return (
        token.text[0].isupper()
        and not is_address(token.text)
        and (len(token.text) > 1 or not token.text.isascii() or token.text not in "AIOÀÉY")
    )


def _is_acronym(word: str) -> bool:
    return len(word) > 1 and word.isupper()


def _after_mark(sentence: Sentence, place: int) -> bool:
    """Whether a colon, bracket or quotation mark may have given the word its capital."""
    return place > 0 and not sentence.joined[place]


def _is_written_so(word: str) -> bool:
    """Whether a word has its capitals wherever it stands."""
    return _is_acronym(word) or bool(INNER_CAPITAL.match(word))


def _says_something(tokens: Sequence[Token], first: int, end: int, *, opens: bool, language: str) -> bool:
    words = [token.text for token in tokens[first:end]]
    if any(_is_written_so(word) for word in words):
        return True
    if pack_of(language).nouns_in_capitals:
        return any(
            not word[0].isdigit() and (not is_dictionary_word(word.lower(), language) or is_international_name(word.lower(), language))
            for word in words
        )
    return not opens or (len(words) > 1 and words[1][0].isupper())


def cue_beside(sentence: Sentence, first: int, end: int, language: str) -> str:
    """The kind that a word beside a run speaks for: "person" after a title; what a class of things is called ("the SMTP protocol", "la ville de Lyon"),
    marked CLASS; "place" after a word for where; "" for none."""
    pack = pack_of(language)
    words = [token.text.lower().rstrip(".") for token in sentence.tokens]
    if words[first] in pack.person_titles and end - first > 1:
        return "person"
    before = words[first - 1] if first and sentence.joined[first] else ""
    if before in pack.person_titles:
        return "person"
    after = words[end] if end < len(words) and sentence.joined[end] and not sentence.tokens[end].text[0].isupper() else ""
    further = words[first - 2] if first > 1 and before in pack.inner_words and sentence.joined[first - 1] else ""
    kind = pack.class_words.get(after) or pack.class_words.get(before) or pack.class_words.get(further)
    if kind:
        return CLASS + kind
    return "place" if before in pack.where_words else ""
