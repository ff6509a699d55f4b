"""Every stage against its labelled truth, in one table: ./fundament bench quality

The labels are in gold and in the sheets of the demo pages. Writes docs/quality.md with --write.
"""

from __future__ import annotations

import argparse
import io
import sys
from contextlib import redirect_stdout
from pathlib import Path
from statistics import mean

from bench.extraction import EXTRACTORS
from gold import measures
from gold.agreement import Agreement, Extracted, agreement
from gold.pages import all_sheets, articles_in_every_make, gold_page
from gold.studies import demo_studies

EVERY = 3  # of the articles in every make, so many apart are given to the other extractors
DOCUMENT = Path(__file__).parent.parent / "docs" / "quality.md"


def row(stage: str, figure: str, goal: str, met: bool) -> None:
    print(f"| {stage} | {figure} | {goal} | {'yes' if met else 'no'} |")


def reading() -> None:
    pages = list(articles_in_every_make()) + [gold_page(s) for s in all_sheets() if s.get("kind") in ("encyclopaedia", "forum", "video")]
    found = [(page, agreement(Extracted(page.text, page.headings), EXTRACTORS["fundament"](page.html, page.url))) for page in pages]
    f1, recall = mean(a.f1 for _, a in found), mean(a.heading_recall for _, a in found)
    worst = min(found, key=lambda pair: (pair[1].f1, pair[0].name))
    row("reading", f"{len(pages)} pages: main-text token F1 {f1:.3f}, worst {worst[1].f1:.3f} ({worst[0].name})", "≥ 0.97", f1 >= 0.97)
    row(
        "reading",
        f"headings found in their order {recall:.4f}; let in beside them {1 - mean(a.heading_precision for _, a in found):.4f}",
        "1.0",
        recall == 1.0,
    )
    kinds, wrong = measures.page_kinds([gold_page(sheet) for sheet in all_sheets()])
    every, _ = measures.page_kinds(pages)
    row(
        "kind of page",
        f"{kinds:.3f} of the pages as served, {every:.3f} of the articles in every make {'; '.join(wrong)}",
        "≥ 0.95",
        min(kinds, every) >= 0.95,
    )


def against_others() -> None:
    pages = list(articles_in_every_make())[::EVERY]
    results: dict[str, list[Agreement]] = {
        name: [agreement(Extracted(p.text, p.headings), extract(p.html, p.url)) for p in pages] for name, extract in EXTRACTORS.items()
    }
    print(
        f"\nReading against other extractors, {len(pages)} gold pages, one run:\n\n| extractor | text F1 | headings found | headings let in |\n|---|---|---|---|"
    )
    for name, found in results.items():
        print(
            f"| {name} | {mean(a.f1 for a in found):.3f} | {mean(a.heading_recall for a in found):.3f} | {1 - mean(a.heading_precision for a in found):.3f} |"
        )


def yardstick() -> None:
    for study in demo_studies():
        t = measures.terms(study)
        row(f"terms, {study.folder}", f"precision in the first 50 {t['precision']:.2f}, recall {t['recall']:.2f}, forbidden {t['forbidden']:.0f}",
            "≥ 0.9, ≥ 0.85, none", t["precision"] >= 0.9 and t["recall"] >= 0.85 and not t["forbidden"])  # fmt: skip
    for study in demo_studies():
        e = measures.entities(study)
        row(
            f"entities, {study.folder}",
            f"precision {e['precision']:.2f}, recall {e['recall']:.2f}, a kind given to {e['given']:.2f}, of these right {e['kinds']:.2f}",
            "≥ 0.85, ≥ 0.85, ≥ 0.6, ≥ 0.9",
            min(e["precision"], e["recall"]) >= 0.85 and e["given"] >= 0.6 and e["kinds"] >= 0.9,
        )
    for study in demo_studies():
        of_entities, of_terms = measures.counted_twice(study.yardstick)
        print(
            f"| counted twice, {study.folder} | {of_entities:.2f} of the entities' points are on terms, {of_terms:.2f} of the terms' on entities | none set | |"
        )
    for study in demo_studies():
        precision, recall, wrong = measures.entities_by_page(study)
        figure = f"named on the pages whose sheets name them: precision {precision:.3f}, recall {recall:.3f}"
        row(f"entities by page, {study.folder}", figure, "≥ 0.85 each", min(precision, recall) >= 0.85)
        print("\n".join(wrong), file=sys.stderr)
    share, wrong = measures.mentions()
    row("recognised, only mentioned, absent", f"{share:.3f} of {len(measures.CASES)} cases", "≥ 0.85", share >= 0.85)
    print("\n".join(wrong), file=sys.stderr)
    for study in demo_studies():
        b = measures.subtopics(study)
        usual, error = measures.subtopics_resampled(study)
        row(
            f"subtopics, {study.folder}",
            f"B-cubed F1 {b['f1']:.3f} (precision {b['precision']:.2f}, recall {b['recall']:.2f}); of two thirds of the pages {usual:.2f} ± {error:.2f}",
            "≥ 0.85",
            b["f1"] >= 0.85,
        )


def score() -> None:
    moved = {(s.folder, shape): measures.freak_moves(s, shape) for s in demo_studies() for shape in measures.FREAKS}
    most_moved = max(moved, key=lambda k: moved[k])
    row(
        "ranges",
        f"of {len(moved)} freaks, one among up to ten competitors, none moves a target by more than {moved[most_moved]:.3f} ({', '.join(most_moved)})",
        "≤ 0.1", moved[most_moved] <= 0.1,
    )  # fmt: skip
    gains = {
        (s.folder, size, shape): measures.stuffing(s, size, shape)
        for s in demo_studies()
        for size in (5, 10, 25, 40)
        for shape in measures.DUMPS
    }
    worst = max(gains, key=lambda k: gains[k])
    row(
        "stuffing",
        f"of {len(gains)} dumps the best gains {gains[worst]:.3f} of what sentences gain ({worst[0]}, {worst[1]} terms, {worst[2]})",
        "≤ 0.1",
        gains[worst] <= 0.1,
    )


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench quality")
    parser.add_argument("--write", action="store_true", help="put the tables into docs/quality.md")
    options = parser.parse_args()
    output = io.StringIO()
    with redirect_stdout(output):
        print("| stage | figure | goal | met |\n|---|---|---|---|")
        reading()
        yardstick()
        score()
        against_others()
    print(output.getvalue())
    if options.write:
        head, _, _ = DOCUMENT.read_text(encoding="utf-8").partition("<!-- figures -->")
        DOCUMENT.write_text(f"{head}<!-- figures -->\n\n{output.getvalue()}", encoding="utf-8")


if __name__ == "__main__":
    main()
