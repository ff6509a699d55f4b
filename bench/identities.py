"""Whether decisions stay where they belong when a study's pages, reader, lemmas or grouping change. To be run after every change of reader or grouping.

    ./fundament bench identities
50 decisions on each of the demo's three studies, on terms, entities and (14 or more) subtopics; then another version of the reader, mended lemmas, a looser and
a stricter grouping, and the two competitors that are in most subtopics swapped for others and swapped back. What a subtopic is about is told by the labels in
the sheets, which were given from the pages alone, long before there was any matching; a term or entity by its written form.
"""

from __future__ import annotations

import contextlib
import re
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.identity import Known, Matching, match
from fundament.core.consensus.keys import Proposed, heading_member, proposals
from fundament.core.language.analysis import KEPT_SENTENCES, keep_sentences
from fundament.core.language.packs import english_lemmas
from fundament.core.language.words import lemma_of
from fundament.core.reading.model import Block, Reading
from fundament.core.yardstick.model import ComparedPage, Consensus
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.section_groups import subtopics as grouping
from gold.studies import DemoStudy, demo_studies

PER_STUDY = {"subtopics": 18, "terms": 22, "entities": 16}


@dataclass
class Step:
    """What became of the decisions after one change. away: listed as lost, with nothing in the labels that says where they belong now."""

    name: str
    right: int = 0
    wrong: list[str] = field(default_factory=list)
    lost: list[str] = field(default_factory=list)
    joined: int = 0
    split: int = 0

    @property
    def share(self) -> float:
        """Right, of those that hang on something or should."""
        return self.right / max(1, self.right + len(self.wrong) + len(self.lost))


def stem(name: str) -> str:
    """The written form without the endings that inflection gives: what a person takes for the same word."""
    return " ".join(re.sub(r"(?:ings?|ed|es|s|e)$", "", word) for word in re.findall(r"[\w.]+", name.lower()))


def labels_of(study: DemoStudy, thing: Proposed) -> frozenset[str]:
    """What a thing is about: a subtopic's most frequent label in the sheets, or several that are as frequent; else the stem of the written form."""
    if thing.kind != "subtopics":
        return frozenset([stem(thing.name)])
    labels = {heading_member(sheet.address, heading): label for sheet in study.sheets for heading, label in sheet.subtopics}
    counts = Counter(labels[member] for member in thing.members if member in labels)
    return frozenset(label for label in counts if counts[label] == max(counts.values()))


def otherwise_read(reading: Reading) -> Reading:
    """The page as another version of the reader might have it: numbered headings without their numbers or with others, typographic marks made plain, a line
    more at the top."""
    blocks = [Block("paragraph", 0, "By the editors")]
    for number, block in enumerate(reading.blocks):
        text = block.text
        if block.kind == "heading" and block.level >= 2:
            text = text.replace("’", "'").replace("–", "-").rstrip("?:. ")
            if number % 3 == 0:
                text = f"{number}. {text}"
        blocks.append(replace(block, text=text))
    return replace(reading, blocks=tuple(blocks), content_hash=f"other {reading.content_hash}")


def reread(pages: Sequence[ComparedPage]) -> list[ComparedPage]:
    """The pages read by that version."""
    readings = [otherwise_read(page.reading) for page in pages]
    return [ComparedPage(page.rank, reading, analyse_page(reading)) for page, reading in zip(pages, readings, strict=True)]


@contextlib.contextmanager
def mended_lemmas(consensus: Consensus) -> Iterator[list[str]]:
    """The lemmas of some of the study's words put otherwise, as a mended dictionary would."""
    words = [t.name for t in consensus.terms if " " not in t.name and t.name.isalpha() and t.name.lower() not in english_lemmas._OWN_LEMMA][
        :8
    ]
    for word in words:
        english_lemmas._OWN_LEMMA[word.lower()] = f"{word.lower()}x"
    forget()
    try:
        yield words
    finally:
        for word in words:
            del english_lemmas._OWN_LEMMA[word.lower()]
        forget()


def forget() -> None:
    """Caches that hold lemmas."""
    lemma_of.cache_clear()
    keep_sentences(KEPT_SENTENCES)


