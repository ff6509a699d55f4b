"""Running an installation: settings that are missing are said, what was backed up comes back equal, what ends is started again."""

from __future__ import annotations

import argparse
import contextlib
import json
import os
import signal
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import psycopg
import pytest
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection
from django.test import Client
from django.urls import reverse

from fundament import operate
from fundament.supervisor import Part, Supervisor
from fundament.web.accounts.models import Membership, Person
from fundament.web.operating.services import checking, readiness
from fundament.web.studies.models import Study
from tests.web.conftest import after_errand


@pytest.fixture
def database(db: None, monkeypatch: pytest.MonkeyPatch) -> Iterator[dict[str, Any]]:
    """The settings name the tests' database; another, empty, is beside it."""
    told = connection.get_connection_params()
    wanted = {key: told[key] for key in ("user", "password", "host", "port")}
    for name, value in (
        ("HOST", told["host"]),
        ("PORT", told["port"]),
        ("USER", told["user"]),
        ("PASSWORD", told["password"]),
        ("NAME", told["dbname"]),
    ):
        monkeypatch.setenv(f"FUNDAMENT_DATABASE_{name}", str(value))
    with psycopg.connect(**wanted, dbname="postgres", autocommit=True) as direct:
        direct.execute("DROP DATABASE IF EXISTS restored WITH (FORCE)")
        direct.execute("CREATE DATABASE restored")
        yield wanted
        direct.execute("DROP DATABASE IF EXISTS restored WITH (FORCE)")


def contents(wanted: dict[str, Any], name: str) -> dict[str, tuple[int, str]]:
    """Of each table the number of rows and a checksum of all of them."""
    with psycopg.connect(**wanted, dbname=name) as direct:
        tables = [row[0] for row in direct.execute("SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY 1")]
        return {
            table: direct.execute(
                f"SELECT count(*), md5(coalesce(string_agg(t::text, E'\\n' ORDER BY t::text), '')) FROM \"{table}\" t"
            ).fetchone()
            for table in tables
        }


def test_what_was_backed_up_comes_back_equal(
    loaded: Any, database: dict[str, Any], tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: Any
) -> None:
    folder = tmp_path / "backup"
    assert operate.run(argparse.Namespace(command="backup", folder=folder)) == 0
    assert {path.name: path.stat().st_mode & 0o777 for path in folder.iterdir()} == {"database.dump": 0o600, "backup.json": 0o600}
    monkeypatch.setenv("FUNDAMENT_DATABASE_NAME", "restored")
    assert operate.run(argparse.Namespace(command="restore", folder=folder)) == 0
    before, after = contents(database, connection.get_connection_params()["dbname"]), contents(database, "restored")
    assert before == after and before["studies_study"][0] >= 1 and before["sites_rawresponse"][0] >= 5
    assert operate.run(argparse.Namespace(command="restore", folder=folder)) == 1  # what is there is not written over
    assert "not empty" in capsys.readouterr().err
    assert operate.run(argparse.Namespace(command="backup", folder=folder)) == 1
    assert "there already" in capsys.readouterr().err


@pytest.mark.parametrize(
    ("spoil", "says"), [("dump", "checksum"), ("format", "another version"), ("about", "cannot be read"), ("gone", "no backup")]
)
def test_a_backup_that_is_not_what_was_written_changes_nothing(
    database: dict[str, Any], tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: Any, spoil: str, says: str
) -> None:
    folder = tmp_path / "backup"
    operate.run(argparse.Namespace(command="backup", folder=folder))
    about = folder / "backup.json"
    if spoil == "dump":
        with (folder / "database.dump").open("r+b") as file:
            file.seek(2000)
            file.write(b"spoiled")
    elif spoil == "gone":
        about.unlink()
    else:
        about.write_text(json.dumps({**json.loads(about.read_text()), "format": 99}) if spoil == "format" else "{")
    monkeypatch.setenv("FUNDAMENT_DATABASE_NAME", "restored")
    assert operate.run(argparse.Namespace(command="restore", folder=folder)) == 1
    assert says in capsys.readouterr().err and contents(database, "restored") == {}


