"""What scoring needs to know of one block of a text. Kept on the compiled yardstick, so that a keystroke costs one block."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.kept import Kept
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.phrases import Match
from fundament.core.language.uses import SentenceUses, uses_in_sentence
from fundament.core.language.words import tokenize
from fundament.core.scoring.guards.frames import Frame, frame_of, frames_together
from fundament.core.scoring.guards.items import is_short_item
from fundament.core.scoring.guards.verdicts import Judged
from fundament.core.scoring.measured.coverage import Masks
from fundament.core.scoring.measured.substance import is_judged
from fundament.core.yardstick.build import OPENING_WORDS, keyword_share
from fundament.core.yardstick.entity_finding.entities import CONTEXT_NEEDED
from fundament.core.yardstick.structure import COUNTS, PARAGRAPH_KINDS, contains, count_block, is_question
from fundament.core.yardstick.substance import SaidWord, SaidWords

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]
Similarities = NDArray[np.float32]
Integers = NDArray[np.int32]
PlainBlock = tuple[str, int, str]  # kind, level, text
BEST_SENTENCES = 3  # so many of the closest sentences stand for "covered in the text"
TEXT_KINDS = ("paragraph", "quote", "list_item", "table_cell", "caption")
MOST_BYTES = 24_000_000  # of the blocks of a compiled yardstick that does not share them with others
MOST_JUDGED = 800  # sentences of which it is kept what the guards look at
OBJECT_BYTES = 1_100  # of a block beside what its arrays and text hold, by estimate
# what of a block's counts earns: words and uses of the keyword outside crammed sentences, paragraphs with a sentence that is not crammed
COUNTED = ("counted_words", "counted_paragraphs", "counted_paragraph_words", "counted_exact_keyword")
TALLY = (*COUNTS, *COUNTED)  # counts of a block that are summed over a text


@dataclass(frozen=True, slots=True)
class Row:
    """Where in a row of sums the counts stand: counted uses of each term, mentions, recognised mentions and those told of (see `_entities`) of each entity, the counts of TALLY, and uses of each word
    of the keyword."""

    terms: int
    entities: int
    keyword: int = 0

    @property
    def width(self) -> int:
        """How many counts a row has."""
        return self.tally + len(TALLY) + self.keyword

    @property
    def tally(self) -> int:
        """Where the counts of TALLY begin."""
        return self.terms + 3 * self.entities

    def parts(self, sums: Numbers) -> tuple[Numbers, Numbers, Numbers, Numbers, Numbers, Numbers]:
        """A row of sums taken apart: terms, mentioned, recognised, told, tally, words of the keyword."""
        mentioned, recognised, told = (self.terms + number * self.entities for number in range(3))
        tally, keyword = self.tally, self.tally + len(TALLY)
        return sums[:mentioned], sums[mentioned:recognised], sums[recognised:told], sums[told:tally], sums[tally:keyword], sums[keyword:]

    def sum(self, blocks: Sequence[PlacedBlock]) -> Numbers:
        """The sums of all blocks' counts."""
        if not blocks:
            return np.zeros(self.width)
        counts = np.concatenate([block.features.counts for block in blocks])
        return np.bincount(counts[:, 0], weights=counts[:, 1], minlength=self.width).astype(float, copy=False)


