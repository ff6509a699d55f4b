"""A text assistant: the client of one over HTTP that takes tasks with their sentences' parts of speech."""

from __future__ import annotations

import functools
from collections.abc import Mapping
from typing import Any

from fundament.core.edits.proposals.model import Wording, WritingTask
from fundament.core.language.analysis import analyse_text
from fundament.core.yardstick.page_analysis import tagger_of
from fundament.providers.errors import ServiceError
from fundament.providers.keywords import rows_of
from fundament.providers.service import Answers, JsonService, Terms, clean_text

MOST_WORDINGS, MOST_CHARACTERS = 8, 20_000
SECONDS = 8.0  # somebody waits for it


class HttpAssistant:
    """A text assistant over HTTP: POST /assistant/word."""

    def __init__(
        self, address: str, *, terms: Terms | None = None, answers: Answers | None = None, headers: Mapping[str, str] | None = None
    ) -> None:
        self.service = JsonService("assistant", address, terms or Terms(), answers, seconds=SECONDS, tries=2)
        if headers:
            self.service.headers = {**self.service.headers, **headers}

    rewrites = ("shorten",)
    understands = False  # it works by rules

    def rewrite(self, kind: str, text: str, keep: Mapping[str, int], language: str) -> str:
        """See `Assistant`. Raises ServiceError."""
        if kind not in self.rewrites:
            raise ServiceError("service.cannot", service="assistant")
        answer = self.service.send("/assistant/shorten", {"text": text, "keep": dict(keep), "language": language})
        found = answer.get("text") if isinstance(answer, Mapping) else None
        if not isinstance(found, str) or len(found) > MOST_CHARACTERS:
            raise ServiceError("service.no_list", service="assistant")
        return clean_text(found)

    def word(self, tasks: tuple[WritingTask, ...]) -> list[list[Wording]]:
        """See `Assistant`. Raises ServiceError."""
        answer = self.service.send("/assistant/word", plain_tasks(tasks))
        found = rows_of(answer, "wordings", "assistant")
        if len(found) != len(tasks):
            raise ServiceError("service.no_list", service="assistant")
        return [_wordings(of_task) for of_task in found]


def plain_tasks(tasks: tuple[WritingTask, ...]) -> dict[str, Any]:
    """The tasks as they are sent: every passage once, tasks name it by its number."""
    number_of: dict[str, int] = {}
    for task in tasks:
        for text in task.passages:
            number_of.setdefault(text, len(number_of))
    language = tasks[0].language if tasks else ""
    return {
        "language": language,
        "passages": [_analysed(text, language) for text in number_of],
        "tasks": [
            {
                "term": task.term, "passages": [number_of[text] for text in task.passages],
                "examples": [_analysed(text, language) for text in task.examples],
            }
            for task in tasks
        ],
    }  # fmt: skip


@functools.lru_cache(maxsize=4_000)
def _analysed(text: str, language: str) -> dict[str, Any]:
    """A text with its sentences: of each "spans", the first character and the last + 1 of every word in one row, and "tags", their parts of speech ("-" where one is not known). Texts are kept: most are the same the next time."""
    tag = tagger_of(language)
    sentences = []
    for sentence in analyse_text(text, language):
        tags = tag([token.text for token in sentence.tokens], sentence.joined)
        spans = [sentence.start + edge for token in sentence.tokens for edge in (token.start, token.end)]
        sentences.append({"spans": spans, "tags": " ".join(of or "-" for of in tags)})
    return {"text": text, "sentences": sentences}


def _wordings(rows: Any) -> list[Wording]:
    found = []
    for row in rows[:MOST_WORDINGS] if isinstance(rows, list) else ():
        if (
            isinstance(row, Mapping)
            and isinstance(row.get("passage"), int)
            and isinstance(row.get("text"), str)
            and len(row["text"]) <= MOST_CHARACTERS
        ):
            found.append(Wording(row["passage"], clean_text(row["text"])))
    return found
