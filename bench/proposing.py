"""Proposals: how long the first ones of a draft of 3,000 words take, through the stand-in of the text assistant over HTTP; and whether their gains are what is got.

    ./fundament bench proposing
Each round changes a paragraph first, so that nothing is answered from what is kept of the round before. Prints median and p95 in milliseconds of each step.
"""

from __future__ import annotations

import subprocess
import sys
import time
from concurrent.futures import ThreadPoolExecutor

from bench.material import build, quantiles
from bench.typists import text_of
from fundament.core.documents.changing import changed
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.edits.proposals.build import asked, finish, joint_gain, ready
from fundament.core.edits.proposals.trial import Trial
from fundament.core.language.grammar import objections
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score_with
from fundament.providers.assistant import HttpAssistant

ROUNDS, WORDS, MOST = 25, 3000, 10


def main() -> None:
    standins = subprocess.Popen([sys.executable, "-m", "standins", "--port", "0"], stdout=subprocess.PIPE, text=True)
    line = standins.stdout.readline() if standins.stdout else ""
    assistant = HttpAssistant(f"http://127.0.0.1:{line.split()[-1]}")
    objections("One sentence loads the checker.")
    compiled = CompiledYardstick(build(planned_words=WORDS))
    document = clean_document(document_from_html(text_of(1, WORDS)))
    paragraphs = [block for block in document["content"] if block["type"] == "paragraph"]
    steps: dict[str, list[float]] = {name: [] for name in ("measure", "asked", "worded, the own ones beside", "judge", "all")}
    worst, counts = 0.0, []
    for number in range(ROUNDS):
        paragraphs[len(paragraphs) * (number % 10) // 10]["content"].append({"type": "text", "text": " It is worth it."})
        document = clean_document(document)
        paragraphs = [block for block in document["content"] if block["type"] == "paragraph"]
        times = [time.perf_counter()]
        reading = read_document(document, language="en", counted=False)
        features, score = score_with(compiled, reading)
        edits = edits_for_features(compiled, features)
        times.append(time.perf_counter())
        trial = Trial(compiled, document, known=score)
        wanted = asked(trial, edits)
        times.append(time.perf_counter())
        with ThreadPoolExecutor(1) as beside:
            own = beside.submit(ready, trial, reading, features, edits)
            answers = assistant.word(wanted.tasks)
        times.append(time.perf_counter())
        proposals = finish(trial, own.result(), wanted, answers, MOST)
        times.append(time.perf_counter())
        counts.append(len(proposals))
        for proposal in proposals:
            kinds = [o for o in proposal.operations if o.kind not in ("title", "description")]
            if len(kinds) == len(proposal.operations):
                after = score_with(compiled, read_document(changed(document, proposal.operations), language="en"))[1]
                worst = max(worst, abs(after.total - score.total - proposal.gain))
        joint_gain(trial, proposals)
        if number < 3:
            continue
        for name, before, then in zip(steps, times, times[1:], strict=False):
            steps[name].append(1000 * (then - before))
        steps["all"].append(1000 * (times[-1] - times[0]))
    standins.terminate()
    print(
        f"{WORDS} words, {len(wanted.tasks)} terms asked for, {min(counts)} to {max(counts)} proposals; gains off by at most {worst:.3f} points"
    )
    for name, values in steps.items():
        median, p95 = quantiles(values)
        print(f"{name:28} median {median:6.1f} ms   p95 {p95:6.1f} ms")


if __name__ == "__main__":
    main()