def test_without_its_settings_nothing_is_started(monkeypatch: pytest.MonkeyPatch, capsys: Any, tmp_path: Path) -> None:
    for name in operate.NEEDED:
        monkeypatch.delenv(name, raising=False)
    monkeypatch.setattr("fundament.runtime.DATA", tmp_path / "none")  # no demo runs
    for command in set(operate.COMMANDS) - {"check-settings"}:
        assert operate.run(argparse.Namespace(command=command)) == 1
        assert "Not set: FUNDAMENT_SECRET_KEY, FUNDAMENT_DATABASE_HOST, FUNDAMENT_DATABASE_PASSWORD." in capsys.readouterr().err


def test_an_owner_beside_the_running_demo_needs_no_settings(monkeypatch: pytest.MonkeyPatch) -> None:
    """The demo's database is meant, and nobody is asked for its secrets."""
    for name in operate.NEEDED:
        monkeypatch.delenv(name, raising=False)
    asked: list[tuple[list[str], str]] = []
    monkeypatch.setattr(operate, "_is_demo_running", lambda: True)
    monkeypatch.setattr("fundament.runtime.database", lambda _: contextlib.nullcontext({"FUNDAMENT_DATABASE_PORT": "1"}))
    monkeypatch.setattr(subprocess, "call", lambda command, env: asked.append((command[3:], env["FUNDAMENT_DATABASE_PORT"])) or 0)
    assert operate.run(argparse.Namespace(command="create-owner", name="vera", workspace="Press")) == 0
    assert asked == [(["create_owner", "vera", "--workspace", "Press"], "1")]


def levels() -> dict[str, str]:
    return {finding.sentence: finding.level for finding in checking.findings()}


def test_what_is_set_up_and_what_is_missing_is_said(db: None, settings: Any) -> None:
    settings.SECRET_KEY, settings.ALLOWED_HOSTS, settings.TLS, settings.ADDRESS = (
        "x" * 50,
        ["fundament.example"],
        True,
        "https://fundament.example",
    )
    found = levels()
    assert [sentence for sentence, level in found.items() if level == "wrong"] == [checking.MIGHTY]  # as which tests work
    with connection.cursor() as cursor:
        cursor.execute("DROP ROLE IF EXISTS only_works")
        cursor.execute("CREATE ROLE only_works NOSUPERUSER")
        cursor.execute("GRANT SELECT ON ALL TABLES IN SCHEMA public TO only_works")
        cursor.execute("SET LOCAL ROLE only_works")
        try:
            assert "wrong" not in levels().values()
        finally:
            cursor.execute("RESET ROLE")
            cursor.execute("DROP OWNED BY only_works")
            cursor.execute("DROP ROLE only_works")
    assert found["No worker was seen lately. Say ./fundament work."] == "note"
    assert found["The database's log keeps statements to itself."] == "ok"
    settings.SECRET_KEY, settings.ALLOWED_HOSTS, settings.ADDRESS = "short", ["*"], "https://other.example"
    assert [level for level in levels().values() if level == "wrong"] == ["wrong"] * 4
    settings.TLS = False
    assert (
        levels()["FUNDAMENT_TLS is not set: passwords and texts go over the network as they are, unless it is this machine alone."]
        == "wrong"
    )


def test_a_database_of_another_version_is_said_and_not_ready(client: Client, db: None) -> None:
    with connection.cursor() as cursor:
        cursor.execute("DELETE FROM django_migrations WHERE app = 'operating'")
    answer = client.get("/ready")
    assert answer.status_code == 503 and answer.json() == {"database": "ok", "migrations": "not", "worker": "not"}


def test_it_is_ready_when_a_worker_was_seen_lately(client: Client, db: None) -> None:
    assert readiness.readiness() == {"database": True, "migrations": True, "worker": False}
    with connection.cursor() as cursor:
        cursor.execute("INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now())")
    assert client.get("/ready").status_code == 200
    with connection.cursor() as cursor:
        cursor.execute("UPDATE procrastinate_workers SET last_heartbeat = now() - interval '5 minutes'")
    assert client.get("/ready").status_code == 503


