"""Raw answers of services, kept in the database."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.conf import settings
from django.utils import timezone

from fundament.core.message import Message
from fundament.providers.errors import ProviderError, ServiceError
from fundament.providers.kinds import KINDS
from fundament.providers.results import ResultsProvider
from fundament.providers.service import Terms, load
from fundament.web.sites.models import ProviderAnswer
from fundament.web.typed import storable


class StoredAnswers:
    """See `providers.service.Answers`."""

    def recent(self, service: str, question: str, seconds: float) -> str | None:
        since = timezone.now() - timedelta(seconds=seconds)
        return ProviderAnswer.objects.filter(service=service, question=question, asked_at__gte=since).values_list("raw", flat=True).first()

    def keep(self, service: str, question: str, raw: str, cost: float) -> None:
        ProviderAnswer.objects.create(service=service, question=question, raw=storable(raw), cost=cost)

    def asked(self, service: str, seconds: float) -> int:
        return ProviderAnswer.objects.filter(service=service, asked_at__gte=timezone.now() - timedelta(seconds=seconds)).count()


def provider_of(name: str) -> Any:
    """The provider that the settings name for a service; None when none is set up. Raises ServiceError where its description cannot be used."""
    kind, known = KINDS[name], settings.SERVICES[name]
    terms = Terms(quota=known["quota"], keep_seconds=known["kept_seconds"])
    if known["mapping"]:
        if not kind.described:
            raise ServiceError("service.none_set_up", service=name)
        return load(kind.described).read(known["mapping"], key=known["key"], terms=terms, answers=StoredAnswers())
    address = address_of(name)
    if not address:
        return None
    more = {"headers": {"Authorization": f"Bearer {known['key']}"}} if known["key"] else {}
    return load(known["provider"])(address, terms=terms, answers=StoredAnswers(), **kind.arguments, **more)


def address_of(name: str) -> str:
    """Where a service is asked, or what describes it; "" where none is set up."""
    return str(getattr(settings, f"{name.upper()}_ADDRESS") or settings.SERVICES[name]["mapping"])


def results_provider() -> ResultsProvider | None:
    """The results service that the settings name; None when none is set up."""
    provider: ResultsProvider | None = provider_of("results")
    return provider


def try_service(name: str) -> Message:
    """Ask a service a small question. Raises ProviderError."""
    provider = provider_of(name)
    if provider is None:
        raise ProviderError(KINDS[name].missing, service=name)
    return KINDS[name].trial(provider)
