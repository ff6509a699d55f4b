"""Revisions thin out as they grow old: of those that were kept now and then one an hour stays after a day, and one a day after a month.

Named ones, those before a conflict or another text, of publications, and all score points stay.
"""

from __future__ import annotations

from datetime import timedelta

from django.db.models import F, Window
from django.db.models.functions import RowNumber, TruncDay, TruncHour
from django.utils import timezone

from fundament.web.drafts.models import Revision

HOURLY_AFTER, DAILY_AFTER = timedelta(days=1), timedelta(days=30)
AT_ONCE = 500


def thin_revisions() -> int:
    """Delete what is too many; how many. Safe to run again."""
    now = timezone.now()
    ordinary = Revision.objects.filter(cause="kept", name="", publications=None)
    between = ordinary.filter(created_at__lt=now - HOURLY_AFTER, created_at__gte=now - DAILY_AFTER)
    count = 0
    for rows, period in ((between, TruncHour("created_at")), (ordinary.filter(created_at__lt=now - DAILY_AFTER), TruncDay("created_at"))):
        place = Window(RowNumber(), partition_by=[F("draft_id"), period], order_by=[F("created_at").desc(), F("id").desc()])
        too_many = list(rows.annotate(place=place).filter(place__gt=1).order_by().values_list("pk", flat=True))
        for start in range(0, len(too_many), AT_ONCE):
            deleted, _ = Revision.objects.filter(pk__in=too_many[start : start + AT_ONCE], publications=None, name="").delete()
            count += deleted
    return count
