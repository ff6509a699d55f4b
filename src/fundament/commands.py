"""The commands that need no database and no server: read and analyse."""

from __future__ import annotations

import csv
import json
import os
from collections import Counter
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.edits.model import Edit
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.errors import CoreError
from fundament.core.reading.corrections import without_repeated
from fundament.core.reading.model import Reading
from fundament.core.reading.page.no_page import kind_of_no_page
from fundament.core.reading.read_draft import read_draft, text_to_html
from fundament.core.reading.read_page import read_page
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.model import Item, Score
from fundament.core.scoring.score import score_features
from fundament.core.yardstick.entity_finding.skos import read_skos
from fundament.core.yardstick.keyword_zones import keyword_uses, zone_advice, zone_ranges
from fundament.core.yardstick.model import ComparedPage, Range, Settings, Yardstick
from fundament.core.yardstick.other_pages.proposed_competitors import advice_for_readings
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.trade_measures import TermMeasures, trade_measures
from fundament.messages import say, say_all, subject_of
from fundament.providers.pages import PageFetcher

MOST_DRAFT_BYTES = 3_000_000


def fetcher_from_environment() -> PageFetcher:
    """A fetcher with the proxy for simulated hosts that the environment names, if any."""
    return PageFetcher(simulated_proxy=os.environ.get("FUNDAMENT_PAGE_PROXY", ""))


def read_command(source: str) -> dict[str, Any]:
    """What `./fundament read FILE_OR_URL` prints."""
    if "://" in source:
        page = fetcher_from_environment().fetch(source)
        reading = read_page(page.content, page.url, header_charset=page.charset, notes=page.notes)
    else:
        reading = read_page(_read_bytes(Path(source)), "")
    return {
        "url": reading.url,
        "title": reading.title,
        "description": reading.description,
        "language": reading.language,
        "kind": reading.kind,
        "kind_evidence": [{"kind": e.kind, "found": say(e.found), "points": e.points} for e in reading.kind_evidence],
        "blocks": [
            {"kind": b.kind, "level": b.level, "text": b.text, "main": b.main, **({"left_out": b.left_out} if b.left_out else {})}
            for b in reading.blocks
        ],
        "word_count": reading.word_count,
        "images": [{"address": image.address, "alt": image.alt} for image in reading.images],
        "links": [{"address": link.address, "anchor": link.anchor, "internal": link.internal} for link in reading.links],
        "canonical": reading.canonical,
        "robots": reading.robots,
        "published": reading.published,
        "modified": reading.modified,
        "structured_types": list(reading.structured_types),
        "notes": [say(note) for note in reading.notes],
        "version": reading.version,
    }


def analyse_command(
    keyword: str, folder: str, draft: str = "", language: str = "", skos: str = "", *, words: int = 0, every_page: bool = False
) -> dict[str, Any]:
    """What `./fundament analyse` prints. language: only pages in it are compared ("" for that of most pages). skos: a file of own entities. words: the planned length, 0 for the usual one.
    every_page: compare also the pages that a study would propose to leave out."""
    if not keyword.strip():
        raise CoreError("command.keyword_empty")
    pages = [ComparedPage(rank, reading, analyse_page(reading)) for rank, reading in _pages_of(Path(folder))]
    if language:
        pages = [page for page in pages if page.reading.language == language]
        if not pages:
            raise CoreError("command.no_language", folder=folder, language=language)
    usual = language or Counter(page.reading.language for page in pages).most_common(1)[0][0]
    advice = advice_for_readings([page.rank for page in pages], [page.reading for page in pages], usual)
    left_out = [] if every_page else [(page, said) for page, said in zip(pages, advice, strict=True) if said is not None]
    pages = [page for page, said in zip(pages, advice, strict=True) if every_page or said is None]
    own = read_skos(_read_bytes(Path(skos)), Path(skos).name, language or "en") if skos else ()
    consensus = build_consensus(pages, keyword, Settings(own_entities=own))
    output = output_of(decide(consensus, decisions=Decisions(planned_words=words)), pages, draft)
    output["left_out"] = [{"url": page.reading.url, "rank": page.rank, "reason": say(said)} for page, said in left_out]
    return output


