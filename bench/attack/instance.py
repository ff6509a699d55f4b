"""An instance of one's own to attack: a database, two web processes, a worker, two workspaces, and pages of any shape. On the loopback address only.

Nothing of the demo is touched. The code that is run is that of the folder it is called in.
"""

from __future__ import annotations

import contextlib
import os
import re
import secrets
import socket
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import urlsplit

import httpx

from fundament.postgres import Postgres
from fundament.runtime import DATA, ROOT, free_port

PASSWORD = "limewash-attack"
PEOPLE = ("own", "other", "third", "fourth")  # each an owner of a workspace of their own
_PEOPLE = """
from fundament.web.accounts.models import *
for name in {names}:
    if not Person.objects.filter(username=name).exists():
        Membership.objects.create(workspace=Workspace.objects.create(name=name), role="owner", user=Person.objects.create_user(name, password={password!r}))
"""


class Pages(ThreadingHTTPServer):
    """A proxy that answers for every host ending in .example with what `page_of` makes of the address."""

    daemon_threads = True

    def __init__(self, page_of: Callable[[str], str]) -> None:
        super().__init__(("127.0.0.1", 0), _Answer)
        self.page_of = page_of
        threading.Thread(target=self.serve_forever, daemon=True).start()


class _Answer(BaseHTTPRequestHandler):
    def do_GET(self) -> None:
        parts = urlsplit(self.path)
        if parts.path == "/robots.txt":
            self.send_error(404)
            return
        if (parts.hostname or "").startswith("slow"):
            self._trickle()
            return
        body = self.server.page_of(self.path).encode()  # type: ignore[attr-defined]
        self.send_response(200)
        self.send_header("Content-Type", "text/html; charset=utf-8")
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        with contextlib.suppress(OSError):
            self.wfile.write(body)

    def _trickle(self) -> None:
        """A byte now and then, for longer than anybody waits."""
        self.send_response(200)
        self.send_header("Content-Type", "text/html; charset=utf-8")
        self.send_header("Content-Length", "1000000")
        self.end_headers()
        with contextlib.suppress(OSError):
            for _ in range(60):
                self.wfile.write(b" ")
                self.wfile.flush()
                time.sleep(0.5)

    def log_message(self, *_: Any) -> None:
        """Say nothing."""


