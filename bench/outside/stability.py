"""How much of the terms and subtopics stays when one competitor is left out: on the demo's studies and the outside sets.

    PYTHONPATH=src:. .venv/bin/python -m bench.outside.stability
Terms: of the first 50 with all pages, the share that is among the first 50 without one. Pairs: of the headings on other pages that stand in one subtopic, the
share that still does.
"""

from __future__ import annotations

import itertools
from statistics import mean

from bench.outside.studies import STUDIES
from fundament.core.yardstick.build import find_evidence
from fundament.core.yardstick.model import Consensus
from gold.studies import demo_studies

FIRST = 50


def _pairs(consensus: Consensus, without: str) -> set[frozenset[tuple[str, str, float]]]:
    found = set()
    for subtopic in consensus.subtopics:
        headings = [(h.url, h.text, h.place) for h in subtopic.headings if h.url != without]
        found |= {frozenset(pair) for pair in itertools.combinations(headings, 2) if pair[0][0] != pair[1][0]}
    return found


def main() -> None:
    sets = [(study.folder, list(study.pages), study.keyword) for study in demo_studies()]
    sets += [(study.name, study.compared, study.keyword) for study in STUDIES]
    for name, pages, keyword in sets:
        whole = find_evidence(pages, keyword)
        first = {term.phrases[0] for term in whole.terms[:FIRST]}
        terms, pairs = [], []
        for left_out in pages:
            less = find_evidence([page for page in pages if page is not left_out], keyword)
            terms.append(len(first & {term.phrases[0] for term in less.terms[:FIRST]}) / len(first))
            before, after = _pairs(whole, left_out.reading.url), _pairs(less, left_out.reading.url)
            if before:
                pairs.append(len(before & after) / len(before))
        said = f"pairs of headings {mean(pairs):.2f} (least {min(pairs):.2f})" if pairs else "no subtopics"
        print(f"{name:15} {len(pages):2} pages: terms kept {mean(terms):.2f} (least {min(terms):.2f}), {said}")


if __name__ == "__main__":
    main()
