"""A paper as PDF, set by WeasyPrint in a process of its own: it takes a second and a hundred megabytes, which no process that serves people should hold.

Nothing is fetched: style, logo and fonts are in the page.
"""

from __future__ import annotations

import base64
import shutil
import subprocess
import sys
import threading
import unicodedata
from functools import lru_cache
from pathlib import Path

from fundament.core.errors import CoreError
from fundament.rendering.html import page
from fundament.rendering.paper import Paper

SECONDS = 60
LAST_SHIPPED = 0x24F  # Latin Extended-B: what the fonts have that come along
_setting = threading.BoundedSemaphore(2)  # papers of this process that are set at once: each takes a hundred megabytes
_FONTS = (  # family, file, weights; what the first of a family lacks is in its "Extended"
    ("Public Sans", "public-sans-latin-wght-normal.woff2", "100 900"),
    ("Public Sans Extended", "public-sans-latin-ext-wght-normal.woff2", "100 900"),
    ("Literata", "literata-latin-wght-normal.woff2", "200 900"),
    ("Literata Extended", "literata-latin-ext-wght-normal.woff2", "200 900"),
)


def pdf_of(paper: Paper, *, fonts: Path) -> bytes:
    """The paper as PDF with text, title, language and bookmarks. fonts: the folder with those that are shipped. Raises CoreError when it cannot be set, and where the machine has no letters of a script in it."""
    html = page(paper)
    missing = scripts_without_font(html)
    if missing:
        raise CoreError("error.paper_letters", scripts=missing)
    html = page(paper, fonts=_font_faces(fonts))
    try:
        with _setting:
            made = subprocess.run(
                [sys.executable, "-m", "fundament.rendering.pdf"], input=html.encode(), capture_output=True, timeout=SECONDS, check=False
            )
    except subprocess.TimeoutExpired:
        raise CoreError("error.paper_slow", seconds=SECONDS) from None
    if made.returncode or not made.stdout.startswith(b"%PDF"):
        raise CoreError("error.paper_failed")
    return made.stdout


def scripts_without_font(text: str) -> list[str]:
    """The scripts in a text, as Unicode names them ("Thai", "Hiragana"), whose letters no font of this machine has. A font has all letters of a script or none, so one letter of each is looked for."""
    letters: dict[str, str] = {}
    for letter in sorted(set(text)):
        if ord(letter) > LAST_SHIPPED and unicodedata.category(letter).startswith("L"):
            letters.setdefault(unicodedata.name(letter, "?").split()[0].capitalize(), letter)
    return [script for script, letter in letters.items() if not _has_font(letter)]


@lru_cache(maxsize=1_000)
def _has_font(letter: str) -> bool:
    if (ask := shutil.which("fc-list")) is None:
        return True  # nobody can tell
    found = subprocess.run([ask, f":charset={ord(letter):x}", "family"], capture_output=True, timeout=SECONDS, check=False)  # noqa: S603 - a number
    return bool(found.stdout.strip())


@lru_cache(maxsize=1)
def _font_faces(fonts: Path) -> str:
    rules = []
    for family, name, weights in _FONTS:
        font = base64.b64encode((fonts / name).read_bytes()).decode()
        rules.append(
            f'@font-face {{ font-family: "{family}"; font-weight: {weights}; src: url("data:font/woff2;base64,{font}") format("woff2"); }}'
        )
    return "".join(rules)


def _main() -> None:
    """HTML in, PDF out. Only what is in the page itself is used."""
    from weasyprint import HTML
    from weasyprint.urls import URLFetcher

    html = sys.stdin.buffer.read().decode()
    sys.stdout.buffer.write(HTML(string=html, url_fetcher=URLFetcher(allowed_protocols=("data",))).write_pdf(pdf_tags=True) or b"")


if __name__ == "__main__":
    _main()
