"""What can go wrong outside, each with a sentence of its own in `fundament.messages`."""

from fundament.core.errors import SaidError


class ProviderError(SaidError):
    """A service or page could not be used."""


class PageError(ProviderError):
    """A page could not be read."""


class ServiceError(ProviderError):
    """A service did not answer as it should."""


class QuotaError(ServiceError):
    """A service has been asked as often as it may be for now."""
