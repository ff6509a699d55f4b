"""Learn the weights of `termhood` from terms labelled by hand, and report precision on sets that were not learned from.

PYTHONPATH=src:. .venv/bin/python -m bench.outside.fit_terms
"""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
from sklearn.linear_model import LogisticRegression
from sklearn.preprocessing import StandardScaler

from bench.outside.studies import STUDIES, TUNED, OutsideStudy
from fundament.core.language.words import tokenize
from fundament.core.yardstick.model import Term
from fundament.core.yardstick.term_finding.termhood import term_signs
from fundament.core.yardstick.term_finding.terms import LEAST_TERMHOOD, candidate_terms
from gold import terms as gold_terms
from gold.studies import demo_studies

LABELS = Path(__file__).with_name("labels") / "terms.json"
FIRST = 50
DEMO_WEIGHT = 0.4  # of one of the demo's terms, of which hardly any is wrong, beside one of an outside set


def labels_of(study: OutsideStudy) -> dict[str, str]:
    """By lemmas: "right", "wrong" or "either"."""
    labelled = json.loads(LABELS.read_text())[study.name]
    return {
        " ".join(t.lemma for t in tokenize(phrase, study.language)): label
        for label in ("either", "wrong", "right")
        for phrase in labelled[label]
    }


def label_of(term: Term, labels: dict[str, str]) -> str:
    return next((labels[key] for key in (" ".join(phrase) for phrase in term.phrases) if key in labels), "")


def main() -> None:
    signs, rights, demos = {}, {}, []
    for study in STUDIES:
        found, phrases = candidate_terms(study.compared, study.keyword, study.language, most_terms=150)
        labels = labels_of(study)
        signs[study.name] = term_signs(phrases, study.keyword, study.language)
        rights[study.name] = np.array([{"right": 1, "wrong": 0}.get(label_of(term, labels), -1) for term in found])

    for demo in demo_studies():
        urls = {page.url for page in demo.yardstick.pages}
        pages = [page for page in demo.pages if page.reading.url in urls]
        found, phrases = candidate_terms(pages, demo.keyword, "en", most_terms=150)
        agreed = gold_terms.phrases(gold_terms.AGREED[demo.folder]) | gold_terms.phrases(gold_terms.ALSO[demo.folder])
        name = f"demo, {demo.folder}"
        signs[name] = term_signs(phrases, demo.keyword, "en")
        rights[name] = np.array([int(any(phrase in agreed for phrase in term.phrases)) for term in found])
        demos.append(name)

    def fit(names: list[str]) -> tuple[StandardScaler, LogisticRegression]:
        rows = np.concatenate([signs[name][rights[name] >= 0] for name in names])
        scaler = StandardScaler().fit(rows)
        right = np.concatenate([rights[name][rights[name] >= 0] for name in names])
        weight = np.concatenate([np.full((rights[name] >= 0).sum(), DEMO_WEIGHT if name in demos else 1.0) for name in names])
        return scaler, LogisticRegression(C=0.5).fit(scaler.transform(rows), right, sample_weight=weight)

    scaler, model = fit([*TUNED, *demos])
    for name, values in (("MEANS", scaler.mean_), ("SCALES", scaler.scale_), ("WEIGHTS", model.coef_[0])):
        print(f"{name} = ({', '.join(f'{value:.4f}' for value in values)})")
    print(f"CONSTANT = {model.intercept_[0]:.4f}\n")
    for name in signs:
        scaler, model = fit([other for other in (*TUNED, *demos) if other != name and {other, name} != {"sicherheit", "securite"}])
        probable = model.predict_proba(scaler.transform(signs[name]))[:, 1]
        right = rights[name]

        def precision(chosen: np.ndarray, right: np.ndarray = right) -> float:
            known = right[chosen][right[chosen] >= 0]
            return float(known.mean()) if len(known) else float("nan")

        kept = np.flatnonzero(probable >= LEAST_TERMHOOD)
        lost = (right == 1) & (probable < LEAST_TERMHOOD)
        print(
            f"{name}{'' if name in (*TUNED, *demos) else ' (reported only)'}: of the first {FIRST} candidates right {precision(np.arange(len(right))[:FIRST]):.2f}, "
            f"of the first {FIRST} kept {precision(kept[:FIRST]):.2f}; of {(right == 1).sum()} right ones {lost.sum()} lost, {len(kept)} of {len(right)} kept"
        )


if __name__ == "__main__":
    main()
