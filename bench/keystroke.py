"""Keystroke to score: a long draft that shares nothing with the competitors' pages, one character typed, then cleaned, read, scored and its edits found.

    ./fundament bench keystroke
Prints the median and p95 in milliseconds of each step, without the network and the database.
"""

from __future__ import annotations

import time

from bench.material import build, quantiles
from bench.typists import neutral_html
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score_features

ROUNDS, WORDS = 60, 3000


def main() -> None:
    compiled = CompiledYardstick(build(planned_words=WORDS))
    document = clean_document(document_from_html(neutral_html()))
    paragraphs = [block for block in document["content"] if block["type"] == "paragraph"]
    steps: dict[str, list[float]] = {name: [] for name in ("clean", "read", "analyse", "score", "edits", "all")}
    for number in range(ROUNDS):
        paragraphs[len(paragraphs) * (number % 10) // 10]["content"].append({"type": "text", "text": "x"})
        times = [time.perf_counter()]
        cleaned = clean_document(document)
        times.append(time.perf_counter())
        draft = read_document(cleaned, language="en")
        times.append(time.perf_counter())
        features = draft_features(compiled, draft)
        times.append(time.perf_counter())
        score_features(compiled, features)
        times.append(time.perf_counter())
        edits = edits_for_features(compiled, features)
        times.append(time.perf_counter())
        if number < 5:
            continue  # the first rounds fill the caches of blocks
        for name, before, after in zip(steps, times, times[1:], strict=False):
            steps[name].append(1000 * (after - before))
        steps["all"].append(1000 * (times[-1] - times[0]))
    yardstick = compiled.yardstick
    print(f"{draft.word_count} words, {len(yardstick.pages)} competitors, {len(yardstick.terms)} terms, {len(yardstick.entities)} entities, "
          f"{len(yardstick.subtopics)} subtopics, {len(edits)} edits")  # fmt: skip
    for name, values in steps.items():
        median, p95 = quantiles(values)
        print(f"{name:8} median {median:6.1f} ms   p95 {p95:6.1f} ms")


if __name__ == "__main__":
    main()
