"""The real interface in headless Chromium, on a live server with a worker and the stand-ins."""

from __future__ import annotations

import os
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings as django_settings
from django.contrib.auth.models import User
from playwright.sync_api import Browser, Page, expect, sync_playwright

from fundament.web.accounts.models import Membership, Workspace

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")  # playwright's loop runs in this thread; the database is used beside it

FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update",
    "--disable-sync",
]  # fmt: skip
expect.set_options(timeout=20_000)  # ms; a busy machine is slow, and nothing here measures speed
AXE = (Path(__file__).parent / "vendor" / "axe.min.js").read_text(encoding="utf-8")


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        yield browser
        browser.close()


@pytest.fixture
def person(transactional_db: None) -> User:
    workspace = Workspace.objects.create(name="Marl & Quoin")
    user = User.objects.create_user("bea", password="limewash-1")
    Membership.objects.create(workspace=workspace, user=user, role="owner")
    return user


@pytest.fixture
def outside(settings: Any, standins: str) -> str:
    settings.RESULTS_ADDRESS = settings.PAGE_PROXY = standins
    return standins


@pytest.fixture
def start_worker(transactional_db: None, outside: str) -> Iterator[Any]:
    """Starts workers, as processes of their own, on the test database."""
    running: list[subprocess.Popen[bytes]] = []
    environment = {
        **os.environ,
        "FUNDAMENT_DATABASE_NAME": django_settings.DATABASES["default"]["NAME"],
        "FUNDAMENT_RESULTS_ADDRESS": outside,
        "FUNDAMENT_PAGE_PROXY": outside,
    }

    def start() -> subprocess.Popen[bytes]:
        process = subprocess.Popen([sys.executable, "-m", "django", "work", "--sole"], env=environment)
        running.append(process)
        return process

    yield start
    for process in running:
        process.kill()
        process.wait()


@pytest.fixture
def page(chromium: Browser, live_server: Any, person: User) -> Iterator[Page]:
    """A signed-in page. Anything the browser complains of (scripts, the security policy) fails the test."""
    context = chromium.new_context(viewport={"width": 1280, "height": 800})
    opened = context.new_page()
    complaints: list[str] = []
    opened.on("pageerror", lambda error: complaints.append(str(error)))
    opened.on("console", lambda message: complaints.append(message.text) if message.type == "error" else None)
    sign_in(opened, live_server.url)
    yield opened
    context.close()
    expected = ("Failed to load resource", "net::ERR")
    assert [c for c in complaints if not any(part in c for part in expected)] == []


def sign_in(page: Page, address: str) -> None:
    page.goto(f"{address}/sign-in/")
    page.fill("#id_username", "bea")
    page.fill("#id_password", "limewash-1")
    page.click("button:has-text('Sign in')")
    page.wait_for_url("**/studies/")


def find_barriers(page: Page) -> list[str]:
    """What axe finds on the page as it is (WCAG 2.2 A and AA)."""
    page.evaluate(AXE)
    found = page.evaluate(
        "async () => (await axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']})).violations"
        ".map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | '))"
    )
    return list(found)
