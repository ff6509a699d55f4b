"""What studies announce; whoever depends on them listens."""

from __future__ import annotations

from django.dispatch import Signal

# a study's figures changed: sent with study_id, in the transaction that changes them
figures_changed = Signal()

# a study was read: sent with study_id, by the job
study_read = Signal()
