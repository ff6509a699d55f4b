"""Sheets: what a page says, apart from the markup it is served in."""

from __future__ import annotations

import re
from dataclasses import dataclass
from pathlib import Path
from urllib.parse import urlsplit

from markdown_it import MarkdownIt

# "## Raking out {rake}": the words in braces name the subtopic and are not part of the page
_LABELLED = re.compile(r"^#{2,6} (.*) \{([a-z]+)\}$", re.MULTILINE)
CONTENT = Path(__file__).parent / "content"


@dataclass(frozen=True)
class Sheet:
    """A page: the lines of its head, its text in Markdown, and for its headings the subtopic that each belongs to."""

    head: dict[str, str]
    text: str
    name: str = ""
    subtopics: tuple[tuple[str, str], ...] = ()  # (heading, name of the subtopic)

    @property
    def address(self) -> str:
        return self.head["address"]

    @property
    def host_and_path(self) -> tuple[str, str]:
        parts = urlsplit(self.address)
        return parts.netloc, parts.path or "/"

    def get(self, name: str) -> str:
        return self.head.get(name, "")


def read_sheet(path: Path) -> Sheet:
    """Read one sheet file."""
    head_text, _, text = path.read_text(encoding="utf-8").partition("\n---\n")
    head = {}
    for line in head_text.splitlines():
        name, _, value = line.partition(":")
        head[name.strip()] = value.strip()
    labelled = tuple((heading.strip(), label) for heading, label in _LABELLED.findall(text))
    return Sheet(head, _LABELLED.sub(lambda found: found.group(0).rpartition(" {")[0], text).strip() + "\n", path.stem, labelled)


def read_folder(folder: str) -> list[Sheet]:
    """All sheets of a folder of content, in name order."""
    return [read_sheet(path) for path in sorted((CONTENT / folder).glob("*.md"))]


_MARKDOWN = MarkdownIt("commonmark", {"typographer": False}).enable("table")


def to_html(markdown: str) -> str:
    """A sheet's text as plain HTML."""
    return str(_MARKDOWN.render(markdown))
