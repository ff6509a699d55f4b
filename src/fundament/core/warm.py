"""Loading at leisure what the first answer would otherwise wait for."""

from __future__ import annotations

import gc
from importlib import import_module

from fundament.core.language.words import lemma_of

COLLECT_AFTER = (
    20_000,
    20,
    20,
)  # new objects, and collections of the younger generation, until the collector of cycles looks at each generation


def warm_for_scoring() -> None:
    """Load what scoring English texts needs: word vectors, the dictionary, parts of speech and the order of words. Once per process."""
    from fundament.core.language.parts_of_speech import class_of_word
    from fundament.core.language.vectors import embed
    from fundament.core.language.word_order import word_order

    embed(["a word to begin with"])
    lemma_of("words", "en")
    class_of_word("words")
    word_order("en")
    _leave_alone_what_is_loaded()


def warm_for_building() -> None:
    """Load what making the figures of a study needs beside that: how frequent words are, and their senses."""
    from fundament.core.language.frequencies import word_general_frequency
    from fundament.core.language.wordnet import noun_senses
    from fundament.core.yardstick.entity_finding.entity_names import is_of_site

    import_module("scipy.cluster.hierarchy")
    warm_for_scoring()
    word_general_frequency("words", "en")
    noun_senses("word")
    is_of_site("word", "https://word.example/")
    _leave_alone_what_is_loaded()


def warm_for_reading() -> None:
    """Load what tells the language of new pages."""
    from fundament.core.language.detect import detect_language

    detect_language("Somebody reads a page with a sentence that is long enough to tell its language.")
    _leave_alone_what_is_loaded()


def warm_for_analysis() -> None:
    """Load what the analysis of new English pages needs: the lexicon of parts of speech and the dictionary."""
    from fundament.core.language.analysis import analyse_text
    from fundament.core.language.parts_of_speech import tag_words

    for sentence in analyse_text("Somebody reads a page with a sentence in it.", "en"):
        tag_words([token.text for token in sentence.tokens], sentence.joined)
    _leave_alone_what_is_loaded()


def _leave_alone_what_is_loaded() -> None:
    """What is loaded stays, so the collector of cycles need not look at it, and it comes less often: among the words of many texts a full search takes a
    fifth of a second, in which nobody gets an answer."""
    gc.set_threshold(*COLLECT_AFTER)
    gc.collect()
    gc.freeze()
