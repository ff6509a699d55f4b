"""What studies announce, and ask; whoever depends on them listens."""

from __future__ import annotations

from django.dispatch import Signal

# a study's figures changed: sent with study_id, in the transaction that changes them
figures_changed = Signal()

# a study was read: sent with study_id, by the job
study_read = Signal()

# who has scores measured with a study's figures? asked with study_id; answered with a list of (number of the draft, score)
scores_wanted = Signal()

# which terms has our text? asked with study_id; answered with the keys of those that the last changed one uses, or None
uses_wanted = Signal()


def used_in_ours(study_id: int) -> frozenset[str] | None:
    """The keys of the terms that our text has; None where there is none."""
    found: list[frozenset[str] | None] = [keys for _, keys in uses_wanted.send(sender=None, study_id=study_id)]
    return next((keys for keys in found if keys is not None), None)


def noted_scores_of(study_id: int) -> list[tuple[int, float]]:
    """The scores last noted of the texts that are measured with a study's figures."""
    return [score for _, scores in scores_wanted.send(sender=None, study_id=study_id) for score in scores]
