"""Drafts, their revisions, scores over time, and where they were published. Nothing a person wrote is deleted."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.conf import settings
from django.db import models
from django.utils import timezone

from fundament.core.documents.schema import SCHEMA_VERSION
from fundament.core.version import CORE_VERSION
from fundament.messages import words
from fundament.web.accounts.models import Workspace
from fundament.web.accounts.somebody import OfSomebody
from fundament.web.sites.models import Page
from fundament.web.studies.models import Consensus, Study
from fundament.web.templating import choices_of, key_field


class Draft(models.Model):
    """A text of a study. version rises with each save; whoever saves says which version they started from.

    document: the editor's JSON with an id on every block (`core.documents`). measured_study: the one it is measured against, when that is another.
    kept_at: when a revision was kept last.
    """

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="drafts")
    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="drafts")
    measured_study = models.ForeignKey(Study, null=True, blank=True, on_delete=models.SET_NULL, related_name="measured_drafts")
    page = models.ForeignKey(Page, null=True, blank=True, on_delete=models.SET_NULL, related_name="drafts")
    name = models.CharField(max_length=200)
    title_tag = models.CharField(max_length=500, blank=True)
    meta_description = models.CharField(max_length=2000, blank=True)
    document = models.JSONField()
    document_schema = models.PositiveSmallIntegerField(default=SCHEMA_VERSION)
    version = models.PositiveIntegerField(default=1)
    words = models.PositiveIntegerField(default=0)
    score = models.JSONField(null=True, blank=True)  # total, parts and aim when it was last scored, for lists
    kept_at = models.DateTimeField(null=True, blank=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="drafts")
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("-updated_at", "-id")

    def __str__(self) -> str:
        return self.name

    @property
    def measured_by(self) -> int:
        """The number of the study it is measured against."""
        return int(self.measured_study_id or self.study_id)

    @property
    def figures_stamp(self) -> UUID | None:
        """The stamp of the figures it is measured with, where it was read with `stamps`; None where it has to be asked for."""
        stamp: UUID | None = getattr(self, "measured_stamp" if self.measured_study_id else "stamp", None)
        return stamp

    @property
    def is_score_outdated(self) -> bool:
        """Whether the noted score was made by an earlier version of the core."""
        return bool(self.score) and self.score.get("version") != CORE_VERSION


class Statement(OfSomebody):
    """A person's statement about a draft: what the score cannot see, or could not tell (see `core.scoring.statements`).

    target: "part:key" of what is not for this page or is settled; the measure of what is there already; a hash of the passage that is ours, or of the text that is there already. count: how many
    more of the measure are there. text: of the block that it hangs on, or the text that is there.
    """

    KINDS = choices_of("statement_kind", "there", "covered", "not_covered", "ours", "fine", "not_for_page")
    SETTLING = ("covered", "not_covered")
    OF_PASSAGES = ("ours", "fine")

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="statements")
    kind = key_field(max_length=12, choices=KINDS)
    target = models.CharField(max_length=200)
    name = models.CharField(max_length=200, blank=True)  # of the target, as it was called then
    count = models.PositiveSmallIntegerField(default=0)
    text = models.TextField(blank=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created_at", "-id")
        constraints = (models.UniqueConstraint(fields=["draft", "kind", "target"], name="statement_once_on_a_target"),)

    def __str__(self) -> str:
        return f"{self.get_kind_display()}: {self.name or self.target}"


def stamps() -> dict[str, Any]:
    """What is read together with a draft that is about to be measured: some queries less for each key press."""
    return {
        "stamp": models.F("study__current__stamp"),
        "measured_stamp": models.F("measured_study__current__stamp"),
        "has_statements": models.Exists(Statement.objects.filter(draft=models.OuterRef("pk"))),
    }


class Revision(models.Model):
    """A draft as it was at one time. Never changed, but that one of a conflict grows while the same tab goes on."""

    CAUSES = choices_of("revision_cause", "kept", "conflict", "before", "published", "proposal")

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="revisions")
    version = models.PositiveIntegerField()
    cause = key_field(max_length=10, choices=CAUSES, default="kept")
    name = models.CharField(max_length=200, blank=True)
    title_tag = models.CharField(max_length=500, blank=True)
    meta_description = models.CharField(max_length=2000, blank=True)
    document = models.JSONField()
    document_schema = models.PositiveSmallIntegerField(default=SCHEMA_VERSION)
    words = models.PositiveIntegerField(default=0)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    guest = models.CharField(max_length=80, blank=True)  # the name of a visitor by link, whose text it was
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created_at", "-id")

    @property
    def by(self) -> str:
        """Who made it."""
        return words("revision.by_a_link", name=self.guest) if self.guest else self.created_by.shown if self.created_by else ""

    def __str__(self) -> str:
        return f"{self.draft}, version {self.version}"


class SettledProposal(models.Model):
    """What became of a proposal. key: see `core.edits.proposals`. before, after: what was shown. gain: points of 100, as it was said then."""

    TAKEN, EDITED, DISMISSED = "taken", "edited", "dismissed"
    VERDICTS = choices_of("proposal_verdict", TAKEN, EDITED, DISMISSED)

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="settled_proposals")
    key = models.CharField(max_length=240)
    check_id = models.CharField(max_length=40)
    subject = models.CharField(max_length=200, blank=True)
    before = models.TextField(blank=True)
    after = models.TextField(blank=True)
    gain = models.FloatField(default=0.0)
    verdict = key_field(max_length=10, choices=VERDICTS)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    stands = False  # whether its text is in the draft; filled in by `proposing.settled_of`

    class Meta:
        ordering = ("-created_at", "-id")
        constraints = (models.UniqueConstraint(fields=["draft", "key"], name="proposal_settled_once"),)

    def __str__(self) -> str:
        return f"{self.get_verdict_display()}: {self.subject or self.key}"


class DictionaryWord(models.Model):
    """A word that is right in a workspace, in one language, whatever a dictionary says."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="dictionary_words")
    language = models.CharField(max_length=8)
    word = models.CharField(max_length=80)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("word",)
        constraints = (models.UniqueConstraint(fields=["workspace", "language", "word"], name="word_once_in_a_dictionary"),)

    def __str__(self) -> str:
        return self.word


