"""What a person adds to a consensus, and how its things are grouped otherwise than proposed: terms and entities of one's own, joins and splits.

Nothing is found anew: only what changed is counted again on the pages, and how each competitor stands to it. What comes out is a consensus like any other.
"""

from __future__ import annotations

import itertools
from collections import Counter
from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace
from typing import TypeVar

from fundament.core.consensus.added import AddedEntity, Additions, Join, KeptSubtopic, OwnTerm, Phrase, Split
from fundament.core.consensus.keys import Keys, heading_member
from fundament.core.errors import CoreError
from fundament.core.language.function_words import function_words
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.words import tokenize
from fundament.core.scoring.measured.competitor_features import recounted
from fundament.core.yardstick.entity_finding.entities import MOST_BESIDE, surroundings, weighed_entities, with_shares, words_paid
from fundament.core.yardstick.entity_finding.entity_names import name_lemmas
from fundament.core.yardstick.model import ComparedPage, Consensus, Entity, Subtopic, SubtopicHeading, Term
from fundament.core.yardstick.ranges import robust_range
from fundament.core.yardstick.section_groups.subtopics import weighed_subtopics
from fundament.core.yardstick.term_finding.terms import specificity, term_sentences, use_tables, weighed_terms

MOST_TERM_WORDS = 8
Thing = TypeVar("Thing", Term, Entity, Subtopic)


def with_additions(consensus: Consensus, pages: Sequence[ComparedPage], additions: Additions) -> Consensus:
    """The consensus with what a person added.

    pages: those the consensus was made from. Its things come first, in their order, without those that went into another one; then what was split off, then what was
    added. What is not `applicable` has no effect.
    """
    additions = applicable(consensus, additions)
    if additions.is_empty:
        return consensus
    by_url = {page.reading.url: page for page in pages}
    compared = [by_url[page.url] for page in consensus.pages]
    terms = [*_regrouped("terms", consensus.terms, additions, _joined_term, _split_term), *_own_terms(consensus, additions.terms)]
    entities = [
        *_regrouped("entities", consensus.entities, additions, _joined_entity, _split_entity),
        *_own_entities(consensus, additions.entities),
    ]
    subtopics = list(_regrouped("subtopics", consensus.subtopics, additions, _joined_subtopic, _split_subtopic))
    subtopics += [_kept_subtopic(kept) for kept in additions.subtopics]
    found = replace(
        consensus,
        terms=_counted_terms(terms, consensus, compared),
        entities=_counted_entities(entities, consensus, compared),
        subtopics=tuple(weighed_subtopics(subtopics, consensus.pages)),
    )
    return replace(found, competitors=recounted(found, compared, consensus))


def applicable(consensus: Consensus, additions: Additions) -> Additions:
    """What of the additions can be done: without own terms and entities that are there already or are no words, joins of fewer than two things that are there, and splits of which
    nothing would go or stay."""
    joins = tuple(join for join in additions.joins if len(_there(join, getattr(consensus, join.kind))) == len(join.numbers) > 1)
    so_far = Additions(joins=joins)
    for split in additions.splits:
        tried = replace(so_far, splits=(*so_far.splits, split))
        try:
            _grouped(split.kind, consensus, tried)
        except CoreError:
            continue
        so_far = tried
    return replace(
        so_far,
        terms=tuple(term for term in additions.terms if _new_phrases(_phrases_of(term, consensus.language), consensus.terms)),
        entities=tuple(entity for entity in additions.entities if _new_phrases(_names_of(entity, consensus.language), consensus.entities)),
        subtopics=additions.subtopics,
    )


def check_term(consensus: Consensus, name: str) -> Phrase:
    """The lemmas of a phrase that is to be a term of one's own. Raises CoreError where it has no word, too many, or is there as a term already."""
    phrase = _lemmas(name, consensus.language)
    if not phrase or len(phrase) > MOST_TERM_WORDS or all(lemma in function_words(consensus.language) for lemma in phrase):
        raise CoreError("error.no_term", name=name[:80], most=MOST_TERM_WORDS)
    there = next((term.name for term in consensus.terms if phrase in term.phrases), None)
    if there is not None:
        raise CoreError("error.term_is_there", name=name, term=there)
    return phrase


