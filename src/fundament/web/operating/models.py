"""What the application notes about its own running."""

from __future__ import annotations

from typing import ClassVar

from django.db import models

from fundament.web.templating import choices_of, key_field


class JobTrouble(models.Model):
    """A try of a job that did not succeed. job: the number it has in the queue; reason: kind and place of the error, never what somebody wrote."""

    KINDS: ClassVar = choices_of("job_trouble", "error", "ended")

    job = models.BigIntegerField(db_index=True)
    task = models.CharField(max_length=100)
    kind = key_field(max_length=10, choices=KINDS)
    reason = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.task} {self.job}: {self.get_kind_display()}"
