"""A draft of 20,000 words, planned at 1,000 and at 3,000: one character typed, to the score and to its edits.

./fundament bench long_draft
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

ROUNDS, TIMES = 30, 8  # the neutral draft so many times over, each time with other words in front of its paragraphs


def long_html() -> str:
    words = ("First", "Then", "Later", "Again", "Here", "Now", "Still", "Once")
    return "".join(neutral_html().replace("<p>", f"<p>{words[n % len(words)]} it was said in part {n}. ") for n in range(TIMES))


def main() -> None:
    for planned in (1_000, 3_000):
        compiled = CompiledYardstick(build(planned_words=planned))
        document = clean_document(document_from_html(long_html()))
        paragraphs = [block for block in document["content"] if block["type"] == "paragraph"]
        to_score, edits_of = [], []
        words = 0
        for number in range(ROUNDS):
            paragraphs[len(paragraphs) * (number % 10) // 10]["content"].append({"type": "text", "text": "x"})
            start = time.perf_counter()
            draft = read_document(clean_document(document), language="en")
            features = draft_features(compiled, draft)
            words = score_features(compiled, features).words
            scored = time.perf_counter()
            edits_for_features(compiled, features)
            if number >= 5:
                to_score.append(1000 * (scored - start))
                edits_of.append(1000 * (time.perf_counter() - scored))
        print(
            f"{words} words, planned at {planned}: to the score {quantiles(to_score)[0]:.0f} ms, p95 {quantiles(to_score)[1]:.0f}; edits {quantiles(edits_of)[0]:.0f}, p95 {quantiles(edits_of)[1]:.0f}"
        )


if __name__ == "__main__":
    main()
