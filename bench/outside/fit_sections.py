"""Learn the weights of `section_probability` from pairs labelled by hand, and report what they do on sets that were not learned from.

    PYTHONPATH=src:. .venv/bin/python -m bench.outside.fit_sections
Learned from: the demo's three studies and the outside sets that may be tuned on. Reported: every set when it is left out, the reported ones with the weights
that the program has.
"""

from __future__ import annotations

import json
import re
from collections.abc import Sequence
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from sklearn.linear_model import LogisticRegression
from sklearn.preprocessing import StandardScaler

from bench.outside.studies import STUDIES, TUNED
from fundament.core.language.words import tokenize
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.section_groups.section_probability import SIGNS, pair_signs
from fundament.core.yardstick.section_groups.subtopics import group_sections, sections_to_group
from gold.agreement import fold
from gold.studies import demo_studies

LABELS = Path(__file__).with_name("labels") / "subtopics.json"
OUTSIDE_WEIGHT = 2.0  # of an outside set beside one of the demo's
# the same texts in two languages are never learned from one and reported on the other
_SAME_TEXTS = {frozenset(["sicherheit", "securite"])}


class Pairs(NamedTuple):
    """The pairs of sections of different pages: their signs, shape (pairs, signs), whether they belong together, whether today's grouping puts them together."""

    signs: NDArray[np.float64]
    together: NDArray[np.int_]
    grouped: NDArray[np.bool_]


def _heading(text: str) -> str:
    return re.sub(r"[\s¶#§]+$", "", fold(text))


def _pairs(pages: Sequence[ComparedPage], keyword: str, language: str, label_of: dict[tuple[str, str], int]) -> Pairs:
    lemmas = frozenset(token.lemma for token in tokenize(keyword, language))
    found = sections_to_group(pages, language)
    sections = [(number, section) for number, _, section in found]
    signs = np.array(pair_signs(sections, lemmas, language))
    groups = np.array(group_sections(sections, lemmas, language))
    labels = np.array(
        [label_of.get((page.reading.url, _heading(section.heading)), -1 - place) for place, (_, page, section) in enumerate(found)]
    )
    number = np.array([n for n, _ in sections])
    first, second = np.triu_indices(len(sections), 1)
    apart = number[first] != number[second]
    first, second = first[apart], second[apart]
    return Pairs(signs[:, first, second].T, (labels[first] == labels[second]).astype(int), groups[first] == groups[second])


def all_pairs() -> dict[str, Pairs]:
    found = {}
    for study in demo_studies():
        names: dict[str, int] = {}
        labels = {(sheet.address, _heading(h)): names.setdefault(name, len(names)) for sheet in study.sheets for h, name in sheet.subtopics}
        urls = {page.url for page in study.yardstick.pages}
        found[f"demo, {study.folder}"] = _pairs([p for p in study.pages if p.reading.url in urls], study.keyword, "en", labels)
    labelled = json.loads(LABELS.read_text())
    for outside in STUDIES:
        if outside.name in labelled:
            stems = {url.rsplit("/", 1)[1]: url for url, _ in outside.sources}
            groups = enumerate(labelled[outside.name])
            labels = {(stems[stem], _heading(heading)): number for number, group in groups for stem, heading in group}
            found[outside.name] = _pairs(outside.compared, outside.keyword, outside.language, labels)
    return found


def fit(pairs: dict[str, Pairs], names: Sequence[str]) -> tuple[StandardScaler, LogisticRegression]:
    """The regression over some sets, each counting the same however many pairs it has."""
    signs = np.concatenate([pairs[name].signs for name in names])
    together = np.concatenate([pairs[name].together for name in names])
    weight = np.concatenate([
        np.full(len(pairs[name].together), (1.0 if name.startswith("demo") else OUTSIDE_WEIGHT) / len(pairs[name].together)) for name in names
    ])  # fmt: skip
    scaler = StandardScaler().fit(signs)
    return scaler, LogisticRegression(max_iter=2_000).fit(scaler.transform(signs), together, sample_weight=weight / weight.mean())


def main() -> None:
    pairs = all_pairs()
    learned = [name for name in pairs if name.startswith("demo") or name in TUNED]
    scaler, model = fit(pairs, learned)
    for name, values in (("MEANS", scaler.mean_), ("SCALES", scaler.scale_), ("WEIGHTS", model.coef_[0])):
        print(f"{name} = ({', '.join(f'{value:.4f}' for value in values)})")
    print(f"CONSTANT = {model.intercept_[0]:.4f}\n")
    for name, some in pairs.items():
        left = [other for other in learned if other != name and frozenset([name, other]) not in _SAME_TEXTS]
        scaler, model = fit(pairs, left)
        sure = model.predict_proba(scaler.transform(some.signs))[:, 1]
        cells = " ".join(f"p>={least:g} {some.together[sure >= least].sum()} of {(sure >= least).sum()}" for least in (0.1, 0.2, 0.3, 0.5))
        print(
            f"{name}{'' if name in learned else ' (reported only)'}: {some.together.sum()} pairs belong together; left out: {cells}; "
            f"grouped today {some.together[some.grouped].sum()} right of {some.grouped.sum()}"
        )
    assert len(SIGNS) == model.coef_.shape[1]


if __name__ == "__main__":
    main()
