"""Keyword lists: phrases people search for, with what is known of each."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from fundament.web.accounts.models import Workspace

MOST_CHARACTERS = 200


class KeywordList(models.Model):
    """A list. source: where it came from, in words."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="keyword_lists")
    name = models.CharField(max_length=200)
    country = models.CharField(max_length=2, blank=True)
    language = models.CharField(max_length=2, blank=True)
    source = models.CharField(max_length=300, blank=True)
    asked = models.JSONField(
        null=True, blank=True
    )  # of the catalogue, while a job asks it: what, by "seed" or "site", and how many at most
    problem = models.JSONField(null=True, blank=True)  # a message as [code, values]
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("-created_at", "-id")

    def __str__(self) -> str:
        return self.name


class Keyword(models.Model):
    """A phrase of a list. key: the phrase as it is compared. words: how many it has. volume: searches a month, in the mean of a year; months: by month ("2026-03"). difficulty:
    0 to 100. cost: of a click. competition: 0 to 1. removed_at: it was taken off the list."""

    list = models.ForeignKey(KeywordList, on_delete=models.CASCADE, related_name="keywords")
    place = models.PositiveIntegerField()
    phrase = models.CharField(max_length=MOST_CHARACTERS)
    key = models.CharField(max_length=MOST_CHARACTERS)
    words = models.PositiveSmallIntegerField()
    is_question = models.BooleanField(default=False)
    volume = models.FloatField(null=True, blank=True)
    months = models.JSONField(default=dict, blank=True)
    difficulty = models.FloatField(null=True, blank=True)
    cost = models.FloatField(null=True, blank=True)
    competition = models.FloatField(null=True, blank=True)
    intent = models.CharField(max_length=30, blank=True)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("place",)
        constraints = (models.UniqueConstraint(fields=["list", "key"], name="one_keyword_per_phrase"),)
        indexes = (
            models.Index(fields=["list", "-volume"], name="keywords_by_volume"),
            models.Index(fields=["list", "place"], name="keywords_in_order"),
        )

    def __str__(self) -> str:
        return self.phrase
