"""Make the counts of `fundament.core.language.word_order` for every language.

    PYTHONPATH=src:. .venv/bin/python -m tools.make_word_order [language ...]
Counted: English on WordNet's glosses and examples (Debian's wordnet-base) and the Debian Administrator's Handbook, the others on its translations (Dutch and Polish: and on
translated manual pages). The bounds
are set on the first half of the pages of another manual (English: the outside sets and honest pages); what they let through and catch on the other half
is printed. Dutch and Polish have no other manual there: every fifth page of the handbook is kept apart for them.
"""

from __future__ import annotations

import itertools
import json
import math
import random
import sys
from collections import Counter
from collections.abc import Iterator, Sequence
from types import SimpleNamespace
from typing import Any

import numpy as np

from bench.outside.collections import debian
from bench.outside.honest import honest_pages
from bench.outside.studies import STUDIES
from bench.outside.texts import manual_paragraphs
from bench.real_pages import text_of
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.detect import detect_language
from fundament.core.language.function_words import function_words
from fundament.core.language.word_order import DATA, OTHER, STEP, WordOrder, class_sequence, file_of, word_order
from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from fundament.core.scoring.guards.items import is_short_item
from fundament.core.scoring.guards.word_order import PASSAGES
from tools.make_parts_of_speech import wordnet_texts

HANDBOOK = {"en": "en-US", "de": "de-DE", "fr": "fr-FR", "es": "es-ES", "it": "it-IT", "nl": "nl-NL", "pl": "pl-PL", "pt": "pt-BR"}
ANOTHER = {"de": "de-DE", "fr": "fr-FR", "es": "es-ES", "it": "it-IT", "pt": "pt-BR"}
LEAST_USES = 2  # of a trigram or bigram that is kept
LEAST_CLASS = 3  # uses of a class
FALSE_ALARMS = 0.002  # of honest passages may lie below a bound
FEW = 2_000  # sentences that set a bound
MARGIN, MARGIN_OF_FEW = 0.12, 0.15  # a bound lies so much lower than what the honest sentences say


def manual(folder: str) -> list[Reading]:
    """The pages of a manual."""
    whole = debian("debian-handbook", "harden-doc") / "usr/share/doc" / folder
    return [read_page(text_of(path), f"https://manual.example/{path.name}") for path in sorted(whole.glob("*.html"))]


def sentences_of(reading: Reading, language: str) -> list[tuple[str, Sentence]]:
    """(text of its block, sentence) of running text in this language."""
    blocks = [block for block in reading.main_blocks() if block.kind not in ("heading", "code")]
    return [
        (block.text, sentence)
        for block in blocks
        if len(block.text.split()) < 12 or detect_language(block.text) == language
        for sentence in analyse_text(block.text, language)
        if sentence.natural and not is_short_item(block.kind, len(block.text.split()))
    ]


def count(sequences: Sequence[Sequence[str]]) -> dict[str, Any]:
    """The tables of a WordOrder, as they are stored."""
    single: Counter[str] = Counter(name for sequence in sequences for name in sequence)
    names = [OTHER, *sorted(name for name, uses in single.items() if uses >= LEAST_CLASS and name != OTHER)]
    number = {name: place for place, name in enumerate(names)}
    size = len(names)
    numbers = [[number.get(name, 0) for name in sequence] for sequence in sequences]
    uses = Counter(place for sequence in numbers for place in sequence[1:])
    whole = sum(uses.values())
    share = [(uses[place] + 0.5) / (whole + 0.5 * size) for place in range(size)]
    pairs = Counter(pair for sequence in numbers for pair in itertools.pairwise(sequence))
    triples = Counter(triple for sequence in numbers for triple in zip(sequence, sequence[1:], sequence[2:], strict=False))
    begun, kinds = Counter[int](), Counter[int]()
    for (first, _), seen in pairs.items():
        begun[first] += seen
        kinds[first] += 1
    begun_by_pair, kinds_by_pair = Counter[tuple[int, int]](), Counter[tuple[int, int]]()
    for (first, second, _), seen in triples.items():
        begun_by_pair[first, second] += seen
        kinds_by_pair[first, second] += 1
    alone = [math.log(max(1, kinds[place]) / (begun[place] + max(1, kinds[place]))) for place in range(size)]

    def of_pair(first: int, second: int) -> float:
        return log_ratio(pairs[first, second], begun[first], max(1, kinds[first]), share[second], share[second])

    bigrams, trigrams = {}, {}
    for (first, second), seen in pairs.items():
        if seen >= LEAST_USES:
            more = kinds_by_pair[first, second]
            less = math.log(max(1, more) / (begun_by_pair[first, second] + max(1, more)))
            bigrams[first * size + second] = of_pair(first, second), less
    for (first, second, third), seen in triples.items():
        if seen >= LEAST_USES:
            lower = share[third] * math.exp(of_pair(second, third))
            trigrams[(first * size + second) * size + third] = log_ratio(
                seen, begun_by_pair[first, second], kinds_by_pair[first, second], lower, share[third]
            )
    keys, more_keys = sorted(trigrams), sorted(bigrams)
    return {
        "names": names, "trigrams": np.diff(np.array(keys, dtype=np.uint64), prepend=np.uint64(0)), "trigram_values": _bytes([trigrams[key] for key in keys]),
        "bigrams": np.diff(np.array(more_keys, dtype=np.uint64), prepend=np.uint64(0)), "bigram_values": _bytes([bigrams[key][0] for key in more_keys]),
        "bigram_less": _bytes([bigrams[key][1] for key in more_keys]), "single": _bytes(alone),
    }  # fmt: skip


