"""A workspace with people, and the main study read from the stand-ins."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator
from typing import Any

import pytest
from django.test import Client
from PIL import Image

from fundament.core.documents.html import document_from_html
from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import sharing
from fundament.web.drafts.text.saving import create_draft
from fundament.web.errands.models import Errand
from fundament.web.errands.services import running
from fundament.web.studies.figures import yardsticks
from fundament.web.studies.figures.making import make_figures
from fundament.web.studies.models import Study
from fundament.web.studies.results.opening import open_study
from tests.conftest import KEYWORD
from tests.rows import KeptRows
from tests.web.places import draft, places  # noqa: F401 - fixtures for all

ROLES = ("reader", "writer", "editor", "owner")


@pytest.fixture
def outside(settings: Any, standins: str) -> str:
    """The application's settings point at the stand-ins."""
    settings.RESULTS_ADDRESS = settings.KEYWORDS_ADDRESS = settings.TRUST_ADDRESS = settings.SPEED_ADDRESS = settings.PAGE_PROXY = standins
    return standins


@pytest.fixture(autouse=True)
def fresh() -> Iterator[None]:
    """No yardstick of a test that was rolled back is taken for that of another, and no test pays for the links another tried."""
    yield
    sharing.tries.forget()
    yardsticks.forget_all()


made: list[tuple[tuple[int, int, int], KeptRows]] = []


@pytest.fixture
def loaded(django_db_setup: None, django_db_blocker: Any, standins: str) -> tuple[int, int, int]:
    """A workspace, a person and the main study, made once; what a test changes of them is rolled back after it, and where the tests of the browser emptied the database they are put back."""
    with django_db_blocker.unblock():
        if not made:
            numbers = make_all(standins)
            made.append((numbers, KeptRows()))
        elif not Workspace.objects.filter(pk=made[0][0][0]).exists():
            made[0][1].put_back()
    return made[0][0]


def make_all(standins: str) -> tuple[int, int, int]:
    from django.conf import settings as live_settings

    workspace = Workspace.objects.create(name="Marl & Quoin")
    person = Person.objects.create_user("ada", password="limewash-1", display_name="Ada Marl")
    Membership.objects.create(workspace=workspace, user=person, role="owner")
    before = live_settings.RESULTS_ADDRESS, live_settings.PAGE_PROXY
    live_settings.RESULTS_ADDRESS = live_settings.PAGE_PROXY = standins
    study = make_study(Actor(person, workspace, "owner"))
    live_settings.RESULTS_ADDRESS, live_settings.PAGE_PROXY = before
    return workspace.pk, person.pk, study.pk


@pytest.fixture
def workspace(loaded: tuple[int, int, int], db: None) -> Workspace:
    return Workspace.objects.get(pk=loaded[0])


@pytest.fixture
def person(loaded: tuple[int, int, int], db: None) -> Person:
    return Person.objects.get(pk=loaded[1])


@pytest.fixture
def actor(person: Person, workspace: Workspace) -> Actor:
    """The owner."""
    return Actor(person, workspace, "owner")


@pytest.fixture
def study(loaded: tuple[int, int, int], db: None, outside: str) -> Study:
    return Study.objects.get(pk=loaded[2])


@pytest.fixture
def signed_in(client: Client, person: Person) -> Client:
    client.force_login(person)
    return client


def make_study(actor: Actor, keyword: str = KEYWORD, **more: Any) -> Study:
    """Open a study and read it at once."""
    values = {"country": "gb", "language": "en", "device": "desktop", "depth": 10, **more}
    return open_study(actor, keyword=keyword, now=True, **values)


def settle(study: Study) -> Study:
    """Do what the worker would: make the figures of the choice as it is now."""
    study.refresh_from_db()
    if study.figures == "making":
        make_figures(study.pk)
        study.refresh_from_db()
    return study


def text(html: str, title: str = "", description: str = "") -> Text:
    """A text as the editor would send it."""
    return Text.cleaned(document_from_html(html), title, description)


def make_draft(actor: Actor, study: Study, html: str, name: str = "Guide") -> Draft:
    """A draft with a text."""
    return create_draft(actor, study.pk, name=name, text=text(html))


def member(workspace: Workspace, name: str, role: str) -> Actor:
    """Somebody more in a workspace."""
    person = Person.objects.create_user(name, password="limewash-1")
    Membership.objects.create(workspace=workspace, user=person, role=role)
    return Actor(person, workspace, role)


def picture(width: int = 40, height: int = 20, kind: str = "PNG") -> bytes:
    """A picture of one colour."""
    held = io.BytesIO()
    Image.new("RGB", (width, height), "#2f766d").save(held, kind)
    return held.getvalue()


def after_errand(client: Client, asked: Any) -> Any:
    """What comes of an errand that a form asked for, with the job done that a worker does: the result's screen, or the form's with what is wrong."""
    assert asked.status_code == 302, asked.content.decode()[-2_000:]
    running.carry_out(Errand.objects.latest("pk").pk)
    return client.get(asked["Location"], follow=True)


def part_after_errand(client: Client, asked: Any) -> str:
    """The same for a part of a screen: what fills it in the end."""
    waiting = asked.content.decode()
    again = re.search(r'hx-get="([^"]+)"', waiting)
    assert again and "working" in waiting
    running.carry_out(Errand.objects.latest("pk").pk)
    return str(client.get(again[1]).content.decode())


def told_after_errand(client: Client, asked: Any) -> Any:
    """The same for a script: what it is told."""
    assert asked.status_code == 202, asked.content.decode()[-2_000:]
    running.carry_out(Errand.objects.latest("pk").pk)
    return client.get(asked.json()["errand"], headers={"accept": "application/json"}).json()
