"""Pictures that people bring, made anew: small enough for a page, upright, and without what a camera notes beside (where and when it was taken)."""

from __future__ import annotations

import io
from typing import NamedTuple

from PIL import Image, ImageOps

from fundament.files.errors import FileError

MOST_PIXELS = 60_000_000
MOST_SIDE = 2_000  # px of what is kept
FORMATS = ("PNG", "JPEG", "WEBP", "GIF")
QUALITY = 86  # of a JPEG
LOGO_BYTES, LOGO_PIXELS, LOGO_SIZE = 2_000_000, 20_000_000, (800, 300)


class Picture(NamedTuple):
    """A picture as it is kept. width, height: in pixels."""

    content: bytes
    media_type: str
    width: int
    height: int


_FIRST_BYTES = ((b"\x89PNG\r\n\x1a\n", "image/png"), (b"\xff\xd8\xff", "image/jpeg"), (b"GIF8", "image/gif"))


def media_type_of(content: bytes) -> str:
    """What kind of picture a file is by its first bytes; nothing else of it is looked at. Raises FileError."""
    if content[:4] == b"RIFF" and content[8:12] == b"WEBP":
        return "image/webp"
    for beginning, media_type in _FIRST_BYTES:
        if content.startswith(beginning):
            return media_type
    raise FileError("picture.unreadable")


def load_pictures() -> None:
    """Load all that `remade` needs, for a process that may open nothing later."""
    for form in FORMATS:
        held = io.BytesIO()
        Image.new("RGB", (2, 2)).save(held, form)
        remade(held.getvalue())


def remade(content: bytes) -> Picture:
    """The picture in a file, as PNG or JPEG of at most MOST_SIDE pixels a side; of a moving one the first frame. Raises FileError."""
    try:
        with Image.open(io.BytesIO(content), formats=FORMATS) as image:
            if image.width * image.height > MOST_PIXELS:
                raise FileError("picture.large", megapixels=MOST_PIXELS // 1_000_000)
            is_photograph = image.format == "JPEG"
            image.draft("RGB", (MOST_SIDE, MOST_SIDE))
            plain = _upright(image).convert("RGB" if is_photograph else "RGBA")
            plain.thumbnail((MOST_SIDE, MOST_SIDE))
            plain.info = {}  # comments, profiles and what else the file says beside its pixels
            return _saved(plain, is_photograph)
    except (OSError, ValueError, SyntaxError, EOFError, Image.DecompressionBombError) as error:
        raise FileError("picture.unreadable") from error


def logo_of(content: bytes) -> bytes:
    """The picture in a file as a small PNG, for the head of a paper. Raises FileError for anything else than a PNG or JPEG of a sane size."""
    try:
        with Image.open(io.BytesIO(content), formats=("PNG", "JPEG")) as image:
            if len(content) > LOGO_BYTES or image.width * image.height > LOGO_PIXELS:
                raise ValueError("too large")
            image.thumbnail(LOGO_SIZE)
            held = io.BytesIO()
            image.convert("RGBA").save(held, "PNG")
            return held.getvalue()
    except (OSError, ValueError, SyntaxError, EOFError, Image.DecompressionBombError) as error:
        raise FileError("error.logo", megabytes=LOGO_BYTES / 1_000_000) from error


def _upright(image: Image.Image) -> Image.Image:
    """The picture as its file says that it is held; as it is where what it says cannot be read."""
    try:
        return ImageOps.exif_transpose(image)
    except SyntaxError:
        return image


def _saved(image: Image.Image, is_photograph: bool) -> Picture:
    if not is_photograph and image.getextrema()[3] == (255, 255):  # nothing of it is clear
        image = image.convert("RGB")
    held = io.BytesIO()
    if is_photograph:
        image.save(held, "JPEG", quality=QUALITY, optimize=True, progressive=True)
    else:
        image.save(held, "PNG", optimize=True)
    return Picture(held.getvalue(), "image/jpeg" if is_photograph else "image/png", image.width, image.height)
