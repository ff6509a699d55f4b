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

from fundament.core.message import message  # noqa: E402
from fundament.web.accounts.requests import is_known, workspace_of_scope  # noqa: E402
from fundament.web.bodies import REFUSED, most_body_of  # noqa: E402
from fundament.web.live.channel import EVENTS, Channel  # noqa: E402
from fundament.web.policies import FOR_FILES  # noqa: E402

Scope = dict[str, Any]
Receive = Callable[[], Awaitable[Any]]
Send = Callable[[Any], Awaitable[None]]
_HASH_IN_NAME = re.compile(r"\.[0-9a-f]{12}\.")
FEW_SENTENCES = 3_000  # what is measured is kept with the yardsticks
HELD = "fundament.held"  # in the scope: bytes of its body


class RefusedError(Exception):
    """A body that is not taken."""

    def __init__(self, status: int, code: str, **values: Any) -> None:
        self.status, self.code, self.values = status, code, values


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
        self._held = 0  # bytes of bodies that are read or wait for their view

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await self._lifespan(receive, send)
        elif scope["type"] == "http" and scope["path"] == EVENTS:
            await self.channel.serve(scope, receive, send)
        elif scope["type"] == "http":
            await self._view(scope, receive, send)

    async def _view(self, scope: Scope, receive: Receive, send: Send) -> None:
        messages: list[Any] = []
        try:
            await self._read_body(scope, receive, messages)
        except RefusedError as refused:
            scope = {**scope, REFUSED: (refused.status, message(refused.code, **refused.values))}
            messages = [{"type": "http.request", "body": b"", "more_body": False}]
        try:
            await self._answer(scope, receive, send, messages)
        finally:
            self._held -= scope.pop(HELD, 0)

    async def _read_body(self, scope: Scope, receive: Receive, messages: list[Any]) -> None:
        """Read the body into `messages`. Raises RefusedError when it is too large, too slow, or one too many at once."""
        size, allowed = 0, min(settings.SMALL_BODY, most := most_body_of(scope["path"]))
        declared = int(next((value for name, value in scope["headers"] if name == b"content-length" and value.isdigit()), b"0")[:12])
        try:
            async with asyncio.timeout(settings.BODY_SECONDS):
                while True:
                    if max(size, declared) > allowed and allowed < most and await self._is_signed_in(scope):
                        allowed = most
                    if max(size, declared) > allowed:
                        raise RefusedError(413, "error.body_large", kilobytes=allowed // 1000)
                    event = await receive()
                    piece = len(event.get("body", b""))
                    messages.append(event)
                    size += piece
                    scope[HELD] = scope.get(HELD, 0) + piece
                    self._held += piece
                    if self._held > settings.BODIES_HELD:
                        raise RefusedError(503, "error.bodies")
                    if event["type"] != "http.request" or not event.get("more_body"):
                        break
            if size > allowed:  # its last piece made it too large
                raise RefusedError(413, "error.body_large", kilobytes=allowed // 1000)
        except TimeoutError:
            raise RefusedError(408, "error.body_slow", seconds=settings.BODY_SECONDS) from None

    async def _is_signed_in(self, scope: Scope) -> bool:
        return await sync_to_async(is_known, thread_sensitive=False)(scope)

    async def _answer(self, scope: Scope, receive: Receive, send: Send, messages: list[Any]) -> None:
        waiting = iter(messages)

        async def replay() -> Any:
            for event in waiting:
                return event
            if REFUSED in scope:
                await asyncio.Event().wait()  # the rest of the body stays where it is, until the answer is given
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


def _under_policies(headers: Any, path: str, url: str) -> None:
    for name, value in FOR_FILES.items():
        headers[name] = value


# files with a hash of their content in their names never change; without a folder for them (in tests) they are served as they are, and asked for again
application = ServeStaticASGI(
    Application(), settings.STATIC_ROOT or settings.WEB / "static", settings.STATIC_URL, max_age=3600 if settings.STATIC_ROOT else 0,
    immutable_file_test=_is_hashed, add_headers_function=_under_policies, allow_all_origins=False,
)  # fmt: skip
