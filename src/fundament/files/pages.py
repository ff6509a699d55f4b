"""Reading archives of pages in a process of its own (`confined`)."""

from __future__ import annotations

import re

from fundament.files.archives import Archive, read_archive
from fundament.files.looking import load_codecs

_CANONICAL = re.compile(
    rb"<link\b(?=[^<>]{0,2000}\brel\s*=\s*[\"']?canonical\b)[^<>]{0,2000}\bhref\s*=\s*[\"']?(https?://[^\s\"'>]{4,1000})", re.IGNORECASE
)
HEAD_BYTES = 200_000


def pages_of(content: bytes, name: str) -> Archive:
    """The pages of a file."""
    return read_archive(content, name)


def address_in(content: bytes) -> str:
    """The address that a page says it has (rel="canonical"), or ""."""
    found = _CANONICAL.search(content[:HEAD_BYTES])
    return found[1].decode("ascii", errors="replace") if found else ""


def load_archives() -> None:
    """Load all that reading archives needs, before no file can be opened any more."""
    import warcio.archiveiterator
    import warcio.exceptions

    assert warcio
    load_codecs()
