"""What a person adds to a consensus, and how its things are grouped otherwise than proposed: terms and entities of one's own, joins and splits.

Nothing is found anew: only what changed is counted again on the pages, and how each competitor stands to it. What comes out is a consensus like any other.
"""

from __future__ import annotations

import itertools
from collections import Counter
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

from fundament.core.consensus.keys import Keys, heading_member
from fundament.core.errors import CoreError
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.words import tokenize
from fundament.core.scoring.competitor_features import recounted
from fundament.core.yardstick.entities import surroundings, weighed_entities, with_shares
from fundament.core.yardstick.entity_names import name_lemmas
from fundament.core.yardstick.model import ComparedPage, Consensus, Entity, Subtopic, SubtopicHeading, Term
from fundament.core.yardstick.ranges import robust_range
from fundament.core.yardstick.subtopics import weighed_subtopics
from fundament.core.yardstick.terms import specificity, term_sentences, use_tables, weighed_terms

MOST_TERM_WORDS = 8
Thing = TypeVar("Thing", Term, Entity, Subtopic)
Phrase = tuple[str, ...]


@dataclass(frozen=True)
class OwnTerm:
    """A term that a person brings, with other ways to write it; or, kept, one that no competitor has any more, by its lemmas. key: its identity."""

    name: str
    variants: tuple[str, ...] = ()
    phrases: tuple[Phrase, ...] = ()
    kept: bool = False
    key: str = ""


@dataclass(frozen=True)
class AddedEntity:
    """The same for an entity. kind: see Entity."""

    name: str
    kind: str = ""
    aliases: tuple[str, ...] = ()
    phrases: tuple[Phrase, ...] = ()
    kept: bool = False
    key: str = ""


@dataclass(frozen=True)
class KeptSubtopic:
    """A subtopic that no competitor has any more. headings: (address, heading)."""

    label: str
    headings: tuple[tuple[str, str], ...]
    key: str = ""


@dataclass(frozen=True)
class Join:
    """Things that are one. kind: "terms", "entities" or "subtopics"; numbers: of them in the consensus, that of the one that stays first."""

    kind: str
    numbers: tuple[int, ...]


@dataclass(frozen=True)
class Split:
    """A part of a thing that stands by itself. number: of the thing in the consensus; members: of the part, see `keys.Proposed`; name: what it is called, or "" for its first
    heading or phrase."""

    kind: str
    number: int
    members: tuple[str, ...]
    name: str = ""
    key: str = ""


@dataclass(frozen=True)
class Additions:
    """All that is added to a consensus, in the order it comes to stand in."""

    terms: tuple[OwnTerm, ...] = ()
    entities: tuple[AddedEntity, ...] = ()
    subtopics: tuple[KeptSubtopic, ...] = ()
    joins: tuple[Join, ...] = ()
    splits: tuple[Split, ...] = ()

    @property
    def is_empty(self) -> bool:
        """Whether nothing is added."""
        return not (self.terms or self.entities or self.subtopics or self.joins or self.splits)

    @property
    def regroups(self) -> bool:
        """Whether things are grouped otherwise than proposed."""
        return bool(self.joins or self.splits)


def with_additions(consensus: Consensus, pages: Sequence[ComparedPage], additions: Additions) -> Consensus:
    """The consensus with what a person added.

    pages: those the consensus was made from. Its things come first, in their order, without those that went into another one; then what was split off, then what was
    added. Raises CoreError where an own term is none, or is there already. Joins and splits of what is not there have no effect.
    """
    if additions.is_empty:
        return consensus
    by_url = {page.reading.url: page for page in pages}
    compared = [by_url[page.url] for page in consensus.pages]
    terms = _regrouped("terms", consensus.terms, additions, _joined_term, _split_term)
    terms += _own_terms(terms, additions.terms, consensus.language)
    entities = _regrouped("entities", consensus.entities, additions, _joined_entity, _split_entity)
    entities += _own_entities(entities, additions.entities, consensus)
    subtopics = _regrouped("subtopics", consensus.subtopics, additions, _joined_subtopic, _split_subtopic)
    subtopics += [_kept_subtopic(kept) for kept in additions.subtopics]
    found = replace(
        consensus,
        terms=_counted_terms(terms, consensus, compared),
        entities=_counted_entities(entities, consensus, compared),
        subtopics=tuple(weighed_subtopics(subtopics, consensus.pages)),
    )
    return replace(found, competitors=recounted(found, compared, consensus))


