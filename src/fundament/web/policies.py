"""What a browser may do with an answer that is no page of Django's: a static file, the channel of events."""

from __future__ import annotations

NOTHING_OF = (
    "camera=(), display-capture=(), geolocation=(), microphone=(), payment=(), usb=()"  # what a page of ours never asks a browser for
)
FOR_FILES = {
    "X-Content-Type-Options": "nosniff",
    "Content-Security-Policy": "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'; sandbox",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "same-origin",
    "Permissions-Policy": NOTHING_OF,
}
"""Nothing runs in them when they are opened by themselves; as parts of a page they are under that page's policies."""


def raw_headers() -> list[tuple[bytes, bytes]]:
    """The same for a bare ASGI answer."""
    return [(name.lower().encode(), value.encode()) for name, value in FOR_FILES.items()]