@dataclass(frozen=True, eq=False, slots=True)
class BlockFeatures:
    """One block. Many thousands are kept, so arrays hold no zeros and numbers are no larger than need be.

    real: first character and last + 1 of its real sentences, natural and not crammed, shape (sentences, 2). counts: what is summed over a text, as
    (place in the Row, count), shape (n, 2), no place twice. best: closest sentences per subtopic, shape (BEST_SENTENCES, subtopics), highest first.
    heading: similarity of the heading per subtopic. keyword: share of the keyword in a heading. asks: whether a heading is a question. says:
    whether it is text to a heading above it. matches: of terms in its real sentences, as (number of the real sentence, term, first token,
    last + 1), shape (n, 4).
    secondary: share of each secondary keyword in the heading, or in the best real sentence, None where there is nothing of any.
    judged: what the guards look at, None where there is nothing. crammed: first character and last + 1 of its natural sentences that are lists of phrases.
    telling: the words of its real sentences that tell subtopics, see `coverage`; None where there are none. real_words: of its real sentences.
    """

    words: int
    real: Integers
    counts: Integers
    best: Similarities
    heading: Similarities
    keyword: float
    asks: bool
    says: bool
    exact_keyword: int
    matches: Integers
    judged: Judged | None = None
    crammed: Integers | None = None
    secondary: Similarities | None = None
    telling: Masks | None = None
    real_words: int = 0

    @property
    def bytes(self) -> int:
        """What its arrays hold."""
        guarded = self.judged.bytes if self.judged is not None else 0
        guarded += self.secondary.nbytes if self.secondary is not None else 0
        guarded += self.telling.nbytes if self.telling is not None else 0
        return self.real.nbytes + self.counts.nbytes + self.best.nbytes + self.heading.nbytes + self.matches.nbytes + guarded

    def count(self, place: int) -> int:
        """One of its counts, by its place in the Row."""
        return int(self.counts[self.counts[:, 0] == place, 1].sum())


@dataclass(frozen=True, eq=False, slots=True)
class PlacedBlock:
    """A block of a text with its features. is_text: whether a heading above it has something below it: a real sentence, code, or an item or cell
    that is more than a term."""

    kind: str
    level: int
    text: str
    features: BlockFeatures
    is_heading: bool
    is_text: bool

    @property
    def bytes(self) -> int:
        """What it takes, by estimate."""
        return OBJECT_BYTES + 2 * len(self.text) + self.features.bytes

    @property
    def real_sentences(self) -> list[str]:
        """Its sentences that are natural and not crammed."""
        return [self.text[start:end] for start, end in self.features.real.tolist()]

    @property
    def opening(self) -> tuple[str, ...]:
        """The first words of its real sentences, for what the text opens with."""
        return tuple(" ".join(self.real_sentences).split()[:OPENING_WORDS])


BlockKey = tuple[int, PlainBlock]  # number of the compiled yardstick
KeptBlocks = Kept[BlockKey, PlacedBlock]


def place_block(compiled: CompiledYardstick, kind: str, level: int, text: str) -> PlacedBlock:
    """A block with its features."""
    return place_blocks(compiled, [(kind, level, text)])[0]


def place_fine(compiled: CompiledYardstick, block: PlacedBlock) -> PlacedBlock:
    """A block whose sentences a person found in order: none of them is crammed."""
    if block.features.crammed is None or not len(block.features.crammed):
        return block
    plain = block.kind, block.level, block.text
    features = _features_of(compiled, [plain], is_fine=True)[0]
    return PlacedBlock(*plain, features, block.is_heading, features.says)


def place_blocks(compiled: CompiledYardstick, blocks: Sequence[PlainBlock]) -> list[PlacedBlock]:
    """Blocks with their features, those not seen before worked out together, which is many times faster than one at a time."""
    number = compiled.number
    known = {key[1]: placed for key, placed in compiled.blocks.get_all([(number, block) for block in blocks]).items()}
    new = [block for block in dict.fromkeys(blocks) if block not in known]
    if new:
        placed = [PlacedBlock(*b, f, b[0] == "heading", f.says) for b, f in zip(new, _features_of(compiled, new), strict=True)]
        known.update(zip(new, placed, strict=True))
        compiled.blocks.keep_all([((number, block), known[block], known[block].bytes) for block in new])
    return [known[block] for block in blocks]


def highest(*rows: Numbers | Similarities) -> Numbers:
    """The BEST_SENTENCES highest values of each column over all rows given, highest first."""
    stacked: Numbers = np.concatenate(rows, dtype=float)
    if len(stacked) <= 2 * BEST_SENTENCES:
        return np.sort(stacked, axis=0)[::-1][:BEST_SENTENCES].copy()
    least = len(stacked) - BEST_SENTENCES
    return np.sort(np.partition(stacked, least, axis=0)[least:], axis=0)[::-1].copy()


