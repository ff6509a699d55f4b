"""A study: a keyword in a market, its ranked results, the choice among them, and which consensus its figures stand on."""

from __future__ import annotations

import uuid
import zlib
from typing import Any

import msgspec
from django.conf import settings
from django.db import models
from django.utils.formats import date_format
from django.utils.functional import cached_property

from fundament.core.language.packs import packs
from fundament.core.version import CONSENSUS_VERSION
from fundament.messages import words
from fundament.web.accounts.models import Workspace
from fundament.web.accounts.somebody import OfSomebody
from fundament.web.sites.models import Page, RawResponse, Site, StoredReading
from fundament.web.studies.models.steps import Steps, steps_of
from fundament.web.templating import choices_of, key_field, language_later

COUNTRIES = choices_of("country", "gb", "us", "ie", "ca", "au", "de", "at", "ch", "fr", "be", "nl", "es", "it", "pt", "pl")  # fmt: skip
LANGUAGES = tuple((pack.code, language_later(pack.code)) for pack in packs().values())
DEVICES = choices_of("device", "desktop", "mobile")
DEPTHS = ((10, "10"), (20, "20"), (30, "30"))


class Consensus(models.Model):
    """What some competitors have in common. Immutable: found by a hash of all that goes into it, so that a choice made before is at hand. data: compressed
    JSON."""

    hash = models.CharField(max_length=64, unique=True)
    version = models.CharField(max_length=20)
    data = models.BinaryField()
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"consensus {self.hash[:12]}"

    @staticmethod
    def packed(plain: Any) -> bytes:
        """What is kept of a consensus as plain values."""
        return zlib.compress(msgspec.json.encode(plain), 6)

    def plain(self) -> Any:
        """The plain values again."""
        return msgspec.json.decode(zlib.decompress(bytes(self.data)))


class StudyDefaults(models.Model):
    """What new studies of a workspace begin with."""

    workspace = models.OneToOneField(Workspace, on_delete=models.CASCADE, related_name="study_defaults")
    country = key_field(max_length=2, choices=COUNTRIES, default="gb")
    language = key_field(max_length=2, choices=LANGUAGES, default="en")
    device = key_field(max_length=10, choices=DEVICES, default="desktop")
    depth = models.PositiveSmallIntegerField(choices=DEPTHS, default=20)
    folder = models.CharField(max_length=80, blank=True)

    def __str__(self) -> str:
        return f"{self.country}, {self.language}"


