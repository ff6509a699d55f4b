"""Texts that others wrote, who had not seen the code: honest ones, of which nothing may be taken, and those that must not pay.

    ./fundament bench outside.by_others FOLDER [demo|languages|sets]
FOLDER holds `demo/SUBJECT/KIND-N.md`, `languages/LANGUAGE/NAME.md` and `by-others/SET/NAME.md`; the pages of a set are looked for in FOLDER or in the folder of FUNDAMENT_SETS (SET/query.txt, results.csv).
Texts without a set of pages are measured against the five other texts of their language that are nearest in meaning.
"""

from __future__ import annotations

import os
import sys
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from pathlib import Path
from unittest.mock import patch

import numpy as np
from scipy.stats import spearmanr

from fundament.commands import _pages_of, read_draft_file
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.language.vectors import embed
from fundament.core.reading.model import Reading
from fundament.core.scoring import points as points_module
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured import features as features_module
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.points import points_of
from fundament.core.scoring.score import score
from fundament.core.yardstick.model import ComparedPage, Consensus
from fundament.core.yardstick.page_analysis import analyse_page
from gold.studies import demo_study

PLANNED = 850
# what a fair judge says of each kind: 3 full, 2.5, 2 part, 1 little, 0 nearly nothing; what nobody can tell without knowledge (false) is not ranked
WORTH = {
    "honest": 3.0, "own": 3.0, "short": 2.5, "padded": 2.0, "keyword": 1.5, "outline": 1.0, "generated": 1.0, "paraphrase": 1.0, "empty": 0.0, "circular": 0.0, "spun": 0.0,
    "first-person": 3.0, "revised": 3.0, "lazy": 1.0,
}  # fmt: skip


@dataclass(frozen=True)
class Judged:
    """A text, and what it earned at a planned length. worth: of its kind, None where nobody can tell."""

    name: str
    total: float
    worth: float | None
    parts: dict[str, float]
    words: int
    denied: Counter[str]
    substance: float


def judged(name: str, draft: Reading, compiled: CompiledYardstick) -> Judged:
    """One text against a yardstick."""
    result = score(draft, compiled)
    features = draft_features(compiled, draft)
    return Judged(
        name, result.total, WORTH.get(name.rpartition("-")[0] or name, WORTH.get(name)), {p.name: p.points for p in result.parts}, result.words,
        Counter(d.guard for d in result.denied), features.substance,
    )  # fmt: skip


def table(title: str, consensus: Consensus, drafts: Sequence[tuple[str, Reading]], planned: int) -> list[Judged]:
    """Print and give what each text earns."""
    yardstick = decide(consensus, decisions=Decisions(planned_words=planned))
    compiled = CompiledYardstick(yardstick)
    rows = [judged(name, draft, compiled) for name, draft in drafts]
    print(
        f"\n{title}, {compiled.planned_words} words planned: aim {yardstick.aim:.1f}, enough {yardstick.enough:.1f}; {len(yardstick.terms)} terms, {len(yardstick.entities)} entities, {len(yardstick.subtopics)} subtopics"
    )
    for row in sorted(rows, key=lambda r: -r.total):
        parts = " ".join(f"{name[:4]} {points:4.1f}" for name, points in row.parts.items())
        print(f"   {row.name:14} {row.total:5.1f}  {parts}  substance {row.substance:.2f}  {row.words:5} words  {dict(row.denied)}")
    ranked = [row for row in rows if row.worth is not None]
    print(f"   Spearman with the fair judge {spearmanr([r.total for r in ranked], [r.worth for r in ranked]).statistic:.2f}")
    return rows


def demo(folder: Path) -> None:
    """The demo's subjects."""
    every: list[Judged] = []
    for subject in sorted(path for path in (folder / "demo").iterdir() if path.is_dir()):
        study = demo_study(subject.name)
        consensus = build_consensus(study.pages, study.keyword)
        drafts = [(file.stem, read_draft_file(file)) for file in sorted(subject.glob("*.md"))]
        every += table(subject.name, consensus, drafts, PLANNED)
        table(subject.name, consensus, [d for d in drafts if d[0].startswith(("short", "honest", "own", "empty-1"))], 0)
    ranked = [row for row in every if row.worth is not None]
    print(f"\npooled: Spearman {spearmanr([r.total for r in ranked], [r.worth for r in ranked]).statistic:.2f}")


def sets(folder: Path) -> None:
    """The sets of documentation with texts of their own."""
    for texts in sorted((folder / "by-others").iterdir()):
        pages = Path(os.environ.get("FUNDAMENT_SETS", str(folder))) / texts.name
        if not texts.is_dir() or not (pages / "query.txt").is_file():
            continue
        compared = [ComparedPage(rank, reading, analyse_page(reading)) for rank, reading in _pages_of(pages)]
        consensus = build_consensus(compared, (pages / "query.txt").read_text(encoding="utf-8").strip())
        drafts = [(file.stem, read_draft_file(file)) for file in sorted(texts.glob("*.md"))]
        table(texts.name, consensus, drafts, PLANNED)


def languages(folder: Path) -> None:
    """Honest texts in eight languages: what the guards take of each."""
    lost: Counter[str] = Counter()
    for path in sorted((folder / "languages").iterdir()):
        texts = [(file.stem, read_draft_file(file)) for file in sorted(path.glob("*.md"))]
        vectors = embed([" ".join(b.text for b in reading.main_blocks())[:4000] for _, reading in texts])
        for place, (name, reading) in enumerate(texts):
            near = [n for n in np.argsort(-(vectors @ vectors[place])).tolist() if n != place][:5]
            others = [replace(texts[n][1], url=f"https://other.example/{n}", language=path.name) for n in near]
            own = replace(reading, url="", language=path.name)
            consensus = build_consensus(
                [ComparedPage(rank, r, analyse_page(r)) for rank, r in enumerate([*others, replace(own, url="https://own.example/")], 1)],
                own.title or name,
            )
            compiled = CompiledYardstick(decide(consensus, decisions=Decisions(planned_words=own.word_count)))
            own_page = {number for number, page in enumerate(compiled.yardstick.pages) if page.url == "https://own.example/"}
            exemptions = replace(features_module.NO_EXEMPTIONS, own_pages=frozenset(own_page))
            with (
                patch.object(features_module, "verdicts_of", lambda *_: ()),
                patch.object(points_module, "allowed_share", lambda *_: 1.0),
                patch.object(points_module, "subject_factor", lambda *_: 1.0),
            ):
                free = points_of(compiled, draft_features(compiled, own, exemptions)).total
            features = draft_features(compiled, own, exemptions)
            with patch.object(points_module, "subject_factor", lambda _, text, *__: text.variety):
                total = points_of(compiled, features).total
            loss = 1.0 - total / free if free else 0.0
            lost["texts"] += 1
            lost["over a twentieth"] += loss > 0.05
            lost["warned of"] += bool(features.doubted)
            guards = Counter(v.guard for v in features.verdicts)
            print(
                f"{path.name} {name:28} {own.word_count:4} words, {sum(len(b.features.real) for b in features.blocks):3} sentences: {free:5.1f} to {total:5.1f}, loses {100 * loss:5.1f} %  {dict(guards)}{', warned of' if features.doubted else ''}",
                flush=True,
            )
    print(dict(lost))


def main(arguments: Sequence[str]) -> None:
    folder = Path(arguments[0])
    for name in arguments[1:] or ("languages", "demo", "sets"):
        {"demo": demo, "languages": languages, "sets": sets}[name](folder)


if __name__ == "__main__":
    main(sys.argv[1:])
