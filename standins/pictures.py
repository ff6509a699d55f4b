"""The picture library: drawings made here, found by word, each with its licence and credit."""

from __future__ import annotations

import struct
import zlib
from collections.abc import Callable
from dataclasses import dataclass

from standins.catalogue import words_of

WIDTH, HEIGHT = 480, 320
Pixel = tuple[int, int, int]
BRICK, MORTAR, INK, PAPER, SKY, WOOD = (164, 71, 43), (217, 210, 197), (30, 42, 50), (247, 244, 238), (190, 205, 214), (150, 112, 70)


@dataclass(frozen=True)
class Picture:
    """number: its address is made of it. draw: the colour of each point."""

    number: int
    title: str
    words: str
    licence: str
    credit: str
    draw: Callable[[int, int], Pixel]


def _bricks(size: int, joint: int) -> Callable[[int, int], Pixel]:
    def draw(x: int, y: int) -> Pixel:
        row = y // size
        return MORTAR if y % size < joint or (x + (row % 2) * size) % (2 * size) < joint else BRICK

    return draw


def _window(panes: int) -> Callable[[int, int], Pixel]:
    def draw(x: int, y: int) -> Pixel:
        if not 120 < x < 360 or not 30 < y < 290:
            return BRICK if (x // 40 + y // 16) % 7 else MORTAR
        across, down = (x - 120) % (240 // panes), (y - 30) % 65
        return PAPER if across < 8 or down < 8 else SKY

    return draw


def _boards(wide: int) -> Callable[[int, int], Pixel]:
    return lambda x, y: INK if y % wide < 2 else tuple(max(0, c - (x * 7 + y // wide * 31) % 24) for c in WOOD)  # type: ignore[return-value]


def _roof(x: int, y: int) -> Pixel:
    return SKY if y < abs(x - 240) * 0.6 + 20 else INK if y % 24 < 2 or (x + (y // 24) % 2 * 20) % 40 < 2 else (92, 96, 100)


def _layers(x: int, y: int) -> Pixel:
    return (PAPER, MORTAR, WOOD, BRICK, INK)[min(4, y // 64)] if (x + y) % 11 else INK


PICTURES = tuple(
    Picture(number, *rest)
    for number, rest in enumerate(
        (
            ("Brick wall in lime", "brick wall lime mortar joint pointing", "CC BY 4.0", "Iris Fennel", _bricks(28, 4)),
            ("Wide joints of an old wall", "brick wall old mortar joint repointing", "CC BY-SA 4.0", "Iris Fennel", _bricks(36, 9)),
            ("Thin joints", "brick pointing tuck fine joint", "CC0", "nobody named", _bricks(22, 2)),
            ("Sash window, six over six", "sash window old house glazing", "CC BY 4.0", "Tam Orwin", _window(3)),
            ("Window with large panes", "window sash casement glazing", "CC BY 4.0", "Tam Orwin", _window(2)),
            ("Floorboards", "floor timber board wood suspended", "CC0", "nobody named", _boards(40)),
            ("Narrow boards", "floor board timber parquet", "CC BY 4.0", "Orla Quaid", _boards(24)),
            ("Slate roof", "roof slate gutter ridge house", "CC BY-SA 4.0", "Orla Quaid", _roof),
            ("Layers of a floor", "floor insulation layer section timber", "CC BY 4.0", "Marl & Quoin", _layers),
        ),
        1,
    )
)


def search(query: str) -> list[Picture]:
    """Pictures that have any of the words, those with most of them first; all for no word."""
    wanted = set(words_of(query))
    if not wanted:
        return list(PICTURES)
    rated = [(len(wanted & set(words_of(f"{picture.title} {picture.words}"))), picture) for picture in PICTURES]
    return [picture for count, picture in sorted(rated, key=lambda row: (-row[0], row[1].number)) if count]


def png(picture: Picture, width: int = WIDTH, height: int = HEIGHT) -> bytes:
    """The picture as a PNG file."""
    rows = b"".join(
        b"\x00" + bytes(c for x in range(width) for c in picture.draw(x * WIDTH // width, y * HEIGHT // height)) for y in range(height)
    )

    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0))
        + chunk(b"IDAT", zlib.compress(rows, 6))
        + chunk(b"IEND", b"")
    )
