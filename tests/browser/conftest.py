"""The real interface in headless Chromium, on the real ASGI server with a worker and the stand-ins."""

from __future__ import annotations

import os
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest
import uvicorn
from django.conf import settings as django_settings
from django.core.management import call_command
from django.db import connection, transaction
from django.test import Client
from playwright.sync_api import Browser, Page, expect, sync_playwright

from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.runtime import free_port
from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.saving import create_draft
from fundament.web.errands.services import running
from fundament.web.studies.figures import yardsticks
from fundament.web.studies.models import Study
from fundament.web.studies.results.opening import open_study
from tests.conftest import KEYWORD
from tests.rows import KeptRows

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")  # playwright's loop runs in this thread; the database is used beside it

FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update",
    "--disable-sync",
]  # fmt: skip
expect.set_options(timeout=20_000)  # ms; a busy machine is slow, and nothing here measures speed
TEXT = "<h1>Repointing brick with lime mortar</h1><p>We sell lime mortar in tubs.</p>"
AXE = (Path(__file__).parent / "vendor" / "axe.min.js").read_text(encoding="utf-8")


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        yield browser
        browser.close()


requests_at_work: list[Any] = []  # in the server's threads; one goes on when its page is closed


@pytest.fixture(scope="session")
def server(django_db_setup: None) -> Iterator[str]:
    """The address of the application under its real server, in a thread of this process, on the test database."""
    from fundament.web.asgi import Handler, application

    answer = Handler.get_response

    def counted(handler: Handler, request: Any) -> Any:
        requests_at_work.append(request)
        try:
            return answer(handler, request)
        finally:
            requests_at_work.remove(request)

    Handler.get_response = counted
    port = free_port()
    running = uvicorn.Server(uvicorn.Config(application, host="127.0.0.1", port=port, log_level="error", timeout_graceful_shutdown=1))
    thread = threading.Thread(target=running.run, daemon=True)
    thread.start()
    while not running.started:
        time.sleep(0.05)
    yield f"http://127.0.0.1:{port}"
    running.should_exit = True
    thread.join(10)


@pytest.fixture
def stilled_database(transactional_db: None) -> Iterator[None]:
    """Empty at first, whatever the tests before left there. Waits, before the database is emptied, until what the server still answers for a page that is closed is done with it."""
    if Workspace.objects.exists():
        call_command("flush", verbosity=0, interactive=False, reset_sequences=False)  # numbers go on: what is kept by them stays right
    yield
    at_rest = 0
    until = time.monotonic() + 30
    while at_rest < 3 and time.monotonic() < until:
        with connection.cursor() as cursor:
            cursor.execute(
                "select 1 from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and state <> 'idle'"
            )
            at_rest = 0 if requests_at_work or cursor.fetchone() else at_rest + 1
        time.sleep(0.01)


kept_rows: list[KeptRows] = []  # of a workspace with the main study, read once


@pytest.fixture
def person(stilled_database: None, request: pytest.FixtureRequest) -> Iterator[Person]:
    if "study" in request.fixturenames and kept_rows:
        kept_rows[0].put_back()
        person = Person.objects.get(username="bea")
    else:
        workspace = Workspace.objects.create(name="Marl & Quoin")
        person = Person.objects.create_user("bea", password="limewash-1", display_name="Bea")
        Membership.objects.create(workspace=workspace, user=person, role="owner")
    yield person
    yardsticks.forget_all()


@pytest.fixture
def actor(person: Person) -> Actor:
    return Actor(person, person.memberships.get().workspace, "owner")


@pytest.fixture
def outside(settings: Any, standins: str) -> str:
    settings.RESULTS_ADDRESS = settings.KEYWORDS_ADDRESS = settings.PAGE_PROXY = standins
    return standins


@pytest.fixture
def study(actor: Actor, outside: str) -> Study:
    """The main study. It is read once; later tests have its rows as they were then."""
    if not kept_rows:
        open_study(actor, keyword=KEYWORD, country="gb", language="en", device="desktop", depth=10, now=True)
        kept_rows.append(KeptRows())
    return Study.objects.get()


@pytest.fixture
def draft(study: Study, actor: Actor) -> Draft:
    return create_draft(actor, study.pk, name="Guide", text=Text.cleaned(document_from_html(TEXT)))


