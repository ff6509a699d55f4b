"""Whether a passage answers a question: 80 pairs labelled by another hand (`labels/answers.json`: answered, perhaps, not, and why), half of them tuned on, the others only reported.

PYTHONPATH=src:. .venv/bin/python -m bench.outside.answers
"""

from __future__ import annotations

import json
from collections import Counter
from html import escape
from pathlib import Path

from fundament.core.reading.read_draft import read_draft
from fundament.core.yardstick.other_pages.answers import ANSWERED, MISSING, PERHAPS, answers

LABELS = Path(__file__).with_name("labels") / "answers.json"
HALVES = ("tuned on", "reported")  # by turns


def counted(half: int) -> Counter[tuple[str, str]]:
    """How often each label met each verdict in one half of the pairs."""
    found: Counter[tuple[str, str]] = Counter()
    for pair in json.loads(LABELS.read_text())[half::2]:
        reading = read_draft(f"<p>{escape(pair['passage'])}</p>", language="en")
        found[pair["verdict"], answers([pair["question"]], reading, "", "en")[0].verdict] += 1
    return found


def main() -> None:
    for half, name in enumerate(HALVES):
        counts = counted(half)
        of_verdict = {
            verdict: sum(number for (_, said), number in counts.items() if said == verdict) for verdict in (ANSWERED, PERHAPS, MISSING)
        }
        right = counts["answered", ANSWERED]
        helped = counts["answered", PERHAPS] + counts["perhaps", PERHAPS]
        labelled = sum(number for (label, _), number in counts.items() if label == "answered")
        print(
            f"{name}: called answered {of_verdict[ANSWERED]}, right {right}, of {labelled} that are; called perhaps {of_verdict[PERHAPS]}, answered or partly {helped}"
        )


if __name__ == "__main__":
    main()
