"""Services over HTTP that answer JSON: asked again when they stumble, never more often than they may be, and every raw answer kept.

What differs between services is their address, their questions and how an answer is understood; that is a provider's own file (`results`). Which provider
serves what is a setting, `PROVIDERS` of the application; `load` finds it.
"""

from __future__ import annotations

import hashlib
import json
import time
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from importlib import import_module
from pathlib import Path
from typing import Any, Protocol

import httpx

from fundament.providers.errors import QuotaError, ServiceError

TRIES, FIRST_WAIT, LONGEST_WAIT = 3, 0.5, 10.0  # seconds
MOST_BYTES = 5_000_000
ASK_AGAIN = frozenset([429, 500, 502, 503, 504])


class Answers(Protocol):
    """Where raw answers are kept. A provider works without: then nothing is kept and nothing is answered from memory."""

    def recent(self, service: str, question: str, seconds: float) -> str | None:
        """The raw answer to the same question, when there is one not older than so many seconds."""

    def keep(self, service: str, question: str, raw: str, cost: float) -> None:
        """Keep a raw answer, with what it cost in the service's own unit."""

    def asked(self, service: str, seconds: float) -> int:
        """How often the service was asked within the last so many seconds."""


@dataclass(frozen=True)
class Terms:
    """On which terms a service is used. quota: questions within quota_seconds (0: no bound). keep_seconds: for so long the same question is answered from
    what is kept (0: always asked)."""

    quota: int = 0
    quota_seconds: float = 86_400.0
    keep_seconds: float = 0.0


@dataclass
class JsonService:
    """One service. name: under which its answers are kept."""

    name: str
    address: str
    terms: Terms = field(default_factory=Terms)
    answers: Answers | None = None
    seconds: float = 15.0
    tries: int = TRIES
    headers: Mapping[str, str] = field(default_factory=lambda: {"Accept": "application/json"})
    wait: Callable[[float], None] = time.sleep

    def ask(self, path: str, query: Mapping[str, str]) -> Any:
        """The answer's JSON. path: after the service's address, or a whole address. Raises ServiceError when there is none to be had, QuotaError when the service may not be
        asked now."""
        return self._asked(json.dumps([path, dict(sorted(query.items()))]), path, query, None)

    def send(self, path: str, body: Any) -> Any:
        """The answer's JSON to a body sent as JSON, of which only a hash is kept: it can be long, and somebody's own text. Raises as `ask`."""
        digest = hashlib.sha256(json.dumps(body, sort_keys=True).encode()).hexdigest()
        return self._asked(json.dumps([path, digest]), path, {}, body)

    def _asked(self, question: str, path: str, query: Mapping[str, str], body: Any) -> Any:
        if self.answers is not None:
            if self.terms.keep_seconds and (known := self.answers.recent(self.name, question, self.terms.keep_seconds)) is not None:
                return json.loads(known)
            if self.terms.quota and self.answers.asked(self.name, self.terms.quota_seconds) >= self.terms.quota:
                raise QuotaError("service.quota", service=self.name, quota=self.terms.quota, hours=self.terms.quota_seconds / 3600)
        raw = self._answer(path, query, MOST_BYTES, body).text
        try:
            answer = json.loads(raw)
        except (ValueError, RecursionError):
            raise ServiceError("service.no_json", service=self.name) from None
        if self.answers is not None:
            self.answers.keep(self.name, question, raw, 1.0)
        return answer

    def fetch_bytes(self, address: str, most_bytes: int) -> bytes:
        """What is at an address of the service, as it is. Raises ServiceError."""
        return self._answer(address, {}, most_bytes).content

    def _answer(self, path: str, query: Mapping[str, str], most_bytes: int, body: Any = None) -> httpx.Response:
        pause = FIRST_WAIT
        for left in range(self.tries - 1, -1, -1):
            try:
                answer = httpx.request(
                    "GET" if body is None else "POST",
                    path if "://" in path else f"{self.address.rstrip('/')}{path}",
                    params=dict(query) or None,
                    json=body,
                    headers=dict(self.headers),
                    timeout=self.seconds,
                    trust_env=False,
                )
            except (httpx.HTTPError, httpx.InvalidURL):
                if not left:
                    raise ServiceError("service.unreachable", service=self.name) from None
            else:
                if answer.status_code == 200:
                    if len(answer.content) > most_bytes:
                        raise ServiceError("service.too_large", service=self.name, megabytes=most_bytes // 1_000_000)
                    return answer
                if answer.status_code not in ASK_AGAIN or not left:
                    raise ServiceError("service.status", service=self.name, status=answer.status_code)
                pause = min(LONGEST_WAIT, max(pause, _retry_after(answer.headers.get("retry-after", ""))))
            self.wait(pause)
            pause = min(LONGEST_WAIT, 2 * pause)
        raise AssertionError("the last try answers or raises")


def read_description(path: str) -> Any:
    """The JSON of a file that describes a service. Raises ServiceError."""
    try:
        return json.loads(Path(path).read_text(encoding="utf-8"))
    except (OSError, ValueError) as error:
        raise ServiceError("mapping.unreadable", path=path, reason=str(error)[:120]) from None


def described_headers(headers: Mapping[str, Any], key: str) -> dict[str, str]:
    """The headers that a description tells, with the service's key put in; without blanks at their ends, which no header may have."""
    return {"Accept": "application/json"} | {str(name): str(value).replace("{key}", key).strip() for name, value in headers.items()}


def _retry_after(value: str) -> float:
    return float(value) if value.isascii() and value.isdigit() else 0.0


def clean_text(value: object) -> str:
    """Text that a database can hold: without NUL and halves of characters."""
    return str(value).replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8")


def load(path: str) -> Any:
    """What a setting names as "module:name"."""
    module, _, name = path.partition(":")
    return getattr(import_module(module), name)
