"""A database of the version before is brought up to this one by `migrate`: everything opens, and a job that version queued is done."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from django.conf import settings

from tests.web.test_migrations import carried_over, django

pytestmark = pytest.mark.slow

DUMP = Path(__file__).parent / "databases" / "before-operating.sql.xz"
SCRIPT = """
import json
from django.test import Client
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob
from fundament.web.studies.models import Study
from fundament.web.drafts.models import Draft
before = Study.objects.get(pk=1).figures
app.with_connector(app.connector.get_worker_connector()).run_worker(wait=False, install_signal_handlers=False)
client = Client(headers={"host": "localhost"})
signed_in = client.post("/sign-in/", {"username": "demo", "password": "limewash"}).status_code
pages = ["/studies/", "/studies/1/", "/studies/1/terms/", "/studies/1/outline/", "/drafts/1/", "/drafts/1/revisions/", "/settings/operating/", "/account/"]
draft = Draft.objects.get(pk=1)
saved = client.post("/drafts/1/text/", json.dumps({"document": draft.document, "base_version": draft.version}), content_type="application/json")
print(json.dumps([before, Study.objects.get(pk=1).figures, list(ProcrastinateJob.objects.filter(task_name="make_figures").values_list("status", flat=True)),
    signed_in, [client.get(page).status_code for page in pages], saved.status_code, saved.json()["version"] > draft.version]))
"""


def test_the_version_before_is_carried_over_and_goes_on(django_db_setup: None) -> None:
    with carried_over("upgraded", DUMP) as environment:
        environment |= {"FUNDAMENT_HOSTS": "localhost", "FUNDAMENT_SECRET_KEY": settings.SECRET_KEY}
        environment.pop("FUNDAMENT_TESTING", None)  # people of that version have real passwords
        assert "[ ]" not in django(environment, "showmigrations")
        before, after, jobs, signed_in, pages, saved, newer = json.loads(
            django(environment, "shell", "-v", "0", "-c", SCRIPT).splitlines()[-1]
        )
    assert (before, after) == ("making", "") and "failed" not in jobs
    assert signed_in == 302 and set(pages) == {200} and saved == 200 and newer


@pytest.mark.parametrize("dump", sorted(DUMP.parent.glob("*.xz")), ids=lambda path: path.name)
def test_dumps_stay_small(dump: Path) -> None:
    assert dump.stat().st_size < 300_000
