"""Who said or decided something: a person of this installation, or somebody whom a study file names."""

from __future__ import annotations

from typing import Any

from django.db import models

MOST_OF_A_NAME = 200


class OfSomebody(models.Model):
    """A row that a person made. by_name: the name of whoever did, where a file brought the row and they have no account here."""

    by_name = models.CharField(max_length=MOST_OF_A_NAME, blank=True, default="")

    class Meta:
        abstract = True

    @property
    def who(self) -> str:
        """Their name; "" where nobody knows any more."""
        person: Any = getattr(self, "by", None) or getattr(self, "created_by", None)
        return str(person.shown)[:MOST_OF_A_NAME] if person else self.by_name


BY_A_PERSON = models.Q(by__isnull=False) | ~models.Q(by_name="")  # and not by the program
