"""The channel of server-sent events. One connection to the database in each process listens (LISTEN/NOTIFY), and passes on to open screens what is of their
workspace. What travels are names and numbers; a screen asks for what it needs.

An event: {"workspace": 3, "topic": "study:12", "what": "figures", ...}.
"""

from __future__ import annotations

import asyncio
import contextlib
import json
import logging
from collections.abc import Awaitable, Callable
from typing import Any

import psycopg
from asgiref.sync import sync_to_async
from django.conf import settings
from django.db import connection

from fundament.web.live.notify import CHANNEL, LEFT
from fundament.web.policies import raw_headers

logger = logging.getLogger(__name__)
EVENTS = "/events/"
MOST_WAITING = 200  # events for one screen; one that does not take them is let go, and comes back by itself
MOST_SCREENS = 2_000
MOST_OF_ONE = 24  # open screens of one person in one process; the one opened first is let go for another
STILL_HERE = 15.0  # seconds between signs of life, so that nothing between the two closes an idle connection
READY_WITHIN = 5.0  # seconds that a screen waits for the listener; what happens after that is asked for when it listens
AGAIN_AFTER = 3_000  # ms that a browser waits before it connects anew
Scope = dict[str, Any]
Receive = Callable[[], Awaitable[Any]]
Send = Callable[[Any], Awaitable[None]]


class Channel:
    """Open screens of this process, and the listener."""

    def __init__(self, screen_of: Callable[[Scope], tuple[int, int] | None]) -> None:
        """screen_of: (workspace, person) of who asks, None for nobody; it may ask the database."""
        self._screen_of = screen_of
        self._screens: dict[asyncio.Queue[str], tuple[int, int]] = {}  # with their workspace and person, the one opened first first
        self._listening: asyncio.Task[None] | None = None
        self._ready = asyncio.Event()
        self._was_early = False  # whether a screen was told to ask for all before this process listened

    async def serve(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one screen for as long as it stays open."""
        whose = await sync_to_async(self._screen_of, thread_sensitive=False)(scope)
        if whose is None or len(self._screens) >= MOST_SCREENS:
            await send({"type": "http.response.start", "status": 403 if whose is None else 503, "headers": raw_headers()})
            await send({"type": "http.response.body", "body": b""})
            return
        if self._listening is None or self._listening.done():
            self._ready.clear()
            self._listening = asyncio.create_task(self._listen())
        screen: asyncio.Queue[str] = asyncio.Queue(MOST_WAITING)
        of_person = [other for other, (_, person) in self._screens.items() if person == whose[1]]
        for other in of_person[: max(0, len(of_person) - MOST_OF_ONE + 1)]:
            self._let_go(other)
        self._screens[screen] = whose
        gone = asyncio.create_task(_until_gone(receive))
        try:
            headers = [
                (b"content-type", b"text/event-stream"),
                (b"cache-control", b"no-store"),
                (b"x-accel-buffering", b"no"),
                *raw_headers(),
            ]
            await send({"type": "http.response.start", "status": 200, "headers": headers})
            try:
                await asyncio.wait_for(self._ready.wait(), READY_WITHIN)
            except TimeoutError:
                self._was_early = True
            await send(_body(f"retry: {AGAIN_AFTER}\nevent: listening\ndata: {{}}\n\n"))
            while not gone.done():
                waiting = asyncio.create_task(screen.get())
                await asyncio.wait([waiting, gone], timeout=STILL_HERE, return_when=asyncio.FIRST_COMPLETED)
                if waiting.done():
                    if waiting.result():
                        await send(_body(f"data: {waiting.result()}\n\n"))
                else:
                    waiting.cancel()
                    if not gone.done():
                        await send(_body(": still here\n\n"))
                if screen not in self._screens:
                    break  # it did not take what came; the browser comes back and asks for all
        finally:
            gone.cancel()
            self._screens.pop(screen, None)
            with contextlib.suppress(Exception):
                await send({"type": "http.response.body", "body": b"", "more_body": False})

    async def _listen(self) -> None:
        """Listen, and begin again when the database goes away; a screen that was open then is told to ask for all."""
        was_lost = False
        while True:
            try:
                async with await psycopg.AsyncConnection.connect(**_parameters(), autocommit=True) as listener:
                    await listener.execute(f"LISTEN {CHANNEL}")
                    self._ready.set()
                    if was_lost or self._was_early:
                        self._was_early = False
                        self._pass_on(None, json.dumps({"topic": "all"}))
                    async for notice in listener.notifies():
                        with contextlib.suppress(ValueError, KeyError, TypeError):
                            told = json.loads(notice.payload)
                            if told.get("what") == LEFT:
                                self._end_of(int(told["workspace"]), int(told["person"]))
                            else:
                                self._pass_on(int(told["workspace"]), notice.payload)
            except psycopg.Error:
                logger.warning("The channel of events lost the database; it is tried again.")
            was_lost = True
            await asyncio.sleep(1.0)

    def _pass_on(self, workspace: int | None, payload: str) -> None:
        for screen, (of, _) in list(self._screens.items()):
            if workspace is None or of == workspace:
                try:
                    screen.put_nowait(payload)
                except asyncio.QueueFull:
                    self._let_go(screen)

    def _end_of(self, workspace: int, person: int) -> None:
        """The screens of somebody who is no member any more end; the browser asks again, and is told what they may see."""
        for screen in [screen for screen, whose in self._screens.items() if whose == (workspace, person)]:
            self._let_go(screen)

    def _let_go(self, screen: asyncio.Queue[str]) -> None:
        self._screens.pop(screen, None)
        with contextlib.suppress(asyncio.QueueFull):
            screen.put_nowait("")  # so that it looks

    async def close(self) -> None:
        """End everything."""
        self._screens.clear()
        if self._listening is not None:
            self._listening.cancel()
            with contextlib.suppress(asyncio.CancelledError):
                await self._listening


def _body(text: str) -> dict[str, Any]:
    return {"type": "http.response.body", "body": text.encode(), "more_body": True}


async def _until_gone(receive: Receive) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass


def _parameters() -> dict[str, Any]:
    found = settings.DATABASES["default"]
    return {
        "dbname": connection.settings_dict["NAME"], "user": found["USER"], "password": found["PASSWORD"], "host": found["HOST"], "port": found["PORT"],
    }  # fmt: skip
