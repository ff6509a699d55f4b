"""A thing to do to a text, with what the score gains by it."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.checks.model import Change, Finding

LEAST_SHARE = 0.05  # points; smaller shares would be shown as 0.0


@dataclass(frozen=True)
class Gain:
    """Points of the score, on its scale of 0 to 100.

    sure: the least that an honest edit of this kind gets. middle: what edits of this kind made by hand got. reach: what it gets when all of it earns. got:
    what it did get when it was made, None before that. displaced: what its words take from the rest of a text that is longer than planned; it is off all three
    already. See `gains`.
    """

    middle: float
    sure: float
    reach: float
    got: float | None = None
    displaced: float = 0.0


@dataclass(frozen=True)
class Edit:
    """A finding whose change was worked out. by_part: what each part of the score gains, which adds up to the gain's middle."""

    finding: Finding
    change: Change
    gain: Gain
    by_part: tuple[tuple[str, float], ...] = ()

    @property
    def shares(self) -> list[tuple[str, float]]:
        """The parts that gain or lose something one can see, the largest gain first; empty when there is only one."""
        seen = sorted(((name, gain) for name, gain in self.by_part if abs(gain) >= LEAST_SHARE), key=lambda share: -share[1])
        return seen if len(seen) > 1 else []