@dataclass(frozen=True, slots=True)
class _Known:
    """What is known of one sentence wherever it stands. entities: the phrases that name them."""

    sentence: Sentence
    uses: SentenceUses
    entities: list[Match]

    @property
    def is_real(self) -> bool:
        return self.sentence.natural and not self.uses.crammed and not self.uses.is_list


def _features_of(compiled: CompiledYardstick, blocks: Sequence[PlainBlock], *, is_fine: bool = False) -> list[BlockFeatures]:
    headings = [text for kind, level, text in blocks if kind == "heading" and level >= 2]
    of_heading = dict(zip(headings, compiled.heading_similarity(headings), strict=True))
    known = _known_sentences(compiled, blocks, is_fine=is_fine)
    # all sentences are compared together: one product of matrices instead of one for each block
    real = [
        text[k.sentence.start : k.sentence.end] for (_, _, text), of_block in zip(blocks, known, strict=True) for k in of_block if k.is_real
    ]
    similarity = compiled.sentence_similarity(real)
    found = []
    at = 0
    for block, of_block in zip(blocks, known, strict=True):
        if block[0] not in TEXT_KINDS:
            found.append(_other_features(compiled, block, of_heading))
            continue
        until = at + sum([k.is_real for k in of_block])
        best = highest(similarity[at:until], compiled.nothing.best).astype(np.float32) if until > at else compiled.nothing.best
        found.append(_text_features(compiled, block, of_block, best))
        at = until
    return found


def _known_sentences(compiled: CompiledYardstick, blocks: Sequence[PlainBlock], *, is_fine: bool = False) -> list[list[_Known]]:
    """The sentences of each block of text. Blocks that edits would make differ in few, so each is looked at once. is_fine: none is taken to be crammed."""
    seen: dict[
        int, tuple[SentenceUses, list[Match]]
    ] = {}  # by identity of the tokens, which equal sentences share while they are held here
    found = []
    for kind, _, text in blocks:
        of_block = []
        for sentence in analyse_text(text, compiled.language) if kind in TEXT_KINDS else ():
            facts = seen.get(id(sentence.tokens))
            if facts is None:
                entities = compiled.entity_matcher.find(sentence.lemmas, sentence.joined)
                facts = uses_in_sentence(sentence, compiled.term_matcher, compiled.language, is_fine=is_fine), entities
                seen[id(sentence.tokens)] = facts
            of_block.append(_Known(sentence, *facts))
        found.append(of_block)
    return found


def _text_features(compiled: CompiledYardstick, block: PlainBlock, known: Sequence[_Known], best: Similarities) -> BlockFeatures:
    """The features of a block of text, with what is known of its sentences."""
    kind = block[0]
    words = sum([k.sentence.words for k in known])
    counts = _counts(compiled, block)
    real = [k.sentence for k in known if k.is_real]
    matches = [(number, *match) for number, k in enumerate([k for k in known if k.is_real]) for match in k.uses.matches]
    inside = sum([match.end - match.start for k in known for match in k.uses.matches])
    exact = sum([contains(sentence.lemmas, compiled.keyword_lemmas) for sentence in real])
    crammed_words = sum([k.sentence.counted_words for k in known if k.uses.crammed or k.uses.is_list])
    paragraph = bool(real) and kind in PARAGRAPH_KINDS
    counted = (max(0, counts[0] - crammed_words), int(paragraph), counts[0] if paragraph else 0, exact)
    of_entities = _entities(compiled, known)
    keyword = [sum([sentence.lemmas.count(word) for sentence in real]) for word in compiled.keyword_content]
    says = bool(real) or (kind in ("list_item", "table_cell") and inside < words)
    terms = Counter([phrase for k in known for phrase in k.uses.counted])
    return BlockFeatures(
        words=words, real=_integers([(s.start, s.end) for s in real], 2), best=best, heading=compiled.nothing.heading, keyword=0.0, asks=False, says=says,
        counts=_counts_of(compiled.row, (*counts, *counted, *keyword), terms, of_entities), exact_keyword=exact, matches=_integers(matches, 4),
        judged=_judged(compiled, block, words, [k for k in known if k.is_real]),
        crammed=_integers([(k.sentence.start, k.sentence.end) for k in known if k.sentence.natural and k.uses.crammed], 2),
        secondary=_best_shares(compiled, [sentence.lemmas for sentence in real]),
        real_words=sum([s.words for s in real]),
        telling=compiled.telling.mask([lemma for sentence in real for lemma in sentence.lemmas]) if real and len(compiled.telling.shares) else None,
    )  # fmt: skip


