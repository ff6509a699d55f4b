"""Drafts and their revisions. A revision is never changed and never deleted."""

from django.conf import settings
from django.db import models

from fundament.core.version import CORE_VERSION
from fundament.web.studies.models import Study


class Draft(models.Model):
    """A text measured against a study. version rises with each save; whoever saves says which version they started from."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="drafts")
    name = models.CharField(max_length=200)
    title_tag = models.CharField(max_length=500, blank=True)
    meta_description = models.CharField(max_length=2000, blank=True)
    html = models.TextField(blank=True)
    version = models.PositiveIntegerField(default=1)
    words = models.PositiveIntegerField(default=0)
    score = models.JSONField(null=True, blank=True)  # total, parts and aim when it was last scored, for lists
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="drafts")
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-updated_at",)

    def __str__(self) -> str:
        return self.name

    @property
    def is_score_outdated(self) -> bool:
        """Whether the noted score was made by an earlier version of the core."""
        return bool(self.score) and self.score.get("version") != CORE_VERSION


class Revision(models.Model):
    """A draft as it was at one time."""

    REASONS = (
        ("kept", "Kept now and then"),
        ("conflict", "Could not be saved over a newer text"),
        ("before", "Before another was taken over"),
    )

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="revisions")
    version = models.PositiveIntegerField()
    reason = models.CharField(max_length=10, choices=REASONS, default="kept")
    title_tag = models.CharField(max_length=500, blank=True)
    meta_description = models.CharField(max_length=2000, blank=True)
    html = models.TextField(blank=True)
    words = models.PositiveIntegerField(default=0)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created_at", "-id")

    def __str__(self) -> str:
        return f"{self.draft}, version {self.version}"
