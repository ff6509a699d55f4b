"""A database as it was before workspaces had roles and drafts were documents is carried over whole."""

from __future__ import annotations

import json
import lzma
import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import psycopg
import pytest
from django.conf import settings
from django.core.management import call_command

pytestmark = pytest.mark.slow

DUMP = Path(__file__).parent / "databases" / "before-workspaces.sql.xz"
NAME = "carried_over"


def connect(name: str) -> psycopg.Connection[Any]:
    found = settings.DATABASES["default"]
    return psycopg.connect(
        dbname=name, user=found["USER"], password=found["PASSWORD"], host=found["HOST"], port=found["PORT"], autocommit=True
    )


def django(environment: dict[str, str], *arguments: str) -> str:
    done = subprocess.run([sys.executable, "-m", "django", *arguments], env=environment, capture_output=True, text=True)
    assert done.returncode == 0, done.stderr[-3000:]
    return done.stdout


@contextmanager
def carried_over(name: str, dump: Path) -> Iterator[dict[str, str]]:
    """An environment whose database was made by an earlier version and migrated."""
    with connect("postgres") as server:
        server.execute(f"DROP DATABASE IF EXISTS {name} WITH (FORCE)")
        server.execute(f"CREATE DATABASE {name}")
    with connect(name) as old:
        old.execute(lzma.decompress(dump.read_bytes()).decode())  # type: ignore[arg-type]
    changed = {**os.environ, "FUNDAMENT_DATABASE_NAME": name}
    django(changed, "migrate", "--verbosity", "0")
    yield changed
    with connect("postgres") as server:
        server.execute(f"DROP DATABASE {name} WITH (FORCE)")


@pytest.fixture(scope="module")
def environment(django_db_setup: None) -> Iterator[dict[str, str]]:
    with carried_over(NAME, DUMP) as found:
        yield found


def query(sql: str) -> list[tuple[Any, ...]]:
    with connect(NAME) as database:
        return database.execute(sql).fetchall()  # type: ignore[arg-type]


def test_no_migration_is_missing(db: None) -> None:
    call_command("makemigrations", "--check", "--dry-run", verbosity=0)


def test_people_and_workspaces_are_there_and_can_sign_in(environment: dict[str, str]) -> None:
    people = query("SELECT username, password, time_zone FROM accounts_person ORDER BY id")
    assert [name for name, _, _ in people] == ["demo", "eve"] and all(password.startswith("pbkdf2_") for _, password, _ in people)
    assert query("SELECT count(*) FROM accounts_membership m JOIN accounts_person p ON p.id = m.user_id") == [(2,)]
    assert query(
        "SELECT data_type FROM information_schema.columns WHERE table_name = 'studies_study' AND column_name = 'created_by_id'"
    ) == [("bigint",)]
    assert query("SELECT to_regclass('auth_user')") == [(None,)]


def test_texts_are_carried_over_word_for_word(environment: dict[str, str]) -> None:
    drafts = query("SELECT name, document, words, version, workspace_id FROM drafts_draft ORDER BY id")
    assert len(drafts) == 2 and all(document["type"] == "doc" for _, document, *_ in drafts)
    guide = json.dumps(drafts[0][1])
    assert "One paragraph more, by hand." in guide and "Most of the brick houses we supply were built in lime" in guide
    revisions = query("SELECT cause, document, words FROM drafts_revision ORDER BY id")
    assert sorted(cause for cause, *_ in revisions) == ["conflict", "kept"]
    conflict = next(row for row in revisions if row[0] == "conflict")
    assert "An old tab\u2019s text." in json.dumps(conflict[1], ensure_ascii=False) and conflict[2] == 4  # words, not markup
    assert query("SELECT count(*) FROM drafts_scorepoint") == [(2,)]


def test_choices_corrections_and_rankings_have_rows_of_their_own(environment: dict[str, str]) -> None:
    results = query("SELECT count(*) FROM studies_result WHERE study_id = 1")
    assert query("SELECT count(*) FROM studies_rankedresult") == results == [(20,)]
    assert query("SELECT source, questions FROM studies_ranking")[0][0] == "service"
    choices = query("SELECT c.chosen, r.chosen, c.by_id FROM studies_competitorchoice c JOIN studies_result r ON r.id = c.result_id")
    assert choices and all(one == other for one, other, _ in choices)
    assert sum(by is not None for *_, by in choices) == 1  # the one that a person had left out
    corrections = query("SELECT block_key, counts FROM studies_blockcorrection ORDER BY id")
    assert len(corrections) == 2 and {counts for _, counts in corrections} == {True, False}
    problems = query("SELECT problem FROM studies_result WHERE state = 'failed'")
    assert problems and all(problem[0] == "as_written" and problem[1]["text"].endswith(".") for (problem,) in problems)


def test_the_worker_makes_the_figures_anew_and_corrections_hang_where_they_hung(environment: dict[str, str]) -> None:
    script = (
        "from fundament.web.studies.results.renewing import outdated_studies, renew\n"
        "from fundament.web.studies.figures.yardsticks import compiled_of\n"
        "from fundament.web.studies.models import Result\n"
        "from fundament.web.studies.results.correcting import reading_of\n"
        "import json\n"
        "waiting = outdated_studies()\n"
        "[renew(n) for n in waiting]\n"
        "yardstick = compiled_of(1).yardstick\n"
        "corrected = Result.objects.exclude(corrections=None).select_related('reading').distinct().get()\n"
        "blocks = reading_of(corrected).blocks\n"
        "print(json.dumps([waiting, outdated_studies(), len(yardstick.pages), yardstick.aim, len(yardstick.terms),\n"
        "    [e.name for e in yardstick.entities if e.own], corrected.rank, sum(b.left_out == 'left out by hand' for b in blocks)]))\n"
    )
    waiting, left, pages, aim, terms, own, rank, by_hand = json.loads(
        django(environment, "shell", "-v", "0", "-c", script).splitlines()[-1]
    )
    assert waiting == [1] and left == []
    assert pages == query("SELECT count(*) FROM studies_result WHERE chosen")[0][0] and terms > 60 and 40 < aim < 90
    assert own == ["pozzolan"] and rank == 1 and by_hand == 1
