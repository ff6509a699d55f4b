"""The worker's job for errands, queued."""

from __future__ import annotations

from fundament.web.errands.models import Errand
from fundament.web.operating.services.queueing import ERRANDS, queue

NOW = 20  # priority: somebody looks at its screen


def queue_errand(errand: Errand) -> None:
    """An errand, in a queue that other jobs do not fill; of one person one at a time."""
    queue("carry_out_errand", lock=f"errands-{errand.person_id}", priority=NOW, on=ERRANDS, errand_id=errand.pk)
