"""The questions and related searches that came with a study's results, and how the competitors and our page answer them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.kept import Kept
from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.other_pages.answers import ABSENT, ANSWERED, Answer, answers
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.models import Study

BYTES_OF_ANSWER = 300  # by estimate
MOST_ASKED = 100
_kept: Kept[tuple[int, tuple[str, ...]], list[list[Answer]]] = Kept(4_000_000)


@dataclass(frozen=True)
class Asked:
    """A question or search. kind: "question" or "search". on: the competitors' answers in the yardstick's order; ours: our page's, where there is one."""

    text: str
    kind: str
    on: tuple[Answer, ...]
    ours: Answer | None = None

    @property
    def key(self) -> str:
        """For rows of a table."""
        return self.text

    @property
    def answered(self) -> int:
        """How many competitors answer it."""
        return sum(1 for answer in self.on if answer.verdict == ANSWERED)


def asked_of(study: Study, compiled: CompiledYardstick, ours: Reading | None = None) -> list[Asked]:
    """All that came with the newest ranking, in its order: questions, then searches."""
    questions, related = study.rankings.values_list("questions", "related").first() or ([], [])
    texts = [(str(text), kind) for kind, found in (("question", questions), ("search", related)) for text in found][:MOST_ASKED]
    wanted = [text for text, _ in texts]
    on_pages = _of_competitors(study, compiled, wanted)
    own = answers(wanted, ours, study.keyword, compiled.language) if ours is not None else None
    return [
        Asked(text, kind, tuple(page[number] for page in on_pages), own[number] if own else None)
        for number, (text, kind) in enumerate(texts)
    ]


def _of_competitors(study: Study, compiled: CompiledYardstick, wanted: Sequence[str]) -> list[list[Answer]]:
    key = compiled.number, tuple(wanted)
    known = _kept.get(key)
    if known is None:
        by_url = {page.reading.url: page.reading for page in compared_pages(chosen_of(study))}
        found = [by_url.get(page.url) for page in compiled.yardstick.pages]
        known = [answers(wanted, page, study.keyword, compiled.language) if page else [ABSENT] * len(wanted) for page in found]
        if None not in found:  # else the choice has changed, and the figures follow
            _kept.keep(key, known, BYTES_OF_ANSWER * (1 + len(wanted) * len(known)))
    return known
