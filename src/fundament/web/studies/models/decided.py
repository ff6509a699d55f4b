"""What people decided on a study: identities and what hangs on them, the outline, what was added, files that wait to be taken in."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from fundament.web.accounts.somebody import OfSomebody
from fundament.web.sites.models import Page
from fundament.web.studies.models.study import Study
from fundament.web.templating import choices_of, key_field


class Identity(models.Model):
    """A term, entity or subtopic that has a key. members, pages: what it stood for when it was minted or last decided on. given_name, given_kind: what people call it, in
    place of what is proposed."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="identities")
    kind = models.CharField(max_length=12)
    key = models.CharField(max_length=40)
    name = models.CharField(max_length=500)
    members = models.JSONField(default=list)
    pages = models.JSONField(default=list)
    given_name = models.CharField(max_length=200, blank=True)
    given_kind = models.CharField(max_length=40, blank=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["study", "key"], name="one_identity_per_key"),)

    def __str__(self) -> str:
        return f"{self.key} ({self.name})"


class KeyAlias(models.Model):
    """An identity that is a part of another one now: `old` leads to `new`. reason: "joined"."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="aliases")
    kind = models.CharField(max_length=12)
    old = models.CharField(max_length=40)
    new = models.CharField(max_length=40)
    reason = models.CharField(max_length=20)
    since = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["study", "old"], name="one_alias_per_key"),)

    def __str__(self) -> str:
        return f"{self.old} is now {self.new}"


class Decision(OfSomebody):
    """What a person decided on a term, entity or subtopic. It is kept when its subject is gone, and comes back with it."""

    ACTIONS = choices_of("action", "kept", "dropped", "own target", "must", "may")

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="decisions")
    kind = models.CharField(max_length=12)
    key = models.CharField(max_length=40)
    action = key_field(max_length=12, choices=ACTIONS)
    low = models.PositiveIntegerField(null=True, blank=True)  # of an own target, in uses
    high = models.PositiveIntegerField(null=True, blank=True)
    note = models.CharField(max_length=500, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    decided_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["study", "key"], name="one_decision_per_key"),)

    def __str__(self) -> str:
        return f"{self.key}: {self.action}"


class OutlineNode(models.Model):
    """A heading of the outline of a study: an H2, or under another one an H3. What it is to say is in notes, for whoever writes.

    key: stays for ever; a block of a draft can hang on it. subtopic: the key of the one it covers, "" for a heading of one's own. terms, entities: keys of what is meant for this section.
    covers, holds_terms, holds_entities: the same through what has joined since; set by whoever reads the outline.
    """

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="outline")
    key = models.CharField(max_length=40)
    parent = models.ForeignKey("self", null=True, blank=True, on_delete=models.SET_NULL, related_name="children")
    place = models.PositiveIntegerField()
    heading = models.CharField(max_length=300)
    subtopic = models.CharField(max_length=40, blank=True)
    notes = models.TextField(blank=True)
    planned_words = models.PositiveIntegerField(default=0)
    terms = models.JSONField(default=list)
    entities = models.JSONField(default=list)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    covers = ""
    holds_terms: tuple[str, ...] = ()
    holds_entities: tuple[str, ...] = ()

    class Meta:
        ordering = ("place", "id")
        constraints = (models.UniqueConstraint(fields=["study", "key"], name="one_outline_node_per_key"),)

    def __str__(self) -> str:
        return self.heading

    @property
    def level(self) -> int:
        """2 or 3."""
        return 2 if self.parent_id is None else 3


class SecondaryKeyword(models.Model):
    """A phrase that the text should answer beside the keyword."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="secondary_keywords")
    place = models.PositiveSmallIntegerField()
    phrase = models.CharField(max_length=200)

    class Meta:
        ordering = ("place",)
        constraints = (models.UniqueConstraint(fields=["study", "place"], name="one_secondary_keyword_per_place"),)

    def __str__(self) -> str:
        return self.phrase


class Demand(models.Model):
    """A phrase that people search for around a study's subject, as the catalogue knew it. key: its lemmas. volume: searches a month, in the mean of a year. answered: ranks of the results that have all its words in one sentence. closeness: of its
    meaning to the keyword, -1 to 1."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="demand")
    phrase = models.CharField(max_length=200)
    key = models.CharField(max_length=300)
    volume = models.FloatField(null=True, blank=True)
    difficulty = models.FloatField(null=True, blank=True)
    answered = models.JSONField(default=list)
    closeness = models.FloatField(default=0.0)
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-volume", "phrase")
        constraints = (models.UniqueConstraint(fields=["study", "phrase"], name="one_demand_per_phrase"),)

    def __str__(self) -> str:
        return self.phrase


class Addition(OfSomebody):
    """What a person added to what the competitors have in common, or grouped otherwise. key: the identity it makes; of a join, that of the thing that stays.

    others: the keys that are joined with it; of a split, the one it was a part of. members: of a split, what stands by itself. names: of a term or entity of one's own
    the other ways to write it. shown_kind: of an entity, what it is.
    """

    WHATS = choices_of("addition", "own", "join", "split")

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="additions")
    kind = models.CharField(max_length=12)
    what = key_field(max_length=6, choices=WHATS)
    key = models.CharField(max_length=40)
    name = models.CharField(max_length=500)
    names = models.JSONField(default=list)
    shown_kind = models.CharField(max_length=40, blank=True)
    others = models.JSONField(default=list)
    members = models.JSONField(default=list)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("made_at", "id")

    def __str__(self) -> str:
        return f"{self.what}: {self.name}"


class PagePurpose(models.Model):
    """The keyword, and the study, that a page of one's own is meant for."""

    page = models.OneToOneField(Page, on_delete=models.CASCADE, related_name="purpose")
    study = models.ForeignKey(Study, null=True, blank=True, on_delete=models.SET_NULL, related_name="purposes")
    keyword = models.CharField(max_length=200)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")

    def __str__(self) -> str:
        return self.keyword


class PageFile(models.Model):
    """A file with pages that waits to be read into a study; one that was read is gone, for its pages are kept."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="page_files")
    name = models.CharField(max_length=200)
    content = models.BinaryField()

    class Meta:
        ordering = ("id",)

    def __str__(self) -> str:
        return self.name


class EntityFile(models.Model):
    """A file with a person's own entities that waits to be read, or could not be; one that was read is gone. problem: a message as [code, values]."""

    study = models.OneToOneField(Study, on_delete=models.CASCADE, related_name="entity_file")
    name = models.CharField(max_length=200)
    content = models.BinaryField()
    problem = models.JSONField(null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    given_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return self.name
