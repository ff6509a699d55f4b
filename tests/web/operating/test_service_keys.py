"""Every service with a key, without one, with a description and with a wrong key, through the application's own function, against a listener that looks at the header."""

from __future__ import annotations

import json
import threading
from collections.abc import Iterator
from functools import partial
from http.server import BaseHTTPRequestHandler, HTTPServer
from pathlib import Path
from typing import Any

import pytest

from fundament.providers.errors import ProviderError
from fundament.providers.kinds import KINDS
from fundament.web.sites.services import answers
from tests.answers import in_background

pytestmark = pytest.mark.django_db
KEY = "a-key-nobody-guesses"
ANSWERS = {
    "/results": {"results": [{"rank": 1, "url": "https://a.example/", "title": "A", "snippet": ""}]},
    "/keywords/search": {"keywords": [{"keyword": "house", "volume": 10}], "next": None},
    "/trust/page": {"trust": 12},
    "/trust/referring": {"sites": []},
    "/speed/page": {"score": 80},
    "/pictures/search": {"pictures": []},
    "/assistant/shorten": {"text": "Close the window."},
    "/described": {
        "results": [{"rank": 1, "url": "https://a.example/", "title": "A"}], "keywords": [{"keyword": "house", "volume": 10}], "text": "Close the window.",
    },
}  # fmt: skip
DESCRIPTIONS: dict[str, dict[str, Any]] = {
    "results": {"lists": {"results": "results"}},
    "keywords": {"lists": {"keywords": "keywords"}},
    "assistant": {"body": {"say": "{prompt}"}, "text": "text"},
}
TRIALS = {name: partial(answers.try_service, name) for name in KINDS}


class Listener:
    """What it was asked, with which header, about what."""

    def __init__(self) -> None:
        self.asked: list[tuple[str, str]] = []
        self.wants = ""
        listener = self

        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                self.rfile.read(int(self.headers.get("Content-Length", 0)))
                given = self.headers.get("Authorization", "")
                listener.asked.append((self.path, given))
                refused = given != listener.wants
                body = json.dumps({"problem": "no"} if refused else ANSWERS[self.path.partition("?")[0]]).encode()
                self.send_response(401 if refused else 200)
                self.send_header("Content-Length", str(len(body)))
                self.end_headers()
                self.wfile.write(body)

            do_POST = do_GET

            def log_message(self, *arguments: object) -> None:
                pass

        self.server = HTTPServer(("127.0.0.1", 0), Handler)
        in_background(self.server)
        self.address = f"http://127.0.0.1:{self.server.server_address[1]}"


@pytest.fixture
def listener() -> Iterator[Listener]:
    found = Listener()
    yield found
    threading.Thread(target=found.server.shutdown).start()


def set_up(settings: Any, name: str, listener: Listener, key: str) -> None:
    setattr(settings, f"{name.upper()}_ADDRESS", listener.address)
    settings.SERVICES = {**settings.SERVICES, name: {**settings.SERVICES[name], "key": key, "mapping": "", "quota": 0, "kept_seconds": 0.0}}


@pytest.mark.parametrize("name", list(TRIALS))
@pytest.mark.parametrize("key", [KEY, ""])
def test_a_service_is_asked_with_the_key_that_is_set_and_with_none_where_none_is(
    settings: Any, listener: Listener, name: str, key: str
) -> None:
    listener.wants = f"Bearer {key}" if key else ""
    set_up(settings, name, listener, key)
    TRIALS[name]()
    assert listener.asked and all(given == listener.wants for _, given in listener.asked)
    assert not any("marl" in path or "quoin" in path for path, _ in listener.asked)  # a trial asks about nobody


@pytest.mark.parametrize("name", list(TRIALS))
def test_a_wrong_key_is_said(settings: Any, listener: Listener, name: str) -> None:
    listener.wants = f"Bearer {KEY}"
    set_up(settings, name, listener, "another")
    with pytest.raises(ProviderError):
        TRIALS[name]()


@pytest.mark.parametrize("name", list(DESCRIPTIONS))
@pytest.mark.parametrize("given", [KEY, "", "another"])
def test_a_described_service_is_asked_as_its_description_says(
    settings: Any, listener: Listener, tmp_path: Path, name: str, given: str
) -> None:
    file = tmp_path / "service.json"
    described = {**DESCRIPTIONS[name], "address": f"{listener.address}/described"}
    file.write_text(json.dumps({**described, "headers": {"Authorization": "Bearer {key}"}} if given else described))
    listener.wants = f"Bearer {KEY}" if given else ""
    set_up(settings, name, listener, given)
    setattr(settings, f"{name.upper()}_ADDRESS", "")
    settings.SERVICES[name]["mapping"] = str(file)
    if given == "another":
        with pytest.raises(ProviderError):
            TRIALS[name]()
    else:
        TRIALS[name]()
    assert {header for _, header in listener.asked} == {f"Bearer {given}" if given else ""}
