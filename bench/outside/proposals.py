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
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.edits.proposals.build import finish, joint_gain, prepare
from fundament.core.edits.proposals.model import Wording
from fundament.core.edits.proposals.rewriting import phrases_to_keep
from fundament.core.edits.proposals.trial import Trial
from fundament.core.language.grammar import objections
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score_said
from fundament.providers.assistant import plain_tasks
from standins import assistant

FIRST, PARAGRAPHS = 10, 20


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
        features, score = score_said(compiled, reading)
        trial = Trial(compiled, document, known=score)
        prepared = prepare(trial, reading, features, edits_for_features(compiled, features))
        answers = assistant.word(plain_tasks(prepared.tasks))["wordings"]
        proposals = finish(trial, prepared, [[Wording(row["passage"], row["text"]) for row in rows] for rows in answers])[:FIRST]
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
    words = [0, 0]
    count = lost = mistakes = 0
    for study in STUDIES:
        compiled = compiled_of.get(study.name)
        if compiled is None or study.language != "en":
            continue
        blocks = [
            b.text
            for page in study.compared
            for b in page.reading.main_blocks()
            if b.kind == "paragraph" and 50 <= len(b.text.split()) <= 120
        ]
        for text in (" ".join(block.split()) for block in blocks[:: max(1, len(blocks) // 4)][:4]):
            keep = phrases_to_keep(text, compiled)
            short = assistant.shorter({"text": text, "keep": list(keep)})["text"]
            words[0] += len(text.split())
            words[1] += len(short.split())
            lost += sum(short.lower().count(phrase.lower()) < text.lower().count(phrase.lower()) for phrase in keep)
            mistakes += len(objections(short, "american")) > len(objections(text, "american"))
            count += 1
            if count >= PARAGRAPHS:
                break
    print(
        f"shortening: {count} paragraphs, {words[0]} words, {100 * (1 - words[1] / max(1, words[0])):.0f} in 100 gone; {lost} terms used less often; new mistakes in {mistakes}"
    )


if __name__ == "__main__":
    main()
