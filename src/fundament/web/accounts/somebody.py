"""Who said or decided something: a person of this installation, or somebody whom a study file names."""

from __future__ import annotations

from typing import Any

from django.db import models

from fundament.messages import words

MOST_OF_A_NAME = 200


class OfSomebody(models.Model):
    """A row that a person made. by_name: the name of whoever did, where a file brought the row and they have no account here."""

    by_name = models.CharField(max_length=MOST_OF_A_NAME, blank=True, default="")

    class Meta:
        abstract = True

    @property
    def person(self) -> Any:
        """Who of this installation; None where nobody is known here."""
        return getattr(self, "by", None) or getattr(self, "created_by", None)

    @property
    def plain_name(self) -> str:
        """Their name, as a file says it; "" where nobody knows any more."""
        return str(self.person.shown)[:MOST_OF_A_NAME] if self.person else self.by_name

    @property
    def who(self) -> str:
        """The same for people. What a file says of who decided is nobody's word here, so it is told apart from a member of the same name."""
        return words("somebody.from_a_file", name=self.by_name) if self.by_name and not self.person else self.plain_name


BY_A_PERSON = models.Q(by__isnull=False) | ~models.Q(by_name="")  # and not by the program
