"""Whether a section says what a subtopic asks for, in other words and without its heading: against sections of outside pages labelled by hand.

    PYTHONPATH=src:. .venv/bin/python -m bench.outside.covered
Subtopics were named, and sections of all pages chosen by their words (BM25) and by chance, before any output was seen; each was then read. A section is
measured against the subtopics made of the labelled sections of the other pages, its own page left out.
"""

from __future__ import annotations

import json
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from bench.outside.studies import STUDIES, OutsideStudy, sections
from fundament.core.language.analysis import analyse_text
from fundament.core.language.vectors import embed
from fundament.core.scoring.measured.coverage import CLOSENESS_SHARE, COVERED_FROM, PERHAPS_FROM, TellingWords, section_words
from fundament.core.scoring.measured.subtopic_vectors import Sections, SubtopicVectors
from fundament.core.yardstick.section_groups.section_similarity import section_vectors

LABELS = Path(__file__).with_name("labels") / "covered.json"
TUNED = ("logs",)
BELOW_WORDS = 120  # of a section's text that stands for it, as in a yardstick


class _Section(NamedTuple):
    page: str
    heading: str
    text: str


def closeness(study: OutsideStudy) -> tuple[NDArray[np.float64], NDArray[np.bool_]]:
    """Of each labelled case: how close the section's sentences are to the subtopic, and whether it is covered."""
    pages = [_Section(url.rsplit("/", 1)[1], heading, text) for url, heading, text in sections(study, shown=400)]
    labelled = {
        label: [(_found(pages, page, heading, begins), bool(covered)) for page, heading, begins, covered in cases]
        for label, cases in json.loads(LABELS.read_text())[study.name].items()
    }
    values, truth = [], []
    for label, cases in labelled.items():
        for section, covered in cases:
            others = {
                name: [s for s, yes in of_name if yes and s.page != section.page] or [s for s, yes in of_name if yes and s != section]
                for name, of_name in labelled.items()
            }
            if others[label]:
                values.append(_close(section.text, {name: members for name, members in others.items() if members}, label, study))
                truth.append(covered)
    return np.array(values), np.array(truth)


def _found(pages: list[_Section], page: str, heading: str, begins: str) -> _Section:
    return next(s for s in pages if (s.page, s.heading) == (page, heading) and s.text.startswith(begins))


def _close(text: str, subtopics: dict[str, list[_Section]], label: str, study: OutsideStudy) -> float:
    members = [(s.heading, " ".join(s.text.split()[:BELOW_WORDS])) for of_name in subtopics.values() for s in of_name]
    owner = np.array([number for number, of_name in enumerate(subtopics.values()) for _ in of_name])
    vectors = SubtopicVectors(
        Sections(section_vectors(members, frozenset(), study.language), embed([f"{h}. {below}" for h, below in members]), owner),
        len(subtopics),
    )
    sentences = [text[s.start : s.end] for s in analyse_text(text, study.language) if s.natural]
    number = list(subtopics).index(label)
    telling = TellingWords.of([section_words(h, below, study.language) for h, below in members], owner.tolist(), len(subtopics))
    mask = telling.mask([lemma for sentence in sentences for s in analyse_text(sentence, study.language) for lemma in s.lemmas])
    closest = float(vectors.sentence_similarity(embed(sentences))[:, number].max()) if sentences else 0.0
    return float(telling.shares[number, mask[number]]) + CLOSENESS_SHARE * max(0.0, closest)


def main() -> None:
    labelled = json.loads(LABELS.read_text())
    for study in STUDIES:
        if study.name not in labelled:
            continue
        values, truth = closeness(study)
        above, below = values >= COVERED_FROM, values < PERHAPS_FROM
        between = ~above & ~below
        area = np.mean([(a > b) + (a == b) / 2 for a in values[truth] for b in values[~truth]])
        print(
            f"{study.name}{'' if study.name in TUNED else ' (reported only)'}: {truth.sum()} of {len(truth)} sections cover their subtopic; area under the curve "
            f"{area:.2f}; called covered {above.sum()}, {truth[above].sum()} right; perhaps {between.sum()}, {truth[between].sum()} covered; "
            f"absent {below.sum()}, {truth[below].sum()} covered"
        )


if __name__ == "__main__":
    main()
