"""The competitors' sections as vectors, to which a text's headings and sentences are compared."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.vectors import Vectors, embed, unit
from fundament.core.yardstick.model import Subtopic
from fundament.core.yardstick.section_groups.section_similarity import section_vectors

Numbers = NDArray[np.float64]


@dataclass(frozen=True, eq=False)
class Sections:
    """The vectors of all sections, shape (sections, DIMENSIONS): of the heading with the text below, and of the text; and the number of each one's subtopic."""

    headings: Vectors
    texts: Vectors
    owner: NDArray[np.int64]

    @staticmethod
    def of(subtopics: Sequence[Subtopic], keyword_lemmas: frozenset[str], language: str) -> Sections:
        """The sections of a yardstick's subtopics, in order."""
        sections = [(h.text, h.below) for s in subtopics for h in s.headings]
        return Sections(
            section_vectors(sections, keyword_lemmas, language),
            embed([f"{heading}. {below}" for heading, below in sections]),
            np.array([n for n, s in enumerate(subtopics) for _ in s.headings], dtype=np.int64),
        )


class SubtopicVectors:
    """Subtopics made ready for comparing: from all vectors the mean is taken off, so that the subject all sections share does not count."""

    def __init__(self, sections: Sections, subtopics: int) -> None:
        """subtopics: how many there are; each has at least one section."""
        self.owner = sections.owner
        self.count = subtopics
        if subtopics:
            self.heading_mean: Vectors = sections.headings.mean(axis=0)
            self.headings = unit(sections.headings - self.heading_mean)
            self.text_mean: Vectors = sections.texts.mean(axis=0)
            belongs = (self.owner == np.arange(subtopics)[:, None]).astype(np.float32)  # shape (subtopics, sections)
            self.centres = unit(belongs @ (sections.texts - self.text_mean))

    def heading_similarity(self, vectors: Vectors) -> Vectors:
        """Similarity of headings, given as section vectors, to each subtopic: that of its closest section. Shape (headings, subtopics)."""
        result = np.zeros((self.count, len(vectors)), dtype=np.float32)
        if self.count and len(vectors):
            np.maximum.at(result, self.owner, self.headings @ unit(vectors - self.heading_mean).T)
        return result.T

    def sentence_similarity(self, vectors: Vectors) -> Vectors:
        """Similarity of sentences to the text the competitors have under each subtopic. Shape (sentences, subtopics)."""
        if not self.count or not len(vectors):
            return np.zeros((len(vectors), self.count), dtype=np.float32)
        similarity: Vectors = unit(vectors - self.text_mean) @ self.centres.T
        return similarity
