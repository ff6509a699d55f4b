"""What can go wrong outside, each as one plain sentence that a person can read."""


class ProviderError(Exception):
    """A service or page could not be used; the message says why."""


class PageError(ProviderError):
    """A page could not be read."""


class ServiceError(ProviderError):
    """A service did not answer as it should."""
