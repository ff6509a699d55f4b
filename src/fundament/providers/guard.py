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
PORTS = frozenset((80, 443, 8000, 8080, 8443))


@dataclass(frozen=True)
class Target:
    """A checked address: host as written, port, and the public IP address to connect to ("" when a proxy resolves it)."""

    scheme: str
    host: str
    port: int
    address: str


def check_address(url: str, *, simulated_suffix: str = "") -> Target:
    """Check an address and resolve its host.

    simulated_suffix: hosts with this ending (".example") are not resolved; they are reached through the proxy set for them.
    Raises PageError with a plain sentence when the address may not be asked for.
    """
    try:
        parts = urlsplit(url.strip())
        host = (parts.hostname or "").rstrip(".").lower()
        port = parts.port or (443 if parts.scheme == "https" else 80)
    except ValueError:
        raise PageError("This is not a valid address. It should look like https://www.site.example/page.") from None
    if parts.scheme not in ("http", "https"):
        raise PageError("Only addresses that begin with http:// or https:// can be read.")
    if not host:
        raise PageError("The address has no host name. It should look like https://www.site.example/page.")
    if port not in PORTS:
        raise PageError(f"Port {port} is not one that web pages use, so it is not asked.")
    if simulated_suffix and host.endswith(simulated_suffix):
        return Target(parts.scheme, host, port, "")
    return Target(parts.scheme, host, port, _public_address(host, port))


def _public_address(host: str, port: int) -> str:
    try:
        found = socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)
    except (OSError, UnicodeError):
        raise PageError(f"The host {host} could not be found.") from None
    addresses = [str(entry[4][0]) for entry in found]
    for address in addresses:
        if not is_public(address):
            raise PageError(f"{host} is an address on a private network and is not read.")
    return addresses[0]


def is_public(address: str) -> bool:
    """Whether an IP address belongs to the public internet."""
    parsed = ipaddress.ip_address(address.split("%")[0])
    if isinstance(parsed, ipaddress.IPv6Address):
        if parsed in _TRANSLATED:
            return is_public(str(ipaddress.IPv4Address(int(parsed) & 0xFFFFFFFF)))
        inner = parsed.ipv4_mapped or parsed.sixtofour or (parsed.teredo[1] if parsed.teredo else None)
        if inner is not None:
            return is_public(str(inner))
    return parsed.is_global and not parsed.is_multicast