@pytest.fixture
def start_worker(stilled_database: None, outside: str) -> Iterator[Any]:
    """Starts workers, as processes of their own, on the test database; without other arguments they read pages themselves, which spares two more processes that
    load what reading takes."""
    running: list[subprocess.Popen[bytes]] = []
    environment = {
        **os.environ,
        "FUNDAMENT_DATABASE_NAME": django_settings.DATABASES["default"]["NAME"],
        "FUNDAMENT_RESULTS_ADDRESS": outside,
        "FUNDAMENT_KEYWORDS_ADDRESS": outside,
        "FUNDAMENT_PAGE_PROXY": outside,
    }

    def start(*arguments: str) -> subprocess.Popen[bytes]:
        process = subprocess.Popen([sys.executable, "-m", "django", "work", "--sole", *(arguments or ("--analysts", "0"))], env=environment)
        running.append(process)
        return process

    yield start
    for process in running:
        process.kill()
        process.wait()


@pytest.fixture
def errands_done(stilled_database: None, monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """Errands are carried out by a thread of this process, as soon as they are asked for: what a worker does, without a process of its own."""
    with ThreadPoolExecutor(1) as worker:

        def carry_out(errand_id: int) -> None:
            try:
                running.carry_out(errand_id)
            finally:
                connection.close()

        monkeypatch.setattr(running, "queue_errand", lambda errand: transaction.on_commit(lambda: worker.submit(carry_out, errand.pk)))
        yield


@pytest.fixture
def page(chromium: Browser, server: str, person: Person) -> Iterator[Page]:
    """A signed-in page. Anything the browser complains of (scripts, the security policy) fails the test."""
    yield from signed_in_page(chromium, server, "bea")


def signed_in_page(browser: Browser, server: str, name: str) -> Iterator[Page]:
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    context.add_cookies([{"name": "sessionid", "value": session_of(name), "url": server, "httpOnly": True, "sameSite": "Lax"}])
    opened = context.new_page()
    complaints: list[str] = []
    opened.on("pageerror", lambda error: complaints.append(str(error)))
    opened.on("console", lambda message: complaints.append(f"{message.text} at {opened.url}") if message.type == "error" else None)
    opened.goto(f"{server}/studies/")
    yield opened
    for context in browser.contexts:  # those too that a test opened beside
        context.close()
    # the last two: a request that a newer one took the place of
    expected = ("Failed to load resource", "net::ERR", "Response Status Error Code", "htmx:afterRequest", "htmx:sendAbort")
    unexpected = [complaint[:300] for complaint in complaints if not any(part in complaint for part in expected)]
    assert unexpected == [], "\n".join(unexpected)


def session_of(name: str) -> str:
    """A session as signing in makes it, which tests of its own look at."""
    client = Client()
    client.force_login(Person.objects.get(username=name))
    return str(client.cookies["sessionid"].value)


def sign_in(page: Page, address: str, name: str) -> None:
    page.goto(f"{address}/sign-in/")
    page.fill("#id_username", name)
    page.fill("#id_password", "limewash-1")
    page.click("button:has-text('Sign in')")
    page.wait_for_url("**/studies/")


def wait_until_quiet(page: Page) -> None:
    """Wait until nothing was asked for a while: what is dragged or measured must not move meanwhile because an earlier answer comes."""
    page.evaluate("""() => new Promise((done) => {
        let last = performance.now();
        const now = () => { last = performance.now(); };
        for (const name of ["htmx:beforeRequest", "htmx:afterRequest", "htmx:afterSwap"]) document.addEventListener(name, now);
        const look = () => (performance.now() - last > 600 && !document.querySelector(".htmx-request") ? done() : setTimeout(look, 50));
        look();
    })""")


def find_barriers(page: Page) -> list[str]:
    """What axe finds on the page as it is (WCAG 2.2 A and AA)."""
    page.evaluate("scrollTo(0, 0)")  # else the heading row of a table, which stays in view, lies over another row
    page.evaluate(AXE)
    found = page.evaluate(
        "async () => (await axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], resultTypes: ['violations']})).violations"
        ".map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | '))"
    )
    return list(found)


def stored(draft: Draft) -> str:
    """The draft's text as it is stored, as HTML."""
    return html_of(Draft.objects.get(pk=draft.pk).document)


def is_saved(page: Page) -> None:
    """Wait until the desk says so."""
    expect(page.locator("#save-state")).to_have_text("Saved")
