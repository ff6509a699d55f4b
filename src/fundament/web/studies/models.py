"""A study: a keyword in a market, its ranked results, what was read of them, and the yardstick made from them."""

from django.conf import settings
from django.db import models

from fundament.core.version import CORE_VERSION
from fundament.web.accounts.models import Workspace

COUNTRIES = (
    ("gb", "United Kingdom"), ("us", "United States"), ("ie", "Ireland"), ("ca", "Canada"), ("au", "Australia"), ("de", "Germany"),
    ("at", "Austria"), ("ch", "Switzerland"), ("fr", "France"), ("be", "Belgium"), ("nl", "Netherlands"), ("es", "Spain"),
    ("it", "Italy"), ("pt", "Portugal"), ("pl", "Poland"),
)  # fmt: skip
LANGUAGES = (
    ("en", "English"), ("de", "German"), ("fr", "French"), ("es", "Spanish"), ("it", "Italian"), ("nl", "Dutch"),
    ("pt", "Portuguese"), ("pl", "Polish"),
)  # fmt: skip
DEVICES = (("desktop", "Desktop"), ("mobile", "Mobile"))
DEPTHS = ((10, "10"), (20, "20"), (30, "30"))


class Study(models.Model):
    """A keyword in a market."""

    STATES = (
        ("asking", "Asking for results"), ("reading", "Reading the pages"), ("ready", "Ready"), ("empty", "No results"), ("failed", "Failed"),
    )  # fmt: skip

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="studies")
    keyword = models.CharField(max_length=200)
    country = models.CharField(max_length=2, choices=COUNTRIES, default="gb")
    language = models.CharField(max_length=2, choices=LANGUAGES, default="en")
    device = models.CharField(max_length=10, choices=DEVICES, default="desktop")
    depth = models.PositiveSmallIntegerField(choices=DEPTHS, default=20)
    addresses = models.JSONField(default=list, blank=True)  # typed in instead of asking the results service
    state = models.CharField(max_length=10, choices=STATES, default="asking")
    problem = models.CharField(max_length=500, blank=True)
    questions = models.JSONField(default=list, blank=True)
    own_entities = models.JSONField(default=list, blank=True)  # brought by a person: name, kind, aliases
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created_at",)
        verbose_name_plural = "studies"

    def __str__(self) -> str:
        return self.keyword

    @property
    def is_working(self) -> bool:
        """Whether a job is still at it."""
        return self.state in ("asking", "reading")


class Reading(models.Model):
    """What was read of one address at one time, and its analysis; shared by all studies that meet the same content."""

    content_hash = models.CharField(max_length=64)
    version = models.CharField(max_length=20)
    url = models.TextField()
    reading = models.JSONField()
    analysis = models.JSONField()
    read_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["content_hash", "version"], name="one_reading_per_content"),)

    def __str__(self) -> str:
        return self.url


class Result(models.Model):
    """A ranked address of a study. chosen: kept as a competitor; advice: why it was proposed to leave it out ("" if not)."""

    STATES = (("waiting", "Waiting"), ("reading", "Reading"), ("read", "Read"), ("failed", "Failed"))

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="results")
    rank = models.PositiveSmallIntegerField()
    url = models.TextField()
    title = models.TextField(blank=True)
    snippet = models.TextField(blank=True)
    state = models.CharField(max_length=10, choices=STATES, default="waiting")
    problem = models.CharField(max_length=500, blank=True)
    reading = models.ForeignKey(Reading, null=True, blank=True, on_delete=models.PROTECT, related_name="results")
    # a person's decisions on what counts, by number of block; as_read is then the reading without them
    overrides = models.JSONField(default=dict, blank=True)
    as_read = models.ForeignKey(Reading, null=True, blank=True, on_delete=models.PROTECT, related_name="corrected_results")
    # copied from the reading, so that lists need not open it
    page_kind = models.CharField(max_length=20, blank=True)
    words = models.PositiveIntegerField(default=0)
    headings = models.PositiveIntegerField(default=0)
    published = models.CharField(max_length=10, blank=True)
    notes = models.JSONField(default=list, blank=True)
    chosen = models.BooleanField(default=False)
    advice = models.CharField(max_length=300, blank=True)
    score = models.FloatField(null=True, blank=True)

    class Meta:
        ordering = ("rank",)
        constraints = (models.UniqueConstraint(fields=["study", "rank"], name="one_result_per_rank"),)

    def __str__(self) -> str:
        return self.url

    @property
    def host(self) -> str:
        """The host without www, for lists."""
        return self.url.split("/")[2].removeprefix("www.") if "//" in self.url else self.url


class YardstickRecord(models.Model):
    """The current yardstick of a study. number rises with each rebuilding, so that every process knows when its copy is old."""

    study = models.OneToOneField(Study, on_delete=models.CASCADE, related_name="yardstick")
    number = models.PositiveIntegerField(default=1)
    version = models.CharField(max_length=20)
    data = models.JSONField(null=True)  # null when no competitor is chosen
    built_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"yardstick {self.number} of {self.study}"

    @property
    def is_outdated(self) -> bool:
        """Whether an earlier version of the core made it, so that its numbers may differ from those made now."""
        return self.version != CORE_VERSION
