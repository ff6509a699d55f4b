"""Make the counts of `fundament.core.language.word_order` for every language, and the bounds of `scoring.guards.word_order`.

    PYTHONPATH=src:. .venv/bin/python -m tools.make_word_order [language ...]
Counted are the collections of COUNTED (English: and WordNet's glosses and examples), bounds are set on those of BOUNDING, and on those of CHECKING, by other hands, it is said what honest texts
lose and what is caught. A language is certain when of at least LEAST_TEXTS honest texts of LEAST_KINDS kinds of CHECKING, each of some 25 sentences, at most one in a hundred is accused. `bench/outside/running_text.py` says what each collection is.
"""

from __future__ import annotations

import itertools
import json
import math
import random
import sys
from collections import Counter, defaultdict
from collections.abc import Sequence
from types import SimpleNamespace
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from bench.outside.running_text import COLLECTIONS, LANGUAGES, Passage, passages
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.word_order import DATA, OTHER, STEP, Values, WordOrder, class_sequence, file_of, word_order
from fundament.core.scoring.guards.word_order import DOUBTED_PASSAGES, PASSAGES, of_doubtful_order, without_order
from tools.make_parts_of_speech import wordnet_texts

COUNTED = ("handbook", "desktop help", "novel game")
MORE_COUNTED = {"nl": ("manual pages", "settlers' game"), "pl": ("manual pages", "settlers' game")}  # little of the others is translated
BOUNDING = ("manual pages", "settlers' game", "school manual", "sayings, even")
MORE_BOUNDING = {"nl": ("game of nations",), "pl": ("game of nations",)}
CHECKING = ("hardening manual", "installation guide", "game of nations", "declaration", "sayings, odd", "office help")
MOST_OF_HAND = 20_000  # sentences of one collection that are counted
LEAST_USES = 2  # of a trigram or bigram that is kept
LEAST_CLASS = 3  # uses of a class
SAMPLE = 800  # sentences of each hand that say how values lie
TEXT_SENTENCES, LEAST_TEXTS, LEAST_KINDS = 25, 100, 4
FALSE_ALARMS = 0.002  # of the honest passages of each hand may lie beyond a bound
FALSE_DOUBTS_OF_SAYINGS = 0.1  # verses and lists among them have an order of their own
MARGIN, LEAST_BOUND = 1.5, 6.0  # a bound lies so much beyond them, and never lower
SEEN = 0.9  # of shuffled passages of a size must be, for it to be judged
DOUBT_MARGIN = 0.05
Numbers = NDArray[np.float64]


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


def write(language: str, tables: dict[str, Any], said: dict[str, Any]) -> WordOrder:
    """Store the tables, and read them as they will be read."""
    text = json.dumps({"classes": tables["names"], **said})
    arrays = {name: table for name, table in tables.items() if name != "names"}
    DATA.mkdir(exist_ok=True)
    np.savez_compressed(file_of(language), said=np.frombuffer(text.encode(), dtype=np.uint8), **arrays)
    word_order.cache_clear()
    made = word_order(language)
    assert made is not None
    return made


class Measured(NamedTuple):
    """The values of a passage's sentences, as (sum, places), shape (sentences, 2): as they are, with the words of each shuffled, with the passage's content words permuted."""

    hand: str
    honest: Numbers
    shuffled: Numbers
    permuted: Numbers
    words: list[int]

    @property
    def alternating(self) -> Numbers:
        """Every second sentence shuffled."""
        return np.where((np.arange(len(self.honest)) % 2 == 1)[:, None], self.shuffled, self.honest)


def of_words(words: Sequence[str], like: Sentence) -> Any:
    """A sentence of other words."""
    return SimpleNamespace(tokens=[SimpleNamespace(text=word) for word in words], joined=like.joined)


