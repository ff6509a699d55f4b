"""Parts of speech of English words by a lexicon with context: the most frequent one of a word, and of an ambiguous word the one it has between these neighbours.

The lexicon was counted from the answers of a statistical tagger on WordNet's glosses and examples and on documentation (`tools/make_parts_of_speech.py`); it
agrees with that tagger on some 95 % of the words, and 97 % with nouns and names as one, of documentation it has not seen (docs/quality.md), at some twenty
times its speed and without a model to load. The contexts are those of a trigram tagger (Church 1988, "A Stochastic Parts Program"), looked up from the
word itself to its class: (word before, word), (word, word after), (class before, class, class after); frequent function words are their own class.
"""

from __future__ import annotations

import functools
import gzip
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from pathlib import Path

FILE = Path(__file__).with_name("data") / "english_parts_of_speech.txt.gz"
TAG_OF_CODE = {"N": "NOUN", "P": "PROPN", "A": "ADJ", "V": "VERB", "D": "NUM", "X": "X", "O": "OTHER"}
OPENING, END, BREAK = "^", "$", ","  # what stands before the first word, after the last, and where a mark stands between
ENDING_LETTERS = (4, 3, 2, 1)
TABLES = ("best", "classes", "endings", "between", "after", "before", "between_classes")  # of a Lexicon, in the order of the file


@dataclass(frozen=True)
class Lexicon:
    """Codes of parts of speech (TAG_OF_CODE).

    best: of a word in small letters its most frequent one; classes: of an ambiguous word all it has, as a string of codes; own: the function words that are
    their own class; endings: of unknown words by their last letters, all they may be, the likeliest first; between, after, before: of ambiguous words by (before, word, after), (before, word),
    (word, after); between_classes: by (before, class, after). Neighbours are function words, classes or codes.
    """

    best: dict[str, str] = field(default_factory=dict)
    classes: dict[str, str] = field(default_factory=dict)
    own: frozenset[str] = frozenset()
    endings: dict[str, str] = field(default_factory=dict)
    between: dict[tuple[str, str, str], str] = field(default_factory=dict)
    after: dict[tuple[str, str], str] = field(default_factory=dict)
    before: dict[tuple[str, str], str] = field(default_factory=dict)
    between_classes: dict[tuple[str, str, str], str] = field(default_factory=dict)

    def all_codes(self, word: str) -> str:
        """All a word may be, the likeliest first: by the lexicon, else by its shape and its ending."""
        code = self.best.get(word)
        if code:
            return code + self.classes.get(word, code).replace(code, "")
        if word[0].isdigit():
            return "D"
        if word[0].isupper():
            return "P"
        return next((self.endings[word[-n:]] for n in ENDING_LETTERS if word[-n:] in self.endings), "N")

    def class_of(self, word: str) -> str:
        """What a word is as the neighbour of another: itself, or all it may be in alphabetical order."""
        return word if word in self.own else "".join(sorted(self.all_codes(word)))

    def in_context(self, word: str, codes: str, before: str, after: str) -> str:
        """Which of its codes a word has between two neighbours, by the most particular context that is known."""
        found = self.between.get((before, word, after)) or self.after.get((before, word)) or self.before.get((word, after))
        if found:
            return found
        code = self.between_classes.get((before, "".join(sorted(codes)), after))
        return code if code and code in codes else codes[0]

    def tag(self, words: Sequence[str], joined: Sequence[bool]) -> list[str]:
        """The code of each word of a sentence. joined: whether nothing but white space or a hyphen stands before it, see `SentenceReading`."""
        folded = fold(words)
        all_codes = [self.all_codes(word) for word in folded]
        classes = [word if word in self.own else "".join(sorted(codes)) for word, codes in zip(folded, all_codes, strict=True)]
        return [
            codes if len(codes) == 1 else self.in_context(word, codes, before, after)
            for (word, before, after), codes in zip(with_neighbours(folded, classes, joined), all_codes, strict=True)
        ]


def fold(words: Sequence[str]) -> list[str]:
    """The words in small letters, but for capitals that say something: inside a sentence whose longer words have not all of them."""
    longer = [word for word in words if len(word) > 3 and word.isalpha()]
    in_title_case = len(longer) >= 2 and all(word[0].isupper() for word in longer)
    return [
        word if (len(word) > 1 and word.isupper()) or (place and not in_title_case and word[0].isupper()) else word.lower()
        for place, word in enumerate(words)
    ]


def with_neighbours(words: Sequence[str], classes: Sequence[str], joined: Sequence[bool]) -> Iterator[tuple[str, str, str]]:
    """Each word with the classes of the words before and after it, or what stands there in their place."""
    last = len(words) - 1
    for place, word in enumerate(words):
        before = OPENING if not place else classes[place - 1] if joined[place] else BREAK
        after = END if place == last else classes[place + 1] if joined[place + 1] else BREAK
        yield word, before, after


def read_lexicon(path: Path = FILE) -> Lexicon:
    """The lexicon of a file. Its lines are "table<TAB>key, its parts parted by blanks<TAB>value", the tables being the fields of Lexicon."""
    lexicon = Lexicon()
    own = set()
    tables = {name: getattr(lexicon, name) for name in TABLES}
    for line in gzip.decompress(path.read_bytes()).decode().rstrip("\n").split("\n"):
        table, key, value = line.split("\t")
        if table == "own":
            own.add(key)
        else:
            tables[table][tuple(key.split(" ")) if " " in key else key] = value
    object.__setattr__(lexicon, "own", frozenset(own))
    return lexicon


def write_lexicon(made: Lexicon, path: Path = FILE) -> None:
    """Write a lexicon as `read_lexicon` reads it; the same lexicon gives the same bytes."""
    lines = [f"own\t{word}\t" for word in sorted(made.own)]
    for table in TABLES:
        entries = {" ".join(key) if isinstance(key, tuple) else key: value for key, value in getattr(made, table).items()}
        lines += [f"{table}\t{key}\t{value}" for key, value in sorted(entries.items())]
    path.parent.mkdir(exist_ok=True)
    with path.open("wb") as file, gzip.GzipFile(fileobj=file, mode="wb", mtime=0, filename="") as packed:
        packed.write(("\n".join(lines) + "\n").encode())


@functools.cache
def lexicon() -> Lexicon:
    """The lexicon that ships with the program, loaded once."""
    return read_lexicon()


def class_of_word(word: str) -> str:
    """What a word in small letters is by itself: the word, for a function word that is its own class, or all it may be as a string of codes."""
    return lexicon().class_of(word)


def tag_words(words: Sequence[str], joined: Sequence[bool]) -> tuple[str, ...]:
    """The universal part of speech of each word of an English sentence (NOUN, PROPN, ADJ, VERB, NUM, X; OTHER for all else)."""
    return tuple([TAG_OF_CODE[code] for code in lexicon().tag(words, joined)])
