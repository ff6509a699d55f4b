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

        serving = Channel(lambda _: (1, 1))
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


def test_a_person_has_so_many_screens_and_whoever_is_no_member_has_none(monkeypatch: pytest.MonkeyPatch) -> None:
    async def connect(**_: object) -> SlowListener:
        return SlowListener()

    async def open_many() -> tuple[list[bool], list[bool]]:
        never = asyncio.Event()

        async def receive() -> dict[str, str]:
            await never.wait()
            return {"type": "http.disconnect"}

        async def send(_: dict[str, Any]) -> None:
            return None

        serving = Channel(lambda scope: scope["whose"])
        screens = [asyncio.create_task(serving.serve({"whose": (1, 7)}, receive, send)) for _ in range(channel.MOST_OF_ONE + 5)]
        others = [asyncio.create_task(serving.serve({"whose": whose}, receive, send)) for whose in ((1, 8), (2, 7))]
        await asyncio.sleep(0.5)
        many = [screen.done() for screen in screens]
        serving._end_of(1, 8)
        await asyncio.sleep(0.1)
        after = [other.done() for other in others]
        never.set()
        await asyncio.gather(*screens, *others)
        await serving.close()
        return many, after

    monkeypatch.setattr(channel.psycopg.AsyncConnection, "connect", connect)
    monkeypatch.setattr(channel, "_parameters", dict)
    with ThreadPoolExecutor(1) as thread:
        many, after = thread.submit(lambda: asyncio.run(open_many())).result()
    assert sum(many) == 6 and all(many[:5])  # of person 7 with their screen in another workspace; the ones opened first go
    assert after == [True, False]
