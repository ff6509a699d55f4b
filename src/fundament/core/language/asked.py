"""What kind of answer a question asks for, and whether a sentence holds one: a time for "how long", an amount of money for "what does it cost", a reason for "why".

Each language says with which words its questions begin and what its answers hold (`Asked`, in its pack); figures, units and signs of money are the same everywhere.
"""

from __future__ import annotations

import functools
import re
from dataclasses import dataclass

DURATION, COST, SIZE, AMOUNT, WHEN, REASON, STEPS, DEFINITION, YES_NO, CHOICE, SUBJECT = (
    "duration", "cost", "size", "amount", "when", "reason", "steps", "definition", "yes_no", "choice", "subject",
)  # fmt: skip
KINDS = (DURATION, COST, SIZE, AMOUNT, WHEN, REASON, STEPS, DEFINITION, YES_NO, CHOICE, SUBJECT)
IN_FIGURES = frozenset([DURATION, COST, SIZE, AMOUNT])  # what one person's case gives is no answer for all

_TOKEN = re.compile(r"[^\W_]+(?:['’.,][^\W_]+)*|[£€$¥₽%°²]")
_MEASURED = re.compile(
    r"\d\s?-?\s?(?:mm|cm|km|m|ft|in|inch)(?!\w)"
    r"|(?<=\w )(?:inch(?:es)?|feet|foot|millimet(?:re|er)s?|centimet(?:re|er)s?|met(?:re|er)s?|mètres?|metros?|metry?|metr[ió]w?|zoll|duim|pouces?|pulgadas?|polegadas?|pollic[ei]|cal[ei]?)(?!\w)"
    r"|(?:times|twice) the"
)
_MONEY = frozenset(
    [
        "£",
        "€",
        "$",
        "¥",
        "₽",
        "eur",
        "euro",
        "euros",
        "gbp",
        "usd",
        "pound",
        "pounds",
        "dollar",
        "dollars",
        "zł",
        "złotych",
        "pln",
        "reais",
        "cents",
        "cent",
        "pence",
        "chf",
        "franken",
        "francs",
        "rubel",
    ]
)
_LONGEST_ARTICLE = 2  # letters; "a week" is a time, "a wall" no number
_NEAR = 4  # words between a figure and its unit of time
LEAST_DEFINITION, LEAST_STEP = 5, 6  # words
FIRST_YEAR, LAST_YEAR = 1800, 2099  # a figure between them is a year, and no amount


@dataclass(frozen=True)
class Asked:
    """How a language asks and answers. Each is a list of words or runs of words with "|" between them, in lower case.

    duration, size, amount, when, reason, steps, definition, choice: how such a question begins; duration_anywhere, cost: words that make it one wherever they stand. kind_words: words of a question that tell only its kind.
    lasts, takes: two sorts of verbs that both ask "how long" and are not answered by each other. units_of_time, figures: hours and years; numbers in words. because, conditions: stand before reasons, and before times.
    verdicts: yes, no and what permits or forbids; advice: what is chosen or advised. shunned: words of sentences that answer nothing. personal: pronouns of who tells what happened to them. articles: what stands behind a verb that defines, where the language's articles are not it.
    """

    duration: str = ""
    size: str = ""
    amount: str = ""
    when: str = ""
    reason: str = ""
    steps: str = ""
    definition: str = ""
    choice: str = ""
    cost: str = ""
    kind_words: str = ""
    lasts: str = ""
    takes: str = ""
    units_of_time: str = ""
    figures: str = ""
    because: str = ""
    conditions: str = ""
    verdicts: str = ""
    advice: str = ""
    shunned: str = ""
    personal: str = ""
    articles: str = ""

    @property
    def is_known(self) -> bool:
        """Whether the language says how it asks."""
        return bool(self.duration)


UNASKED = Asked()


def _tokens(text: str) -> list[str]:
    return _TOKEN.findall(text.lower())


@functools.cache
def _runs(words: str) -> dict[str, tuple[tuple[str, ...], ...]]:
    """Runs of words by their first one, the longest first."""
    found: dict[str, list[tuple[str, ...]]] = {}
    for part in words.split("|"):
        run = tuple(_tokens(part))
        if run:
            found.setdefault(run[0], []).append(run)
    return {first: tuple(sorted(runs, key=len, reverse=True)) for first, runs in found.items()}


def _begins(tokens: list[str], words: str, at: int = 0) -> bool:
    return any(tuple(tokens[at : at + len(run)]) == run for run in _runs(words).get(tokens[at], ())) if at < len(tokens) else False


def _holds(tokens: list[str], words: str) -> bool:
    return any(_begins(tokens, words, at) for at in range(len(tokens)))


