"""The ASGI entry point: Django's views, bounded in number, and one channel of events for open screens."""

from __future__ import annotations

import asyncio
import os
import re
import threading
from collections.abc import Awaitable, Callable
from io import BytesIO
from typing import Any

import django
from asgiref.sync import sync_to_async
from django.core.handlers.asgi import ASGIHandler, get_script_prefix
from django.core.signals import request_finished, request_started
from django.urls import set_script_prefix
from servestatic import ServeStaticASGI

from fundament.core.language.analysis import keep_sentences
from fundament.core.warm import warm_for_scoring

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fundament.web.settings")
django.setup(set_prefix=False)

from django.conf import settings  # noqa: E402 - after Django is set up

from fundament.core.message import message  # noqa: E402
from fundament.web.accounts.requests import is_known, screen_of_scope  # noqa: E402
from fundament.web.bodies import REFUSED, most_body_of  # noqa: E402
from fundament.web.live.channel import EVENTS, Channel  # noqa: E402
from fundament.web.policies import FOR_FILES, raw_headers  # noqa: E402
from fundament.web.sending import Answer, Sender  # noqa: E402
from fundament.web.turns import ORDINARY, SAFE, turn_of, turns_of_views  # noqa: E402
from fundament.web.watchdog import Watchdog  # noqa: E402

Scope = dict[str, Any]
Receive = Callable[[], Awaitable[Any]]
Send = Callable[[Any], Awaitable[None]]
_HASH_IN_NAME = re.compile(r"\.[0-9a-f]{12}\.")
FEW_SENTENCES = 3_000  # what is measured is kept with the yardsticks
HELD = "fundament.held"  # in the scope: bytes of its body
HEALTH = "/health"


class RefusedError(Exception):
    """A body that is not taken."""

    def __init__(self, status: int, code: str, **values: Any) -> None:
        self.status, self.code, self.values = status, code, values


class Handler(ASGIHandler):
    """Django's handler, with all middleware, the view and the end of the request done in one go in one thread. They are synchronous, and changing between the loop and a thread before and after each of
    them took longer than a save. The answer is closed in the same thread, so its database connection is back in the pool before a byte of it is sent."""

    def __init__(self) -> None:
        self.load_middleware()

    def answer(self, scope: Scope, body: bytes) -> Answer:
        """The answer to a request whose body is there. Never raises for what a view does."""
        set_script_prefix(get_script_prefix(scope))
        request_started.send(sender=type(self), scope=scope)
        request, response = self.create_request(scope, BytesIO(body))
        try:
            if request is not None:
                response = self.get_response(request)
            response._handler_class = type(self)  # who is said to have finished
            content = b"".join(response.streaming_content) if response.streaming else response.content
            cookies = [(b"Set-Cookie", cookie.output(header="").encode("ascii").strip()) for cookie in response.cookies.values()]
            headers = [(name.encode("ascii"), value.encode("latin1")) for name, value in response.items()]
            return Answer(response.status_code, headers + cookies, content)
        finally:
            if response is not None:
                response.close()  # which says that the request is finished
            else:
                request_finished.send(sender=type(self))


class Application:
    """Views are synchronous and each holds a thread and a connection while it runs, so only so many run at once (`turns`). A body is read before a view is begun: a slow
    sender holds no view. An answer is sent after it is ended: a slow reader holds none either. An open screen's events hold no thread at all."""

    def __init__(self) -> None:
        self.channel = Channel(screen_of_scope)
        self.turns = turns_of_views()
        self.sender = Sender()
        self.watchdog = Watchdog(self.turns)
        self._django = Handler()
        self._held = 0  # bytes of bodies that are read or wait for their view

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await self._lifespan(receive, send)
        elif scope["type"] == "http" and scope["path"] == EVENTS:
            await self.channel.serve(scope, receive, send)
        elif scope["type"] == "http" and scope["path"] == HEALTH:
            await self._health(scope, send)
        elif scope["type"] == "http":
            await self._view(scope, receive, send)

    async def _health(self, scope: Scope, send: Send) -> None:
        """Whether this process answers; it takes no turn, so it is told whatever else goes on."""
        problem = self.watchdog.problem()
        headers = [(b"content-type", b"text/plain"), *raw_headers()]
        await self.sender.send(scope, send, Answer(503 if problem else 200, headers, (problem or "ok").encode()))

    async def _view(self, scope: Scope, receive: Receive, send: Send) -> None:
        messages: list[Any] = []
        try:
            await self._read_body(scope, receive, messages)
            if any(event["type"] == "http.disconnect" for event in messages):
                return
            answer = await self._answer(scope, receive, b"".join(event.get("body", b"") for event in messages))
        except RefusedError as refused:
            refusal = (refused.status, message(refused.code, **refused.values))
            answer = await self._answer({**scope, REFUSED: refusal}, receive, b"")
        finally:
            self._held -= scope.pop(HELD, 0)
        if answer is not None:
            await self.sender.send(scope, send, answer)

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

    async def _answer(self, scope: Scope, receive: Receive, body: bytes) -> Answer | None:
        """The answer when it is its turn; None where somebody who only asked to see something left before."""
        kind = ORDINARY if REFUSED in scope else turn_of(scope["method"], scope["path"])
        account = (scope.get("client") or ("",))[0]
        left = asyncio.create_task(_left(receive)) if scope["method"] in SAFE and REFUSED not in scope else None
        work = asyncio.create_task(self.turns[kind].run(account, lambda: self._django.answer(scope, body)))
        try:
            await asyncio.wait([work, left] if left is not None else [work], return_when=asyncio.FIRST_COMPLETED)
            if not work.done():
                work.cancel()  # it waits no longer; what is begun is ended in its thread
                return None
            return work.result()
        finally:
            if left is not None:
                left.cancel()

    async def _lifespan(self, receive: Receive, send: Send) -> None:
        while True:
            message = await receive()
            if message["type"] == "lifespan.startup":
                keep_sentences(FEW_SENTENCES)
                threading.Thread(target=warm_for_scoring, name="warm", daemon=True).start()  # meanwhile requests are answered, if slower
                if settings.POOLED:
                    self.watchdog.start()
                await send({"type": "lifespan.startup.complete"})
            elif message["type"] == "lifespan.shutdown":
                await self.channel.close()
                await send({"type": "lifespan.shutdown.complete"})
                return


async def _left(receive: Receive) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass


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
