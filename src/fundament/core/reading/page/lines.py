"""What single lines of a page say: when, who wrote it, what is kept in the browser."""

from __future__ import annotations

import re

_DAY = re.compile(  # stricter than what dates an entry: a heading may begin with a number such as 14.2.19
    r"\b\d{1,2}[./-]\d{1,2}[./-](?:19|20)\d{2}\b|\b(?:19|20)\d{2}-\d\d-\d\d\b|\b[^\W\d_]{3,9}\.? \d{1,2},? (?:19|20)\d{2}\b|"
    r"\b\d{1,2}\.? [^\W\d_]{3,10}\.? (?:19|20)\d{2}\b|\b\d{1,2}:\d{2} ?(?:[ap]\.?m\b\.?)?(?: [A-Z]{2,4}\b)?",
    re.IGNORECASE,
)
_LETTERS = re.compile(r"[^\W\d_]{1,30}")
_BY = re.compile(r"(?:[Bb]y|BY|[Vv]on|[Pp]ar|[Pp]or|[Dd]i|[Dd]a|[Dd]oor|[Pp]rzez|[Tt]ext|[Aa]utore?|[Aa]uteur|[Aa]uthor)\b:? [A-ZÀ-Ž]")
LONGEST_DATE, LONGEST_BYLINE = 60, 90  # characters
WORDS_OF_A_BYLINE = 8  # beside its date


def is_date(text: str, most_words: int) -> bool:
    """Whether a line is a date or time with at most so many words beside it ("Updated", "Thursday", "views")."""
    return len(text) <= LONGEST_DATE and bool(_DAY.search(text)) and len(_LETTERS.findall(_DAY.sub("", text))) <= most_words


_COOKIE_WORDS = ("website", "web site", "browser", "site", "internet", "computer", "analy", "tracking", "third part")


def is_about_cookies(text: str) -> bool:
    """Whether a block tells what a site keeps in the browser."""
    said = text.lower()
    return "cookie" in said and any(word in said for word in _COOKIE_WORDS)


def is_byline(text: str) -> bool:
    """Whether a line says who wrote it and when ("By Ann Example, 3 May 2024, 10:15")."""
    is_sentence = text.endswith((".", "!", "?", "…"))
    return len(text) <= LONGEST_BYLINE and not is_sentence and bool(_BY.match(text)) and is_date(text[-LONGEST_DATE:], WORDS_OF_A_BYLINE)
