"""What the guards take from honest texts: how many of 100 sentences lose credit by each guard, and how much of its score each page loses by all.

    PYTHONPATH=src:. .venv/bin/python -m bench.outside.harm
Honest pages without a set (`honest`) are measured against the five others that are nearest to them in meaning, their titles being the keywords; copies are not
looked for among pages of one set.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from unittest.mock import patch

import numpy as np

from bench.outside.honest import HonestPage, honest_pages
from bench.outside.studies import STUDIES
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.language.vectors import embed
from fundament.core.reading.model import Reading
from fundament.core.scoring import points as points_module
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured import features as features_module
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.points import points_of
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page


def yardstick_for(pages: Sequence[ComparedPage], keyword: str, words: int) -> Yardstick:
    return decide(build_consensus(pages, keyword), decisions=Decisions(planned_words=words))


def report(kind: str, name: str, reading: Reading, yardstick: Yardstick, lost: Counter[str], *, has_set: bool) -> None:
    """Print one page and add to the sums. has_set: whether the yardstick is of its subject; otherwise evidence of it is not asked for."""
    compiled = CompiledYardstick(yardstick)
    with (
        patch.object(features_module, "verdicts_of", lambda *_: ()),
        patch.object(points_module, "subject_factor", lambda *_: 1.0),
        patch.object(points_module, "allowed_share", lambda *_: 1.0),
    ):
        free = points_of(compiled, draft_features(compiled, reading)).total
    features = draft_features(compiled, reading)
    points = points_of(compiled, features)
    if not has_set:
        with patch.object(points_module, "subject_factor", lambda _, text, *__: text.variety):
            points = points_of(compiled, features)
    sentences = sum(len(block.features.real) for block in features.blocks)
    by_guard = Counter(verdict.guard for verdict in features.verdicts)
    lost.update(by_guard)
    lost["sentences"] += sentences
    shares = " ".join(f"{guard} {100 * count / max(1, sentences):.1f}" for guard, count in by_guard.items())
    loss = 1.0 - points.total / free if free else 0.0
    lost["pages over a twentieth"] += loss > 0.05
    lost["pages"] += 1
    print(
        f"{kind:14} {name:42} {sentences:4} sentences; score {free:5.1f} to {points.total:5.1f}, loses {100 * loss:5.1f} %, of subject {points.of_subject:.2f}   {shares}",
        flush=True,
    )


def nearest(pages: Sequence[HonestPage], chosen: HonestPage, most: int = 5) -> list[HonestPage]:
    """The pages nearest in meaning."""
    texts = [" ".join(block.text for block in page.reading.main_blocks())[:4000] for page in pages]
    vectors = embed(texts)
    mine = vectors[list(pages).index(chosen)]
    order = np.argsort(-(vectors @ mine))
    return [pages[n] for n in order.tolist() if pages[n] is not chosen][:most]


def main() -> None:
    lost: Counter[str] = Counter()
    pages = honest_pages()
    for page in pages:
        reading = replace(page.reading, url=f"https://honest.example/{page.name}")
        compared = [
            ComparedPage(rank, replace(other.reading, url=f"https://other.example/{other.name}"), analyse_page(other.reading))
            for rank, other in enumerate(nearest(pages, page), 1)
        ]
        report(page.kind, page.name, reading, yardstick_for(compared, reading.title or page.name, reading.word_count), lost, has_set=False)
    print("thirty honest pages:", dict(lost))
    own: Counter[str] = Counter()
    for study in STUDIES:
        for page in study.compared:
            others = [other for other in study.compared if other is not page]
            report(
                study.name,
                page.reading.url[-42:],
                page.reading,
                yardstick_for(others, study.keyword, page.reading.word_count),
                own,
                has_set=True,
            )
    print("pages of the sets:", dict(own))


if __name__ == "__main__":
    main()
