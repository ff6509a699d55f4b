"""Pictures that a workspace keeps for its drafts."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.urls import reverse

from fundament.web.accounts.models import Workspace


class Asset(models.Model):
    """A picture, made anew from what came and never changed; the same bytes are kept once in a workspace. name: of the file it came in. source: the address it came from, licence and credit: what a
    library says of it; all "" where a person brought it."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="assets")
    content_hash = models.CharField(max_length=64)  # SHA-256 of content
    media_type = models.CharField(max_length=20)
    content = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    name = models.CharField(max_length=200, blank=True)
    source = models.TextField(blank=True)
    licence = models.CharField(max_length=300, blank=True)
    credit = models.CharField(max_length=300, blank=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["workspace", "content_hash"], name="asset_once_in_a_workspace"),)

    def __str__(self) -> str:
        return self.name or self.content_hash[:12]

    @property
    def address(self) -> str:
        """Where drafts show it."""
        return reverse("asset", args=[self.pk, self.content_hash[:12]])