def keys_with(keys: Keys, additions: Additions) -> Keys:
    """The keys of what `with_additions` gives, in its order. keys: of the consensus."""
    found = []
    added: dict[str, Iterable[OwnTerm | AddedEntity | KeptSubtopic]] = {
        "terms": additions.terms, "entities": additions.entities, "subtopics": additions.subtopics,
    }  # fmt: skip
    for kind, more in added.items():
        of_kind = getattr(keys, kind)
        stay = [of_kind[group[0]] for group in _groups(kind, len(of_kind), additions)]
        parts = [split.key for split in additions.splits if split.kind == kind]
        found.append((*stay, *parts, *(thing.key for thing in more)))
    return Keys(*found)


def _groups(kind: str, count: int, additions: Additions) -> list[tuple[int, ...]]:
    """What each of the things that remain of `count` is made of, by their numbers, that of the one that stays first."""
    groups = {number: (number,) for number in range(count)}
    for join in additions.joins:
        if join.kind == kind and len(set(join.numbers)) == len(join.numbers) > 1 and all(number in groups for number in join.numbers):
            joined = [groups.pop(number) for number in join.numbers]
            groups[join.numbers[0]] = tuple(itertools.chain(*joined))
    return [groups[number] for number in sorted(groups)]


def _regrouped(
    kind: str, things: Sequence[Thing], additions: Additions, joined: Callable[[list[Thing]], Thing],
    split: Callable[[Thing, Split], tuple[Thing, Thing]],
) -> list[Thing]:  # fmt: skip
    """Things after joins and splits. A split of one that was joined is of the whole."""
    groups = _groups(kind, len(things), additions)
    found = [things[group[0]] if len(group) == 1 else joined([things[number] for number in group]) for group in groups]
    place = {number: at for at, group in enumerate(groups) for number in group}
    parts: list[Thing] = []
    for wanted in additions.splits:
        if wanted.kind == kind:
            found[place[wanted.number]], part = split(found[place[wanted.number]], wanted)
            parts.append(part)
    return found + parts


def _joined_term(terms: list[Term]) -> Term:
    first = terms[0]
    return replace(
        first,
        phrases=tuple(dict.fromkeys(itertools.chain.from_iterable(term.phrases for term in terms))),
        specificity=max(term.specificity for term in terms),
        termhood=max(term.termhood for term in terms),
        head=any(term.head for term in terms),
        is_noun=any(term.is_noun for term in terms),
        prominent=tuple(map(any, zip(*(term.prominent for term in terms), strict=True))),
    )


def _split_term(term: Term, split: Split) -> tuple[Term, Term]:
    stays, goes = _parted_phrases(term, split)
    return replace(term, phrases=stays), replace(term, name=split.name or " ".join(goes[0]), phrases=goes, head=False)


def _joined_entity(entities: list[Entity]) -> Entity:
    first = entities[0]
    names = dict.fromkeys(name for entity in entities for name in (entity.name, *entity.aliases))
    return replace(
        first,
        aliases=tuple(name for name in names if name != first.name),
        phrases=tuple(sorted({phrase for entity in entities for phrase in entity.phrases})),
        own=any(entity.own for entity in entities),
    )


def _split_entity(entity: Entity, split: Split) -> tuple[Entity, Entity]:
    stays, goes = _parted_phrases(entity, split)
    name = split.name or " ".join(goes[0])
    return replace(entity, phrases=stays), replace(entity, name=name, aliases=(), phrases=goes)


def _parted_phrases(thing: Term | Entity, split: Split) -> tuple[tuple[Phrase, ...], tuple[Phrase, ...]]:
    """The phrases that stay and those that go."""
    goes = tuple(phrase for phrase in thing.phrases if f"lemmas {' '.join(phrase)}" in split.members)
    stays = tuple(phrase for phrase in thing.phrases if phrase not in goes)
    if not goes or not stays:
        raise CoreError("error.split_nothing", name=thing.name)
    return stays, goes


def _joined_subtopic(subtopics: list[Subtopic]) -> Subtopic:
    return replace(subtopics[0], headings=tuple(heading for subtopic in subtopics for heading in subtopic.headings))


def _split_subtopic(subtopic: Subtopic, split: Split) -> tuple[Subtopic, Subtopic]:
    wanted = frozenset(split.members)
    goes = tuple(heading for heading in subtopic.headings if heading_member(heading.url, heading.text) in wanted)
    stays = tuple(heading for heading in subtopic.headings if heading not in goes)
    if not goes or not stays:
        raise CoreError("error.split_nothing", name=subtopic.label)
    return replace(subtopic, headings=stays), replace(subtopic, label=split.name or goes[0].text, headings=goes)


def _kept_subtopic(kept: KeptSubtopic) -> Subtopic:
    headings = tuple(SubtopicHeading(url, text, 2, 0.5, "") for url, text in kept.headings)
    return Subtopic(kept.label, 0, 0.0, 2, 0.5, False, headings, kept=True)


