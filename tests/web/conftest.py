"""A workspace with people, and the main study read from the stand-ins."""

from __future__ import annotations

from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from fundament.web.accounts.models import Membership, Workspace
from fundament.web.studies.models import Study
from fundament.web.studies.services import open_study
from tests.conftest import KEYWORD


@pytest.fixture
def outside(settings: Any, standins: str) -> str:
    """The application's settings point at the stand-ins."""
    settings.RESULTS_ADDRESS = settings.PAGE_PROXY = standins
    return standins


@pytest.fixture(scope="session")
def loaded(django_db_setup: None, django_db_blocker: Any, standins: str) -> tuple[int, int, int]:
    """A workspace, a person and the main study, made once; what a test changes of them is rolled back after it."""
    from django.conf import settings as live_settings

    with django_db_blocker.unblock():
        workspace = Workspace.objects.create(name="Marl & Quoin")
        user = User.objects.create_user("ada", password="limewash-1")
        Membership.objects.create(workspace=workspace, user=user, role="owner")
        before = live_settings.RESULTS_ADDRESS, live_settings.PAGE_PROXY
        live_settings.RESULTS_ADDRESS = live_settings.PAGE_PROXY = standins
        study = make_study(workspace, user)
        live_settings.RESULTS_ADDRESS, live_settings.PAGE_PROXY = before
    return workspace.pk, user.pk, study.pk


@pytest.fixture
def workspace(loaded: tuple[int, int, int], db: None) -> Workspace:
    return Workspace.objects.get(pk=loaded[0])


@pytest.fixture
def user(loaded: tuple[int, int, int], db: None) -> User:
    return User.objects.get(pk=loaded[1])


@pytest.fixture
def study(loaded: tuple[int, int, int], db: None, outside: str) -> Study:
    return Study.objects.get(pk=loaded[2])


@pytest.fixture
def signed_in(client: Client, user: User) -> Client:
    client.force_login(user)
    return client


def make_study(workspace: Workspace, user: User | None, keyword: str = KEYWORD, **more: Any) -> Study:
    """Open a study and read it at once."""
    values = {"country": "gb", "language": "en", "device": "desktop", "depth": 10, **more}
    return open_study(workspace, user, keyword=keyword, now=True, **values)