def output_of(yardstick: Yardstick, pages: Sequence[ComparedPage], draft: str = "") -> dict[str, Any]:
    """A yardstick as it is printed: with all its targets, or where there is a draft in a file with what the draft has of them."""
    output: dict[str, Any] = {
        "keyword": yardstick.keyword,
        "language": yardstick.language,
        "planned_words": yardstick.planned_words,
        "version": yardstick.version,
        "notes": [say(note) for note in yardstick.notes],
        "unsure_terms": [{"name": term.name, "pages": term.pages, "uses": term.uses} for term in yardstick.unsure_terms],
        "pages": [_page(page, yardstick) for page in pages],
    }
    if not draft:
        output["terms"] = _terms(yardstick)
        output["keyword_zones"] = _zones(yardstick)
        output["entities"] = [_entity(entity) for entity in yardstick.entities]
        output["subtopics"] = [_subtopic(subtopic) for subtopic in yardstick.subtopics]
        output["structure"] = {name: _range(r) for name, r in yardstick.structure.items()}
        return output
    compiled = CompiledYardstick(yardstick)
    reading = read_draft_file(Path(draft))
    features = draft_features(compiled, reading)
    result = score_features(compiled, features)
    edits = edits_for_features(compiled, features)
    measured = _measured(yardstick, result, edits)
    measures = trade_measures(yardstick, [float(count) for count in features.all_terms], int(features.structure["words"]))
    uses = keyword_uses(reading, yardstick.keyword, yardstick.language)
    for term, measure in zip(measured["terms"], _measures_by_term(yardstick, measures), strict=True):
        term["measures"] = measure
    return {**output, **measured, "keyword_zones": _zones(yardstick, uses)}


def _measured(yardstick: Yardstick, result: Score, edits: Sequence[Edit]) -> dict[str, Any]:
    gains = {(edit.finding.check, edit.finding.subject_key): edit.gain.middle for edit in edits}
    items = {(item.part, item.key): item for item in result.items}
    structure = {}
    for name, wanted in yardstick.structure.items():
        item = items.get(("structure", name))
        structure[name] = {**_range(wanted), **({"draft": item.value} if item else {})}

    def state_of(part: str, key: str) -> Item:
        return items[(part, key)]

    return {
        "terms": [
            {
                **_term(term),
                "draft": {
                    "count": int(state_of("terms", term.key).value),
                    "state": state_of("terms", term.key).state,
                    "gain": gains.get(("use_term", term.key), gains.get(("take_out", term.key), 0.0)),
                },
            }
            for term in yardstick.terms
        ],
        "entities": [{**_entity(e), "state": state_of("entities", e.key).state} for e in yardstick.entities],
        "subtopics": [{**_subtopic(s), "state": state_of("subtopics", s.key).state} for s in yardstick.subtopics],
        "own_headings": list(result.own_headings),
        "still_open": list(result.still_open),
        "doubted": [{"block": d.block, "start": d.start, "end": d.end} for d in result.doubted],
        "substance": [{"block": thin.block, "share": thin.share} for thin in result.thin],
        "structure": structure,
        "score": {
            "total": round(result.total, 2),
            "parts": [{"name": part.name, "points": round(part.points, 3), "max": part.max} for part in result.parts],
            "aim": result.aim,
            "enough": result.enough,
            "is_aim_firm": result.is_aim_firm,
            "may_be_enough": result.may_be_enough,
            "notes": [say(note) for note in result.notes],
        },
        "denied": [{"block": d.block, "start": d.start, "end": d.end, "guard": d.guard, "source": d.source} for d in result.denied],
        "edits": [
            {
                "kind": e.finding.check,
                "subject": subject_of(e.finding),
                "gain": e.gain.middle,
                "sure": e.gain.sure,
                "reach": e.gain.reach,
                "text": say_all(e.finding.messages),
            }
            for e in edits
        ],
    }


def _page(page: ComparedPage, yardstick: Yardstick) -> dict[str, Any]:
    reading = page.reading
    return {
        "url": reading.url,
        "rank": page.rank,
        "title": reading.title,
        "kind": reading.kind,
        "word_count": reading.word_count,
        "headings": [{"level": b.level, "text": b.text} for b in reading.headings()],
        "score": yardstick.page_scores.get(reading.url),
    }


def _terms(yardstick: Yardstick) -> list[dict[str, Any]]:
    measures = _measures_by_term(yardstick, trade_measures(yardstick))
    return [{**_term(term), "measures": measure} for term, measure in zip(yardstick.terms, measures, strict=True)]


def _measures_by_term(yardstick: Yardstick, measures: Sequence[TermMeasures]) -> list[dict[str, Any]]:
    """The trade measures of each term, {} for those of more words than are measured."""
    by_name = {measure.term: measure.measures for measure in measures}
    return [
        {
            name: {"mean": m.mean, "first": m.first, **({"draft": m.own} if m.own is not None else {})}
            for name, m in by_name.get(term.name, {}).items()
        }
        for term in yardstick.terms
    ]