def test_an_owner_is_created_once(db: None, monkeypatch: pytest.MonkeyPatch) -> None:
    def typed(words: str) -> None:
        monkeypatch.setattr("sys.stdin", argparse.Namespace(isatty=lambda: False, readline=lambda: f"{words}\n"))

    typed("short")
    with pytest.raises(CommandError, match="too short"):
        call_command("create_owner", "vera", "--workspace", "Press")
    assert not Person.objects.filter(username="vera").exists()
    typed("a long enough one")
    call_command("create_owner", "vera", "--workspace", "Press")
    membership = Membership.objects.get(user__username="vera")
    assert (membership.role, membership.workspace.name) == ("owner", "Press") and membership.user.check_password("a long enough one")
    with pytest.raises(CommandError, match="already"):
        call_command("create_owner", "vera")


def test_what_ends_is_started_again_and_all_end_when_asked() -> None:
    said: list[str] = []
    sleeping = [sys.executable, "-c", "import time; time.sleep(60)"]
    supervisor = Supervisor([Part("first", sleeping, os.environ), Part("second", sleeping, os.environ)], say=said.append)
    supervisor.start()
    watching = threading.Thread(target=supervisor.watch)
    watching.start()
    first, second = (part.process for part in supervisor.parts)
    assert first and second
    os.kill(first.pid, signal.SIGKILL)
    until = time.monotonic() + 30
    while time.monotonic() < until and supervisor.parts[0].process in (first, None):
        time.sleep(0.05)
    again = supervisor.parts[0].process
    assert again and again.pid != first.pid and supervisor.parts[1].process is second
    assert said == ["The first ended (-9); starting it again in 1 s."]
    supervisor.stop()
    watching.join(10)
    assert again.poll() is not None and second.poll() is not None


@pytest.mark.parametrize("on", ["0", "1"])
def test_one_switch_for_tls(on: str) -> None:
    code = (
        "import json; from django.conf import settings as s; print(json.dumps([s.SESSION_COOKIE_SECURE, s.CSRF_COOKIE_SECURE, s.SECURE_HSTS_SECONDS > 0, "
        "bool(s.SECURE_PROXY_SSL_HEADER), s.CSRF_TRUSTED_ORIGINS]))"
    )
    environment = {
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "fundament.web.settings",
        "FUNDAMENT_TLS": on,
        "FUNDAMENT_ADDRESS": "https://fundament.example",
    }
    found = json.loads(subprocess.run([sys.executable, "-c", code], env=environment, capture_output=True, text=True, check=True).stdout)
    assert found == [on == "1"] * 4 + [["https://fundament.example"] if on == "1" else []]


def test_a_key_is_needed_outside_the_demo() -> None:
    environment = {**os.environ, "DJANGO_SETTINGS_MODULE": "fundament.web.settings", "FUNDAMENT_SECRET_KEY": ""}
    done = subprocess.run([sys.executable, "-m", "django", "check_settings"], env=environment, capture_output=True, text=True)
    assert done.returncode == 1 and "FUNDAMENT_SECRET_KEY" in done.stdout + done.stderr


def test_the_owners_page_tells_of_jobs_services_room_and_limits(
    client: Client, loaded: Any, standins: str, settings: Any, db: None
) -> None:
    settings.RESULTS_ADDRESS = standins
    client.force_login(Person.objects.get(pk=loaded[1]))
    page = client.get("/settings/operating/").content.decode()
    assert "No job of this workspace was given up." in page and "FUNDAMENT_STUDIES_AT_ONCE" in page and "Try it now" in page
    assert "Results service: It answers: " in after_errand(client, client.post(reverse("service-now", args=["results"]))).content.decode()
    settings.RESULTS_ADDRESS = "http://127.0.0.1:9"
    assert "notice problem" in after_errand(client, client.post(reverse("service-now", args=["results"]))).content.decode()
    assert Study.objects.exists()
