"""What studies announce; whoever depends on it listens."""

from django.dispatch import Signal

# a study's figures changed: sent with study_id, in the transaction that changes them
figures_changed = Signal()
