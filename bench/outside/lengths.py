"""Does length pay? Rank correlation of the competitors' length and score, on every set and pooled, also over the pages longer than the plan alone.

PYTHONPATH=src:. .venv/bin/python -m bench.outside.lengths
"""

from __future__ import annotations

import time

import numpy as np
from scipy.stats import rankdata, spearmanr

from bench.outside.studies import STUDIES
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decision, Decisions, decide
from fundament.core.consensus.keys import proposed_keys
from gold.studies import demo_studies


def correlation(words: list[float], scores: list[float]) -> float:
    return float(spearmanr(words, scores).statistic) if len(set(scores)) > 1 and len(words) > 3 else float("nan")


def main() -> None:
    sets = [(study.folder, list(study.pages), study.keyword) for study in demo_studies()] + [
        (s.name, s.compared, s.keyword) for s in STUDIES
    ]
    for plan in ("median", "800"):
        pooled: list[tuple[float, float]] = []
        longer: list[tuple[float, float]] = []
        for name, pages, keyword in sets:
            consensus = build_consensus(pages, keyword)
            yardstick = decide(consensus, decisions=Decisions(planned_words=0 if plan == "median" else int(plan)))
            words = [float(page.words) for page in yardstick.pages]
            scores = [yardstick.page_scores[page.url] for page in yardstick.pages]
            print(
                f"{name:15} planned {yardstick.planned_words:5}: {len(words):2} pages, correlation {correlation(words, scores):5.2f}; aim {yardstick.aim:.1f}"
            )
            pooled += zip(rankdata(words) / len(words), rankdata(scores) / len(scores), strict=True)
            above = [(w, s) for w, s in zip(words, scores, strict=True) if w > yardstick.planned_words]
            longer += zip(
                rankdata([w for w, _ in above]) / max(1, len(above)), rankdata([s for _, s in above]) / max(1, len(above)), strict=True
            )
        for what, points in (("all pages", pooled), ("pages longer than the plan", longer)):
            print(f"planned {plan}: pooled over {len(sets)} sets, {what}: {correlation(*map(list, zip(*points, strict=True))):.2f}")
    study = demo_studies()[0]
    consensus = build_consensus(study.pages, study.keyword)
    keys = proposed_keys(consensus)
    chosen = {key: Decision("must" if n % 2 else "dropped") for n, key in enumerate([*keys.terms, *keys.entities, *keys.subtopics][:150])}
    for what, decisions in (("150 decisions", Decisions(by_key=chosen)), ("another planned length", Decisions(planned_words=1234))):
        first = time.perf_counter()
        decide(consensus, keys, decisions)
        again = time.perf_counter()
        decide(consensus, keys, Decisions(decisions.planned_words, {}) if what == "150 decisions" else Decisions(planned_words=1235))
        print(
            f"{what}: {1000 * (again - first):.0f} ms; then another: {1000 * (time.perf_counter() - again):.0f} ms ({len(chosen)} decisions, {len(consensus.pages)} pages)"
        )
    print(f"mean aim of the demo {np.mean([s.yardstick.aim for s in demo_studies()]):.1f}")


if __name__ == "__main__":
    main()
