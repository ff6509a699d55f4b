"""Tables that are brought in: what was understood of them before anything is stored, and how far they are."""

from __future__ import annotations

import zlib

from django.conf import settings
from django.db import models

from fundament.web.accounts.models import Workspace
from fundament.web.templating import choices_of, key_field


class TableImport(models.Model):
    """A file with a table. content: compressed; gone when its rows are taken. about: what it is brought into, as its kind wants it. look: see `files.looking.Look`, as plain values. fields: what each
    column is, by its number. problem: a message as [code, values]. result: the address to go on to."""

    STATES = choices_of("import_state", "looking", "offered", "waiting", "taking", "done", "stopped", "failed")  # fmt: skip
    WORKING = ("looking", "waiting", "taking")

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="imports")
    kind = models.CharField(max_length=20)
    about = models.JSONField(default=dict)
    name = models.CharField(max_length=200)
    content = models.BinaryField()
    sheet = models.CharField(max_length=200, blank=True)
    fields = models.JSONField(null=True, blank=True)
    look = models.JSONField(null=True, blank=True)
    state = key_field(max_length=10, choices=STATES, default="looking")
    done = models.PositiveIntegerField(default=0)
    problem = models.JSONField(null=True, blank=True)
    result = models.CharField(max_length=300, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    given_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-given_at", "-id")

    def __str__(self) -> str:
        return self.name

    @property
    def is_working(self) -> bool:
        """Whether a job is at it."""
        return self.state in self.WORKING

    def bytes(self) -> bytes:
        """The file as it came."""
        return zlib.decompress(bytes(self.content))


class RememberedColumns(models.Model):
    """What a person said the columns of a table are, for the next one with the same headings. headings: a hash of them."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=20)
    headings = models.CharField(max_length=64)
    fields = models.JSONField()

    class Meta:
        constraints = (models.UniqueConstraint(fields=["workspace", "kind", "headings"], name="one_memory_per_headings"),)

    def __str__(self) -> str:
        return self.kind
