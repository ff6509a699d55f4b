"""Killed in mid-typing: the web process, the database, the browser. What was typed is there afterwards."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import psycopg
import pytest
from django.conf import settings as django_settings
from django.db import connection, connections
from playwright.sync_api import Browser, Error, Page, expect

from fundament.runtime import free_port
from fundament.web.drafts.models import Draft
from tests.browser.conftest import FLAGS, is_saved, sign_in, stored

pytestmark = pytest.mark.django_db(transaction=True)


class WebProcess:
    """The application's server as a process of its own, on the test database, that can be killed and started again at the same address."""

    def __init__(self) -> None:
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        environment = {**os.environ, "FUNDAMENT_DATABASE_NAME": django_settings.DATABASES["default"]["NAME"]}
        command = [sys.executable, "-m", "uvicorn", "fundament.web.asgi:application", "--port", str(self.port), "--log-level", "error"]
        self.process = subprocess.Popen(command, env=environment)
        until = time.monotonic() + 60
        while time.monotonic() < until:
            try:
                urllib.request.urlopen(f"{self.address}/sign-in/", timeout=5)
                return
            except OSError:
                time.sleep(0.1)
        raise AssertionError("the web process did not start")

    def kill(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()
            self.process = None


@pytest.fixture
def web_process(draft: Draft) -> Iterator[WebProcess]:
    process = WebProcess()
    process.start()
    yield process
    process.kill()


def desk_of(chromium: Browser, address: str, draft: Draft) -> Page:
    page = chromium.new_context(viewport={"width": 1280, "height": 800}).new_page()
    sign_in(page, address, "bea")
    page.goto(f"{address}/drafts/{draft.pk}/")
    page.click(".sheet-text")
    return page


def test_the_web_process_is_killed_in_mid_sentence(chromium: Browser, web_process: WebProcess, draft: Draft) -> None:
    page = desk_of(chromium, web_process.address, draft)
    page.keyboard.type("Before the fall ", delay=20)
    web_process.kill()
    page.keyboard.type("nobody listens ", delay=20)
    expect(page.locator("#save-state")).to_contain_text("kept in this browser")
    page.keyboard.type("and one types on. ", delay=20)
    web_process.start()
    expect(page.locator("#save-state")).to_have_text("Saved", timeout=30_000)
    assert "Before the fall nobody listens and one types on. " in stored(draft)
    assert page.locator("#conflict").is_hidden() and not draft.revisions.filter(cause="conflict").exists()
    page.context.close()


def test_the_database_goes_away_in_mid_sentence(chromium: Browser, web_process: WebProcess, draft: Draft) -> None:
    """Every session with it is ended and none is let in, as when it is killed; it comes back with what it had confirmed."""
    page = desk_of(chromium, web_process.address, draft)
    page.keyboard.type("Before the fall ", delay=20)
    database = connection.get_connection_params()
    name = database["dbname"]
    connections.close_all()
    reached = {part: database[part] for part in ("host", "port", "user", "password") if part in database}
    with psycopg.connect(**reached, dbname="postgres", autocommit=True) as outside:
        outside.execute(f'alter database "{name}" allow_connections false')
        try:
            outside.execute("select pg_terminate_backend(pid) from pg_stat_activity where datname = %s", [name])
            page.keyboard.type("nothing is stored ", delay=20)
            expect(page.locator("#save-state")).to_contain_text("kept in this browser")
            page.keyboard.type("and one types on. ", delay=20)
        finally:
            outside.execute(f'alter database "{name}" allow_connections true')
    expect(page.locator("#save-state")).to_have_text("Saved", timeout=30_000)
    assert "Before the fall nothing is stored and one types on. " in stored(draft)
    assert page.locator("#conflict").is_hidden() and not draft.revisions.filter(cause="conflict").exists()
    page.context.close()


def test_the_browser_is_killed_before_anything_is_saved(chromium: Browser, server: str, draft: Draft, tmp_path: Path) -> None:
    """The profile of the browser outlives it, as on a writer's machine."""
    opened: dict[str, Any] = {"executable_path": "/usr/bin/chromium", "args": FLAGS, "viewport": {"width": 1280, "height": 800}}
    context = chromium.browser_type.launch_persistent_context(str(tmp_path), **opened)
    page = context.new_page()
    sign_in(page, server, "bea")
    page.goto(f"{server}/drafts/{draft.pk}/")
    page.route("**/text/", lambda route: route.abort())  # the server is far away
    page.click(".sheet-text")
    page.keyboard.type("Typed just before the crash. ", delay=20)
    expect(page.locator("#save-state")).to_contain_text("kept in this browser")
    page.keyboard.type("The last word. ", delay=20)
    page.wait_for_timeout(100)
    for process in Path("/proc").glob("[0-9]*/cmdline"):
        try:
            if f"--user-data-dir={tmp_path}".encode() in process.read_bytes():
                os.kill(int(process.parent.name), signal.SIGKILL)
        except OSError:
            continue  # it is gone with its parent
    with pytest.raises(Error, match="closed"):
        for _ in range(100):
            page.evaluate("() => new Promise((done) => setTimeout(done, 100))")
    assert "crash" not in stored(draft)
    for lock in tmp_path.glob("Singleton*"):
        lock.unlink()
    context = chromium.browser_type.launch_persistent_context(str(tmp_path), **opened)
    page = context.new_page()
    page.goto(f"{server}/drafts/{draft.pk}/")
    if page.locator("#id_username").count():
        sign_in(page, server, "bea")
        page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator("#unsaved-found")).to_be_visible()
    page.click("#unsaved-take")
    is_saved(page)
    assert "Typed just before the crash. The last word. " in stored(draft)
    page.reload()
    expect(page.locator("#words")).to_be_visible()
    page.wait_for_timeout(300)
    assert page.locator("#unsaved-found").is_hidden()  # once is enough
    context.close()
