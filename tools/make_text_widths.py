"""Make the table of letters' widths that pixels of titles and descriptions are counted with, from the shipped font: run after the font changes."""

from __future__ import annotations

import json
from pathlib import Path

from fontTools.ttLib import TTFont

ROOT = Path(__file__).parent.parent / "src" / "fundament"
FONTS = ("public-sans-latin-wght-normal.woff2", "public-sans-latin-ext-wght-normal.woff2")


def main() -> None:
    """Write advance widths in thousandths of the size, by letter."""
    widths: dict[str, int] = {}
    for name in FONTS:
        font = TTFont(ROOT / "web" / "static" / "build" / "fonts" / name)
        scale = 1000 / font["head"].unitsPerEm
        for code, glyph in font.getBestCmap().items():
            widths.setdefault(chr(code), round(font["hmtx"][glyph][0] * scale))
    out = ROOT / "rendering" / "data" / "text_widths.json"
    out.write_text(json.dumps(dict(sorted(widths.items())), ensure_ascii=True, indent=0) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
