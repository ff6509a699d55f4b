"""A yardstick made ready for scoring fast: arrays, phrase matchers and subtopic vectors. Built once per yardstick."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.vectors import Vectors, embed
from fundament.core.language.word_order import word_order
from fundament.core.language.words import tokenize
from fundament.core.scoring.guards.copies import Copies
from fundament.core.scoring.guards.reworded import PageBlocks
from fundament.core.scoring.guards.taken import Taken
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.measured.block_features import MOST_BYTES, JudgedSentence, KeptBlocks, Row, no_features
from fundament.core.scoring.measured.coverage import TellingWords, needed_words, section_words
from fundament.core.scoring.measured.subtopic_vectors import Sections, SubtopicVectors
from fundament.core.scoring.targets import Targets
from fundament.core.yardstick.entity_finding.entities import CONTEXT_NEEDED
from fundament.core.yardstick.model import PageSummary, Range, Yardstick
from fundament.core.yardstick.secondary_keywords import secondary_keywords, secondary_targets
from fundament.core.yardstick.section_groups.section_similarity import section_vectors
from fundament.core.yardstick.substance import Lexicon

Numbers = NDArray[np.float64]
_numbers = itertools.count()
BYTES_OF_THING = 3_500  # of a term, entity or heading with its sentences, by estimate


def copies_of(pages: Sequence[PageSummary], language: str) -> Copies:
    """The runs of words on competitors' pages, by which copies are found; no decision changes them."""
    return Copies.of([page.text for page in pages], titles=not pack_of(language).nouns_in_capitals)


