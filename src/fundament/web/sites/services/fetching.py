"""The fetcher of pages as the settings have it."""

from __future__ import annotations

from django.conf import settings

from fundament.providers.pages import PageFetcher


def page_fetcher() -> PageFetcher:
    """A fetcher for pages with this installation's settings."""
    return PageFetcher(simulated_proxy=settings.PAGE_PROXY, also_allowed=frozenset(settings.PAGES_ALSO_ALLOWED))
