"""Statements of a person about a text: what the score cannot see, or could not tell. None of them changes a weight.

*There already*: counts and texts that stand on the page but not in the draft (images, links, a block of questions); they pass all guards. *Covered* and *not
covered*: settles a subtopic that the text perhaps covers, as long as the block it hangs on stays as it was. *This is ours*, *this is fine*: see `guards.verdicts.Exemptions`.
*Not for this page*: takes a target's edits off the list. It never raises a score: for this text every competitor gets on that target at most what the text has
there, and aim and enough follow.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Protocol

from fundament.core.scoring.aim import Aim, aim_of
from fundament.core.scoring.guards.verdicts import NO_EXEMPTIONS, Exemptions
from fundament.core.yardstick.model import Yardstick

COUNTABLE = ("images", "images_with_alt", "internal_links", "external_links")  # what can be said to be there already, as a count


@dataclass(frozen=True)
class Settled:
    """Whether a subtopic is covered, as somebody said; block: the text of the block it was said of."""

    covered: bool
    block: str


@dataclass(frozen=True)
class Statements:
    """counts: so many more of each of COUNTABLE. texts: blocks of text that stand elsewhere on the page. settled: by the key of a subtopic. exemptions: what is the text's own.
    not_for_page: targets as "part:key"."""

    counts: Mapping[str, float] = field(default_factory=dict)
    texts: tuple[str, ...] = ()
    settled: Mapping[str, Settled] = field(default_factory=dict)
    exemptions: Exemptions = NO_EXEMPTIONS
    not_for_page: frozenset[str] = frozenset()

    @property
    def is_empty(self) -> bool:
        """Whether nothing was said that the score could rise by."""
        return not (self.adds or self.exemptions.own_passages or self.exemptions.fine_passages)

    @property
    def adds(self) -> bool:
        """Whether something is there beside the text, or settled."""
        return bool(self.counts or self.texts or self.settled)


NO_STATEMENTS = Statements()


class StatementRow(Protocol):
    """One statement as it is kept: kind "there", "covered", "not_covered", "ours", "fine" or "not_for_page"; target, count and text as that kind has them."""

    @property
    def kind(self) -> str: ...
    @property
    def target(self) -> str: ...
    @property
    def count(self) -> int: ...
    @property
    def text(self) -> str: ...


def statements_together(rows: Iterable[StatementRow]) -> Statements:
    """All statements about a text together."""
    counts: dict[str, float] = {}
    texts, ours, fine, excused, settled = [], [], [], [], {}
    for row in rows:
        part, _, key = row.target.partition(":")
        if row.kind == "there" and row.target in COUNTABLE:
            counts[row.target] = row.count
        elif row.kind == "there":
            texts.append(row.text)
        elif row.kind == "ours":
            ours.append(row.text)
        elif row.kind == "fine":
            fine.append(row.text)
        elif row.kind == "not_for_page":
            excused.append(row.target)
        elif part == "subtopics":
            settled[key] = Settled(row.kind == "covered", row.text)
    return Statements(
        counts, tuple(texts), settled, Exemptions(own_passages=frozenset(ours), fine_passages=frozenset(fine)), frozenset(excused)
    )


def target_key(part: str, key: str) -> str:
    """How a target is called in `Statements.not_for_page` and `Yardstick.page_points`."""
    return f"{part}:{key}"


class Bar(Protocol):
    """What a text is held against: a yardstick, or a score."""

    @property
    def aim(self) -> float: ...
    @property
    def enough(self) -> float: ...


def lowered_aim(yardstick: Yardstick, earned: Mapping[str, float], excused: Iterable[str], before: Bar) -> Aim:
    """The aim for a text when some targets are not for its page; never higher than before.

    yardstick: with the competitors' scores. earned: the text's points by target. On each excused target every competitor is taken to have at most these.
    """
    targets = [target for target in excused if target in earned]
    scores = {}
    for url, total in yardstick.page_scores.items():
        points = yardstick.page_points.get(url, {})
        scores[url] = total - sum(max(0.0, points.get(target, 0.0) - earned[target]) for target in targets)
    found = aim_of(scores)
    return Aim(min(found.aim, before.aim), min(found.enough, before.enough), found.is_firm)
