"""Errands: what is asked for in a form and waits for another server or reads a file."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from fundament.web.accounts.models import Workspace


class Errand(models.Model):
    """One. kind: key of a declared kind. about: what people call it, a file's name or an address. arguments: what was typed. content: the file, gone when it is read. problem: a message as [code, values]. go_to: where its
    result is; result: what a script is told of it. A person has one of a kind under way."""

    UNDER_WAY = ("waiting", "working")

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="errands")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=40)
    about = models.CharField(max_length=200)
    arguments = models.JSONField(default=dict)
    content = models.BinaryField(null=True)
    state = models.CharField(max_length=10, default="waiting")
    problem = models.JSONField(null=True, blank=True)
    go_to = models.CharField(max_length=300, blank=True)
    result = models.JSONField(null=True, blank=True)
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["person", "kind"], condition=models.Q(state__in=["waiting", "working"]), name="errand_one_of_a_kind"
            ),
        )

    def __str__(self) -> str:
        return f"{self.kind}: {self.about}"

    @property
    def is_under_way(self) -> bool:
        """Whether it is still to come to its end."""
        return self.state in self.UNDER_WAY