class Study(models.Model):
    """A keyword in a market. problem, figures_problem: a message as [code, values], or null."""

    WORKING = ("asking", "reading")  # states in which a job is at the pages
    STATES = choices_of("study_state", "asking", "reading", "ready", "empty", "failed")  # fmt: skip
    FIGURES = choices_of("figures", "", "making", "failed")

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="studies")
    name = models.CharField(max_length=200, blank=True)
    folder = models.CharField(max_length=80, blank=True, db_index=True)
    keyword = models.CharField(max_length=200)
    country = key_field(max_length=2, choices=COUNTRIES, default="gb")
    language = key_field(max_length=2, choices=LANGUAGES, default="en")
    device = key_field(max_length=10, choices=DEVICES, default="desktop")
    depth = models.PositiveSmallIntegerField(choices=DEPTHS, default=20)
    place = models.CharField(max_length=100, blank=True)  # within the country, where results are asked for one
    as_of = models.DateField(null=True, blank=True)  # an earlier day whose results are asked for
    addresses = models.JSONField(default=list, blank=True)  # typed in instead of asking the results service
    site = models.ForeignKey(Site, null=True, blank=True, on_delete=models.SET_NULL, related_name="studies")
    page_to_rework = models.ForeignKey(Page, null=True, blank=True, on_delete=models.SET_NULL, related_name="studies")
    rework_address = models.TextField(blank=True)  # of a page of one's own that is to be reworked, read with the results
    rework_problem = models.JSONField(null=True, blank=True)  # why it could not be read, a message as [code, values]
    state = key_field(max_length=10, choices=STATES, default="asking")
    problem = models.JSONField(null=True, blank=True)
    figures = key_field(max_length=10, choices=FIGURES, default="", blank=True)
    figures_problem = models.JSONField(null=True, blank=True)
    observing = models.JSONField(default=list, blank=True)  # messages as [code, values]: why figures observed elsewhere are missing
    division = models.JSONField(
        null=True, blank=True
    )  # of its results in two intents: by, terms of each, and the group of each rank; null where they are one
    own_entities = models.JSONField(default=list, blank=True)  # brought by a person: name, kind, aliases
    planned_words = models.PositiveIntegerField(default=0)  # 0: the competitors' median
    intent = models.TextField(blank=True)  # what the searcher wants, in a person's words
    assignee = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="assigned_studies"
    )
    due = models.DateField(null=True, blank=True)
    confirmed = models.CharField(max_length=64, blank=True)  # a hash of the decisions that an editor confirmed
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="opened_studies")
    created_at = models.DateTimeField(auto_now_add=True)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("-created_at", "-id")
        verbose_name_plural = "studies"

    def __str__(self) -> str:
        return self.shown

    @property
    def shown(self) -> str:
        """What it is called: its name, or its keyword."""
        return self.name or self.keyword

    @property
    def market(self) -> str:
        """Where, in which language, on what and of which day the results are, for people."""
        parts = [self.place, self.get_country_display(), self.get_language_display(), self.get_device_display().lower()]
        return ", ".join(filter(None, [*parts, words("study.as_of", day=date_format(self.as_of, "j M Y")) if self.as_of else ""]))

    @cached_property
    def steps(self) -> Steps:
        """Its three steps, and what is open."""
        return steps_of(self)

    @property
    def is_working(self) -> bool:
        """Whether a job is still at the pages."""
        return self.state in self.WORKING


