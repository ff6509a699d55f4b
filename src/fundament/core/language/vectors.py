"""Sentence vectors from static word vectors (wordllama): the mean of token vectors, length 1."""

from __future__ import annotations

import functools
import os
from collections.abc import Sequence
from typing import Any, TypeVar

import numpy as np
from numpy.typing import NDArray

from fundament.core.kept import Kept

Vectors = NDArray[np.float32]
Number = TypeVar("Number", bound=np.floating[Any])
DIMENSIONS = 256
MOST_BYTES = 14_000_000  # of texts and their vectors: some 10,000 sentences
_kept: Kept[str, Vectors] = Kept(MOST_BYTES)


@functools.cache
def _model() -> Any:
    import wordllama
    from wordllama import WordLlama

    folder = os.path.dirname(wordllama.__file__)
    model = WordLlama.load(cache_dir=folder, disable_download=True)
    # to this tokenizer a whole sentence is one word, and it keeps the pieces of the last 10,000 words: 100 MB that are hardly ever asked for again
    model.tokenizer.model._resize_cache(0)
    return model


def embed(texts: Sequence[str]) -> Vectors:
    """One vector per text, shape (len(texts), DIMENSIONS), each of length 1 (or 0 for an empty text)."""
    if not texts:
        return np.zeros((0, DIMENSIONS), dtype=np.float32)
    found = _kept.get_all(texts)
    missing = [text for text in dict.fromkeys(texts) if text not in found]
    if missing:
        fresh = unit(np.asarray(_model().embed(missing, norm=False), dtype=np.float32))
        found.update((text, vector.copy()) for text, vector in zip(missing, fresh, strict=True))  # a row alone would keep them all
        _kept.keep_all([(text, found[text], found[text].nbytes + len(text)) for text in missing])
    return np.stack([found[text] for text in texts])


def unit(vectors: NDArray[Number]) -> NDArray[Number]:
    """The rows scaled to length 1; rows of length 0 stay as they are."""
    lengths = np.linalg.norm(vectors, axis=1, keepdims=True)
    scaled: NDArray[Number] = np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0)
    return scaled
