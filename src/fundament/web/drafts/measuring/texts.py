"""What a person writes, as it is stored and as it is measured."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import EMPTY, Node, clean_document, clean_text
from fundament.core.reading.model import Reading

MOST_TITLE, MOST_DESCRIPTION = 500, 2000  # characters that are stored


@dataclass(frozen=True)
class Text:
    """The sheet, the title tag and the meta description."""

    document: Node
    title_tag: str = ""
    meta_description: str = ""

    @staticmethod
    def cleaned(document: Any, title_tag: str = "", meta_description: str = "") -> Text:
        """A text as it came, made safe and within the lengths that are stored. Raises CoreError for what is no document."""
        title, description = (" ".join(clean_text(value).split()) for value in (title_tag, meta_description))
        return Text(clean_document(document), title[:MOST_TITLE], description[:MOST_DESCRIPTION])

    @property
    def characters(self) -> int:
        """How long the sheet is."""
        count, waiting = 0, [self.document]
        while waiting:
            node = waiting.pop()
            count += len(node.get("text", ""))
            waiting.extend(node.get("content", ()))
        return count

    def reading(self, language: str, *, counted: bool = True) -> Reading:
        """The text as the core reads it. counted: whether its words are counted, see `read_document`."""
        return read_document(self.document, title=self.title_tag, description=self.meta_description, language=language, counted=counted)


NOTHING = Text(clean_document(EMPTY))


def text_of(thing: Any) -> Text:
    """The text of a draft or revision."""
    return Text(thing.document, thing.title_tag, thing.meta_description)
