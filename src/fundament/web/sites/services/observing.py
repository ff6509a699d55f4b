"""Figures that are observed of pages elsewhere: trust, referring sites, speed. Any may be missing, and nothing waits for one."""

from __future__ import annotations

import hashlib
from collections import defaultdict
from collections.abc import Iterable
from datetime import timedelta

from django.utils import timezone

from fundament.core.errors import SaidError
from fundament.core.message import Message
from fundament.providers.observed import SPEED_FIGURES
from fundament.web.sites.models import Observation
from fundament.web.sites.services.answers import provider_of

FRESH = timedelta(days=7)
TRUST_FIGURES = ("site_trust", "page_trust", "referring_sites")
KINDS = {"trust": TRUST_FIGURES, "speed": SPEED_FIGURES}  # by service


def observe(urls: Iterable[str]) -> list[Message]:
    """Ask the services that are set up for what they know of these pages and is not fresh; what is to be said where one could not be used. A service that fails is not asked further."""
    wanted = [url for url in dict.fromkeys(urls) if url.startswith(("http://", "https://"))]
    problems = []
    for service, kinds in KINDS.items():
        try:
            provider = provider_of(service)
            if provider is None:
                continue
            known = set(
                Observation.objects.filter(key__in=map(observed_key, wanted), kind__in=kinds, at__gt=timezone.now() - FRESH).values_list(
                    "key", flat=True
                )
            )
            for url in wanted:
                if observed_key(url) not in known:
                    _keep(url, service, provider.trust(url) if service == "trust" else provider.speed(url))
        except SaidError as error:
            problems.append(error.message)
    return problems


def _keep(url: str, service: str, figures: dict[str, float]) -> None:
    for kind, value in figures.items():
        Observation.objects.update_or_create(key=observed_key(url), kind=kind, defaults={"url": url, "value": value, "source": service})


def figures_of(urls: Iterable[str]) -> dict[str, dict[str, float]]:
    """What is known of pages, by address and kind."""
    keys = {observed_key(url): url for url in urls}
    found: dict[str, dict[str, float]] = defaultdict(dict)
    for key, kind, value in Observation.objects.filter(key__in=list(keys)).values_list("key", "kind", "value"):
        found[keys[key]][kind] = value
    return dict(found)


def observed_key(url: str) -> str:
    """A hash of an address."""
    return hashlib.sha256(url.encode("utf-8", errors="replace")).hexdigest()