def _is_figure(token: str, figures: str, *, with_articles: bool) -> bool:
    if token[0].isdigit():
        return not (token.isdigit() and FIRST_YEAR <= int(token[:6]) <= LAST_YEAR)
    return (with_articles or len(token) > _LONGEST_ARTICLE) and (token,) in _runs(figures).get(token, ())


def _is_time(tokens: list[str], asked: Asked) -> bool:
    places = [at for at, token in enumerate(tokens) if _is_figure(token, asked.figures, with_articles=True)]
    return any(_begins(tokens, asked.units_of_time, at + 1 + more) for at in places for more in range(_NEAR + 1))


def kind_of_question(question: str, asked: Asked, verbs: frozenset[str]) -> str:
    """One of KINDS. verbs: with which a question begins that is answered by yes or no; SUBJECT is what is no question."""
    tokens = _tokens(question)
    if not tokens:
        return SUBJECT
    if _begins(tokens, asked.duration):
        return DURATION
    if _holds(tokens, asked.cost):
        return COST
    for kind in (SIZE, AMOUNT, WHEN, REASON, STEPS, CHOICE, DEFINITION):
        if _begins(tokens, str(getattr(asked, kind))):
            return kind
    if tokens[0] in verbs:
        return YES_NO
    return CHOICE if question.rstrip().endswith("?") else SUBJECT


def contradicts(question: str, sentence: str, asked: Asked) -> bool:
    """Whether a sentence tells how long something lasts where it is asked how long it takes, or the other way round."""
    asks = [_holds(_tokens(question), words) for words in (asked.lasts, asked.takes)]
    if not any(asks):
        return False
    tells = [_holds(_tokens(sentence), words) for words in (asked.lasts, asked.takes)]
    return (asks[0] and tells[1] and not tells[0]) or (asks[1] and tells[0] and not tells[1])


def holds_answer(sentence: str, kind: str, asked: Asked) -> bool:
    """Whether a sentence holds what an answer of a kind must hold; for SUBJECT always. A question holds none, nor does what only says that it depends."""
    if kind == SUBJECT:
        return True
    tokens = _tokens(sentence)
    if sentence.rstrip().endswith("?") or _holds(tokens, asked.shunned):
        return False
    has_figure = any(_is_figure(token, asked.figures, with_articles=False) for token in tokens)
    if kind == DURATION:
        return _is_time(tokens, asked)
    if kind == COST:
        return has_figure and any(token in _MONEY for token in tokens)
    if kind == SIZE:
        return bool(_MEASURED.search(sentence.lower()))
    if kind == AMOUNT:
        return has_figure and not any(token in _MONEY for token in tokens)
    if kind == WHEN:
        has_year = any(token.isdigit() and FIRST_YEAR <= int(token[:6]) <= LAST_YEAR for token in tokens)
        return (_holds(tokens, asked.conditions) or "°" in tokens) and not has_year
    if kind == DEFINITION:
        return len(tokens) >= LEAST_DEFINITION
    words = {REASON: asked.because, YES_NO: asked.verdicts, CHOICE: asked.advice}.get(kind)
    return _holds(tokens, words) if words is not None else len(tokens) >= LEAST_STEP


def begins_with_verdict(sentence: str, asked: Asked) -> bool:
    """Whether one of the first words of a sentence says yes or no, or permits or forbids."""
    return _holds(_tokens(sentence)[:3], asked.verdicts)


def defines(sentence: str, words: frozenset[str], defining: frozenset[str], articles: frozenset[str]) -> bool:
    """Whether a sentence begins with one of the words and goes on with what it is: a verb that defines, and an article, a figure or a word of a definition behind it."""
    tokens = _tokens(sentence)
    at = next((number for number, token in enumerate(tokens[1:12], 1) if token in defining), 0)
    if not at or at + 1 >= len(tokens):
        return False
    behind = tokens[at + 1]
    return any(token in words for token in tokens[:at]) and (behind in articles or behind[0].isdigit() or not articles)


def is_personal(sentence: str, asked: Asked) -> bool:
    """Whether somebody tells of themselves, so that a figure in it is one case."""
    return _holds(_tokens(sentence), asked.personal)


def behind_definitions(asked: Asked, articles: frozenset[str]) -> frozenset[str]:
    """What stands behind a verb that defines. articles: of the language."""
    return frozenset(word for word in asked.articles.split("|") if word) or articles


def kind_words(asked: Asked) -> frozenset[str]:
    """Words of a question that tell only its kind, as a set."""
    return frozenset(word.strip() for word in asked.kind_words.split("|") if word.strip())
