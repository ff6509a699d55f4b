"""The channel of events: nothing that happens between a screen's making and its listening is lost."""

from __future__ import annotations

import asyncio
from collections.abc import AsyncIterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from fundament.web.live import channel
from fundament.web.live.channel import Channel


class SlowListener:
    """A connection to the database that listens late and hears nothing."""

    async def __aenter__(self) -> SlowListener:
        await asyncio.sleep(0.2)
        return self

    async def __aexit__(self, *_: object) -> None:
        return None

    async def execute(self, _: str) -> None:
        return None

    async def notifies(self) -> AsyncIterator[Any]:
        await asyncio.sleep(30)
        yield None


@pytest.mark.parametrize(("within", "told_again"), [(0.01, True), (5.0, False)])
def test_a_screen_told_before_the_process_listened_is_told_again(
    monkeypatch: pytest.MonkeyPatch, within: float, *, told_again: bool
) -> None:
    async def connect(**_: object) -> SlowListener:
        return SlowListener()

    async def listen_for_a_while() -> list[str]:
        sent: list[str] = []
        gone = asyncio.Event()

        async def receive() -> dict[str, str]:
            await gone.wait()
            return {"type": "http.disconnect"}

        async def send(message: dict[str, Any]) -> None:
            sent.append(message.get("body", b"").decode())

        serving = Channel(lambda _: 1)
        screen = asyncio.create_task(serving.serve({}, receive, send))
        await asyncio.sleep(0.6)
        gone.set()
        await screen
        await serving.close()
        return sent

    monkeypatch.setattr(channel, "READY_WITHIN", within)
    monkeypatch.setattr(channel.psycopg.AsyncConnection, "connect", connect)
    monkeypatch.setattr(channel, "_parameters", dict)
    with ThreadPoolExecutor(1) as thread:  # where no other loop is running
        said = "".join(thread.submit(lambda: asyncio.run(listen_for_a_while())).result())
    assert "event: listening" in said and ('"topic": "all"' in said) == told_again
