"""Sentence vectors from static word vectors (wordllama): the mean of token vectors, length 1."""

from __future__ import annotations

import functools
import itertools
import os
from collections.abc import Sequence
from typing import Any, TypeVar

import numpy as np
from numpy.typing import NDArray

from fundament.core.kept import Kept

Vectors = NDArray[np.float32]
Number = TypeVar("Number", bound=np.floating[Any])
DIMENSIONS = 256
MOST_BYTES = 8_000_000  # of texts and their vectors: some 6,000 sentences
_kept: Kept[str, Vectors] = Kept(MOST_BYTES)


@functools.cache
def _model() -> Any:
    import wordllama
    from wordllama import WordLlama

    folder = os.path.dirname(wordllama.__file__)
    model = WordLlama.load(cache_dir=folder, disable_download=True)
    # to this tokenizer a whole sentence is one word, and it keeps the pieces of the last 10,000 words: 100 MB that are hardly ever asked for again
    model.tokenizer.model._resize_cache(0)
    model.embedding = _halved(model.embedding)
    return model


def _halved(table: Vectors) -> NDArray[Any]:
    """The table as it is stored, in numbers of half the size, when that loses nothing."""
    half = table.astype(np.float16)
    return half if np.array_equal(half, table) else table


def embed(texts: Sequence[str]) -> Vectors:
    """One vector per text, shape (len(texts), DIMENSIONS), each of length 1 (or 0 for an empty text)."""
    if not texts:
        return np.zeros((0, DIMENSIONS), dtype=np.float32)
    found = _kept.get_all(texts)
    missing = [text for text in dict.fromkeys(texts) if text not in found]
    if missing:
        fresh = unit(mean_vectors(missing))
        found.update((text, vector.copy()) for text, vector in zip(missing, fresh, strict=True))  # a row alone would keep them all
        _kept.keep_all([(text, found[text], found[text].nbytes + len(text)) for text in missing])
    return np.stack([found[text] for text in texts])


def mean_vectors(texts: Sequence[str]) -> Vectors:
    """The mean of the vectors of each text's pieces, shape (len(texts), DIMENSIONS), 0 for an empty text: what the library gives, but every word is taken
    to pieces once. No piece of this vocabulary goes over the space between two words."""
    table = _model().embedding
    means = np.zeros((len(texts), DIMENSIONS), dtype=np.float32)
    for mean, text in zip(means, texts, strict=True):
        pieces = _pieces_of_text(text)
        if len(pieces) == 1:
            mean[:] = table[pieces[0]]
        elif pieces:
            np.divide(np.add.reduce(table.take(pieces, axis=0), axis=0, dtype=np.float32), np.float32(len(pieces)), out=mean)
    return means


def _pieces_of_text(text: str) -> Sequence[int]:
    if (
        "  " in text or "<" in text or "▁" in text or text != text.strip(" ")
    ):  # spaces beside one another make pieces of their own, "<s>" is a sign to this vocabulary, and "▁" is how it writes a space
        return _pieces(text)
    return list(itertools.chain.from_iterable(map(_pieces_of_word, text.split(" "))))


def _pieces(text: str) -> tuple[int, ...]:
    return tuple(_model().tokenizer.encode(text, add_special_tokens=False).ids)


_pieces_of_word = functools.lru_cache(maxsize=15_000)(_pieces)


def unit(vectors: NDArray[Number]) -> NDArray[Number]:
    """The rows scaled to length 1; rows of length 0 stay as they are."""
    lengths = np.linalg.norm(vectors, axis=1, keepdims=True)
    scaled: NDArray[Number] = np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0)
    return scaled