def _is_defined(compiled: CompiledYardstick, sentence: Sentence, match: Match) -> bool:
    """Whether the sentence says what a thing is: a defining verb stands right behind its name."""
    behind = sentence.tokens[match.end : match.end + 1]
    return bool(behind) and sentence.joined[match.end] and behind[0].text.lower() in compiled.defining


def _best_shares(compiled: CompiledYardstick, lemmas: Iterable[Sequence[str]]) -> Similarities | None:
    """The largest share of each secondary keyword in one of several sentences."""
    secondary = compiled.secondary_keywords
    found = [shares for words in lemmas if (shares := secondary.shares(words)) is not None] if len(secondary) else []
    return np.max(found, axis=0).astype(np.float32) if found else None


def _judged(compiled: CompiledYardstick, block: PlainBlock, words: int, real: Sequence[_Known]) -> Judged | None:
    """What the guards look at of the real sentences of a block with so many words."""
    if not real or not compiled.with_guards:
        return None
    kind, _, text = block
    numbers = [] if is_short_item(kind, words) else list(range(len(real)))
    known = [_sentence_judged(compiled, text[k.sentence.start : k.sentence.end], k) for k in real]
    copied = compiled.copies.in_block([k.sentence for k in real], [of_sentence.near for of_sentence in known])
    if not numbers and not copied:
        return None
    chosen = [known[number] for number in numbers]
    return Judged(
        judged=np.array(numbers, dtype=np.int32),
        order=np.array([of_sentence.order for of_sentence in chosen], dtype=np.float32).reshape(-1, 2),
        like=compiled.page_blocks.likeness([lemma for k in real for lemma in k.sentence.lemmas])
        if compiled.page_blocks is not None
        else None,
        said=SaidWords.of([of_sentence.said for of_sentence in chosen])
        if compiled.said_words is not None and is_judged(kind, words)
        else None,
        pairs=np.array([of_sentence.pairs for of_sentence in chosen], dtype=np.int32).reshape(-1, 2),
        frames=frames_together([of_sentence.frame for of_sentence in chosen]) if chosen else None,
        copied=_integers(copied, 3),
    )


class JudgedSentence(NamedTuple):
    """What the guards look at of a sentence wherever it stands."""

    order: tuple[float, int]
    frame: Frame
    near: list[int]
    pairs: tuple[int, int]
    said: list[SaidWord]


def _sentence_judged(compiled: CompiledYardstick, text: str, known: _Known) -> JudgedSentence:
    """Kept, so that a keystroke costs one sentence."""
    found = compiled.judged.get(text)
    if found is None:
        if len(compiled.judged) >= MOST_JUDGED:
            compiled.judged.clear()
        order = compiled.word_order.value_by_text(known.sentence, text) if compiled.word_order is not None else (0.0, 1)
        frame = frame_of(known.sentence, [*known.uses.matches, *known.entities], function_words(compiled.language))
        found = compiled.judged[text] = JudgedSentence(
            order,
            frame,
            compiled.copies.nearly_all(known.sentence),
            compiled.copies.pairs_of(known.sentence),
            compiled.said_words.words(known.sentence) if compiled.said_words is not None else [],
        )
    return found


