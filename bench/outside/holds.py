"""Does the score hold? Honest, poor and cheating texts on every outside subject.

PYTHONPATH=src:. .venv/bin/python -m bench.outside.holds
"""

from __future__ import annotations

import sys

from bench.outside.honest import FOREIGN, NEIGHBOURS, OTHERS, page, text
from bench.outside.studies import STUDIES, OutsideStudy
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import Score, score
from gold.cheats import cheats, permuted, planned, shuffled


def _line(name: str, result: Score) -> None:
    parts = " ".join(f"{part.name[:4]} {part.points:4.1f}/{part.max:.0f}" for part in result.parts)
    print(f"   {name:42} {result.total:5.1f}   {parts}   {result.words} words", flush=True)


def drafts_of(study: OutsideStudy) -> list[tuple[str, Reading]]:
    """The honest and the poor ones."""
    if study.name not in OTHERS:
        return []
    second = text("honest", f"{study.name}_second")
    return [
        ("honest", text("honest", study.name)),
        ("honest, second", second),
        ("honest, other author", page(OTHERS[study.name])),
        ("poor", text("poor", study.name)),
    ]


def main(chosen: list[str]) -> None:
    for study in STUDIES:
        if chosen and study.name not in chosen:
            continue
        readings = [page.reading for page in study.compared]
        consensus = build_consensus(study.compared, study.keyword)
        for name, draft in drafts_of(study):
            yardstick = decide(consensus, decisions=Decisions(planned_words=draft.word_count))
            print(f"{study.name:15} {name:24} {draft.word_count} words planned: aim {yardstick.aim:.1f}, enough {yardstick.enough:.1f}")
            _line(name, score(draft, yardstick))
        yardstick = decide(consensus, decisions=Decisions(planned_words=800))
        compiled = CompiledYardstick(yardstick)
        print(f"{study.name:15} 800 words planned: aim {yardstick.aim:.1f}, enough {yardstick.enough:.1f}, {len(yardstick.terms)} terms, "
              f"{len(yardstick.entities)} entities, {len(yardstick.subtopics)} subtopics; scores "
              + " ".join(f"{yardstick.page_scores[r.url]:.0f}({r.word_count})" for r in readings if r.url in yardstick.page_scores))  # fmt: skip
        for name, draft in drafts_of(study):
            _line(name, score(draft, compiled))
            if name == "honest":
                for changed in ("shuffled", "permuted"):
                    for items in (False, True):
                        mixed = (shuffled if changed == "shuffled" else permuted)(draft, items=items)
                        _line(f"honest, {changed}{', as items' if items else ''}", score(mixed, compiled))
        for cheat in cheats(yardstick, readings):
            _line(cheat.name, score(cheat.draft, compiled))
        for place in FOREIGN:
            _line("another subject", score(planned(page(place), 800), compiled))
        if study.name in NEIGHBOURS:
            _line("neighbouring subject", score(planned(page(NEIGHBOURS[study.name]), 800), compiled))


if __name__ == "__main__":
    main(sys.argv[1:])
