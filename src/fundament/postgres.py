"""A PostgreSQL server of the project's own: own data folder, loopback only, own socket folder, a free port."""

from __future__ import annotations

import hashlib
import os
import pwd
import secrets
import shutil
import socket
import subprocess
import time
from pathlib import Path

from fundament.secret_files import own_folder, read_secret, write_secret


class Postgres:
    """One server. Servers that are on the machine already are never touched."""

    def __init__(self, data: Path, name: str, *, durable: bool = True) -> None:
        self.durable = durable
        data.mkdir(parents=True, exist_ok=True)
        self.bin = programs_folder()
        self.as_postgres = os.getuid() == 0  # PostgreSQL refuses to run as root
        home = self._home(data)
        self.folder = home / name
        self.sockets = home / f"{name}-socket"
        self.password_file = data / f"{name}-password"
        self.port = 0
        self.password = ""

    def start(self) -> bool:
        """Start the server if it is not running; whether it was started here."""
        self.password = self._password()
        if not (self.folder / "PG_VERSION").exists():
            self._create()
        running_port = self._running_port()
        if running_port:
            self.port = running_port
            return False
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = int(probe.getsockname()[1])
        self._start_programs()
        return True

    def start_again(self) -> bool:
        """Start the server once more, where it was, when it ended by itself; whether that was so."""
        if self.is_alive:
            return False
        self._start_programs()
        return True

    @property
    def is_alive(self) -> bool:
        """Whether it is there now, whoever started it."""
        try:
            os.kill(int((self.folder / "postmaster.pid").read_text().split()[0]), 0)
        except PermissionError:
            return True  # of another user, but there
        except (OSError, ValueError, IndexError):
            return False
        return True

    def _start_programs(self) -> None:
        self._own_folder(self.sockets)
        options = f"-p {self.port} -k {self.sockets} -c listen_addresses=127.0.0.1 -c max_connections=120 -c shared_buffers=128MB"
        # a failing statement holds what somebody wrote: the application's own log tells of it, by its kind and place
        options += " -c log_min_messages=fatal -c log_min_error_statement=panic -c log_error_verbosity=terse -c log_statement=none"
        options += " -c log_parameter_max_length=0 -c log_parameter_max_length_on_error=0"
        if not self.durable:
            options += " -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
        log = self.folder / "server.log"
        done = self._run("pg_ctl", "-D", str(self.folder), "-o", options, "-l", str(log), "-w", "-t", "60", "start")
        if done.returncode:
            raise RuntimeError(f"PostgreSQL did not start. Its log is {log}.")

    def stop(self) -> None:
        """Stop the server; open sessions are ended."""
        self._run("pg_ctl", "-D", str(self.folder), "-m", "fast", "-w", "-t", "30", "stop")

    def _password(self) -> str:
        if not self.password_file.exists():
            if (self.folder / "PG_VERSION").exists():
                raise RuntimeError(f"The password of the database is lost. Remove {self.folder} to begin anew.")
            write_secret(self.password_file, secrets.token_urlsafe(24))
        return read_secret(self.password_file)

    def _create(self) -> None:
        self._own_folder(self.folder.parent)
        secret = self.folder.parent / f".{self.folder.name}-initial"
        secret.unlink(missing_ok=True)  # of a start that was broken off
        write_secret(secret, self.password, owner=self._server_user())
        done = self._run(
            *("initdb", "-D", str(self.folder), "-U", "fundament", "-A", "scram-sha-256", f"--pwfile={secret}", "-E", "UTF8"),
            *("--locale=C.UTF-8", "--no-instructions"),
        )
        secret.unlink()
        if done.returncode:
            raise RuntimeError(f"The database could not be created: {(done.stdout or '').strip()[-300:]}")

    def _running_port(self) -> int:
        pid_file = self.folder / "postmaster.pid"
        for _ in range(20):
            if self._run("pg_ctl", "-D", str(self.folder), "status").returncode:
                return 0
            lines = pid_file.read_text().splitlines() if pid_file.exists() else []
            if len(lines) >= 8 and lines[7].strip() == "ready":
                return int(lines[3])
            time.sleep(0.5)
        raise RuntimeError("The database of this folder is starting or stopping. Try again in a moment.")

    def _run(self, program: str, *arguments: str) -> subprocess.CompletedProcess[str]:
        command = [str(self.bin / program), *arguments]
        if self.as_postgres:
            command = ["runuser", "-u", "postgres", "--", *command]
        log = subprocess.PIPE if program != "pg_ctl" or "start" not in arguments else subprocess.DEVNULL
        return subprocess.run(command, stdout=log, stderr=subprocess.STDOUT, text=True, cwd="/", stdin=subprocess.DEVNULL)

    def _home(self, data: Path) -> Path:
        """The data folder, or one under /var/tmp where the postgres user cannot reach ours, or the socket's path would be too long."""
        if self.as_postgres:
            reach = subprocess.run(["runuser", "-u", "postgres", "--", "test", "-x", str(data)], stderr=subprocess.DEVNULL)
            if reach.returncode or len(str(data)) > 70:
                user = self._server_user()
                home = Path("/var/tmp") / f"fundament-{hashlib.sha256(str(data).encode()).hexdigest()[:12]}"  # noqa: S108
                return own_folder(home, also=frozenset(user[:1] if user else ()))
        elif len(str(data)) > 70:
            home = Path("/var/tmp") / f"fundament-{os.getuid()}-{hashlib.sha256(str(data).encode()).hexdigest()[:12]}"  # noqa: S108
            return own_folder(home)
        return data / "database"

    def _server_user(self) -> tuple[int, int] | None:
        """User and group that the server runs as, when they are not ours."""
        if not self.as_postgres:
            return None
        entry = pwd.getpwnam("postgres")
        return entry.pw_uid, entry.pw_gid

    def _own_folder(self, path: Path) -> None:
        if path.is_symlink():
            raise RuntimeError(f"{path} is a link; the database needs a folder of its own.")
        path.mkdir(parents=True, exist_ok=True)
        user = self._server_user()
        if user is not None:
            os.chown(path, *user, follow_symlinks=False)


def programs_folder() -> Path:
    """Where PostgreSQL's newest programs are. Raises RuntimeError, with a sentence, when it is not installed."""
    found = sorted(Path("/usr/lib/postgresql").glob("*/bin"), key=lambda p: int(p.parent.name), reverse=True)
    for folder in found:
        if (folder / "postgres").exists() and (folder / "initdb").exists():
            return folder
    program = shutil.which("postgres")
    if program:
        return Path(program).parent
    raise RuntimeError("PostgreSQL is not installed. Install it with: sudo apt-get install postgresql")