class CompiledYardstick(Targets):
    """What scoring needs of a yardstick, with the blocks measured with it. Not changed by scoring but for those.

    bytes: what it takes in memory without the blocks, by estimate. number: another for each in this process.
    """

    def __init__(
        self, yardstick: Yardstick, blocks: KeptBlocks | None = None, *, with_guards: bool = True, copies: Copies | None = None
    ) -> None:
        """blocks: where blocks are kept, when several yardsticks share the room for them. with_guards: False where only counts are asked for. copies: what `copies_of` gives of the same pages, where it is at hand."""
        terms, entities, subtopics = yardstick.terms, yardstick.entities, yardstick.subtopics
        super().__init__(
            term_weight=np.array([t.weight for t in terms], dtype=float),
            term_low=np.array([t.low for t in terms], dtype=float),
            term_ceiling=np.array([t.ceiling for t in terms], dtype=float),
            entity_weight=np.array([e.weight for e in entities], dtype=float),
            subtopic_weight=np.array([s.weight for s in subtopics], dtype=float),
            structure=yardstick.structure,
            planned_words=yardstick.planned_words,
            item_share=yardstick.item_share,
            usual_evidence=yardstick.usual_evidence,
            secondary=secondary_targets(yardstick.pages, yardstick.settings.secondary_keywords),
            secondary_factors=np.array(yardstick.secondary_factors) if yardstick.secondary_factors else None,
        )
        self.secondary_keywords = secondary_keywords(yardstick.settings.secondary_keywords, yardstick.language)
        self.yardstick = yardstick
        self.with_guards = with_guards
        self.language = yardstick.language
        self.keyword_lemmas = tuple(token.lemma for token in tokenize(yardstick.keyword, yardstick.language))
        functional = function_words(self.language)
        self.keyword_content = (
            tuple(dict.fromkeys(lemma for lemma in self.keyword_lemmas if lemma not in functional)) or self.keyword_lemmas
        )
        self.term_matcher = PhraseMatcher((p, n) for n, term in enumerate(terms) for p in term.phrases)
        self.entity_matcher = PhraseMatcher((p, n) for n, entity in enumerate(entities) for p in entity.phrases)
        self.defining = pack_of(self.language).defining
        self.entity_own = [frozenset(lemma for p in e.phrases for lemma in p) for e in entities]
        # the context lemmas that count, these with the subject's own words (of the keyword and the other entities), how many must be near, and of what is a term
        # too the words that no term pays for
        asked = frozenset(self.keyword_lemmas)
        subject = asked.union(*self.entity_own)
        self.entity_context = [
            (
                frozenset(e.context) - own, (subject | frozenset(e.context)) - own, min(CONTEXT_NEEDED, len(e.context)),
                beside if len(beside := frozenset(e.beside) - own - asked) >= CONTEXT_NEEDED else None,
            )
            for e, own in zip(entities, self.entity_own, strict=True)
        ]  # fmt: skip
        number_of = {phrase: n for n, entity in enumerate(entities) for phrase in entity.phrases}
        self.entity_names = [
            sorted({number_of[phrase[i:]] for phrase in entity.phrases for i in range(len(phrase)) if phrase[i:] in number_of} | {n})
            for n, entity in enumerate(entities)
        ]
        sections = Sections.of(subtopics, frozenset(self.keyword_lemmas), self.language)
        self.subtopics = SubtopicVectors(sections, len(subtopics))
        self.telling = TellingWords.of(
            [section_words(h.text, h.below, self.language) for s in subtopics for h in s.headings], sections.owner.tolist(), len(subtopics)
        )
        self.subtopic_needed = needed_words([[float(h.words) for h in s.headings if h.words] for s in subtopics], self.length_scale)
        self.word_order = word_order(self.language)
        self.substance = yardstick.substance if with_guards else None
        self.said_words = Lexicon(self.substance, self.language) if self.substance is not None else None
        self.copies = copies if copies is not None else copies_of(yardstick.pages, self.language)
        self.page_blocks = PageBlocks.of([page.text for page in yardstick.pages], self.language) if with_guards and copies is None else None
        self.page_number = {page.url: number for number, page in enumerate(yardstick.pages)}
        self.section_words: dict[int, Range] = {}
        self.judged: dict[str, JudgedSentence] = {}
        self.taken: dict[Exemptions, Taken] = {}
        self.usual_sections: dict[int, Any] = {}  # what a section of a subtopic usually brings, kept when first asked for
        self.number = next(_numbers)
        self.blocks = KeptBlocks(MOST_BYTES) if blocks is None else blocks
        self.bytes = (
            BYTES_OF_THING * (len(terms) + len(entities) + sum(len(s.headings) for s in subtopics))
            + 2 * (sections.headings.nbytes + sections.texts.nbytes)
            + self.copies.bytes
        )
        self.row = Row(len(terms), len(entities), len(self.keyword_content))
        self.keyword_presence = np.array(yardstick.keyword_presence or [1.0] * len(self.keyword_content))
        self.nothing = no_features(len(subtopics))
        self.as_proposed: Targets | None = self._as_proposed(blocks)
        if isinstance(self.as_proposed, CompiledYardstick):
            self.bytes += self.as_proposed.bytes

    def _as_proposed(self, blocks: KeptBlocks | None) -> Targets | None:
        """What was proposed, where decisions have moved much of it. Where the things are the same it is other weights of them; where they are grouped otherwise it is a
        yardstick with features of its own."""
        proposed = self.yardstick.as_proposed
        if proposed is None:
            return None
        if not _has_all_of(self.yardstick, proposed):
            return CompiledYardstick(proposed, blocks)
        terms = {term.key: term for term in proposed.terms}
        entities, subtopics = {e.key: e.weight for e in proposed.entities}, {s.key: s.weight for s in proposed.subtopics}
        now = [terms.get(term.key) for term in self.yardstick.terms]
        return Targets(
            term_weight=np.array([term.weight if term else 0.0 for term in now]),
            term_low=np.array([term.low if term else 1.0 for term in now]),
            term_ceiling=np.array([term.ceiling if term else np.inf for term in now]),
            entity_weight=np.array([entities.get(entity.key, 0.0) for entity in self.yardstick.entities]),
            subtopic_weight=np.array([subtopics.get(subtopic.key, 0.0) for subtopic in self.yardstick.subtopics]),
            structure=proposed.structure,
            planned_words=proposed.planned_words,
            item_share=proposed.item_share,
            usual_evidence=proposed.usual_evidence,
            keyword_presence=np.array(proposed.keyword_presence or [1.0] * len(self.keyword_content)),
            secondary=self.secondary,
            subtopic_needed=self.subtopic_needed,
        )

    def heading_similarity(self, headings: Sequence[str]) -> Vectors:
        """Similarity of headings to each subtopic. Shape (headings, subtopics)."""
        if not self.subtopics.count or not headings:
            return np.zeros((len(headings), self.subtopics.count), dtype=np.float32)
        vectors = section_vectors([(heading, heading) for heading in headings], frozenset(self.keyword_lemmas), self.language)
        return self.subtopics.heading_similarity(vectors)

    def sentence_similarity(self, sentences: Sequence[str]) -> Vectors:
        """Similarity of sentences to the text the competitors have under each subtopic. Shape (sentences, subtopics)."""
        if not self.subtopics.count or not sentences:
            return np.zeros((len(sentences), self.subtopics.count), dtype=np.float32)
        return self.subtopics.sentence_similarity(embed(sentences))


def _has_all_of(decided: Yardstick, proposed: Yardstick) -> bool:
    """Whether every thing that was proposed is there as it was, whatever it weighs now."""
    now, then = _contents(decided), _contents(proposed)
    return all(now.get(key) == content for key, content in then.items())


def _contents(yardstick: Yardstick) -> dict[str, object]:
    """What each thing is made of, by its key."""
    found: dict[str, object] = {thing.key: thing.phrases for thing in yardstick.terms}
    return found | {thing.key: thing.phrases for thing in yardstick.entities} | {thing.key: thing.headings for thing in yardstick.subtopics}
