"""The text assistant: it puts terms into sentences (`assistant_rules`) and shortens texts (`shortening`) by rules. See README.md."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

from standins.assistant_rules import Company, Found, Passage, company_of, passage_of, ways
from standins.shortening import shorten

MOST_TASKS, MOST_WORDINGS, MOST_A_PASSAGE, MOST_TEXT = 60, 6, 2, 50_000
LESS_BY_PLACE = 0.25  # rank that a passage further down the list takes away


class NoTaskError(Exception):
    """What came is no task."""


def word(body: Any) -> dict[str, Any]:
    """Wordings for tasks. body: {"passages": [passage], "tasks": [{"term", "passages": [numbers of them], "examples": [passage]}]}; see `passage_of`."""
    tasks = body.get("tasks") if isinstance(body, dict) else None
    if not isinstance(tasks, list) or len(tasks) > MOST_TASKS:
        raise NoTaskError(f"tasks is a list of at most {MOST_TASKS}")
    try:
        passages = [passage_of(passage) for passage in body["passages"]]
        return {"wordings": [_wordings(task, [passages[number] for number in task["passages"]]) for task in tasks]}
    except (KeyError, TypeError, ValueError, IndexError, AttributeError):
        raise NoTaskError("a task has term, passages and examples") from None


def _wordings(task: dict[str, Any], passages: list[Passage]) -> list[dict[str, Any]]:
    term = str(task["term"]).split()
    company = company_of(term, [sentence for example in task["examples"] for sentence in passage_of(example).sentences])
    rated: list[tuple[float, int, str]] = []
    for number, passage in enumerate(passages):
        of_passage: list[tuple[float, int, str]] = []
        for sentence in range(len(passage.sentences)):
            of_passage += [
                (found.rank - LESS_BY_PLACE * number, number, _with(passage.text, found))
                for found in _best(term, sentence, passage, company)
            ]
        rated += sorted(of_passage, key=lambda row: -row[0])[:MOST_A_PASSAGE]
    rated.sort(key=lambda row: (-row[0], row[1]))
    return [{"passage": number, "text": text} for _, number, text in rated[:MOST_WORDINGS]]


def _best(term: list[str], sentence: int, passage: Passage, company: Company) -> list[Found]:
    return sorted(ways(term, sentence, passage, company), key=lambda found: -found.rank)[:MOST_A_PASSAGE]


def _with(text: str, found: Found) -> str:
    return text[: found.start] + found.text + text[found.end :]


def shorter(body: Any) -> dict[str, Any]:
    """A shorter text. body: {"text", "keep": {phrase: least number of its uses}}."""
    text, keep = (body.get("text"), body.get("keep", {})) if isinstance(body, dict) else (None, {})
    if not isinstance(text, str) or not isinstance(keep, dict) or len(text) > MOST_TEXT or not all(type(n) is int for n in keep.values()):
        raise NoTaskError(
            f"text is a text of at most {MOST_TEXT} characters, keep an object of phrases with the least number of their uses"
        )
    return {"text": shorten(" ".join(text.split()), keep)}


def messages(body: Any) -> dict[str, Any]:
    """A conversation, as services with a model of language take it: it can only do what is asked for between lines with three quotes, which is to say a passage back unchanged."""
    said = body.get("messages") if isinstance(body, dict) else None
    if not isinstance(said, list) or not said or not isinstance(said[-1], dict):
        raise NoTaskError("messages is a list of {role, content}")
    passage = str(said[-1].get("content", "")).split('"""')
    return {"choices": [{"message": {"role": "assistant", "content": passage[1].strip() if len(passage) > 1 else "I can only repeat."}}]}


QUESTIONS: dict[str, Callable[[Any], dict[str, Any]]] = {
    "assistant/word": word,
    "assistant/shorten": shorter,
    "assistant/messages": messages,
}


def parse(body: bytes) -> Any:
    """A body's JSON. Raises NoTaskError."""
    try:
        return json.loads(body)
    except (ValueError, RecursionError):
        raise NoTaskError("the body is JSON") from None
