"""The application under the server it has in earnest, in a thread of the test's process."""

from __future__ import annotations

import contextlib
import threading
import time
from collections.abc import Iterator
from typing import Any

import uvicorn

from fundament.web import serve


@contextlib.contextmanager
def served(application: Any) -> Iterator[int]:
    """The port at which an ASGI application answers, with our protocol."""
    server = uvicorn.Server(uvicorn.Config(application, http=serve.PatientProtocol, loop="uvloop", lifespan="off", log_level="critical"))
    at = serve.listening_socket("127.0.0.1", 0)
    thread = threading.Thread(target=server.run, args=([at],), daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)
    yield at.getsockname()[1]
    server.should_exit = True
    thread.join(10)
