"""One clock over all of a request: whatever a server does byte by byte, each wait ends when the whole has lasted long enough."""

from __future__ import annotations

import queue
import ssl
import threading
import time
from collections.abc import Callable, Iterable
from typing import Any, TypeVar

import httpcore
import httpx

Result = TypeVar("Result")


def client_until(deadline: float, *, silence: float, proxy: str | None = None) -> httpx.Client:
    """A client whose every wait ends at `deadline` (of time.monotonic), and after so many seconds of silence. It follows no redirects, and nothing in the
    environment changes where it goes."""
    transport = httpx.HTTPTransport(proxy=proxy, trust_env=False)
    transport._pool._network_backend = _Backend(deadline)  # httpx has no setting for what httpcore has one for
    return httpx.Client(transport=transport, timeout=httpx.Timeout(silence), trust_env=False)


def within(deadline: float, work: Callable[[], Result]) -> Result:
    """What `work` gives, for calls that have no clock of their own. Raises TimeoutError when it is not there at the deadline; then it ends by itself."""
    done: queue.Queue[tuple[bool, Any]] = queue.Queue(1)

    def run() -> None:
        try:
            done.put((True, work()))
        except Exception as error:  # raised again by who waits
            done.put((False, error))

    threading.Thread(target=run, daemon=True).start()
    try:
        there, value = done.get(timeout=max(0.0, deadline - time.monotonic()))
    except queue.Empty:
        raise TimeoutError from None
    if not there:
        raise value
    result: Result = value
    return result


class _Backend(httpcore.NetworkBackend):
    def __init__(self, deadline: float) -> None:
        self._deadline = deadline
        self._inner = httpcore.SyncBackend()

    def connect_tcp(
        self, host: str, port: int, timeout: float | None = None, local_address: str | None = None, socket_options: Iterable[Any] | None = None
    ) -> httpcore.NetworkStream:  # fmt: skip
        left = _left(self._deadline, timeout, httpcore.ConnectTimeout)
        return _Stream(self._inner.connect_tcp(host, port, left, local_address, socket_options), self._deadline)

    def sleep(self, seconds: float) -> None:
        self._inner.sleep(seconds)


class _Stream(httpcore.NetworkStream):
    def __init__(self, inner: httpcore.NetworkStream, deadline: float) -> None:
        self._inner, self._deadline = inner, deadline

    def read(self, max_bytes: int, timeout: float | None = None) -> bytes:
        return self._inner.read(max_bytes, _left(self._deadline, timeout, httpcore.ReadTimeout))

    def write(self, buffer: bytes, timeout: float | None = None) -> None:
        self._inner.write(buffer, _left(self._deadline, timeout, httpcore.WriteTimeout))

    def close(self) -> None:
        self._inner.close()

    def start_tls(
        self, ssl_context: ssl.SSLContext, server_hostname: str | None = None, timeout: float | None = None
    ) -> httpcore.NetworkStream:
        left = _left(self._deadline, timeout, httpcore.ConnectTimeout)
        return _Stream(self._inner.start_tls(ssl_context, server_hostname, left), self._deadline)

    def get_extra_info(self, info: str) -> Any:
        return self._inner.get_extra_info(info)


def _left(deadline: float, timeout: float | None, error: type[Exception]) -> float:
    left = deadline - time.monotonic()
    if left <= 0:
        raise error("the time for all of it is over")
    return left if timeout is None else min(left, timeout)