class Instance:
    """What runs. `processes` by name; whatever ends is started again until `stop`."""

    def __init__(self, page_of: Callable[[str], str]) -> None:
        self.server = Postgres(DATA, "postgres-attack")
        self.server.start()
        self.pages = Pages(page_of)
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.environment = {
            **os.environ, "DJANGO_SETTINGS_MODULE": "fundament.web.settings", "FUNDAMENT_DATABASE_PORT": str(self.server.port),
            "FUNDAMENT_DATABASE_PASSWORD": self.server.password, "FUNDAMENT_SECRET_KEY": secrets.token_urlsafe(50),
            "FUNDAMENT_PAGE_PROXY": f"http://127.0.0.1:{self.pages.server_port}", "FUNDAMENT_SIGN_IN_TRIES": "1000",
            "FUNDAMENT_STATIC_ROOT": str(DATA / "static-attack"), "MALLOC_ARENA_MAX": "2", "FUNDAMENT_LOG_LEVEL": "CRITICAL",
        }  # fmt: skip
        self._manage("migrate", "--verbosity", "0")
        self._manage("collectstatic", "--no-input", "--verbosity", "0")
        self._manage("shell", "-v", "0", "-c", _PEOPLE.format(names=PEOPLE, password=PASSWORD))
        self.environment["FUNDAMENT_POOLED"] = "1"
        web = [sys.executable, "-m", "fundament.web.serve", "--port", str(self.port)]
        self.commands = {"worker": [sys.executable, "-m", "django", "work", "--sole"], "web 1": web, "web 2": web}
        self.processes = {name: self._start(name) for name in self.commands}
        self.started_again = 0
        self._stopping = threading.Event()
        self._watching = threading.Thread(target=self._watch, daemon=True)
        self._watching.start()
        self.wait()

    def _manage(self, *arguments: str) -> None:
        subprocess.run([sys.executable, "-m", "django", *arguments], env=self.environment, cwd=ROOT, check=True)

    def _start(self, name: str) -> subprocess.Popen[bytes]:
        environment = {key: value for key, value in self.environment.items() if name != "worker" or key != "FUNDAMENT_POOLED"}
        return subprocess.Popen(self.commands[name], env=environment, cwd=ROOT, start_new_session=True, stderr=subprocess.DEVNULL)

    def _watch(self) -> None:
        while not self._stopping.wait(0.3):
            with contextlib.suppress(RuntimeError):
                self.server.start_again()
            for name, process in self.processes.items():
                if process.poll() is not None and not self._stopping.is_set():
                    self.processes[name] = self._start(name)
                    self.started_again += 1

    def wait(self, seconds: float = 60.0) -> None:
        """Until it answers."""
        until = time.monotonic() + seconds
        while time.monotonic() < until:
            with contextlib.suppress(httpx.HTTPError):
                if httpx.get(f"{self.address}/sign-in/", timeout=5).status_code == 200:
                    return
            time.sleep(0.2)
        raise RuntimeError("the instance does not answer")

    def stop(self) -> None:
        """End everything."""
        self._stopping.set()
        self._watching.join()
        for process in self.processes.values():
            with contextlib.suppress(ProcessLookupError):
                os.killpg(process.pid, 9)
            process.wait()
        self.pages.shutdown()
        self.server.stop()

    def sign_in(self, name: str) -> Somebody:
        """A person with a browser."""
        client = httpx.Client(base_url=self.address, timeout=120, follow_redirects=True, headers={"Referer": self.address})
        page = client.get("/sign-in/").text
        form = {"username": name, "password": PASSWORD, "csrfmiddlewaretoken": token_in(page)}
        client.post("/sign-in/", data=form).raise_for_status()
        return Somebody(client)


class Somebody:
    """A person who is signed in."""

    def __init__(self, client: httpx.Client) -> None:
        self.client = client

    def post(self, path: str, **form: Any) -> httpx.Response:
        """Send a form."""
        return self.client.post(path, data={**form, "csrfmiddlewaretoken": self.client.cookies["csrftoken"]})

    def open_study(self, keyword: str, addresses: list[str]) -> str:
        """The address of a new study."""
        answer = self.post(
            "/studies/new/", keyword=keyword, country="gb", language="en", device="desktop", depth="10", addresses="\n".join(addresses)
        )
        answer.raise_for_status()
        return re.match(r"/studies/\d+/", answer.url.path).group(0)  # type: ignore[union-attr]

    def is_working(self, study: str) -> bool:
        """Whether the study is still being read, or its figures are being made."""
        page = self.client.get(study).text
        return "<progress max" in page or 'class="working"' in page

    def new_draft(self, study: str) -> str:
        """The address of a new draft."""
        answer = self.post(f"/drafts/of/{study.split('/')[2]}/new/", name="Attack")
        answer.raise_for_status()
        return answer.url.path

    def save(self, draft: str, document: Any, version: int, **more: Any) -> httpx.Response:
        """Send a text as the writing screen does."""
        body = {"document": document, "base_version": version, "quick": True, **more}
        return self.client.post(f"{draft}text/", json=body, headers={"X-CSRFToken": self.client.cookies["csrftoken"]})


def token_in(page: str) -> str:
    """What forms need."""
    found = re.search(r'name="csrfmiddlewaretoken" value="([^"]+)"', page)
    assert found
    return found.group(1)


@contextlib.contextmanager
def instance(page_of: Callable[[str], str]) -> Iterator[Instance]:
    """An instance, ended afterwards."""
    found = Instance(page_of)
    try:
        yield found
    finally:
        found.stop()


def half_sent(port: int, count: int) -> list[socket.socket]:
    """So many connections with half of a request each."""
    found = []
    for _ in range(count):
        one = socket.create_connection(("127.0.0.1", port), timeout=5)
        one.sendall(b"POST /sign-in/ HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 1000\r\nX: ")
        found.append(one)
    return found
