"""Sending an answer that is made: no turn and no database connection is held meanwhile, and what is not read is given up."""

from __future__ import annotations

import logging
import time
from collections.abc import Awaitable, Callable
from dataclasses import dataclass, field
from typing import Any

from django.conf import settings

logger = logging.getLogger(__name__)
CHUNK = 65_536  # bytes
ABORT = "fundament.abort"  # in the scope: ends the connection at once, see `serve`
Send = Callable[[Any], Awaitable[None]]


@dataclass(frozen=True)
class Answer:
    """An answer as it goes over the wire."""

    status: int
    headers: list[tuple[bytes, bytes]]
    content: bytes


@dataclass(eq=False)
class _Sending:
    left: int  # bytes
    abort: Callable[[], None] | None
    moved: float = field(default_factory=time.monotonic)


class Sender:
    """The answers that are being sent. Together they may hold `settings.ANSWERS_HELD` bytes; beyond, the one that was read least lately is given up."""

    def __init__(self) -> None:
        self._sending: set[_Sending] = set()
        self.given_up = 0

    @property
    def held(self) -> int:
        """Bytes that wait to be read."""
        return sum(sending.left for sending in self._sending)

    async def send(self, scope: dict[str, Any], send: Send, answer: Answer) -> None:
        """Send one. Whoever left is no error."""
        mine = _Sending(len(answer.content), scope.get(ABORT))
        self._sending.add(mine)
        self._keep_bound(mine)
        try:
            await send({"type": "http.response.start", "status": answer.status, "headers": answer.headers})
            for start in range(0, len(answer.content), CHUNK) or (0,):
                piece = answer.content[start : start + CHUNK]
                await send({"type": "http.response.body", "body": piece, "more_body": start + CHUNK < len(answer.content)})
                mine.left -= len(piece)
                mine.moved = time.monotonic()
        except (OSError, RuntimeError) as error:  # the loop's own words for a connection that is closed
            logger.debug("An answer was not sent: %s", error)
        finally:
            self._sending.discard(mine)

    def _keep_bound(self, mine: _Sending) -> None:
        others = sorted((sending for sending in self._sending if sending is not mine and sending.abort is not None), key=lambda s: s.moved)
        for sending in others:
            if self.held <= settings.ANSWERS_HELD:
                return
            self._sending.discard(sending)
            self.given_up += 1
            assert sending.abort is not None
            sending.abort()