def _bytes(values: Sequence[float]) -> np.ndarray[Any, Any]:
    return np.clip(np.round(np.array(values) / STEP), -127, 127).astype(np.int8)


def log_ratio(seen: float, all_seen: float, kinds: int, lower: float, single: float) -> float:
    """log of (seen + kinds · lower) / (all seen + kinds) over the probability of the class by itself: Witten and Bell's estimate."""
    return math.log((seen + kinds * lower) / (all_seen + kinds) / single)


def write(language: str, tables: dict[str, Any], usual: float, bounds: dict[int, float]) -> WordOrder:
    """Store the tables, and read them as they will be read."""
    said = json.dumps(
        {"classes": tables["names"], "usual": round(usual, 3), "bounds": {str(size): round(bound, 3) for size, bound in bounds.items()}}
    )
    arrays = {name: table for name, table in tables.items() if name != "names"}
    DATA.mkdir(exist_ok=True)
    np.savez_compressed(file_of(language), said=np.frombuffer(said.encode(), dtype=np.uint8), **arrays)
    word_order.cache_clear()
    made = word_order(language)
    assert made is not None
    return made


Values = list[list[tuple[float, int]]]


def passages(values: Values, size: int) -> list[float]:
    """The values of all passages of so many sentences, a page at a time."""
    return [
        sum(total for total, _ in page[at : at + size]) / sum(count for _, count in page[at : at + size])
        for page in values
        for at in range(len(page) - size + 1)
    ]


def of_words(words: Sequence[str], like: Sentence) -> Any:
    """A sentence of other words."""
    return SimpleNamespace(tokens=[SimpleNamespace(text=word) for word in words], joined=like.joined)


def measured(order: WordOrder, pages: Sequence[Reading]) -> tuple[Values, Values, Values]:
    """Values of the sentences as they are, with their words shuffled, and with the content words of the page permuted."""
    choose = random.Random(1)  # noqa: S311
    functional = function_words(order.language)
    found: tuple[Values, Values, Values] = [], [], []
    for page in pages:
        sentences = [sentence for _, sentence in sentences_of(page, order.language)]
        content = [t.text for s in sentences for t in s.tokens if t.text.lower() not in functional]
        choose.shuffle(content)
        rest = iter(content)
        rows: list[list[tuple[float, int]]] = [[], [], []]
        for sentence in sentences:
            words = [token.text for token in sentence.tokens]
            rows[0].append(order.value(sentence))
            mixed = [word.lower() for word in words]
            choose.shuffle(mixed)
            rows[1].append(order.value(of_words(mixed, sentence)))
            rows[2].append(order.value(of_words([w if w.lower() in functional else next(rest) for w in words], sentence)))
        for values, row in zip(found, rows, strict=True):
            values.append(row)
    return found


def training(language: str) -> Iterator[tuple[bool, Reading]]:
    """(whether it is kept apart, page) of the handbook."""
    for place, page in enumerate(manual(f"debian-handbook/html/{HANDBOOK[language]}")):
        yield language in HANDBOOK.keys() - ANOTHER.keys() - {"en"} and place % 5 == 4, page


def main(languages: Sequence[str]) -> None:
    for language in languages or HANDBOOK:
        pages = list(training(language))
        read = [class_sequence(s, language) for apart, page in pages if not apart for _, s in sentences_of(page, language)]
        if language == "en":
            read += [class_sequence(s, language) for text in wordnet_texts() for s in analyse_text(text, language) if len(s.tokens) >= 3]
            honest = [p.reading for s in STUDIES if s.language == "en" for p in s.compared if "handbook" not in p.reading.url] + [
                p.reading for p in honest_pages()
            ]
        elif language not in ANOTHER:  # little of the handbook is translated
            read += [
                class_sequence(s, language)
                for text in manual_paragraphs(language, least=6, pages=600)
                for s in analyse_text(text, language)
                if s.natural
            ]
        if language != "en":
            honest = manual(f"harden-doc/html/{ANOTHER[language]}") if language in ANOTHER else [page for apart, page in pages if apart]
        tables = count(read)
        order = write(language, tables, 0.0, {})
        tuned, _, _ = measured(order, honest[::2])
        usual = float(np.mean([total / count for page in tuned for total, count in page]))
        margin = MARGIN_OF_FEW if sum(map(len, tuned)) < FEW else MARGIN
        bounds = {
            size: float(np.quantile(passages(tuned, size), FALSE_ALARMS)) - margin for size in PASSAGES if len(passages(tuned, size)) > 100
        }
        order = write(language, tables, usual, bounds)
        kept, mixed, exchanged = measured(order, honest[1::2])
        print(
            f"{language}: {len(read)} sentences, {len(order.number)} classes, {len(order.trigrams)} trigrams, {file_of(language).stat().st_size // 1000} kB"
        )
        for size, bound in bounds.items():
            below = [np.mean(np.array(passages(values, size) or [np.nan]) < bound) for values in (kept, mixed, exchanged)]
            print(
                f"   {size:2} sentences, bound {bound:.2f}: honest passages below it {below[0]:.4f}, shuffled {below[1]:.3f}, content words permuted {below[2]:.3f}",
                flush=True,
            )


if __name__ == "__main__":
    main(sys.argv[1:])
