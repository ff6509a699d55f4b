"""The ASGI entry point: Django's views, bounded in number, and one channel of events for open screens."""

from __future__ import annotations

import asyncio
import os
import threading
from collections.abc import Awaitable, Callable
from typing import Any

from django.core.asgi import get_asgi_application

from fundament.core.warm import warm

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fundament.web.settings")
_django = get_asgi_application()

from django.conf import settings  # noqa: E402 - after Django is set up

from fundament.web.accounts.requests import workspace_of_scope  # noqa: E402
from fundament.web.live.channel import EVENTS, Channel  # noqa: E402

Scope = dict[str, Any]
Receive = Callable[[], Awaitable[Any]]
Send = Callable[[Any], Awaitable[None]]
MOST_BODY = settings.DATA_UPLOAD_MAX_MEMORY_SIZE + 200_000


class Application:
    """Views are synchronous and each holds a thread and a connection while it runs, so only so many run at once. A body is read before a view is begun: a slow
    sender holds no view. An open screen's events hold no thread at all."""

    def __init__(self) -> None:
        self.channel = Channel(workspace_of_scope)
        self._turns: asyncio.Semaphore | None = None

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await self._lifespan(receive, send)
        elif scope["type"] == "http" and scope["path"] == EVENTS:
            await self.channel.serve(scope, receive, send)
        elif scope["type"] == "http":
            await self._view(scope, receive, send)

    async def _view(self, scope: Scope, receive: Receive, send: Send) -> None:
        messages: list[Any] = []
        size = 0
        while True:
            message = await receive()
            messages.append(message)
            size += len(message.get("body", b""))
            if message["type"] != "http.request" or not message.get("more_body") or size > MOST_BODY:
                break
        waiting = iter(messages)

        async def replay() -> Any:
            for message in waiting:
                return message
            return await receive()

        if self._turns is None:
            self._turns = asyncio.Semaphore(settings.VIEWS_AT_ONCE)
        async with self._turns:
            await _django(scope, replay, send)

    async def _lifespan(self, receive: Receive, send: Send) -> None:
        while True:
            message = await receive()
            if message["type"] == "lifespan.startup":
                threading.Thread(target=warm, name="warm", daemon=True).start()  # meanwhile requests are answered, if slower
                await send({"type": "lifespan.startup.complete"})
            elif message["type"] == "lifespan.shutdown":
                await self.channel.close()
                await send({"type": "lifespan.shutdown.complete"})
                return


application = Application()
