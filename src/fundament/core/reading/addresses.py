"""Addresses as pages write them, among them such as are none ("http://[")."""

from __future__ import annotations

from urllib.parse import SplitResult, urljoin, urlsplit


def joined(base: str, target: str) -> str:
    """The address that `target` means on a page at `base`; "" when it is none."""
    try:
        address = urljoin(base, target)
        urlsplit(address)
    except ValueError:
        return ""
    return address


def parts_of(address: str) -> SplitResult:
    """The parts of an address, all empty when it is none."""
    try:
        parts = urlsplit(address)
        _ = parts.hostname
    except ValueError:
        return SplitResult("", "", "", "", "")
    return parts


def site_of(address: str) -> str:
    """The host of an address without "www."; "" when it has none."""
    return (parts_of(address).hostname or "").removeprefix("www.")