def measured(order: WordOrder, passage: Passage, hand: str) -> Measured:
    """One passage."""
    choose = random.Random(1)  # noqa: S311
    functional = function_words(order.language)
    sentences = [sentence for _, sentence in passage.sentences[:400]]
    content = [t.text for s in sentences for t in s.tokens if t.text.lower() not in functional]
    choose.shuffle(content)
    rest = iter(content)
    rows: tuple[list[tuple[float, int]], ...] = ([], [], [])
    for sentence in sentences:
        words = [token.text for token in sentence.tokens]
        rows[0].append(order.value(sentence))
        mixed = [word.lower() for word in words]
        choose.shuffle(mixed)
        rows[1].append(order.value(of_words(mixed, sentence)))
        rows[2].append(order.value(of_words([w if w.lower() in functional else next(rest) for w in words], sentence)))
    return Measured(hand, *(np.array(row, dtype=float).reshape(-1, 2) for row in rows), [s.words for s in sentences])


def values_of(rows: dict[str, list[Numbers]]) -> Values:
    """How values lie, each hand counting alike."""
    sampled = [np.concatenate(parts) for parts in rows.values()]
    chosen = np.concatenate([part[:: max(1, len(part) // SAMPLE)] for part in sampled])
    values, places = chosen[:, 0] / chosen[:, 1], chosen[:, 1]
    middle = float(np.median(values))
    squares = np.minimum((values - middle) ** 2, 2.5)
    spread, by_place = np.linalg.lstsq(np.stack([np.ones(len(places)), 1.0 / places], axis=1), squares, rcond=None)[0].tolist()
    return Values(round(middle, 3), round(max(spread, 0.03), 3), round(max(by_place, 0.3), 3))


def windows(values: Numbers, size: int) -> Numbers:
    """The sums of all passages of so many sentences."""
    running = np.concatenate(([0.0], np.cumsum(values)))
    return np.asarray(running[size:] - running[:-size]) if len(values) >= size else np.zeros(0)


def bounds_of(order: WordOrder, found: Sequence[Measured]) -> dict[str, Any]:
    """What is stored of how values lie."""
    rows: dict[str, dict[str, list[Numbers]]] = {"honest": defaultdict(list), "shuffled": defaultdict(list)}
    for passage in found:
        rows["honest"][passage.hand].append(passage.honest)
        rows["shuffled"][passage.hand].append(passage.shuffled)
    order = WordOrder(**{**vars(order), "natural": values_of(rows["honest"]), "shuffled": values_of(rows["shuffled"])})
    hands = sorted(rows["honest"])
    bounds, doubts = {}, {}
    for size in PASSAGES:
        honest = {hand: np.concatenate([windows(order.evidence(*p.honest.T), size) for p in found if p.hand == hand]) for hand in hands}
        mixed = np.concatenate([windows(order.evidence(*p.shuffled.T), size) for p in found])
        bound = max(
            LEAST_BOUND,
            MARGIN
            + max(float(np.quantile(v, 1.0 - FALSE_ALARMS)) for hand, v in honest.items() if len(v) and not hand.startswith("sayings")),
        )
        if len(mixed) and np.mean(mixed > bound) >= SEEN:
            bounds[str(size)] = round(bound, 2)
    for size in DOUBTED_PASSAGES:
        means = {
            hand: np.concatenate([windows(p.honest[:, 0], size) / windows(p.honest[:, 1], size) for p in found if p.hand == hand])
            for hand in hands
        }
        doubts[str(size)] = round(
            min(
                float(np.quantile(v, FALSE_DOUBTS_OF_SAYINGS if hand.startswith("sayings") else FALSE_ALARMS))
                for hand, v in means.items()
                if len(v)
            )
            - DOUBT_MARGIN,
            3,
        )
    return {"natural": list(order.natural), "shuffled": list(order.shuffled), "bounds": bounds, "doubts": doubts, "certain": False}


def texts_of(found: Sequence[Measured]) -> list[tuple[str, slice, Measured]]:
    """The passages cut into texts of some 25 sentences and 250 words or more."""
    cut = []
    for passage in found:
        for at in range(0, len(passage.honest), TEXT_SENTENCES):
            part = slice(at, at + TEXT_SENTENCES)
            if sum(passage.words[part]) >= 250:
                cut.append((passage.hand, part, passage))
    return cut


def report(order: WordOrder, found: Sequence[Measured]) -> tuple[int, int]:
    """Print what honest texts lose and what is caught. Gives the number of honest texts, and of those accused."""
    texts, accused, doubted = Counter[str](), Counter[str](), Counter[str]()
    caught: dict[str, list[float]] = defaultdict(list)
    for hand, part, passage in texts_of(found):
        texts[hand] += 1
        accused[hand] += without_order(*passage.honest[part].T, order).mean() > 0.05
        doubted[hand] += of_doubtful_order(*passage.honest[part].T, order).any()
        for size in (8, 10, 12, 16, 25):
            few = slice(part.start, part.start + size)
            caught[f"shuffled {size}"].append(without_order(*passage.shuffled[few].T, order).mean())
        caught["alternating 25"].append(without_order(*passage.alternating[part].T, order)[1 - part.start % 2 :: 2].mean())
        caught["permuted 25, warned"].append(float(of_doubtful_order(*passage.permuted[part].T, order).any()))
    for hand in texts:
        print(f"   {hand:20} {texts[hand]:5} honest texts, {accused[hand]} accused, {doubted[hand]} warned of")
    print("   share caught: " + ", ".join(f"{name} {np.mean(shares):.3f}" for name, shares in caught.items()), flush=True)
    return texts.total(), int(accused.total())


def hand_of(passage: Passage, place: int) -> str:
    """The hand of a passage; sayings are parted in two."""
    return f"sayings, {'odd' if place % 2 else 'even'}" if passage.hand == "sayings" else passage.hand


def make(language: str, every: Sequence[Passage]) -> WordOrder:
    """Count, set bounds, report and store one language."""
    counted = (*COUNTED, *MORE_COUNTED.get(language, ()))
    bounding = tuple(hand for hand in (*BOUNDING, *MORE_BOUNDING.get(language, ())) if hand not in counted)
    of_hand: dict[str, list[list[str]]] = defaultdict(list)
    named = [(hand_of(passage, place), passage) for place, passage in enumerate(every)]
    for hand, passage in named:
        if hand in counted:
            of_hand[hand] += [class_sequence(sentence, language) for _, sentence in passage.sentences]
    sequences = [s for read in of_hand.values() for s in read[:: max(1, -(-len(read) // MOST_OF_HAND))]]
    if language == "en":
        sequences += [class_sequence(s, language) for text in wordnet_texts() for s in analyse_text(text, language) if len(s.tokens) >= 3]
    tables = count(sequences)
    nothing = {"natural": [0, 1, 1], "shuffled": [0, 1, 1], "bounds": {}, "doubts": {}, "certain": False}
    order = write(language, tables, nothing)
    said = bounds_of(order, [measured(order, passage, hand) for hand, passage in named if hand in bounding])
    order = write(language, tables, said)
    print(
        f"{language}: {len(sequences)} sentences counted, {len(order.number)} classes, {len(order.trigrams)} trigrams, {file_of(language).stat().st_size // 1000} kB; {said}"
    )
    checking = [measured(order, passage, hand) for hand, passage in named if hand in CHECKING and hand not in bounding]
    number, accused = report(order, checking)
    kinds = {COLLECTIONS[passage.hand.partition(",")[0]][0] for passage in checking}
    certain = bool(number >= LEAST_TEXTS and accused <= number / 100 and len(kinds) >= LEAST_KINDS)
    print(f"   {accused} of {number} honest texts of {len(kinds)} kinds accused: {'certain' if certain else 'warns only'}", flush=True)
    return write(language, tables, {**said, "certain": certain})


def main(languages: Sequence[str]) -> None:
    for language in languages or LANGUAGES:
        make(language, list(passages(language)))


if __name__ == "__main__":
    main(sys.argv[1:])