def _zones(yardstick: Yardstick, uses: dict[str, tuple[int, int]] | None = None) -> dict[str, Any]:
    """The keyword by zone: ranges of exact and partial uses, with the draft's and what to do about them."""
    zones: dict[str, Any] = {}
    for zone, ranges in zone_ranges(yardstick).items():
        zones[zone] = {}
        for place, (name, wanted) in enumerate(zip(("exact", "partial"), ranges, strict=True)):
            zones[zone][name] = _range(wanted)
            if uses is not None:
                zones[zone][name] |= {
                    "draft": uses[zone][place],
                    "advice": say(zone_advice(uses[zone][place], wanted, zone if name == "exact" else "")),
                }
    return zones


def _term(term: Any) -> dict[str, Any]:
    return {
        "key": term.key,
        "term": term.name,
        "tier": term.tier,
        "pages": term.pages,
        "weight": term.weight,
        "range": [term.low, term.high],
    }


def _entity(entity: Any) -> dict[str, Any]:
    return {
        "key": entity.key,
        "name": entity.name,
        "kind": entity.kind,
        "aliases": list(entity.aliases),
        "pages": entity.pages,
        "weight": entity.weight,
    }


def _subtopic(subtopic: Any) -> dict[str, Any]:
    return {
        "key": subtopic.key,
        "label": subtopic.label,
        "pages": subtopic.pages,
        "weight": subtopic.weight,
        "headings": [{"url": h.url, "text": h.text} for h in subtopic.headings],
    }


def _range(wanted: Range) -> dict[str, float]:
    return {"p10": wanted.p10, "p25": wanted.p25, "median": wanted.median, "p75": wanted.p75, "p90": wanted.p90}


def _read_bytes(path: Path) -> bytes:
    try:
        return path.read_bytes()
    except IsADirectoryError:
        raise CoreError("command.is_folder", path=str(path)) from None
    except OSError:
        raise CoreError("command.cannot_read", path=str(path)) from None


def _pages_of(folder: Path) -> list[tuple[int, Reading]]:
    """(rank, reading) of every HTML file, in the order of results.csv (rank,url,file) or of the names."""
    if not folder.is_dir():
        raise CoreError("command.no_folder", folder=str(folder))
    listed = folder / "results.csv"
    rows: list[tuple[int, str, Path]] = []
    if listed.is_file():
        with listed.open(encoding="utf-8-sig", newline="") as lines:
            for number, row in enumerate(csv.DictReader(lines), 2):
                try:
                    rows.append((int(row["rank"]), row["url"], folder / Path(row["file"]).name))
                except (KeyError, ValueError, TypeError):
                    raise CoreError("command.bad_line", path=str(listed), line=number) from None
        rows.sort()
    else:
        files = sorted(p for p in folder.iterdir() if p.suffix.lower() in (".html", ".htm"))
        rows = [(number, path.name, path) for number, path in enumerate(files, 1)]
    if not rows:
        raise CoreError("command.no_pages", folder=str(folder))
    readings = without_repeated([read_page(_read_bytes(path), url) for _, url, path in rows])
    return [(rank, reading) for (rank, _, _), reading in zip(rows, readings, strict=True)]


def read_draft_file(path: Path) -> Reading:
    """A draft from an HTML, Markdown or plain text file. A Markdown file may begin with title: and description: between --- lines."""
    content = _read_bytes(path)
    if len(content) > MOST_DRAFT_BYTES:
        raise CoreError("command.draft_large", path=str(path), megabytes=MOST_DRAFT_BYTES // 1_000_000)
    suffix = path.suffix.lower()
    if suffix in (".html", ".htm"):
        from fundament.core.reading.markup_tree.decode import decode_html

        other = kind_of_no_page(content)
        if other:
            raise CoreError(f"no_page.{other}")
        return read_draft(decode_html(content)[0])
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise CoreError("command.not_utf8", path=str(path)) from None
    if suffix in (".md", ".markdown"):
        from fundament.files.texts import front_matter, html_of_markdown

        head, body = front_matter(text)
        return read_draft(html_of_markdown(body), title=head.get("title", ""), description=head.get("description", ""))
    if suffix == ".txt":
        return read_draft(text_to_html(text))
    raise CoreError("command.not_a_draft", path=str(path))


def print_json(value: dict[str, Any]) -> None:
    """Print JSON in one piece, so that an error never leaves half of it."""
    print(json.dumps(value, ensure_ascii=False, indent=2))
