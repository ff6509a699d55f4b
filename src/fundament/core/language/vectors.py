"""Sentence vectors from static word vectors (wordllama): the mean of token vectors, length 1."""

from __future__ import annotations

import functools
import os
import threading
from collections.abc import Sequence
from typing import Any, TypeVar

import numpy as np
from numpy.typing import NDArray

Vectors = NDArray[np.float32]
Number = TypeVar("Number", bound=np.floating[Any])
DIMENSIONS = 256
_KEPT = 12_000
_cache: dict[str, Vectors] = {}
_using_cache = threading.Lock()


@functools.cache
def _model() -> Any:
    import wordllama
    from wordllama import WordLlama

    folder = os.path.dirname(wordllama.__file__)
    return WordLlama.load(cache_dir=folder, disable_download=True)


def embed(texts: Sequence[str]) -> Vectors:
    """One vector per text, shape (len(texts), DIMENSIONS), each of length 1 (or 0 for an empty text)."""
    if not texts:
        return np.zeros((0, DIMENSIONS), dtype=np.float32)
    with _using_cache:  # another thread may empty it at any time
        found = {text: _cache[text] for text in texts if text in _cache}
    missing = [text for text in dict.fromkeys(texts) if text not in found]
    if missing:
        fresh = unit(np.asarray(_model().embed(missing, norm=False), dtype=np.float32))
        found.update(zip(missing, fresh, strict=True))
        with _using_cache:
            if len(_cache) + len(missing) > _KEPT:
                _cache.clear()
            _cache.update((text, found[text]) for text in missing[:_KEPT])
    return np.stack([found[text] for text in texts])


def unit(vectors: NDArray[Number]) -> NDArray[Number]:
    """The rows scaled to length 1; rows of length 0 stay as they are."""
    lengths = np.linalg.norm(vectors, axis=1, keepdims=True)
    scaled: NDArray[Number] = np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0)
    return scaled
