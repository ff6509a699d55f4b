"""The ASGI entry point: Django's views, bounded in number, and one channel of events for open screens."""

from __future__ import annotations

import asyncio
import os
import re
import threading
from collections.abc import Awaitable, Callable
from typing import Any

import django
from asgiref.sync import sync_to_async
from django.core.handlers.asgi import ASGIHandler
from django.http import HttpRequest, HttpResponseBase
from servestatic import ServeStaticASGI

from fundament.core.language.analysis import keep_sentences
from fundament.core.warm import warm_for_scoring

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fundament.web.settings")
django.setup(set_prefix=False)

from django.conf import settings  # noqa: E402 - after Django is set up

from fundament.web.accounts.requests import workspace_of_scope  # noqa: E402
from fundament.web.live.channel import EVENTS, Channel  # noqa: E402

Scope = dict[str, Any]
Receive = Callable[[], Awaitable[Any]]
Send = Callable[[Any], Awaitable[None]]
_HASH_IN_NAME = re.compile(r"\.[0-9a-f]{12}\.")
FEW_SENTENCES = 3_000  # what is measured is kept with the yardsticks
MOST_BODY = settings.DATA_UPLOAD_MAX_MEMORY_SIZE + 200_000


class Handler(ASGIHandler):
    """Django's handler, with all middleware and the view done in one go in one thread. They are synchronous, and changing between the loop and a thread before
    and after each of them took longer than a save."""

    def __init__(self) -> None:
        self.load_middleware()

    async def get_response_async(self, request: HttpRequest) -> HttpResponseBase:
        response: HttpResponseBase = await sync_to_async(self.get_response, thread_sensitive=True)(request)
        return response


class Application:
    """Views are synchronous and each holds a thread and a connection while it runs, so only so many run at once. A body is read before a view is begun: a slow
    sender holds no view. An open screen's events hold no thread at all."""

    def __init__(self) -> None:
        self.channel = Channel(workspace_of_scope)
        self._django = Handler()
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
            await self._django(scope, replay, send)

    async def _lifespan(self, receive: Receive, send: Send) -> None:
        while True:
            message = await receive()
            if message["type"] == "lifespan.startup":
                keep_sentences(FEW_SENTENCES)
                threading.Thread(target=warm_for_scoring, name="warm", daemon=True).start()  # meanwhile requests are answered, if slower
                await send({"type": "lifespan.startup.complete"})
            elif message["type"] == "lifespan.shutdown":
                await self.channel.close()
                await send({"type": "lifespan.shutdown.complete"})
                return


def _is_hashed(path: str, url: str) -> bool:
    return _HASH_IN_NAME.search(url) is not None


def _not_guessed(headers: Any, path: str, url: str) -> None:
    headers["X-Content-Type-Options"] = "nosniff"


# files with a hash of their content in their names never change; without a folder for them (in tests) they are served as they are, and asked for again
application = ServeStaticASGI(
    Application(), settings.STATIC_ROOT or settings.WEB / "static", settings.STATIC_URL, max_age=3600 if settings.STATIC_ROOT else 0,
    immutable_file_test=_is_hashed, add_headers_function=_not_guessed, allow_all_origins=False,
)  # fmt: skip
