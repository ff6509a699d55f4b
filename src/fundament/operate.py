"""Running an installation for others: web, jobs, database, backups. Its settings come from the environment (docs/operating.md); nothing here is the demo's."""

from __future__ import annotations

import argparse
import hashlib
import json
import os
import signal
import subprocess
import sys
from datetime import UTC, datetime
from pathlib import Path

from fundament.postgres import Postgres, programs_folder
from fundament.secret_files import write_secret
from fundament.supervisor import Part, Supervisor

COMMANDS = ("serve", "work", "migrate", "check-settings", "backup", "restore", "create-owner")
NEEDED = ("FUNDAMENT_SECRET_KEY", "FUNDAMENT_DATABASE_HOST", "FUNDAMENT_DATABASE_PASSWORD")
FORMAT = 1  # of a backup's folder
TRUSTS = "A backup is carried out as it stands, with the rights of FUNDAMENT_DATABASE_USER. Restore only what your own installation wrote."


def add_commands(commands: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    """Declare the commands."""
    serve = commands.add_parser("serve", help="answer requests: so many web processes, watched")
    serve.add_argument("--host", default="127.0.0.1")
    serve.add_argument("--port", type=int, default=8000)
    serve.add_argument("--processes", type=int, default=min(4, os.cpu_count() or 1))
    work = commands.add_parser("work", help="run jobs; any number of these on one database")
    work.add_argument("--analysts", type=int, default=min(2, os.cpu_count() or 1), help="processes that read pages")
    commands.add_parser("migrate", help="bring the database up to this version")
    commands.add_parser("check-settings", help="say what is set up and what is missing")
    for name, text in (("backup", "write the database into a new folder"), ("restore", "read it back, into an empty database")):
        commands.add_parser(name, help=text).add_argument("folder", metavar="FOLDER", type=Path)
    owner = commands.add_parser("create-owner", help="an owner of a new workspace; the password is read from standard input")
    owner.add_argument("name")
    owner.add_argument("--workspace", default="Workspace")


def run(options: argparse.Namespace) -> int:
    """Run one of the commands; 0 when it worked, 1 with a sentence on stderr when it did not."""
    try:
        if options.command == "create-owner" and not any(map(os.environ.get, NEEDED)) and _is_demo_running():
            return _create_owner_of_demo(options)
        if options.command != "check-settings":
            _refuse_without_settings()
        environment = _environment()
        if options.command == "serve":
            return _serve(options, environment)
        if options.command == "work":
            command = [sys.executable, "-m", "django", "work", "--analysts", str(options.analysts)]
            return _watch([Part("worker", command, environment)])
        if options.command == "backup":
            return backup(options.folder)
        if options.command == "restore":
            return restore(options.folder)
        arguments = {
            "migrate": ["migrate", "--verbosity", "1"], "check-settings": ["check_settings"],
            "create-owner": ["create_owner", getattr(options, "name", ""), "--workspace", getattr(options, "workspace", "")],
        }[options.command]  # fmt: skip
        return subprocess.call([sys.executable, "-m", "django", *arguments], env=environment)
    except RuntimeError as error:
        print(f"fundament: {error}", file=sys.stderr)
        return 1


def _refuse_without_settings() -> None:
    missing = [name for name in NEEDED if not os.environ.get(name)]
    if missing:
        raise RuntimeError(f"Not set: {', '.join(missing)}. Say ./fundament check-settings for all that can be set.")


def _is_demo_running() -> bool:
    from fundament.runtime import DATA, DEMO

    return DATA.exists() and Postgres(DATA, DEMO).is_alive


def _create_owner_of_demo(options: argparse.Namespace) -> int:
    """Nothing is set, and the demo of this folder runs: its database is meant."""
    from fundament.runtime import DEMO, database

    with database(DEMO) as environment:
        command = [sys.executable, "-m", "django", "create_owner", options.name, "--workspace", options.workspace]
        return subprocess.call(command, env=environment)


def _environment() -> dict[str, str]:
    return {**os.environ, "DJANGO_SETTINGS_MODULE": "fundament.web.settings", "MALLOC_ARENA_MAX": "2"}


def _serve(options: argparse.Namespace, environment: dict[str, str]) -> int:
    from fundament.runtime import DATA

    environment.setdefault("FUNDAMENT_STATIC_ROOT", str(DATA / "static"))
    if subprocess.call([sys.executable, "-m", "django", "collectstatic", "--no-input", "--verbosity", "0"], env=environment):
        raise RuntimeError("The static files could not be collected; see above.")
    environment["FUNDAMENT_POOLED"] = "1"
    command = [sys.executable, "-m", "fundament.web.serve", "--host", options.host, "--port", str(options.port)]
    return _watch([Part(f"web process {number}", command, environment) for number in range(1, options.processes + 1)])


def _watch(parts: list[Part]) -> int:
    """Run until asked to stop (SIGTERM, Ctrl-C)."""
    supervisor = Supervisor(parts, say=lambda line: print(line, file=sys.stderr, flush=True))
    for number in (signal.SIGTERM, signal.SIGINT):
        signal.signal(number, lambda *_: supervisor.stopping.set())
    supervisor.start()
    supervisor.watch()
    supervisor.stop()
    return 0


def backup(folder: Path) -> int:
    """Write the whole database into a folder that is not there yet: the dump, and what it is. Both are for nobody else's eyes."""
    if folder.exists():
        raise RuntimeError(f"{folder} is there already. Give a folder that is not: nothing is written over.")
    folder.mkdir(parents=True, mode=0o700)
    dump = folder / "database.dump"
    _tool("pg_dump", "--format=custom", "--no-owner", "--no-privileges", f"--file={dump}")
    dump.chmod(0o600)
    about = {"format": FORMAT, "made": datetime.now(UTC).isoformat(timespec="seconds"), "bytes": dump.stat().st_size, "sha256": _sum(dump)}
    write_secret(folder / "backup.json", json.dumps(about, indent=2) + "\n")
    print(f"Written to {folder}: {about['bytes']} bytes.")
    return 0


def restore(folder: Path) -> int:
    """Read a backup into an empty database; one that holds anything is left alone. Its checksum says that it is whole, not who wrote it."""
    print(TRUSTS, file=sys.stderr)
    dump, about = folder / "database.dump", folder / "backup.json"
    if not dump.is_file() or not about.is_file():
        raise RuntimeError(f"{folder} is no backup: it needs database.dump and backup.json.")
    try:
        told = json.loads(about.read_text(encoding="utf-8"))
        is_known = told["format"] == FORMAT
    except (ValueError, KeyError, TypeError):
        raise RuntimeError(f"{about} cannot be read.") from None
    if not is_known:
        raise RuntimeError(f"{folder} was written by another version, which has to read it.")
    if _sum(dump) != told.get("sha256"):
        raise RuntimeError(f"{dump} is not what was written: its checksum is another. Nothing was changed.")
    tables = _tool("psql", "--tuples-only", "--no-align", "--command", "SELECT count(*) FROM pg_tables WHERE schemaname = 'public'")
    if tables.strip() != "0":
        raise RuntimeError("The database is not empty. Make a new one and name it in FUNDAMENT_DATABASE_NAME; nothing was changed.")
    _tool("pg_restore", "--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", f"--dbname={_database()}", str(dump))
    print("Restored. Say ./fundament migrate if this version is newer than the backup.")
    return 0


def _database() -> str:
    return os.environ.get("FUNDAMENT_DATABASE_NAME", "postgres")


def _tool(program: str, *arguments: str) -> str:
    """Run one of PostgreSQL's programs on the database that the settings name."""
    environment = {
        **os.environ, "PGHOST": os.environ["FUNDAMENT_DATABASE_HOST"], "PGPORT": os.environ.get("FUNDAMENT_DATABASE_PORT", "5432"),
        "PGUSER": os.environ.get("FUNDAMENT_DATABASE_USER", "fundament"), "PGPASSWORD": os.environ["FUNDAMENT_DATABASE_PASSWORD"],
        "PGDATABASE": _database(),
    }  # fmt: skip
    before = os.umask(0o077)
    try:
        done = subprocess.run([str(programs_folder() / program), *arguments], env=environment, capture_output=True, text=True)
    finally:
        os.umask(before)
    if done.returncode:
        raise RuntimeError(f"{program} did not succeed: {done.stderr.strip()[-300:]}")
    return done.stdout


def _sum(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()
