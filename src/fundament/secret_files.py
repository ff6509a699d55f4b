"""Files that hold a secret: readable by nobody else from their first moment, never written through a link."""

from __future__ import annotations

import os
import stat
from pathlib import Path


def write_secret(path: Path, text: str, *, owner: tuple[int, int] | None = None) -> None:
    """Create a file with a secret. owner: user and group it is given to. Raises FileExistsError when something of this name is there, a link too."""
    descriptor = os.open(path, os.O_CREAT | os.O_EXCL | os.O_WRONLY | os.O_NOFOLLOW, 0o600)
    with os.fdopen(descriptor, "w") as file:
        if owner is not None:
            os.fchown(file.fileno(), *owner)
        file.write(text)


def read_secret(path: Path) -> str:
    """What a secret file holds. Raises RuntimeError, with a sentence, for one that is a link, or that others may have read or written."""
    try:
        descriptor = os.open(path, os.O_RDONLY | os.O_NOFOLLOW)
    except OSError as error:
        if path.is_symlink():
            raise RuntimeError(f"{path} is a link, and a secret is not read through one. Remove it.") from None
        raise error
    with os.fdopen(descriptor) as file:
        entry = os.fstat(file.fileno())
        if not stat.S_ISREG(entry.st_mode) or entry.st_uid != os.getuid() or stat.S_IMODE(entry.st_mode) & 0o077:
            raise RuntimeError(
                f"{path} holds a secret, but is not yours alone. Give it to yourself with mode 600, or remove it to have another made."
            )
        return file.read()


def own_folder(path: Path, *, also: frozenset[int] = frozenset()) -> Path:
    """A folder that is there or is made, whoever else can write beside it. also: users that it may belong to. Raises RuntimeError, with a sentence, for one that
    is a link, is another's, or can be written by others."""
    try:
        path.mkdir(mode=0o700)
    except FileExistsError:
        entry = path.lstat()
        if not stat.S_ISDIR(entry.st_mode) or entry.st_uid not in {os.getuid(), *also} or stat.S_IMODE(entry.st_mode) & 0o022:
            raise RuntimeError(f"{path} was made by somebody else, or others can write in it. Remove it, and start again.") from None
    return path
