"""What kinds of proposals are made from."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.documents.schema import Node
from fundament.core.edits.model import Edit
from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures


@dataclass(frozen=True)
class Written:
    """A text for which something is proposed, and what is known of it: reading, features and edits are of the document."""

    document: Node
    reading: Reading
    compiled: CompiledYardstick
    features: DraftFeatures
    edits: Sequence[Edit]

    @property
    def top(self) -> Sequence[Node]:
        """Its blocks, as the editor holds them."""
        found: Sequence[Node] = self.document.get("content", [])
        return found