class HushedRemark(models.Model):
    """A remark on a draft's language that is not wanted. key: see `core.proofreading.model.Remark`. text: what stood there."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="hushed_remarks")
    key = models.CharField(max_length=80)
    text = models.CharField(max_length=200, blank=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created_at", "-id")
        constraints = (models.UniqueConstraint(fields=["draft", "key"], name="remark_hushed_once"),)

    def __str__(self) -> str:
        return self.key


class HandCheck(models.Model):
    """Something that no program can check, and somebody did."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="hand_checks")
    key = models.CharField(max_length=20)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("key",)
        constraints = (models.UniqueConstraint(fields=["draft", "key"], name="hand_check_once"),)

    def __str__(self) -> str:
        return self.key


class Share(models.Model):
    """A link that opens one draft without an account. Only a hash of its token is kept. with_scores: whether the visitor sees the score and its panels, or the text alone."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="shares")
    token_hash = models.CharField(max_length=64, unique=True)
    with_scores = models.BooleanField(default=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("-created_at", "-id")

    def __str__(self) -> str:
        return f"{self.draft}, until {self.expires_at}"

    @property
    def is_open(self) -> bool:
        """Whether it can be used now."""
        return self.ended_at is None and self.expires_at > timezone.now()


class ShareVisit(models.Model):
    """Somebody who came by a link, under the name they gave."""

    share = models.ForeignKey(Share, on_delete=models.CASCADE, related_name="visits")
    name = models.CharField(max_length=80)
    began_at = models.DateTimeField(auto_now_add=True)
    last_at = models.DateTimeField(auto_now=True)
    saves = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ("-began_at", "-id")

    def __str__(self) -> str:
        return self.name


class ScorePoint(models.Model):
    """A draft's score at one time, with what it was measured against. Never changed."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="score_points")
    version = models.PositiveIntegerField()
    revision = models.ForeignKey(Revision, null=True, blank=True, on_delete=models.SET_NULL, related_name="score_points")
    consensus = models.ForeignKey(Consensus, null=True, blank=True, on_delete=models.PROTECT, related_name="score_points")
    core_version = models.CharField(max_length=40)
    total = models.FloatField()
    aim = models.FloatField()
    enough = models.FloatField()
    parts = models.JSONField()
    words = models.PositiveIntegerField()
    measured_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-measured_at", "-id")

    def __str__(self) -> str:
        return f"{self.draft}: {self.total:.0f}"


class Publication(models.Model):
    """A revision of a draft is at an address since a day. read_at: when the page was read last to see whether it has the text; difference: what came of it, as plain values; problem: why it was not
    read, a message as [code, values]."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="publications")
    page = models.ForeignKey(Page, on_delete=models.CASCADE, related_name="publications")
    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="publications")
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="publications")
    since = models.DateField()
    is_asked = models.BooleanField(default=False)  # a job reads the page
    read_at = models.DateTimeField(null=True, blank=True)
    difference = models.JSONField(null=True, blank=True)
    problem = models.JSONField(null=True, blank=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-since", "-id")

    def __str__(self) -> str:
        return f"{self.draft} at {self.page}"