def _own_terms(there: Sequence[Term], own: Sequence[OwnTerm], language: str) -> list[Term]:
    known = {phrase: term.name for term in there for phrase in term.phrases}
    found = []
    for wanted in own:
        phrases = wanted.phrases or tuple(dict.fromkeys(_lemmas(name, language) for name in (wanted.name, *wanted.variants)))
        if not all(phrases) or any(len(phrase) > MOST_TERM_WORDS for phrase in phrases):
            raise CoreError("error.no_term", name=wanted.name, most=MOST_TERM_WORDS)
        new = tuple(phrase for phrase in phrases if phrase not in known)
        if not new:
            raise CoreError("error.term_is_there", name=wanted.name, term=known[phrases[0]])
        known |= dict.fromkeys(new, wanted.name)
        found.append(
            Term(
                name=wanted.name, phrases=new, tier=3, pages=0, weight=0.0, per_thousand=robust_range([]), low=1, high=1, ceiling=1,
                specificity=0.0, head=False, counts=(), prominent=(), is_noun=True, own=not wanted.kept, kept=wanted.kept,
            )
        )  # fmt: skip
    return found


def _lemmas(text: str, language: str) -> Phrase:
    return tuple(token.lemma for token in tokenize(text, language))


def _own_entities(there: list[Entity], own: Sequence[AddedEntity], consensus: Consensus) -> list[Entity]:
    """The added ones. One that is there under another name is a CoreError, as with terms."""
    known = {phrase: entity.name for entity in there for phrase in entity.phrases}
    found = []
    for wanted in own:
        phrases = wanted.phrases or tuple(dict.fromkeys(name_lemmas(name, consensus.language) for name in (wanted.name, *wanted.aliases)))
        if not all(phrases):
            raise CoreError("error.no_entity", name=wanted.name)
        new = tuple(phrase for phrase in phrases if phrase not in known)
        if not new:
            raise CoreError("error.entity_is_there", name=wanted.name, entity=known[phrases[0]])
        known |= dict.fromkeys(new, wanted.name)
        found.append(
            Entity(
                wanted.name, wanted.kind, wanted.aliases, tuple(sorted(new)), 0, 0.0, (0.0,) * len(consensus.pages), (), own=not wanted.kept,
                kept=wanted.kept,
            )
        )  # fmt: skip
    return found


def _counted_terms(terms: Sequence[Term], consensus: Consensus, pages: Sequence[ComparedPage]) -> tuple[Term, ...]:
    """The terms with their uses on the pages, where they are others than before: a longer phrase takes the uses of the shorter ones inside it."""
    if [term.phrases for term in terms] == [term.phrases for term in consensus.terms] or not terms:
        return tuple(terms)
    language = consensus.language
    matcher = PhraseMatcher((phrase, number) for number, term in enumerate(terms) for phrase in term.phrases)
    by_page = [term_sentences(page, matcher, language) for page in pages]
    headed = [_headed(page, matcher, language) for page in pages]
    words = max(1, sum(page.reading.word_count for page in pages))
    counted = []
    for number, term in enumerate(terms):
        counts = tuple(uses[number] for uses, _, _ in by_page)
        first = tuple((page.reading.url, found[number]) for page, (_, found, _) in zip(pages, by_page, strict=True) if number in found)
        new = replace(term, counts=counts, first_sentences=first)
        if not term.prominent:
            key = " ".join(term.phrases[0])
            new = replace(
                new,
                prominent=tuple(number in on_page for on_page in headed),
                specificity=round(specificity(key, term.name, max(1, sum(counts)), words, language), 3),
            )
        counted.append(new)
    return tuple(weighed_terms(counted, consensus.pages, *use_tables(counted)))


def _headed(page: ComparedPage, matcher: PhraseMatcher, language: str) -> frozenset[int]:
    """The terms in the title tag or a heading of a page."""
    texts = [page.reading.title, *(block.text for block in page.reading.headings())]
    found = set()
    for text in texts:
        tokens = tokenize(text, language)
        found |= {match.phrase for match in matcher.find([token.lemma for token in tokens], [True] * len(tokens))}
    return frozenset(found)


def _counted_entities(entities: Sequence[Entity], consensus: Consensus, pages: Sequence[ComparedPage]) -> tuple[Entity, ...]:
    """The entities with their salience, and the context of those that are others than before."""
    before = {entity.phrases for entity in consensus.entities}
    if [entity.phrases for entity in entities] == [entity.phrases for entity in consensus.entities] or not entities:
        return tuple(entities)
    seen = surroundings(pages, [entity.phrases for entity in entities], consensus.language)
    general = Counter(seen.everything)
    counted = [
        replace(
            entity,
            salience=tuple(round(value, 5) for value in seen.salience[number]),
            context=entity.context if entity.phrases in before else seen.context_of(number, general),
        )
        for number, entity in enumerate(entities)
    ]
    return tuple(weighed_entities(with_shares(counted)))
