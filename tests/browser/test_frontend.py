"""The frontend's own tests, in the browser that is there; and that what is committed is what the sources build."""

from __future__ import annotations

import filecmp
import json
import subprocess
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser

from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document

ROOT = Path(__file__).resolve().parents[2]
FRONTEND = ROOT / "frontend"
CONTRACT = json.loads((ROOT / "tests" / "contract" / "documents.json").read_text(encoding="utf-8"))


@pytest.fixture(scope="module")
def page(chromium: Browser, tmp_path_factory: pytest.TempPathFactory) -> Any:
    """A page with the tests in it."""
    built = tmp_path_factory.mktemp("frontend") / "tests.js"
    command = [
        str(FRONTEND / "node_modules" / ".bin" / "esbuild"),
        "tests/run.ts",
        "--bundle",
        "--loader:.ftl=text",
        f"--outfile={built}",
        "--log-level=error",
    ]
    subprocess.run(command, cwd=FRONTEND, check=True)
    context = chromium.new_context()
    page = context.new_page()
    page.route("**/*", lambda route: route.fulfill(body="<!doctype html><body></body>", content_type="text/html"))
    page.goto("http://frontend.example/")
    page.add_script_tag(content=built.read_text(encoding="utf-8"))
    yield page
    context.close()


def test_every_test_of_the_frontend(page: Any) -> None:
    results = page.evaluate("runTests()")
    assert len(results) >= 14
    assert [result for result in results if result["problem"]] == []


@pytest.mark.parametrize("case", CONTRACT, ids=[case["name"] for case in CONTRACT])
def test_the_server_reads_what_the_contract_says(case: dict[str, Any]) -> None:
    assert clean_document(case["document"]) == case["document"]
    blocks = read_document(case["document"], language="en").blocks
    assert [[block.key, block.text] for block in blocks] == case["blocks"]
    text_of = {block.key: block.text for block in blocks}
    assert all(text_of[key][start:end] == words for key, start, end, words in case["uses"])


def test_what_the_editor_makes_of_a_document_is_the_same_document_to_the_server(page: Any) -> None:
    for case, found in zip(CONTRACT, page.evaluate("roundTrips()"), strict=True):
        assert clean_document(found) == case["document"], case["name"]


def test_what_is_committed_is_what_the_sources_build(tmp_path: Path) -> None:
    subprocess.run(["node", "build.mjs", str(tmp_path / "build")], cwd=FRONTEND, check=True)
    committed = ROOT / "src" / "fundament" / "web" / "static" / "build"
    names = {str(path.relative_to(committed)) for path in committed.rglob("*") if path.is_file()}
    built = {str(path.relative_to(tmp_path / "build")) for path in (tmp_path / "build").rglob("*") if path.is_file()}
    assert names == built
    _, different, missing = filecmp.cmpfiles(committed, tmp_path / "build", sorted(names), shallow=False)
    assert not different and not missing, "run npm run build in frontend/ and commit what it makes"
