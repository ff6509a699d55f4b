"""What the logs say: one JSON object a line, with the kind and place of errors, and nothing that a person wrote.

An error's message may hold a text (a failing statement has its values), so logs have its class and the places it came through instead.
"""

from __future__ import annotations

import contextvars
import json
import logging
import traceback
from datetime import UTC, datetime
from typing import Any

request_number: contextvars.ContextVar[str] = contextvars.ContextVar("request_number", default="")
_OWN = frozenset(vars(logging.makeLogRecord({}))) | {"message", "asctime", "request", "status_code", "taskName"}
_PLAIN = (str, int, float, bool, type(None))
MOST_PLACES = 12
_audit = logging.getLogger("fundament.audit")


def audit(event: str, **numbers: str | int | None) -> None:
    """Note who did what: by numbers of people, workspaces and things, and by names of our own, never with what somebody wrote."""
    _audit.info(event, extra=numbers)


def place_of(error: BaseException) -> str:
    """Where an error was raised, as file:line."""
    frames = traceback.extract_tb(error.__traceback__)
    return f"{_short(frames[-1].filename)}:{frames[-1].lineno}" if frames else "?"


def _short(path: str) -> str:
    return "/".join(path.rsplit("/", 3)[1:])


def _told(error: BaseException) -> dict[str, Any]:
    frames = traceback.extract_tb(error.__traceback__)[-MOST_PLACES:]
    told: dict[str, Any] = {
        "error": f"{type(error).__module__}.{type(error).__qualname__}",
        "places": [f"{_short(frame.filename)}:{frame.lineno} {frame.name}" for frame in frames],
    }
    cause = error.__cause__ or (None if error.__suppress_context__ else error.__context__)
    if cause is not None and cause is not error:
        told["because"] = f"{type(cause).__module__}.{type(cause).__qualname__} at {place_of(cause)}"
    return told


class JsonFormatter(logging.Formatter):
    """One line for each record. Only the words of our own program are written: the message's pattern, without what it is filled with unless those are numbers."""

    def format(self, record: logging.LogRecord) -> str:
        entry: dict[str, Any] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "from": record.name,
            "what": _filled(record),
        }
        if request_number.get():
            entry["request"] = request_number.get()
        for name, value in vars(record).items():
            if name not in _OWN and isinstance(value, _PLAIN) and record.name.startswith("fundament"):
                entry[name] = value
        if isinstance(getattr(record, "status_code", None), int):
            entry["status"] = record.__dict__["status_code"]
        if record.exc_info and record.exc_info[1] is not None:
            entry |= _told(record.exc_info[1])
        return json.dumps(entry, ensure_ascii=False)


def _filled(record: logging.LogRecord) -> str:
    """The message, filled only with numbers: other values may come from a person, or from a page."""
    pattern = str(record.msg)
    if not record.args:  # such messages of others are put together with values already
        return pattern if record.name.startswith("fundament") else str(getattr(record, "action", f"{record.module}:{record.lineno}"))
    arguments = record.args if isinstance(record.args, tuple) else (record.args,)
    if all(isinstance(value, int | float) for value in arguments) and not isinstance(record.args, dict):
        return record.getMessage()
    return pattern
