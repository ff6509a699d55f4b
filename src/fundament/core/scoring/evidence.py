"""Which passage of a text covers a subtopic best, and the sentence of it that shows it: the passage that the points were given for, no other."""

from __future__ import annotations

import weakref
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.coverage import CLOSENESS_SHARE, PERHAPS_FROM
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.measured.length import cut_into_sections

LEAST_SHOWN = 0.5  # of PERHAPS_FROM: a sentence of less value is no evidence by itself, so none is quoted
MOST_PASSAGES = 500  # of a yardstick, whose sentences' values are kept

_kept: weakref.WeakKeyDictionary[CompiledYardstick, dict[tuple[str, ...], NDArray[np.float32]]] = weakref.WeakKeyDictionary()


class _Best(NamedTuple):
    sections: NDArray[np.int32]  # of each block
    section: NDArray[np.int64]  # of each subtopic the best
    block: NDArray[np.int64]


def best_blocks(compiled: CompiledYardstick, features: DraftFeatures) -> NDArray[np.int64]:
    """The number of the block that covers each subtopic best, in the passage that does; -1 where the text has nothing that earns. Shape (subtopics,)."""
    return _best(compiled, features).block


def evidence_sentence(compiled: CompiledYardstick, features: DraftFeatures, subtopic: int) -> str:
    """The sentence of the best passage that has most of what tells this subtopic, given by its number; "" where none shows it by itself."""
    best = _best(compiled, features)
    if best.block[subtopic] < 0:
        return ""
    blocks = [block for block, section in zip(features.earning, best.sections.tolist(), strict=True) if section == best.section[subtopic]]
    sentences = tuple(sentence for block in blocks for sentence in block.real_sentences)
    values = _values(compiled, sentences)[:, subtopic]
    number = int(values.argmax())
    return sentences[number] if values[number] >= LEAST_SHOWN * PERHAPS_FROM else ""


def _best(compiled: CompiledYardstick, features: DraftFeatures) -> _Best:
    sections = cut_into_sections(features.blocks)
    subtopics = len(compiled.telling.shares)
    places = [place for place, block in enumerate(features.earning) if block.features.telling is not None]
    if not places or not subtopics:
        return _Best(sections, np.full(subtopics, -1), np.full(subtopics, -1))
    masks = np.stack([mask for place in places if (mask := features.earning[place].features.telling) is not None])
    similar = np.maximum(0.0, np.stack([features.earning[place].features.best[0] for place in places]))
    number = np.arange(subtopics)
    starts = np.flatnonzero(np.concatenate(([True], np.diff(sections[places]) != 0)))
    together = np.bitwise_or.reduceat(masks, starts, axis=0)
    of_passage = compiled.telling.shares[number, together] + CLOSENESS_SHARE * np.maximum.reduceat(similar, starts, axis=0)
    section = sections[places][starts][of_passage.argmax(axis=0)]
    of_block = np.where(sections[places][:, None] == section, compiled.telling.shares[number, masks] + CLOSENESS_SHARE * similar, -1.0)
    return _Best(sections, section, np.array(places)[of_block.argmax(axis=0)])


def _values(compiled: CompiledYardstick, sentences: tuple[str, ...]) -> NDArray[np.float32]:
    """What each sentence by itself is to each subtopic, as passages are valued. Kept, since every pause asks again."""
    kept = _kept.setdefault(compiled, {})
    found = kept.get(sentences)
    if found is None:
        if len(kept) >= MOST_PASSAGES:
            kept.clear()
        lemmas = [[lemma for part in analyse_text(sentence, compiled.language) for lemma in part.lemmas] for sentence in sentences]
        masks = np.stack([compiled.telling.mask(words) for words in lemmas])
        telling = compiled.telling.shares[np.arange(masks.shape[1]), masks]
        found = (telling + CLOSENESS_SHARE * np.maximum(0.0, compiled.sentence_similarity(sentences))).astype(np.float32)
        kept[sentences] = found
    return found
