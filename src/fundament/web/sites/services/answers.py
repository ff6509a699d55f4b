"""Raw answers of services, kept in the database."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.conf import settings
from django.utils import timezone

from fundament.core.message import Message, message
from fundament.providers.assistant_messages import MessagesAssistant
from fundament.providers.errors import ProviderError, ServiceError
from fundament.providers.mapping import Mapped, MappedCatalogue, MappedResults
from fundament.providers.results import ResultsProvider
from fundament.providers.service import Terms, load
from fundament.web.sites.models import ProviderAnswer

ASKED_ABOUT = "https://www.example.com/"  # a page kept for examples (RFC 2606): what a trial asks about is nobody's


class StoredAnswers:
    """See `providers.service.Answers`."""

    def recent(self, service: str, question: str, seconds: float) -> str | None:
        since = timezone.now() - timedelta(seconds=seconds)
        return ProviderAnswer.objects.filter(service=service, question=question, asked_at__gte=since).values_list("raw", flat=True).first()

    def keep(self, service: str, question: str, raw: str, cost: float) -> None:
        ProviderAnswer.objects.create(service=service, question=question, raw=raw.replace("\x00", ""), cost=cost)

    def asked(self, service: str, seconds: float) -> int:
        return ProviderAnswer.objects.filter(service=service, asked_at__gte=timezone.now() - timedelta(seconds=seconds)).count()


def provider_of(name: str) -> Any:
    """The provider that the settings name for a service; None when none is set up. Raises ServiceError where its description cannot be used."""
    known: dict[str, Any] = settings.SERVICES[name]
    terms = Terms(quota=known["quota"], keep_seconds=known["kept_seconds"])
    if known["mapping"] and name == "assistant":
        return MessagesAssistant.read(known["mapping"], key=known["key"], terms=terms, answers=StoredAnswers())
    if known["mapping"]:
        client = {"results": MappedResults, "keywords": MappedCatalogue}.get(name)
        if client is None:
            raise ServiceError("service.none_set_up", service=name)
        return client(name, Mapped.read(known["mapping"]), key=known["key"], terms=terms, answers=StoredAnswers())
    address = address_of(name)
    if not address:
        return None
    more: dict[str, Any] = {"name": name} if name in ("trust", "speed") else {}
    if known["key"]:
        more["headers"] = {"Authorization": f"Bearer {known['key']}"}
    return load(known["provider"])(address, terms=terms, answers=StoredAnswers(), **more)


def address_of(name: str) -> str:
    """Where a service is asked, or what describes it; "" where none is set up."""
    return str(getattr(settings, f"{name.upper()}_ADDRESS") or settings.SERVICES[name]["mapping"])


def results_provider() -> ResultsProvider | None:
    """The results service that the settings name; None when none is set up."""
    provider: ResultsProvider | None = provider_of("results")
    return provider


def _needed(name: str) -> Any:
    provider = provider_of(name)
    if provider is None:
        raise ProviderError("service.none" if name == "results" else "service.none_set_up", service=name)
    return provider


def try_results() -> Message:
    """Ask the results service for the first of what ranks for a word. Raises ProviderError."""
    page = _needed("results").search("test", country="gb", language="en", device="desktop", count=10)
    return message("service.answered", results=len(page.results))


def try_keywords() -> Message:
    """Ask the catalogue for what is searched around a word. Raises ProviderError."""
    found = list(_needed("keywords").search("house", country="gb", language="en", most=10))
    return message("service.keywords_found", keywords=len(found))


def try_trust() -> Message:
    """Ask for the trust of a page. Raises ProviderError."""
    return message("service.figures_found", figures=len(_needed("trust").trust(ASKED_ABOUT)))


def try_speed() -> Message:
    """Ask for the speed of a page. Raises ProviderError."""
    return message("service.figures_found", figures=len(_needed("speed").speed(ASKED_ABOUT)))


def try_pictures() -> Message:
    """Ask the library for pictures. Raises ProviderError."""
    return message("service.pictures_found", pictures=len(_needed("pictures").search("house")))


def try_assistant() -> Message:
    """Ask the assistant for another wording of a sentence. Raises ProviderError."""
    assistant = _needed("assistant")
    sentence = "In order to keep rain out, it is important to close the window, which was opened this morning, in most cases."
    found = assistant.rewrite(assistant.rewrites[0], sentence, {}, "en")
    return message("service.assistant_answered", words=len(found.split()), of=len(sentence.split()))