def _other_features(compiled: CompiledYardstick, block: PlainBlock, of_heading: dict[str, Similarities]) -> BlockFeatures:
    """The features of a heading, code, or what is neither. of_heading: similarity of headings."""
    nothing = compiled.nothing
    kind, level, text = block
    words = sum([s.words for s in analyse_text(text, compiled.language)]) if kind != "code" else 0
    counts = _counts(compiled, block)
    row = _counts_of(compiled.row, (*counts, 0 if kind == "code" else counts[0], 0, 0, 0))
    if kind != "heading":
        return replace(nothing, words=words, counts=row, says=kind == "code")
    asks = is_question(text)
    heading = of_heading.get(text, nothing.heading) if level >= 2 else nothing.heading
    keyword = keyword_share(text, compiled.keyword_lemmas, compiled.language)
    secondary = _best_shares(compiled, [[token.lemma for token in tokenize(text, compiled.language)]])
    return replace(nothing, words=words, counts=row, heading=heading, keyword=keyword, asks=asks, secondary=secondary)


def _counts(compiled: CompiledYardstick, block: PlainBlock) -> tuple[int, ...]:
    return count_block(*block, compiled.language, compiled.keyword_lemmas)


_NO_COUNTS: Counter[int] = Counter()


def _counts_of(
    row: Row, tally: Sequence[int], terms: Counter[int] = _NO_COUNTS, entities: Sequence[Counter[int]] = ()
) -> Integers:  # fmt: skip
    """The counts of a block that are not 0, with their places in the row; terms and entities by their numbers."""
    counts = list(terms.items())
    for first, found in zip(range(row.terms, row.tally, row.entities or 1), entities, strict=False):
        counts += [(first + number, count) for number, count in found.items()]
    counts += [(place, count) for place, count in enumerate(tally, row.tally) if count]
    return _integers(counts, 2)


_NO_ROWS = {columns: np.zeros((0, columns), dtype=np.int32) for columns in (2, 3, 4)}


def _integers(rows: Sequence[tuple[int, ...]], columns: int) -> Integers:
    return np.array(rows, dtype=np.int32) if rows else _NO_ROWS[columns]


def no_features(subtopics: int) -> BlockFeatures:
    """The features of a block that has nothing in it. They are shared, and not to be written to."""
    best, heading = np.zeros((BEST_SENTENCES, subtopics), dtype=np.float32), np.zeros(subtopics, dtype=np.float32)
    for shared in (best, heading):
        shared.flags.writeable = False
    pairs = _integers((), 2)
    return BlockFeatures(0, pairs, pairs, best, heading, 0.0, False, False, 0, _integers((), 4))


def _entities(compiled: CompiledYardstick, known: Sequence[_Known]) -> tuple[Counter[int], Counter[int], Counter[int]]:
    """Mentions of entities, those recognised, and those told of. Recognised: with two or more of the entity's context words in real sentences of its block, or one that is
    a word of the keyword, or one and another word of the subject, or where it is said what it is with one word of the subject. Told of: of what is a term too, with two such words that no term pays for; else as recognised.

    "Damp hessian" also names hessian: an entity that is the end of a longer one is named by it.
    """
    mentioned: Counter[int] = Counter()
    recognised: Counter[int] = Counter()
    told: Counter[int] = Counter()
    if not any(k.entities for k in known):
        return mentioned, recognised, told
    own_words = frozenset(compiled.keyword_lemmas)
    around = {lemma for k in known if k.is_real for lemma in k.sentence.lemmas}
    for k in known:
        for match in k.entities:
            for number in compiled.entity_names[match.phrase]:
                mentioned[number] += 1
                if k.is_real:
                    context, wider, needed, beside = compiled.entity_context[number]
                    near = around & context
                    if (
                        len(near) >= needed
                        or (near and (near & own_words or len(around & wider) >= needed))
                        or (around & wider and _is_defined(compiled, k.sentence, match))
                    ):
                        recognised[number] += 1
                        told[number] += beside is None or len(around & beside) >= CONTEXT_NEEDED
    return mentioned, recognised, +told
