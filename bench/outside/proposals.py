"""Proposals on the honest drafts of outside subjects, and shortening of paragraphs that nobody here wrote.

    ./fundament bench outside.proposals
Prints each proposal that was worded with its sentence, for reading; then per draft how many there are and what they are worth together against the gap to the aim. The rules were looked at on the first
draft of each subject; the second ones are only reported. Shortening: twenty paragraphs of documentation packages; words that go, uses of terms that go, mistakes that come.
"""

from __future__ import annotations

from markdown_it import MarkdownIt

from bench.outside.honest import TEXTS
from bench.outside.studies import STUDIES
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.documents.changing import blocks_of, text_of_block
from fundament.core.documents.html import document_from_html, document_of_reading
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.edits.proposals.build import asked, finish, joint_gain, ready
from fundament.core.edits.proposals.model import Wording
from fundament.core.edits.proposals.rewriting import phrases_to_keep, rewritten
from fundament.core.edits.proposals.trial import Trial
from fundament.core.errors import CoreError
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.score import score_with
from fundament.providers.assistant import plain_tasks
from standins import assistant

FIRST = 10


def main() -> None:
    compiled_of: dict[str, CompiledYardstick] = {}
    for path in sorted((TEXTS / "honest").glob("*.md")):
        study = next(study for study in STUDIES if study.name == path.stem.removesuffix("_second"))
        if study.name not in compiled_of:
            compiled_of[study.name] = CompiledYardstick(
                decide(build_consensus(study.compared, study.keyword), decisions=Decisions(planned_words=1_000))
            )
        compiled = compiled_of[study.name]
        document = clean_document(document_from_html(MarkdownIt().enable("table").render(path.read_text(encoding="utf-8"))))
        reading = read_document(document, language="en", counted=False)
        features, score = score_with(compiled, reading)
        trial = Trial(compiled, document, known=score)
        edits = edits_for_features(compiled, features)
        wanted, own = asked(trial, edits), ready(trial, reading, features, edits)
        answers = assistant.word(plain_tasks(wanted.tasks))["wordings"]
        proposals = finish(trial, own, wanted, [[Wording(row["passage"], row["text"]) for row in rows] for rows in answers])[:FIRST]
        worded = [proposal for proposal in proposals if proposal.check in ("use_term", "head_subtopic")]
        gap = compiled.yardstick.aim - score.total
        print(
            f"{path.stem:22} {len(proposals)} of the first {FIRST}, {len(worded)} for terms and subtopics; together {joint_gain(trial, proposals):+.1f} (aim {gap:+.1f} away)"
        )
        for proposal in worded:
            changed = next((text for how, text in proposal.pieces if how == "new"), "")
            print(
                f"    {proposal.gain:+.2f} {proposal.subject}: …{proposal.after[max(0, proposal.after.find(changed) - 60) : proposal.after.find(changed) + 70]}…".replace(
                    "\n", " / "
                )
            )
    shorten(compiled_of)


def shorten(compiled_of: dict[str, CompiledYardstick]) -> None:
    """Twenty paragraphs of the compared pages, each in its page, which is scored as the text of whoever wrote it."""
    words = [0, 0]
    count = none = 0
    for study in STUDIES:
        compiled = compiled_of.get(study.name)
        if compiled is None or study.language != "en":
            continue
        blocks = [
            (number, page, block.text)
            for number, page in enumerate(study.compared)
            for block in page.reading.main_blocks()
            if block.kind == "paragraph" and 50 <= len(block.text.split()) <= 120
        ]
        for number, page, text in blocks[:: max(1, len(blocks) // 4)][:4]:
            document = clean_document(document_of_reading(page.reading))
            trial = Trial(compiled, document, exemptions=Exemptions(own_pages=frozenset([number])))
            node = next(node for node in blocks_of(document).values() if text_of_block(node) == text)
            answer = assistant.shorter({"text": text, "keep": phrases_to_keep(text, trial)})["text"]
            try:
                short = rewritten(trial, node, 0, len(text), answer, "shorten").after
            except CoreError:
                short = text
            none += short == text
            words[0] += len(text.split())
            words[1] += len(short.split())
            count += 1
    print(
        f"shortening: {count} paragraphs, {words[0]} words, {100 * (1 - words[1] / max(1, words[0])):.0f} in 100 gone; nothing proposed for {none}"
    )


if __name__ == "__main__":
    main()
