"""The worked examples of docs/contributing.md: each is applied to a copy of the source, and its test passes there. What a newcomer is told to do works."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

pytestmark = pytest.mark.slow

ROOT = Path(__file__).resolve().parents[1]
HEADING = re.compile(r"^### (.+)$", re.MULTILINE)
BLOCK = re.compile(r"^```diff\n(.*?)^```$", re.MULTILINE | re.DOTALL)
MOST_FILES = {"A study's screen with its verb": 8, "A new thing of a workspace, with its roles": 17}  # of source; 4 for any other


def examples() -> dict[str, str]:
    """The diffs by the headings of their examples."""
    page = (ROOT / "docs" / "contributing.md").read_text(encoding="utf-8").partition("\n## Worked examples\n")[2].partition("\n## ")[0]
    parts = HEADING.split(page)[1:]
    return {name: "".join(BLOCK.findall(text)) for name, text in zip(parts[::2], parts[1::2], strict=True)}


def files_of(diff: str) -> dict[str, list[str]]:
    """The lines of a diff by file; a new file ends in " (new)"."""
    found: dict[str, list[str]] = {}
    lines: list[str] = []
    for line in diff.splitlines():
        if line.startswith("--- "):
            lines = found.setdefault(line[4:], [])
        else:
            lines.append(line)
    return found


def apply(folder: Path, diff: str) -> None:
    """Carry a diff out. A change stands in a file once, with the lines around it."""
    for name, lines in files_of(diff).items():
        path = folder / name.removesuffix(" (new)")
        if name.endswith(" (new)"):
            assert not path.exists() and all(line[:1] in ("+", "") for line in lines), name
            path.parent.mkdir(parents=True, exist_ok=True)
            path.write_text("".join(f"{line[1:]}\n" for line in lines), encoding="utf-8")
            continue
        text = path.read_text(encoding="utf-8")
        for change in "\n".join(lines).split("\n@@\n"):
            before, after = (
                "".join(f"{line[1:]}\n" for line in change.splitlines() if line[:1] in marks) for marks in ((" ", "-"), (" ", "+"))
            )
            assert text.count(before) == 1, f"{name}: {before}"
            text = text.replace(before, after)
        path.write_text(text, encoding="utf-8")


@pytest.fixture(scope="module")
def copy(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("worked-examples")
    ignored = shutil.ignore_patterns("__pycache__", "static", "browser", "node_modules")
    for name in ("src", "tests", "standins", "gold"):
        shutil.copytree(ROOT / name, folder / name, ignore=ignored)
    (folder / "docs").mkdir()
    for name in ("pyproject.toml", "docs/formats.md"):
        shutil.copy(ROOT / name, folder / name)
    return folder


@pytest.mark.parametrize("name", list(examples()))
def test_it_works_as_it_is_written(copy: Path, name: str, tmp_path: Path) -> None:
    folder = tmp_path / "here"
    shutil.copytree(copy, folder)
    diff = examples()[name]
    apply(folder, diff)
    touched = [file.removesuffix(" (new)") for file in files_of(diff)]
    tests = [file for file in touched if file.startswith("tests/")]
    assert tests and len(touched) - len(tests) <= MOST_FILES.get(name, 4)
    environment = {**os.environ, "PYTHONPATH": f"{folder}/src:{folder}", "FUNDAMENT_TEST_DATABASE": "test_worked_example"}
    for command in (
        ["ruff", "check", "-q", "--force-exclude", *(file for file in touched if file.endswith(".py"))],
        ["pytest", "-q", *tests],
    ):
        done = subprocess.run([sys.executable, "-m", *command], cwd=folder, env=environment, capture_output=True, text=True)
        assert done.returncode == 0, done.stdout + done.stderr