@contextlib.contextmanager
def grouped_at(cut: float) -> Iterator[None]:
    """Subtopics grouped more loosely or strictly."""
    before = grouping.CUT_APART
    grouping.CUT_APART = cut  # type: ignore[misc]
    try:
        yield
    finally:
        grouping.CUT_APART = before  # type: ignore[misc]


class Trial:
    """One study with its decisions."""

    def __init__(self, study: DemoStudy) -> None:
        self.study = study
        measured = {page.url for page in study.yardstick.pages}
        pages = [page for page in study.pages if page.reading.url in measured]
        self.first, self.reserve = pages[:-2], pages[-2:]
        self.consensus = build_consensus(self.first, study.keyword)
        things = proposals(self.consensus)
        urls = frozenset(page.url for page in self.consensus.pages)
        keys = match([], things, urls).keys
        self.known = [Known(key, thing.kind, thing.members, urls, thing.name) for key, thing in zip(keys, things, strict=True)]
        self.about = {key: labels_of(study, thing) for key, thing in zip(keys, things, strict=True)}
        self.name = {key: thing.name for key, thing in zip(keys, things, strict=True)}
        self.decided: list[str] = []
        for kind, count in PER_STUDY.items():
            of_kind = [k for k in self.known if k.kind == kind and self.about[k.key]]
            self.decided += [k.key for k in of_kind[:: max(1, len(of_kind) // count)][:count]]

    def after(self, name: str, pages: Sequence[ComparedPage]) -> Step:
        """Where the decisions hang when these pages are compared."""
        consensus = build_consensus(pages, self.study.keyword)
        things = proposals(consensus)
        matching: Matching = match(self.known, things, [page.url for page in consensus.pages])
        now = dict(zip(matching.keys, things, strict=True))
        step = Step(name)
        # where a decision belongs that hangs on nothing: a thing of its label that no other identity of that label has
        there = {
            (thing.kind, label)
            for key, thing in now.items() for label in labels_of(self.study, thing) if label not in self.about.get(key, ())
        }  # fmt: skip
        kind_of = {known.key: known.kind for known in self.known}
        for key in self.decided:
            step.joined += key in matching.joined
            step.split += key in matching.split
            thing = now.get(matching.joined.get(key, key))
            if thing is None:
                if any((kind_of[key], label) in there for label in self.about[key]):  # what is gone altogether is rightly listed
                    step.lost.append(self.name[key])
            elif labels_of(self.study, thing) & self.about[key]:
                step.right += 1
            else:
                step.wrong.append(f"{self.name[key]} -> {thing.name}")
        return step

    def swapped(self) -> list[ComparedPage]:
        """The pages with the two that are in most subtopics put out for the two in reserve."""
        counts = Counter(heading.url for subtopic in self.consensus.subtopics for heading in subtopic.headings)
        out = {url for url, _ in counts.most_common(2)}
        return [page for page in self.first if page.reading.url not in out] + list(self.reserve)

    def steps(self) -> list[Step]:
        """All changes, one after another."""
        found = [self.after("another version of the reader", reread(self.first))]
        with mended_lemmas(self.consensus):
            found.append(self.after("lemmas mended", [ComparedPage(p.rank, p.reading, analyse_page(p.reading)) for p in self.first]))
        with grouped_at(0.75):
            found.append(self.after("grouped more loosely", self.first))
        with grouped_at(0.45):
            found.append(self.after("grouped more strictly", self.first))
        found.append(self.after("two competitors swapped", self.swapped()))
        found.append(self.after("swapped back", self.first))
        return found


def main() -> None:
    print(f"{'study':12}{'after':32}{'right':>7}{'wrong':>7}{'lost':>7}{'joined':>8}{'split':>7}")
    for study in demo_studies():
        trial = Trial(study)
        for step in trial.steps():
            counts = f"{step.right:7}{len(step.wrong):7}{len(step.lost):7}{step.joined:8}{step.split:7}"
            print(
                f"{study.folder:12}{step.name:32}{counts}   {'; '.join(step.wrong)[:140]}{' | lost: ' + '; '.join(step.lost)[:140] if step.lost else ''}"
            )


if __name__ == "__main__":
    main()
