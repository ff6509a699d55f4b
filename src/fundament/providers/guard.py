"""The guard against private addresses: nothing on this machine or its network is ever asked for.

Every address, and every target of a redirect, is checked before a connection is made. A name is resolved once, all its
addresses must be public, and the connection goes to the very address that was checked.
"""

from __future__ import annotations

import ipaddress
import socket
from dataclasses import dataclass
from urllib.parse import urlsplit

from fundament.providers.errors import PageError

_TRANSLATED = ipaddress.ip_network("64:ff9b::/96")  # IPv4 addresses in the clothes of IPv6, RFC 6052
# what of IPv6 is given out for the public internet (IANA, "IPv6 Global Unicast Address Assignments"), and what of that is not: protocols and their tunnels
# (2001::/23, among them Teredo), documentation, IPv4 in the clothes of IPv6 (6to4)
_ASSIGNED = ipaddress.ip_network("2000::/3")
_SPECIAL = tuple(ipaddress.ip_network(block) for block in ("2001::/23", "2001:db8::/32", "2002::/16", "3fff::/20"))
PORTS = frozenset((80, 443, 8000, 8080, 8443))


@dataclass(frozen=True)
class Target:
    """A checked address: host as written, port, and the public IP addresses to connect to, in the order to try them (none when a proxy resolves it)."""

    scheme: str
    host: str
    port: int
    addresses: tuple[str, ...]


def check_address(url: str, *, simulated_suffix: str = "", also_allowed: frozenset[str] = frozenset()) -> Target:
    """Check an address and resolve its host.

    simulated_suffix: hosts with this ending (".example") are not resolved; they are reached through the proxy set for them.
    also_allowed: "host:port" of addresses on loopback that may be asked for all the same, for tests.
    Raises PageError with a plain sentence when the address may not be asked for.
    """
    scheme, host, port = _parts(url)
    if f"{host}:{port}" in also_allowed:
        return Target(scheme, host, port, (host,))
    if port not in PORTS:
        raise PageError("address.port", port=port)
    if simulated_suffix and host.endswith(simulated_suffix):
        return Target(scheme, host, port, ())
    return Target(scheme, host, port, _public_addresses(host, port))


def _parts(url: str) -> tuple[str, str, int]:
    """Scheme, host and port of an address that may be a page's."""
    try:
        parts = urlsplit(url.strip())
        host = (parts.hostname or "").rstrip(".").lower()
        port = parts.port or (443 if parts.scheme == "https" else 80)
    except ValueError:
        raise PageError("address.invalid") from None
    if parts.scheme not in ("http", "https"):
        raise PageError("address.scheme")
    if not host:
        raise PageError("address.no_host")
    if any(sign.isspace() or sign in '<>"{}|^`\\' for sign in host):
        raise PageError("address.invalid")
    return parts.scheme, host, port


def _public_addresses(host: str, port: int) -> tuple[str, ...]:
    try:
        found = socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)
    except (OSError, UnicodeError):
        raise PageError("address.not_found", host=host) from None
    addresses = [str(entry[4][0]) for entry in found]
    for address in addresses:
        if not is_public(address):
            raise PageError("address.private", host=host)
    return tuple(dict.fromkeys(addresses))


def is_public(address: str) -> bool:
    """Whether an IP address belongs to the public internet."""
    parsed = ipaddress.ip_address(address.split("%")[0])
    if isinstance(parsed, ipaddress.IPv6Address):
        if parsed in _TRANSLATED:
            return is_public(str(ipaddress.IPv4Address(int(parsed) & 0xFFFFFFFF)))
        return parsed in _ASSIGNED and not any(parsed in special for special in _SPECIAL)
    return parsed.is_global and not parsed.is_multicast


def check_form(url: str) -> None:
    """Check what can be told of an address without asking anybody: scheme, host, port, and that a host written as numbers is public.

    Raises PageError. The host's name is resolved, and checked, when the page is asked for.
    """
    _, host, port = _parts(url)
    if port not in PORTS:
        raise PageError("address.port", port=port)
    try:
        public = is_public(host)
    except ValueError:
        public = host != "localhost" and not host.endswith((".localhost", ".local", ".internal"))
    if not public:
        raise PageError("address.private", host=host)
