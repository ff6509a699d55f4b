"""What edits made by hand get, beside what was shown: on the honest drafts of the outside subjects.

    PYTHONPATH=src:. .venv/bin/python -m bench.outside.gains
The edits (`labels/edits.json`: check, subject, what of the text, by what it was replaced) were written with the list of edits in view and no score, by the hands that wrote the code.
Every second edit of a subject sets the shares in the `shares` of the checks; the others are only reported.
"""

from __future__ import annotations

import json
from pathlib import Path
from statistics import mean

from markdown_it import MarkdownIt

from bench.outside.honest import TEXTS
from bench.outside.studies import STUDIES
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.edits.next_edits import next_edits
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score
from fundament.messages import subject_of

EDITS = Path(__file__).parent / "labels" / "edits.json"


def draft_of(source: str) -> Reading:
    """A text in Markdown; its first heading is its title."""
    title = source.partition("\n")[0].lstrip("# ")
    return read_draft(MarkdownIt().enable("table").render(source), title=title, language="en")


def main() -> None:
    rows = []
    for name, edits in json.loads(EDITS.read_text()).items():
        study = next(study for study in STUDIES if study.name == name.removesuffix("_second"))
        source = (TEXTS / "honest" / f"{name}.md").read_text(encoding="utf-8")
        compiled = CompiledYardstick(decide(build_consensus(study.compared, study.keyword), decisions=Decisions(planned_words=1_000)))
        draft = draft_of(source)
        before = score(draft, compiled).total
        shown = {(edit.finding.check, subject_of(edit.finding)): edit.gain for edit in next_edits(draft, compiled)}
        for number, (check, subject, old, new) in enumerate(edits):
            gain = shown.get((check, subject))
            if gain is None or old not in source:
                print(f"{name}: {check} {subject}: {'not shown' if gain is None else 'its place is not in the text'}")
                continue
            got = score(draft_of(source.replace(old, new, 1)), compiled).total - before
            rows.append((number % 2 == 1, check, got, gain))
            print(
                f"{name:15} {check:16} {subject:40} sure {gain.sure:5.2f} middle {gain.middle:5.2f} reach {gain.reach:5.2f} got {got:5.2f} ({got / (gain.reach or 1):4.2f})"
            )
    for kind, kept in (("tuned", False), ("reported", True)):
        own = [row for row in rows if row[0] == kept]
        sure = sum(got >= (gain.sure or 0.0) - 0.005 for _, _, got, gain in own)
        error = mean(abs(got - gain.middle) / gain.middle for _, _, got, gain in own)
        share = sum(gain.sure or 0.0 for *_, gain in own) / sum(got for _, _, got, _ in own)
        print(
            f"{kind}: {len(own)} edits; sure part got in {sure}; mean of |got - middle| / middle {error:.2f}; sure parts sum to {share:.2f} of what was got"
        )
        for check in dict.fromkeys(row[1] for row in own):
            shares = sorted(got / (gain.reach or 1.0) for _, c, got, gain in own if c == check)
            print(f"   {check:18} got of reach: {' '.join(f'{s:.2f}' for s in shares)}; mean {mean(shares):.2f}")


if __name__ == "__main__":
    main()
