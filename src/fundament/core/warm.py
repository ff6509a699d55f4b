"""Loading at leisure what the first answer would otherwise wait for."""

from __future__ import annotations

import gc

from fundament.core.language.detect import detect_language
from fundament.core.language.frequencies import word_general_frequency
from fundament.core.language.vectors import embed
from fundament.core.language.wordnet import noun_senses
from fundament.core.language.words import lemma_of

COLLECT_AFTER = (
    20_000,
    20,
    20,
)  # new objects, and collections of the younger generation, until the collector of cycles looks at each generation


def warm(*, for_reading: bool = False) -> None:
    """Load word vectors, dictionaries and word lists of English, once per process. for_reading: also the tagger and what tells languages apart, which only
    new pages need. What is loaded stays, so the collector of cycles is told to leave it out and to come less often: among the words of many texts a full
    search takes a fifth of a second, in which nobody gets an answer."""
    embed(["a word to begin with"])
    lemma_of("words", "en")
    word_general_frequency("words", "en")
    noun_senses("word")
    if for_reading:
        from fundament.core.language.analysis import analyse_text
        from fundament.core.language.tagging import tag_sentences

        text = "Somebody reads a page with a sentence that is long enough to tell its language."
        detect_language(text)
        list(tag_sentences(list(analyse_text(text, "en")), [text]))
    gc.set_threshold(*COLLECT_AFTER)
    gc.collect()
    gc.freeze()
