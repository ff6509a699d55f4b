"""What is wrong with a file that a person gave."""

from __future__ import annotations

from fundament.core.errors import SaidError


class FileError(SaidError):
    """A file that cannot be taken as it is; the message says why and what would be right."""
