"""The command line without a database."""

from __future__ import annotations

import json
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
    assert output["edits"][0].keys() == {"kind", "subject", "gain", "text"}
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
