"""What came from outside: raw responses, readings of them, answers of services; and the owner's own sites and pages."""

from __future__ import annotations

import zlib

from django.db import models

from fundament.core.version import READING_VERSION, STAGES
from fundament.web.accounts.models import Workspace
from fundament.web.templating import choices_of, key_field


class RawResponse(models.Model):
    """A page as it came, so that a better reader can read it again. Never changed. body: compressed (zlib)."""

    content_hash = models.CharField(max_length=64)
    url = models.TextField()
    final_url = models.TextField()
    charset = models.CharField(max_length=80, blank=True)
    notes = models.JSONField(default=list, blank=True)
    body = models.BinaryField()
    size = models.PositiveIntegerField()
    fetched_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = (models.Index(fields=["content_hash"], name="raw_response_by_hash"),)

    def __str__(self) -> str:
        return self.url

    def content(self) -> bytes:
        """The bytes that came."""
        return zlib.decompress(bytes(self.body))


class StoredReading(models.Model):
    """What was read of one address at one time, and its analysis; shared by all studies that meet the same content. Never changed but for its version.

    made_of: the reading this one was made of by a person's corrections.
    """

    content_hash = models.CharField(max_length=64)
    version = models.CharField(max_length=20)
    url = models.TextField()
    raw = models.ForeignKey(RawResponse, null=True, blank=True, on_delete=models.PROTECT, related_name="readings")
    reading = models.JSONField()
    analysis = models.JSONField()
    analysis_version = models.CharField(max_length=20, default="4")  # that of the rows there were before it was kept
    read_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["content_hash", "version"], name="one_stored_reading_per_content"),)

    def __str__(self) -> str:
        return self.url

    @property
    def is_of_today(self) -> bool:
        """Whether today's reader and analysis made it."""
        return self.version == READING_VERSION and self.analysis_version == STAGES["analysis"]


class ProviderAnswer(models.Model):
    """A raw answer of a service, with what it cost in the service's own unit."""

    service = models.CharField(max_length=40)
    question = models.TextField()
    raw = models.TextField()
    cost = models.FloatField(default=0.0)
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = (models.Index(fields=["service", "-asked_at"], name="answers_of_a_service"),)

    def __str__(self) -> str:
        return f"{self.service}, {self.asked_at}"


class Site(models.Model):
    """A site of the workspace's own. host: without "www.". brand_words: names of its own that are never what a page is about. sitemap: its address, "" where it is looked for. state: what is being
    done with it; problem, notes: messages as [code, values]."""

    STATES = choices_of("site_state", "", "listing", "reading", "stopping")

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="sites")
    host = models.CharField(max_length=253)
    name = models.CharField(max_length=200, blank=True)
    country = models.CharField(max_length=2, default="gb")
    language = models.CharField(max_length=2, default="en")
    time_zone = models.CharField(max_length=60, default="Europe/London")
    brand_words = models.JSONField(default=list, blank=True)
    sitemap = models.TextField(blank=True)
    pages_a_minute = models.PositiveSmallIntegerField(default=60)
    state = key_field(max_length=10, choices=STATES, default="", blank=True)
    problem = models.JSONField(null=True, blank=True)
    notes = models.JSONField(default=list, blank=True)
    listed_at = models.DateTimeField(null=True, blank=True)  # when its sitemap was read last
    archived_at = models.DateTimeField(null=True, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["workspace", "host"], name="one_site_per_host"),)

    def __str__(self) -> str:
        return self.name or self.host


class Page(models.Model):
    """A page of a site of the workspace's own. kind, words: copied from the reading, for lists. changed: when the sitemap says it was changed last. listed: it stands in the sitemap, or was given by hand. problem: why it was not
    read, a message as [code, values]."""

    STATES = choices_of("page_state", "new", "read", "failed")

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="pages")
    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="pages")
    url = models.TextField()
    title = models.TextField(blank=True)
    reading = models.ForeignKey(StoredReading, null=True, blank=True, on_delete=models.PROTECT, related_name="pages")
    state = key_field(max_length=6, choices=STATES, default="new")
    problem = models.JSONField(null=True, blank=True)
    kind = models.CharField(max_length=20, blank=True)
    words = models.PositiveIntegerField(null=True, blank=True)
    changed = models.DateField(null=True, blank=True)
    listed = models.BooleanField(default=True)
    read_at = models.DateTimeField(null=True, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["workspace", "url"], name="one_page_per_address"),)
        indexes = (models.Index(fields=["site", "state"], name="pages_by_state"),)

    def __str__(self) -> str:
        return self.url


class Observation(models.Model):
    """A figure that was observed of a page elsewhere: the latest of its kind. key: a hash of the address. kind: "site_trust", "lcp_ms" and the like; source: the service."""

    key = models.CharField(max_length=64)
    url = models.TextField()
    kind = models.CharField(max_length=20)
    value = models.FloatField()
    source = models.CharField(max_length=20)
    at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["key", "kind"], name="one_observation_of_a_kind"),)

    def __str__(self) -> str:
        return f"{self.kind} of {self.url}: {self.value:g}"
