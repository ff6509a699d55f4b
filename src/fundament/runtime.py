"""Starting and stopping what the application needs: its own PostgreSQL, the stand-ins, a worker, the web server."""

from __future__ import annotations

import argparse
import contextlib
import os
import secrets
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

from fundament.postgres import Postgres
from fundament.providers.kinds import KINDS
from fundament.secret_files import read_secret, write_secret
from fundament.supervisor import Part, Supervisor

ROOT = Path(__file__).resolve().parents[2]
DATA = ROOT / ".data"
DEMO = "postgres"  # the name of its database server
DEMO_USER, DEMO_PASSWORD = "demo", "limewash"
WEB_PROCESSES = 2


def run(options: argparse.Namespace) -> int:
    """Run demo, test or manage."""
    try:
        if options.command == "test":
            return run_tests(options.arguments)
        if options.command == "manage":
            with database(DEMO) as environment:
                return subprocess.call([sys.executable, "-m", "django", *options.arguments], env=environment)
        return Demo(options.port).run()
    except RuntimeError as error:
        print(f"fundament: {error}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130


@contextlib.contextmanager
def database(name: str, *, durable: bool = True) -> Iterator[dict[str, str]]:
    """An environment with a running PostgreSQL of our own; it is stopped at the end if it was started here."""
    with running(Postgres(DATA, name, durable=durable)) as environment:
        yield environment


@contextlib.contextmanager
def running(server: Postgres) -> Iterator[dict[str, str]]:
    """The same with a server that is at hand."""
    started = server.start()
    try:
        yield {
            **os.environ,
            "DJANGO_SETTINGS_MODULE": "fundament.web.settings",
            "FUNDAMENT_DATABASE_PORT": str(server.port),
            "FUNDAMENT_DATABASE_PASSWORD": server.password,
            "FUNDAMENT_SECRET_KEY": _secret(),
        }
    finally:
        if started:
            server.stop()


def _secret() -> str:
    path = DATA / "secret"
    if not path.exists():
        write_secret(path, secrets.token_urlsafe(50))
    return read_secret(path)


def free_port(preferred: int = 0) -> int:
    """The preferred port if it is free on the loopback address, otherwise any free one."""
    for port in (preferred, 0):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
            except OSError:
                continue
            return int(probe.getsockname()[1])
    raise RuntimeError("No port is free.")


# these run beside the others with a database of their own, and are done before the browser's begin
BESIDE = (
    "tests/core",
    "tests/providers",
    "tests/web/people",
    "tests/web/process",
    "tests/test_worked_examples.py",
    "tests/test_confined.py",
    "tests/test_secret_files.py",
)
IN_BROWSER = "tests/browser"
QUICK = "--quick"


def run_tests(arguments: list[str]) -> int:
    """Lint, types, import rules and all tests; with --quick without the frontend, the browser's tests and those that are marked as slow; with other arguments only pytest, with them."""
    is_quick = arguments == [QUICK]
    if not arguments or is_quick:
        code = _checked(is_quick)
        if code:
            return code
        return _all_tests(["-m", "not slow"] if is_quick else [], is_quick=is_quick)
    with test_database() as environment:
        return subprocess.call([sys.executable, "-m", "pytest", *arguments], cwd=ROOT, env=environment)


@contextlib.contextmanager
def test_database(more: str = "") -> Iterator[dict[str, str]]:
    """An environment for tests. more: of the name, for a second one beside it."""
    with database(f"postgres-test{more}", durable=False) as environment:
        yield {**environment, "FUNDAMENT_TESTING": "1"}


def _checked(is_quick: bool) -> int:
    """What lint, types and import rules say: the first code that is not 0."""
    bin_folder = Path(sys.executable).parent
    folders = ["src", "standins", "gold", "tests", "bench", "tools"]
    checks = [["ruff", "check", *folders], ["ruff", "format", "--check", "-q", *folders], ["mypy"], ["lint-imports", "--no-cache"]]
    found = [([str(bin_folder / name), *more], ROOT) for name, *more in checks]
    frontend = [] if is_quick else [(["npm", "run", "--silent", "check"], ROOT / "frontend")]
    for command, folder in [*found, *frontend]:
        print("$", *(part.removeprefix(f"{bin_folder}/") for part in command), flush=True)
        code = subprocess.call(command, cwd=folder)
        if code:
            return code
    return 0


def _all_tests(chosen: list[str], *, is_quick: bool) -> int:
    """Some in a process beside the others. chosen: options for both. is_quick: none in the browser."""
    pytest = [sys.executable, "-m", "pytest", *chosen]
    left_out = [*BESIDE, *([IN_BROWSER] if is_quick else [])]
    with tempfile.TemporaryFile() as output, test_database("-beside") as others, test_database() as environment:
        beside = subprocess.Popen([*pytest, *BESIDE], cwd=ROOT, env=others, stdout=output, stderr=subprocess.STDOUT)
        try:
            code = subprocess.call([*pytest, *(f"--ignore={path}" for path in left_out)], cwd=ROOT, env=environment)
            code = beside.wait() or code
        finally:
            beside.kill()
        output.seek(0)
        print(f"$ pytest {' '.join(BESIDE)}, beside the others", flush=True)
        sys.stdout.buffer.write(output.read())
        sys.stdout.buffer.flush()
        return code


class Demo:
    """Everything running in the foreground until Ctrl-C."""

    def __init__(self, preferred_port: int) -> None:
        self.preferred_port = preferred_port
        self.supervisor: Supervisor | None = None
        self.server = Postgres(DATA, DEMO)

    def run(self) -> int:
        """Start, wait, stop."""
        signal.signal(signal.SIGTERM, lambda *_: self._stop())
        with running(self.server) as environment, contextlib.ExitStack() as stack:
            print("Starting: database ready.", flush=True)
            standins, standins_port = self._start_standins()
            stack.callback(_end, standins)
            environment["FUNDAMENT_PAGE_PROXY"] = f"http://127.0.0.1:{standins_port}"
            for key in KINDS:
                environment[f"FUNDAMENT_{key.upper()}_ADDRESS"] = f"http://127.0.0.1:{standins_port}"
            _manage(environment, "migrate", "--verbosity", "0")
            environment["FUNDAMENT_STATIC_ROOT"] = str(DATA / "static")
            _manage(environment, "collectstatic", "--no-input", "--clear", "--verbosity", "0")
            _manage(environment, "load_demo", "--user", DEMO_USER, "--password", DEMO_PASSWORD)
            port = free_port(self.preferred_port)
            if port != self.preferred_port:
                print(f"Port {self.preferred_port} is taken; port {port} is used instead.")
            web = {
                **environment,
                "FUNDAMENT_POOLED": "1",
                "MALLOC_ARENA_MAX": "2",
            }  # many threads, few heaps: a heap each is never given back
            parts = [Part("worker", [sys.executable, "-m", "django", "work", "--sole"], environment)]
            for number in range(1, WEB_PROCESSES + 1):
                parts.append(Part(f"web process {number}", [sys.executable, "-m", "fundament.web.serve", "--port", str(port)], web))
            self.supervisor = Supervisor(parts, say=lambda line: print(line, flush=True), also=self._keep_database)
            stack.callback(self.supervisor.stop)
            self.supervisor.start()
            _wait_until_answering(f"http://127.0.0.1:{port}/health")
            print(f"\nFundament is at http://127.0.0.1:{port}/  (user {DEMO_USER}, password {DEMO_PASSWORD}). Ctrl-C stops it.", flush=True)
            with contextlib.suppress(KeyboardInterrupt):
                self.supervisor.watch()
            print("\nStopping.", flush=True)
        return 0

    def _stop(self) -> None:
        if self.supervisor is None:
            raise KeyboardInterrupt
        self.supervisor.stopping.set()

    def _keep_database(self) -> None:
        with contextlib.suppress(RuntimeError):  # it is tried again
            if self.server.start_again():
                print("The database ended; it was started again.", flush=True)

    def _start_standins(self) -> tuple[subprocess.Popen[str], int]:
        process = subprocess.Popen(
            [sys.executable, "-m", "standins", "--port", "0"], cwd=ROOT, stdout=subprocess.PIPE, text=True, start_new_session=True
        )
        line = process.stdout.readline() if process.stdout else ""
        if not line.startswith("standins: "):
            raise RuntimeError("The stand-ins did not start.")
        return process, int(line.split()[1])


def _manage(environment: dict[str, str], *arguments: str) -> None:
    if subprocess.call([sys.executable, "-m", "django", *arguments], env=environment):
        raise RuntimeError(f"The step {arguments[0]} failed; see above.")


def _end(process: subprocess.Popen) -> None:
    """End a process and those it started."""
    if process.poll() is not None:
        return
    for stop in (signal.SIGTERM, signal.SIGKILL):
        with contextlib.suppress(ProcessLookupError):
            os.killpg(process.pid, stop)
        try:
            process.wait(8)
            return
        except subprocess.TimeoutExpired:
            continue


def _wait_until_answering(address: str, seconds: float = 60.0) -> None:
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        try:
            with urllib.request.urlopen(address, timeout=2):  # noqa: S310 - our own loopback address
                return
        except OSError:
            time.sleep(0.2)
    raise RuntimeError("The web server did not answer in time.")