def check_entity(consensus: Consensus, name: str) -> Phrase:
    """The same for an entity."""
    phrase = name_lemmas(name, consensus.language)
    if not phrase or len(phrase) > MOST_TERM_WORDS:
        raise CoreError("error.no_entity", name=name[:80], most=MOST_TERM_WORDS)
    there = next((entity.name for entity in consensus.entities if phrase in entity.phrases), None)
    if there is not None:
        raise CoreError("error.entity_is_there", name=name, entity=there)
    return phrase


def check_split(consensus: Consensus, split: Split) -> None:
    """Raise CoreError where nothing would go or nothing would stay."""
    _grouped(split.kind, consensus, Additions(splits=(split,)))


def keys_with(keys: Keys, additions: Additions) -> Keys:
    """The keys of what `with_additions` gives, in its order. keys: of the consensus; additions: those that are `applicable` to it."""
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
    groups: dict[int, tuple[int, ...]] = {number: (number,) for number in range(count)}
    for join in additions.joins:
        if join.kind == kind and len(set(join.numbers)) == len(join.numbers) > 1 and all(number in groups for number in join.numbers):
            joined = [groups.pop(number) for number in join.numbers]
            groups[join.numbers[0]] = tuple(itertools.chain(*joined))
    return [groups[number] for number in sorted(groups)]


def _there(join: Join, things: Sequence[object]) -> set[int]:
    return {number for number in join.numbers if 0 <= number < len(things)}


def _grouped(kind: str, consensus: Consensus, additions: Additions) -> Sequence[Term | Entity | Subtopic]:
    """The things of one kind after joins and splits. Raises CoreError where a split takes nothing or everything, or is of nothing."""
    if kind == "terms":
        return _regrouped(kind, consensus.terms, additions, _joined_term, _split_term)
    if kind == "entities":
        return _regrouped(kind, consensus.entities, additions, _joined_entity, _split_entity)
    return _regrouped(kind, consensus.subtopics, additions, _joined_subtopic, _split_subtopic)


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
            if wanted.number not in place:
                raise CoreError("error.split_nothing", name=wanted.name)
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


def _lemmas(text: str, language: str) -> Phrase:
    return tuple(token.lemma for token in tokenize(text, language))


def _phrases_of(term: OwnTerm, language: str) -> tuple[Phrase, ...]:
    return term.phrases or tuple(dict.fromkeys(_lemmas(name, language) for name in (term.name, *term.variants)))


def _names_of(entity: AddedEntity, language: str) -> tuple[Phrase, ...]:
    return entity.phrases or tuple(dict.fromkeys(name_lemmas(name, language) for name in (entity.name, *entity.aliases)))


def _new_phrases(phrases: Sequence[Phrase], things: Sequence[Term] | Sequence[Entity]) -> tuple[Phrase, ...]:
    known = {phrase for thing in things for phrase in thing.phrases}
    return tuple(phrase for phrase in phrases if phrase and phrase not in known)


def _own_terms(consensus: Consensus, own: Sequence[OwnTerm]) -> list[Term]:
    """The added terms. A phrase that two of them have is of the first (see `PhraseMatcher`)."""
    return [
        Term(
            name=wanted.name, phrases=_new_phrases(_phrases_of(wanted, consensus.language), consensus.terms), tier=3, pages=0, weight=0.0,
            per_thousand=robust_range([]), low=1, high=1, ceiling=1, specificity=0.0, head=False, counts=(), prominent=(), is_noun=True,
            own=not wanted.kept, kept=wanted.kept,
        )
        for wanted in own
    ]  # fmt: skip


def _own_entities(consensus: Consensus, own: Sequence[AddedEntity]) -> list[Entity]:
    nowhere = (0.0,) * len(consensus.pages)
    return [
        Entity(
            wanted.name, wanted.kind, wanted.aliases, tuple(sorted(_new_phrases(_names_of(wanted, consensus.language), consensus.entities))),
            0, 0.0, nowhere, (), own=not wanted.kept, kept=wanted.kept,
        )
        for wanted in own
    ]  # fmt: skip


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
    paid = words_paid(frozenset(phrase for term in consensus.terms for phrase in term.phrases))
    counted = [
        replace(
            entity,
            salience=tuple(round(value, 5) for value in seen.salience[number]),
            context=entity.context if entity.phrases in before else seen.context_of(number, general),
            beside=entity.beside if entity.phrases in before or not entity.is_term else seen.context_of(number, general, paid, MOST_BESIDE),
        )
        for number, entity in enumerate(entities)
    ]
    return tuple(weighed_entities(with_shares(counted)))
