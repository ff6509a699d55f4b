"""Collecting what nothing points at any more. What a person wrote or decided, and what a study, score or comparison points at, stays."""

from __future__ import annotations

from datetime import timedelta

from django.db.models.deletion import ProtectedError
from django.utils import timezone

from fundament.web.operating.services.overview import stored_bytes
from fundament.web.sites.models import ProviderAnswer, RawResponse, StoredReading
from fundament.web.studies.models import Consensus
from fundament.web.studies.results.rereading import still_needed

AT_REST = timedelta(days=7)  # what was made lately may be pointed at in a moment
ANSWERS_KEPT = timedelta(days=365)


def collect() -> dict[str, int]:
    """Delete consensuses, readings and raw responses that nothing points at, and old answers of services; how many of each."""
    before = timezone.now() - AT_REST
    counts = {}
    counts["consensuses"] = _delete(Consensus.objects.filter(made_at__lt=before, studies=None, extended_studies=None, score_points=None))
    counts["readings"] = _delete(StoredReading.objects.filter(read_at__lt=before, results=None, pages=None).exclude(pk__in=still_needed()))
    counts["responses"] = _delete(RawResponse.objects.filter(fetched_at__lt=before, readings=None))
    counts["answers"], _ = ProviderAnswer.objects.filter(asked_at__lt=timezone.now() - ANSWERS_KEPT).delete()
    return counts


def _delete(rows) -> int:  # type: ignore[no-untyped-def]
    """Delete rows one by one: what somebody points at meanwhile stays, and is no reason to keep the others."""
    count = 0
    for row in list(rows):
        try:
            row.delete()
            count += 1
        except ProtectedError:
            continue
    return count


def raw_bytes(workspace: int) -> int:
    """What the pages of a workspace's studies take as they came."""
    pages = StoredReading.objects.filter(results__study__workspace_id=workspace).values("raw")
    return stored_bytes(RawResponse.objects.filter(pk__in=pages), "body")


def reading_bytes(workspace: int) -> int:
    """What the readings of a workspace's studies take, with their analyses."""
    readings = StoredReading.objects.filter(pk__in=StoredReading.objects.filter(results__study__workspace_id=workspace).values("pk"))
    return stored_bytes(readings, "reading") + stored_bytes(readings, "analysis")
