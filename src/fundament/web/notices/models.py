"""Notes of the application to a person: what they began is done, or was not."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from fundament.web.accounts.models import Workspace


class Notice(models.Model):
    """said: a message as [code, values]. address: of the screen it is about. thing: what it is about, as "study:12"; a newer note on the same thing takes the place of one that was not seen."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="notices")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="notices")
    said = models.JSONField()
    address = models.TextField()
    thing = models.CharField(max_length=60)
    made_at = models.DateTimeField(auto_now_add=True)
    seen_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("-id",)
        indexes = (models.Index(fields=["person", "workspace", "-id"], name="notices_of_a_person"),)

    def __str__(self) -> str:
        return f"{self.said} for {self.person}"
