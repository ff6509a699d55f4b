"""A yardstick made ready for scoring fast: arrays, phrase matchers and subtopic vectors. Built once per yardstick."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.vectors import DIMENSIONS, Vectors, embed
from fundament.core.language.words import tokenize
from fundament.core.scoring.block_features import BlockFeatures
from fundament.core.scoring.model import PART_WEIGHTS
from fundament.core.yardstick.model import Range, Yardstick
from fundament.core.yardstick.section_similarity import section_vectors

Numbers = NDArray[np.float64]


class CompiledYardstick:
    """What scoring needs of a yardstick, with a cache of analysed blocks. Not changed by scoring but for that cache."""

    def __init__(self, yardstick: Yardstick) -> None:
        self.yardstick = yardstick
        self.language = yardstick.language
        self.keyword_lemmas = tuple(token.lemma for token in tokenize(yardstick.keyword, yardstick.language))
        terms, entities = yardstick.terms, yardstick.entities
        self.term_matcher = PhraseMatcher((p, n) for n, term in enumerate(terms) for p in term.phrases)
        self.term_weight = np.array([t.weight for t in terms], dtype=float)
        self.term_low = np.array([t.low for t in terms], dtype=float)
        self.term_ceiling = np.array([t.ceiling for t in terms], dtype=float)
        self.entity_matcher = PhraseMatcher((p, n) for n, entity in enumerate(entities) for p in entity.phrases)
        self.entity_weight = np.array([e.weight for e in entities], dtype=float)
        self.entity_context = [frozenset(e.context) for e in entities]
        self.entity_own = [frozenset(lemma for p in e.phrases for lemma in p) for e in entities]
        number_of = {phrase: n for n, entity in enumerate(entities) for phrase in entity.phrases}
        self.entity_names = [
            sorted({number_of[phrase[i:]] for phrase in entity.phrases for i in range(len(phrase)) if phrase[i:] in number_of} | {n})
            for n, entity in enumerate(entities)
        ]
        self.subtopic_weight = np.array([s.weight for s in yardstick.subtopics], dtype=float)
        self._compile_subtopics()
        empty = {name for name in ("terms", "entities", "subtopics") if not getattr(yardstick, name)}
        self.part_scale = 100.0 / sum(weight for name, weight in PART_WEIGHTS.items() if name not in empty)
        self.part_weight = {name: 0.0 if name in empty else weight * self.part_scale for name, weight in PART_WEIGHTS.items()}
        self.targets: dict[str, tuple[float, float]] = {}
        self.section_words: dict[int, Range] = {}
        self.carriers: dict[tuple[int, str], str] = {}
        self.blocks: dict[tuple[str, int, str], BlockFeatures] = {}

    def _compile_subtopics(self) -> None:
        subtopics = self.yardstick.subtopics
        keyword_lemmas = frozenset(self.keyword_lemmas)
        sections = [(h.text, h.below) for s in subtopics for h in s.headings]
        self.heading_owner = np.array([n for n, s in enumerate(subtopics) for _ in s.headings], dtype=int)
        if sections:
            members = section_vectors(sections, keyword_lemmas, self.language)
            self.heading_mean: Vectors = members.mean(axis=0)
            self.heading_members = _unit(members - self.heading_mean)
            texts = embed([f"{heading}. {below}" for heading, below in sections])
            self.text_mean: Vectors = texts.mean(axis=0)
            centred = texts - self.text_mean
            self.text_centres = _unit(np.stack([centred[self.heading_owner == n].mean(axis=0) for n in range(len(subtopics))]))
        else:
            self.heading_mean = self.text_mean = np.zeros(DIMENSIONS, dtype=np.float32)
            self.heading_members = self.text_centres = np.zeros((0, DIMENSIONS), dtype=np.float32)

    def heading_similarity(self, heading: str) -> Numbers:
        """Similarity of a heading to each subtopic: that of the closest member heading. Shape (subtopics,)."""
        count = len(self.subtopic_weight)
        result = np.zeros(count)
        if count:
            vector = section_vectors([(heading, heading)], frozenset(self.keyword_lemmas), self.language)
            similarity = (_unit(vector - self.heading_mean) @ self.heading_members.T)[0]
            np.maximum.at(result, self.heading_owner, similarity.astype(float))
        return result

    def sentence_similarity(self, sentences: list[str]) -> Numbers:
        """Similarity of sentences to the text the competitors have under each subtopic. Shape (sentences, subtopics)."""
        if not len(self.subtopic_weight) or not sentences:
            return np.zeros((len(sentences), len(self.subtopic_weight)))
        return np.asarray(_unit(embed(sentences) - self.text_mean) @ self.text_centres.T, dtype=float)


def _unit(vectors: Vectors) -> Vectors:
    lengths = np.linalg.norm(vectors, axis=1, keepdims=True)
    unit: Vectors = np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0)
    return unit