class Ranking(models.Model):
    """What ranked for a study's keyword on a day. Never changed. source: "service", "typed" for addresses given by a person, or "files"."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="rankings")
    source = models.CharField(max_length=10)
    questions = models.JSONField(default=list, blank=True)
    related = models.JSONField(default=list, blank=True)
    notes = models.JSONField(default=list, blank=True)  # messages as [code, values]: what is to be said of where it came from
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-asked_at", "-id")

    def __str__(self) -> str:
        return f"{self.study}, {self.asked_at}"


class RankedResult(models.Model):
    """An address in a ranking. Never changed."""

    ranking = models.ForeignKey(Ranking, on_delete=models.CASCADE, related_name="results")
    rank = models.PositiveSmallIntegerField()
    url = models.TextField()
    title = models.TextField(blank=True)
    snippet = models.TextField(blank=True)

    class Meta:
        ordering = ("rank",)
        constraints = (models.UniqueConstraint(fields=["ranking", "rank"], name="one_address_per_rank"),)

    def __str__(self) -> str:
        return self.url


class Result(models.Model):
    """A ranked address of a study, with what was read of it. problem, advice: messages as [code, values], or null. chosen: kept as a competitor; advice: why
    it was proposed to leave it out."""

    STATES = choices_of("result_state", "waiting", "reading", "read", "failed")

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="results")
    ranked = models.ForeignKey(RankedResult, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    rank = models.PositiveSmallIntegerField()
    url = models.TextField()
    title = models.TextField(blank=True)
    snippet = models.TextField(blank=True)
    state = key_field(max_length=10, choices=STATES, default="waiting")
    problem = models.JSONField(null=True, blank=True)
    raw = models.ForeignKey(
        RawResponse, null=True, blank=True, on_delete=models.PROTECT, related_name="+"
    )  # of a page that was brought in a file
    reading = models.ForeignKey(StoredReading, null=True, blank=True, on_delete=models.PROTECT, related_name="results")
    # copied from the reading with its corrections, so that lists need not open it
    read_url = models.TextField(blank=True)
    page_kind = models.CharField(max_length=20, blank=True)
    words = models.PositiveIntegerField(default=0)
    headings = models.PositiveIntegerField(default=0)
    images = models.PositiveIntegerField(null=True, blank=True)  # null where it was read before they were counted
    published = models.CharField(max_length=10, blank=True)
    chosen = models.BooleanField(default=False)
    advice = models.JSONField(null=True, blank=True)

    class Meta:
        ordering = ("rank",)
        constraints = (models.UniqueConstraint(fields=["study", "rank"], name="one_result_per_rank"),)

    def __str__(self) -> str:
        return self.url

    @property
    def workspace_id(self) -> int:
        """The workspace of its study."""
        return self.study.workspace_id

    @property
    def is_on_the_web(self) -> bool:
        """Whether its address can be opened; a page out of a file may have none."""
        return self.url.startswith(("http://", "https://"))

    @property
    def host(self) -> str:
        """The host without www, for lists."""
        return self.url.split("/")[2].removeprefix("www.") if "//" in self.url else self.url


class CompetitorChoice(OfSomebody):
    """Whether a result was kept as a competitor, from when to when, by whom and why. reason: a message as [code, values]. The open row is how it stands."""

    result = models.ForeignKey(Result, on_delete=models.CASCADE, related_name="choices")
    chosen = models.BooleanField()
    reason = models.JSONField(null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    since = models.DateTimeField()
    until = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["result"], condition=models.Q(until=None), name="one_open_choice"),)

    def __str__(self) -> str:
        return f"{self.result}: {'kept' if self.chosen else 'left out'}"


class BlockCorrection(models.Model):
    """A person's decision on whether a block of a page counts. It hangs on the block's key, so a better reader does not move it."""

    result = models.ForeignKey(Result, on_delete=models.CASCADE, related_name="corrections")
    block_key = models.CharField(max_length=40)
    counts = models.BooleanField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["result", "block_key"], name="one_correction_per_block"),)

    def __str__(self) -> str:
        return f"{self.block_key}: {self.counts}"


class CurrentConsensus(models.Model):
    """The consensus a study's figures stand on now (none when no competitor is chosen), and which identities its things are. stamp is another one after every
    change, so that every process knows when its copy is old, and a change that was rolled back leaves none.

    keys: {"terms": [...], "entities": [...], "subtopics": [...]} in the consensus' order. extended: the consensus with what people added to it, where they did; extended_keys: its
    keys. joined, split, lost: see `core.consensus.identity.Matching`; what a person joined is among joined.
    """

    study = models.OneToOneField(Study, on_delete=models.CASCADE, related_name="current")
    consensus = models.ForeignKey(Consensus, null=True, blank=True, on_delete=models.PROTECT, related_name="studies")
    extended = models.ForeignKey(Consensus, null=True, blank=True, on_delete=models.PROTECT, related_name="extended_studies")
    stamp = models.UUIDField(default=uuid.uuid4)
    keys = models.JSONField(default=dict)
    extended_keys = models.JSONField(default=dict)
    joined = models.JSONField(default=dict)
    split = models.JSONField(default=dict)
    lost = models.JSONField(default=list)
    changed_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"figures of {self.study}"

    @property
    def used(self) -> Consensus | None:
        """The consensus that decisions are made on: the extended one where there is one."""
        return self.extended or self.consensus

    @property
    def used_keys(self) -> dict[str, list[str]]:
        """Its keys."""
        keys: dict[str, list[str]] = self.extended_keys if self.extended_id else self.keys
        return keys

    @property
    def is_outdated(self) -> bool:
        """Whether an earlier version of the core made the consensus, so that its numbers may differ from those made now."""
        return self.consensus is not None and self.consensus.version != CONSENSUS_VERSION
