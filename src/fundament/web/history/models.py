"""One log of what was done: it gives undo, "by whom", history and audit."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from fundament.web.accounts.models import Workspace
from fundament.web.history.verbs import VERBS


class ActionLog(models.Model):
    """Something that was done. before, after: the rows it changed, as lists of {"model", "pk", "fields"}; fields is null for a row that was not there.

    thing: what it was done to, as "study:12". values: for the sentence that tells of it. undoes: the action that this one took back.
    """

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="actions")
    actor = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    actor_kind = models.CharField(max_length=10, default="person")
    verb = models.CharField(max_length=40)
    thing = models.CharField(max_length=60)
    values = models.JSONField(default=dict)
    before = models.JSONField(default=list)
    after = models.JSONField(default=list)
    group = models.UUIDField(null=True, blank=True)
    undoes = models.OneToOneField("self", null=True, blank=True, on_delete=models.PROTECT, related_name="undone_by")
    done_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)
        indexes = (models.Index(fields=["workspace", "thing", "-id"], name="actions_of_a_thing"),)

    def __str__(self) -> str:
        return f"{self.verb} {self.thing}"

    @property
    def can_be_undone(self) -> bool:
        """Whether what was done is of a kind that can be taken back."""
        verb = VERBS.get(self.verb)
        return verb is not None and verb.can_be_undone and bool(self.before)
