"""Proposals: how long the first ones of a draft of 3,000 words take, through the stand-in of the text assistant over HTTP; and whether their gains are what is got.

    ./fundament bench proposing
Each round changes a paragraph first, so that nothing is answered from what is kept of the round before. Prints median and p95 in milliseconds of each step.
"""

from __future__ import annotations

import threading
import time

from bench.material import build, quantiles
from bench.typists import text_of
from fundament.core.documents.changing import changed
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.edits.proposals.build import finish, joint_gain, prepare
from fundament.core.edits.proposals.trial import Trial
from fundament.core.language.grammar import objections
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score_said
from fundament.providers.assistant import HttpAssistant
from standins.server import make_server

ROUNDS, WORDS, MOST = 25, 3000, 10


def main() -> None:
    server = make_server()
    threading.Thread(target=server.serve_forever, daemon=True).start()
    assistant = HttpAssistant(f"http://127.0.0.1:{server.server_address[1]}")
    objections("One sentence loads the checker.")
    compiled = CompiledYardstick(build(planned_words=WORDS))
    document = clean_document(document_from_html(text_of(1, WORDS)))
    paragraphs = [block for block in document["content"] if block["type"] == "paragraph"]
    steps: dict[str, list[float]] = {name: [] for name in ("measure", "prepare", "assistant", "judge", "all")}
    worst, counts = 0.0, []
    for number in range(ROUNDS):
        paragraphs[len(paragraphs) * (number % 10) // 10]["content"].append({"type": "text", "text": " It is worth it."})
        document = clean_document(document)
        paragraphs = [block for block in document["content"] if block["type"] == "paragraph"]
        times = [time.perf_counter()]
        reading = read_document(document, language="en", counted=False)
        features, score = score_said(compiled, reading)
        edits = edits_for_features(compiled, features)
        times.append(time.perf_counter())
        trial = Trial(compiled, document, known=score)
        prepared = prepare(trial, reading, features, edits)
        times.append(time.perf_counter())
        answers = assistant.word(prepared.tasks)
        times.append(time.perf_counter())
        proposals = finish(trial, prepared, answers, MOST)
        times.append(time.perf_counter())
        counts.append(len(proposals))
        for proposal in proposals:
            kinds = [o for o in proposal.operations if o.kind not in ("title", "description")]
            if len(kinds) == len(proposal.operations):
                after = score_said(compiled, read_document(changed(document, proposal.operations), language="en"))[1]
                worst = max(worst, abs(after.total - score.total - proposal.gain))
        joint_gain(trial, proposals)
        if number < 3:
            continue
        for name, before, then in zip(steps, times, times[1:], strict=False):
            steps[name].append(1000 * (then - before))
        steps["all"].append(1000 * (times[-1] - times[0]))
    server.shutdown()
    print(
        f"{WORDS} words, {len(prepared.tasks)} terms asked for, {min(counts)} to {max(counts)} proposals; gains off by at most {worst:.3f} points"
    )
    for name, values in steps.items():
        median, p95 = quantiles(values)
        print(f"{name:10} median {median:6.1f} ms   p95 {p95:6.1f} ms")


if __name__ == "__main__":
    main()
