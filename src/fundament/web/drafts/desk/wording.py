"""The text assistant is asked by jobs: what it is far away, nobody's view waits for."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from fundament.core.edits.proposals.model import Assistant, Wording, WritingTask
from fundament.core.message import Message
from fundament.core.plain import from_plain, to_plain
from fundament.providers.errors import ProviderError
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for, ask_or_join
from fundament.web.errors import ApplicationError, TooOftenError
from fundament.web.sites.services.answers import provider_of
from fundament.web.templating import message_of

WORD, REWRITE = "draft.word", "draft.rewrite"  # the kinds of errand


def assistant() -> Assistant | None:
    """Whoever words proposals here; None where nobody is set up. Raises ProviderError."""
    found: Assistant | None = provider_of("assistant")
    return found


def rewrites() -> tuple[str, ...]:
    """What the assistant can do with a chosen passage; what it cannot do has no button."""
    try:
        helper = assistant()
    except ProviderError:
        return ()
    return helper.rewrites if helper is not None else ()


def ask_for_rewrite(actor: Actor, kind: str, passage: str, keep: Mapping[str, int], language: str) -> Errand:
    """Have a passage said otherwise. keep: phrases that should stay, with the least number of their uses. Raises TooOftenError while another is."""
    ask(actor, "draft.write")
    return ask_for(actor, REWRITE, passage, {"kind": kind, "passage": passage, "keep": dict(keep), "language": language})


def rewrite(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> dict[str, Any]:
    """The errand itself: {"text": the passage otherwise}. Raises ProviderError."""
    ask(actor, "draft.write")
    helper = assistant()
    if helper is None or arguments["kind"] not in helper.rewrites:
        raise ApplicationError("error.rewrite_kind")
    return {"text": helper.rewrite(arguments["kind"], arguments["passage"], arguments["keep"], arguments["language"])}


def ask_for_words(actor: Actor, draft_id: int, tasks: Sequence[WritingTask]) -> Errand | None:
    """Have terms put into sentences; None while others are."""
    try:
        return ask_or_join(actor, WORD, "proposals", {"draft": draft_id, "tasks": to_plain(tuple(tasks))})
    except TooOftenError:
        return None


def word(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> dict[str, Any]:
    """The errand itself: {"wordings": of each task}. Raises ProviderError."""
    ask(actor, "draft.write")
    tasks, helper = from_plain(tuple[WritingTask, ...], arguments["tasks"]), assistant()
    return {"wordings": to_plain(helper.word(tasks) if helper is not None else [])}


def worded(errand: Errand | None) -> tuple[dict[WritingTask, list[Wording]], Message | None]:
    """What came of it so far: the wordings by task, and what is wrong."""
    if errand is None or errand.problem is not None:
        return {}, message_of(errand.problem) if errand is not None and errand.problem is not None else None
    tasks = from_plain(tuple[WritingTask, ...], errand.arguments["tasks"])
    found = from_plain(list[list[Wording]], (errand.result or {}).get("wordings", []))
    return dict(zip(tasks, found, strict=False)), None
