"""What a grammar checker objects to in English sentences (harper, offline, by rules). Other languages have none here, which is said where it matters."""

from __future__ import annotations

import functools
import re
import threading
from dataclasses import dataclass
from typing import Any

LANGUAGES = frozenset(["en"])
SPELLING = "Spelling"
MOST_SUGGESTIONS = 3
DIALECTS = {"british": "BRITISH", "american": "AMERICAN"}
# rules on the spelling of trade marks, and matters of taste that are no mistakes
LEFT_OUT_ENDINGS = ("Names",)
LEFT_OUT = frozenset(["AvoidContractions", "LongSentences", "SpelledNumbers", "Microsoft", "Google", "BoringWords", "UseTitleCase"])

_TOLD = re.compile(r"`([^`\n]{1,200})`")  # words that the checker puts between marks of its own


@dataclass(frozen=True)
class Objection:
    """Something objected to: from character `start` to before `end`. kind, rule: the checker's own names of the kind of mistake and of what found it. words: why, in a sentence. suggestions: what could stand there
    instead."""

    start: int
    end: int
    kind: str
    rule: str
    words: str
    suggestions: tuple[str, ...]


class _Checker:
    """One dialect's checker: made once, asked by one thread at a time."""

    def __init__(self, dialect: str) -> None:
        import harper  # here: it takes a second and 100 MB, and only whoever checks needs it

        self.lock = threading.Lock()
        self.linter = harper.Linter(getattr(harper.Dialect, DIALECTS[dialect]))
        config: dict[str, Any] = self.linter.get_lint_config()
        for rule in config:
            if rule in LEFT_OUT or rule.endswith(LEFT_OUT_ENDINGS):
                config[rule] = False
        self.linter.set_lint_config(config)
        self.plain = harper.Language.PLAINTEXT

    def check(self, text: str) -> tuple[Objection, ...]:
        with self.lock:
            by_rule = self.linter.organized_lints(text, language=self.plain)
        found = [
            Objection(
                one.span.start, one.span.end, one.lint_kind, rule, _TOLD.sub(r"“\1”", one.message),
                tuple(_instead(one.problem_text, suggestion) for suggestion in one.suggestions[:MOST_SUGGESTIONS]),
            )
            for rule, of_rule in by_rule.items()
            for one in of_rule
        ]  # fmt: skip
        return tuple(sorted(found, key=lambda one: (one.start, one.end, one.rule)))


def _instead(problem: str, suggestion: Any) -> str:
    """What stands there when a suggestion is followed."""
    if int(suggestion.kind) == 2:  # put in after it
        return problem + str(suggestion.replacement_text)
    return str(suggestion.replacement_text)


_making = threading.Lock()


@functools.cache
def _made(dialect: str) -> _Checker:
    return _Checker(dialect)


def objections(text: str, dialect: str = "british") -> tuple[Objection, ...]:
    """What is objected to in an English text, in its order. dialect: of DIALECTS. The same text is looked at once while it is remembered."""
    return _kept(text, dialect)


@functools.lru_cache(maxsize=4_000)
def _kept(text: str, dialect: str) -> tuple[Objection, ...]:
    with _making:
        checker = _made(dialect)
    return checker.check(text)
