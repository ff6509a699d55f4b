"""Raw answers of services, kept in the database."""

from __future__ import annotations

from datetime import timedelta

from django.conf import settings
from django.utils import timezone

from fundament.core.message import Message, message
from fundament.providers.errors import ProviderError
from fundament.providers.results import ResultsProvider
from fundament.providers.service import Terms, load
from fundament.web.sites.models import ProviderAnswer


class StoredAnswers:
    """See `providers.service.Answers`."""

    def recent(self, service: str, question: str, seconds: float) -> str | None:
        since = timezone.now() - timedelta(seconds=seconds)
        return ProviderAnswer.objects.filter(service=service, question=question, asked_at__gte=since).values_list("raw", flat=True).first()

    def keep(self, service: str, question: str, raw: str, cost: float) -> None:
        ProviderAnswer.objects.create(service=service, question=question, raw=raw.replace("\x00", ""), cost=cost)

    def asked(self, service: str, seconds: float) -> int:
        return ProviderAnswer.objects.filter(service=service, asked_at__gte=timezone.now() - timedelta(seconds=seconds)).count()


def results_provider() -> ResultsProvider | None:
    """The results service that the settings name; None when none is set up."""
    address = settings.RESULTS_ADDRESS
    if not address:
        return None
    provider: ResultsProvider = load(settings.PROVIDERS["results"])(
        address, terms=Terms(quota=settings.RESULTS_QUOTA, keep_seconds=settings.RESULTS_KEPT_SECONDS), answers=StoredAnswers()
    )
    return provider


def try_results() -> Message:
    """Ask the results service for the first of what ranks for a word. Raises ProviderError."""
    provider = results_provider()
    if provider is None:
        raise ProviderError("service.none")
    page = provider.search("test", country="gb", language="en", device="desktop", count=10)
    return message("service.answered", results=len(page.results))
