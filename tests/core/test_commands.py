"""The command line without a database."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path

import pytest

from fundament.cli import main
from standins.makes import render
from standins.sheets import read_folder


@pytest.fixture(scope="module")
def folder(tmp_path_factory: pytest.TempPathFactory) -> Path:
    place = tmp_path_factory.mktemp("pages")
    rows = ["rank,url,file"]
    for rank, sheet in enumerate([s for s in read_folder("repointing") if s.get("kind") == "article"][:6], 1):
        (place / f"{rank}.html").write_text(render(sheet), encoding="utf-8")
        rows.append(f"{rank},{sheet.address},{rank}.html")
    (place / "results.csv").write_text("\n".join(rows))
    return place


def test_read_prints_the_page(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["read", str(folder / "1.html")]) == 0
    output = json.loads(capsys.readouterr().out)
    assert {"url", "title", "description", "language", "blocks", "word_count", "images", "links"} <= set(output)
    assert {"kind", "level", "text", "main"} <= set(output["blocks"][0])


@pytest.mark.parametrize(
    ("suffix", "text"),
    [
        ("md", "---\ntitle: Lime mortar\n---\n# Lime\n\nThe lime mortar is soft.\n"),
        ("txt", "# Lime\n\nThe lime mortar is soft."),
        ("html", "<title>T</title><h1>Lime</h1><p>The lime mortar is soft.</p>"),
    ],
)
def test_analyse_measures_a_draft(folder: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str], suffix: str, text: str) -> None:
    draft = tmp_path / f"draft.{suffix}"
    draft.write_text(text)
    assert main(["analyse", "--keyword", "repointing brick with lime mortar", "--pages", str(folder), "--draft", str(draft)]) == 0
    output = json.loads(capsys.readouterr().out)
    assert output["score"]["total"] == pytest.approx(sum(p["points"] for p in output["score"]["parts"]), abs=0.05)
    term = next(t for t in output["terms"] if t["term"] == "lime mortar")
    assert term["draft"]["count"] == 1
    assert set(term) >= {"tier", "pages", "weight", "range", "draft"}
    assert output["structure"]["words"].keys() >= {"p10", "p25", "median", "p75", "p90", "draft"}
    assert output["edits"][0].keys() == {"kind", "subject", "gain", "sure", "reach", "text"}
    assert len(output["pages"]) == 6 and output["pages"][0]["score"] is not None


def test_without_a_draft_there_is_no_score(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["analyse", "--keyword", "lime", "--pages", str(folder)]) == 0
    output = json.loads(capsys.readouterr().out)
    assert "score" not in output and "draft" not in output["terms"][0]


@pytest.mark.parametrize(
    "arguments",
    [
        ["read", "/nowhere/page.html"],
        ["read", "http://127.0.0.1/"],
        ["read", "file:///etc/passwd"],
        ["analyse", "--keyword", "lime", "--pages", "/nowhere"],
        ["analyse", "--keyword", "  ", "--pages", "."],
        ["analyse", "--keyword", "lime", "--pages", "{folder}", "--draft", "/nowhere/draft.md"],
        ["analyse", "--keyword", "lime", "--pages", "{folder}", "--draft", "{folder}/results.csv"],
        ["analyse", "--keyword", "lime", "--pages", "{folder}", "--language", "pl"],
    ],
)
def test_errors_are_one_sentence_and_status_2(folder: Path, capsys: pytest.CaptureFixture[str], arguments: list[str]) -> None:
    assert main([a.replace("{folder}", str(folder)) for a in arguments]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert captured.err.startswith("fundament: ") and captured.err.count("\n") == 1


def test_zones_measures_and_own_entities_are_printed(folder: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    own = tmp_path / "own.ttl"
    own.write_text(
        '@prefix skos: <http://www.w3.org/2004/02/skos/core#> . <http://x.example/c> a skos:Concept ; skos:prefLabel "barrier cream" .',
        encoding="utf-8",
    )
    draft = tmp_path / "draft.md"
    draft.write_text("# Lime mortar\n\n## Our dog and the tea party\n\nThe lime mortar of this wall is soft and it has served well.\n")
    arguments = ["analyse", "--keyword", "lime mortar", "--pages", str(folder), "--draft", str(draft), "--skos", str(own)]
    assert main(arguments) == 0
    output = json.loads(capsys.readouterr().out)
    assert next(e for e in output["entities"] if e["name"] == "barrier cream")["state"] == "absent"
    assert output["keyword_zones"]["h1"]["exact"]["draft"] == 1
    assert output["keyword_zones"]["body"]["exact"]["advice"].split()[0] in ("add", "take", "leave")
    assert output["own_headings"] == ["Our dog and the tea party"]
    mortar = next(t for t in output["terms"] if t["term"] == "lime mortar")
    assert mortar["measures"].keys() == {"tf_idf", "wdf_idf", "bm25"}
    assert mortar["measures"]["bm25"].keys() == {"mean", "first", "draft"}


@pytest.mark.parametrize(
    ("name", "content"), [("own.csv", "a,b"), ("own.ttl", "not turtle {"), ("own.jsonld", '{"@context": "https://x.example/c"}')]
)
def test_own_entities_that_cannot_be_read(
    folder: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str], name: str, content: str
) -> None:
    (tmp_path / name).write_text(content)
    assert main(["analyse", "--keyword", "lime", "--pages", str(folder), "--skos", str(tmp_path / name)]) == 2
    captured = capsys.readouterr()
    assert captured.out == "" and captured.err.startswith("fundament: own.") and captured.err.count("\n") == 1


def test_what_was_left_out_is_printed_with_its_reason(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["read", str(folder / "1.html")]) == 0
    output = json.loads(capsys.readouterr().out)
    left_out = [block for block in output["blocks"] if not block["main"]]
    assert left_out and all(block["left_out"] for block in left_out)
    assert output["kind"] == "article" and output["kind_evidence"]


def test_another_run_of_the_program_gives_the_same_bytes(folder: Path) -> None:
    """Within one process the order of a set of words is always the same, and hides what depends on it."""
    command = [sys.executable, "-m", "fundament.cli", "analyse", "--keyword", "repointing brick with lime mortar", "--pages", str(folder)]
    runs = [
        subprocess.run(command, env={**os.environ, "PYTHONHASHSEED": seed}, capture_output=True, check=True).stdout for seed in ("1", "2")
    ]
    assert runs[0] == runs[1]
