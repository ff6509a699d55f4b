"""Entities of the subject: names, which are runs of capitals that pages share, and noun concepts with a kind from WordNet.

Spellings are joined by lemmas, acronyms by their expansion, and a short name by the longer one it ends ("Trust" is not joined,
"Ashlar Trust" and "the Ashlar Trust" are). Salience on a page is uses, raised by an early first use and by use in a heading or
title, scaled to sum to 1 over the page; the consensus weight is the square root of the mean salience times the share of pages.
"""

from __future__ import annotations

import functools
import math
from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.frequencies import word_general_frequency
from fundament.core.language.function_words import empty_words, function_words
from fundament.core.language.noun_kinds import noun_kind
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.word_list import word_list
from fundament.core.language.wordnet import noun_senses
from fundament.core.language.words import tokenize
from fundament.core.yardstick.added_weights import Mask, with_added
from fundament.core.yardstick.entity_finding.concept_kinds import concept_kinds, domain_of
from fundament.core.yardstick.entity_finding.entity_names import NAME_KINDS, Found, find_names, name_lemmas
from fundament.core.yardstick.model import ComparedPage, Entity, OwnEntity, Term
from fundament.core.yardstick.term_finding.terms import added_masks, least_pages

Numbers = NDArray[np.float64]
_CONCEPT_KINDS = word_list(
    """
    act animal artefact body event food object person phenomenon plant process substance group location
    """
)
# only when they are very much of the subject: "void", "moisture"; "profile" in colour management, "algorithm", "brightness"
_ABSTRACT_KINDS = frozenset(["shape", "state", "communication", "cognition", "attribute"])
_SHOWN_KIND = {"communication": "information", "cognition": "concept", "attribute": "property"}  # where WordNet's word says little
ABSTRACT_SPECIFIC = 2.0  # log10
LEAST_SPECIFIC = 1.1  # log10, for single words
EVERYDAY = 10**-5.5  # the share of running words from which a noun is an everyday one (Zipf 3.5)
LEAST_AFTER_ARTICLE = 0.3  # of a noun's uses, in a language with articles
WITHOUT_KIND = 0.5  # what a concept of which nobody knows the kind weighs of one with a kind
UNKNOWN_NOUN_SPECIFIC = 2.5  # for nouns that WordNet does not have
SURE_OF_KIND = 0.6  # of a kind with a smaller share of the likelihood nothing is said
MANY_USES = 20  # of a word for people, among which one should speak of them
MOST_PER_PERSON = 50  # uses of a word for people to one that speaks of them
PEOPLE_WITHIN = 12  # words
CONTEXT_WORDS, MOST_BESIDE = 40, 80
CONTEXT_NEEDED = 2
SUBJECT_WORDS = 60  # the most used content words stand for the subject where kinds are chosen


def find_entities(
    pages: Sequence[ComparedPage], terms: Sequence[Term], keyword: str, language: str, *, most_entities: int, own: Sequence[OwnEntity] = ()
) -> tuple[Entity, ...]:
    """Entities on at least as many competitors' pages as a term needs (names: on two), heaviest first; those of `own` in any case."""
    found = find_names(pages, language, frozenset(token.lemma for token in tokenize(keyword, language)))
    _concepts(found, terms, language)
    _join_acronyms(found, pages, language)
    brought = _bring(found, own, language)
    least = least_pages(len(pages))
    kept = [
        (key, entity) for key, entity in sorted(found.items())
        if key in brought or len(entity.pages) >= (min(2, len(pages)) if entity.kind in NAME_KINDS else least)
    ]  # fmt: skip
    weighed = _weigh(kept, pages, language, brought, frozenset(phrase for term in terms for phrase in term.phrases))
    heaviest = sorted(weighed, key=lambda e: (-math.sqrt(sum(e.salience)) * sum(1 for share in e.salience if share), e.name))
    return weigh_entities([entity for place, entity in enumerate(heaviest) if place < most_entities or entity.own])


def _concepts(found: dict[tuple[str, ...], Found], terms: Sequence[Term], language: str) -> None:
    """Terms whose head noun WordNet knows in a concrete kind become concepts, and so do very specific nouns that it does not know."""
    for term in terms:
        if not pack_of(language).noun_senses:
            _concept_by_table(found, term, language)
            continue
        main = term.phrases[0]
        if main in found or main[-1][0].isdigit() or main[0][0].isdigit() or not term.is_noun:
            continue
        if len(main) == 1 and term.specificity < LEAST_SPECIFIC:
            continue
        senses = noun_senses(_noun_of(main, language))
        allowed = _CONCEPT_KINDS | _ABSTRACT_KINDS if term.specificity >= ABSTRACT_SPECIFIC else _CONCEPT_KINDS
        if senses and not any(sense.kind in allowed for sense in senses):
            continue
        if not senses and (term.specificity < UNKNOWN_NOUN_SPECIFIC or main[-1].endswith(("ing", "ed"))):
            continue
        entity = Found("concept", set(term.phrases), is_specific=term.specificity >= ABSTRACT_SPECIFIC)
        entity.forms[term.name] += sum(term.counts)
        entity.pages = {number for number, count in enumerate(term.counts) if count}
        found[main] = entity


def _concept_by_table(found: dict[tuple[str, ...], Found], term: Term, language: str) -> None:
    """In a language without WordNet a term becomes a concept when the table of nouns has its head in a concrete kind."""
    main = term.phrases[0]
    if main in found or (pack_of(language).nouns_in_capitals and not term.name.split(" ")[-1][0].isupper()):
        return
    if len(main) == 1 and term.specificity < LEAST_SPECIFIC:
        return
    kind = _kind_by_table(main, language)
    if kind in _CONCEPT_KINDS or (kind in _ABSTRACT_KINDS and term.specificity >= ABSTRACT_SPECIFIC):
        entity = Found("concept", set(term.phrases), is_specific=term.specificity >= ABSTRACT_SPECIFIC)
        entity.forms[term.name] += sum(term.counts)
        entity.pages = {number for number, count in enumerate(term.counts) if count}
        found[main] = entity


def _kind_by_table(phrase: tuple[str, ...], language: str) -> str:
    pack = pack_of(language)
    return noun_kind(phrase[0 if pack.head_first else -1].lower(), language, compounds=pack.compounds)


def _noun_of(phrase: tuple[str, ...], language: str) -> str:
    """The noun that says what a phrase names: the whole phrase if WordNet has it, else its head ("width" of "width of the joint")."""
    whole = " ".join(phrase)
    if noun_senses(whole):
        return whole
    functional = function_words(language)
    first_inner = next((i for i, lemma in enumerate(phrase) if i and lemma in functional), len(phrase))
    return phrase[first_inner - 1]


def _bring(found: dict[tuple[str, ...], Found], own: Sequence[OwnEntity], language: str) -> set[tuple[str, ...]]:
    """Put a person's own entities among those found, joined with what is there under one of their names. Returns their keys."""
    keys = set()
    for entity in own:
        names = [name_lemmas(name, language) for name in (entity.name, *entity.aliases)]
        names = [name for name in names if name]
        if not names:
            continue
        joined = Found(entity.kind, set(names), Counter({entity.name: 1_000_000, **dict.fromkeys(entity.aliases, 1)}))
        for name in names:
            other = found.pop(name, None)
            if other is not None:
                joined.phrases |= other.phrases
                joined.pages |= other.pages
                joined.forms.update(other.forms)
        found[names[0]] = joined
        keys.add(names[0])
    return keys


def _join_acronyms(found: dict[tuple[str, ...], Found], pages: Sequence[ComparedPage], language: str) -> None:
    """ "NHL" joins "natural hydraulic lime" where a page says that one stands for the other."""
    expansions: dict[str, str] = {}
    for page in pages:
        expansions.update(page.analysis.acronyms)
    for letters, expansion in sorted(expansions.items()):
        long_key, short_key = name_lemmas(expansion, language), (letters.lower(),)
        longer, shorter = found.get(long_key), found.pop(short_key, None)
        if longer is None and shorter is None:
            continue
        joined = longer or Found(shorter.kind if shorter else "concept", {long_key}, Counter({expansion: 1}))
        joined.phrases |= {short_key, long_key}
        joined.forms[letters] += 0
        if shorter is not None:
            joined.pages |= shorter.pages
            joined.phrases |= shorter.phrases
        found[long_key] = joined


@functools.lru_cache(maxsize=10_000)
def _content_of(lemmas: tuple[str, ...], language: str) -> frozenset[str]:
    """The lemmas of a sentence that say something of what stands near them."""
    functional, empty = function_words(language), empty_words(language)
    return frozenset(
        [lemma for lemma in lemmas if len(lemma) > 2 and lemma not in functional and lemma not in empty and lemma[0].isalpha()]
    )


@dataclass
class Surroundings:
    """What stands where entities do, over some pages. salience: by entity and page, each page's summing to 1; around: lemmas in the sentences that name it; around_on: on
    how many pages a lemma stands near it; uses, of_people: how often it is named, and how often somebody is spoken of then; after_article: how often an article stands before it; everything: all content lemmas."""

    salience: list[list[float]]
    around: list[list[str]]
    around_on: list[Counter[str]]
    uses: list[int]
    of_people: list[int]
    after_article: list[int]
    everything: list[str]

    def context_of(self, number: int, general: Counter[str], paid: frozenset[str] = frozenset(), most: int = 0) -> tuple[str, ...]:
        """The context of an entity. general: how often each lemma stands anywhere; paid: lemmas that cannot be in it; most: lemmas in it, 0 for the usual number."""
        near = Counter({lemma: count for lemma, count in Counter(self.around[number]).items() if lemma not in paid})
        return _context(near, general, self.around_on[number], most or CONTEXT_WORDS)


def surroundings(pages: Sequence[ComparedPage], phrases: Sequence[Iterable[tuple[str, ...]]], language: str) -> Surroundings:
    """Look at everything that names an entity on the pages. phrases: of each entity."""
    matcher = PhraseMatcher((phrase, number) for number, own in enumerate(phrases) for phrase in sorted(own))
    size = len(phrases)
    found = Surroundings(
        [[0.0] * len(pages) for _ in range(size)],
        [[] for _ in range(size)],
        [Counter() for _ in range(size)],
        [0] * size,
        [0] * size,
        [0] * size,
        [],
    )
    around, people, articles = found.around, pack_of(language).people_words, pack_of(language).articles
    for page_number, page in enumerate(pages):
        points: dict[int, float] = defaultdict(float)
        begins = [len(lemmas) for lemmas in around]
        blocks = page.reading.main_blocks()
        for place, block in enumerate(blocks):
            early = 1.5 if place <= 0.1 * len(blocks) else 1.0
            boost = 2.0 if block.kind == "heading" else early
            for sentence in analyse_text(block.text, language):
                lemmas = sentence.lemmas
                content = _content_of(lemmas, language)
                found.everything.extend(content)
                for match in {m.phrase: m for m in matcher.find(lemmas, sentence.joined)}.values():
                    found.uses[match.phrase] += 1
                    found.of_people[match.phrase] += _speaks_of_people(sentence, match.end, people)
                    before = sentence.tokens[match.start - 1].text.lower().rstrip("'’") if match.start else ""
                    found.after_article[match.phrase] += before in articles
                    points[match.phrase] += boost
                    around[match.phrase].extend(content.difference(lemmas[match.start : match.end]))
        for number in points:
            found.around_on[number].update(set(around[number][begins[number] :]))
        whole = sum(points.values())
        for number, value in points.items():
            found.salience[number][page_number] = value / whole
    return found


def _weigh(
    kept: list[tuple[tuple[str, ...], Found]],
    pages: Sequence[ComparedPage],
    language: str,
    brought: set[tuple[str, ...]],
    of_terms: frozenset[tuple[str, ...]],
) -> list[Entity]:
    """The entities that stand somewhere. of_terms: the phrases of all terms."""
    seen = surroundings(pages, [entity.phrases for _, entity in kept], language)
    salience = seen.salience
    general = Counter(seen.everything)
    paid = words_paid(of_terms)
    too = [bool(of_terms & entity.phrases) for _, entity in kept]
    near = [seen.context_of(number, general) for number in range(len(kept))]
    beside = [seen.context_of(number, general, paid, MOST_BESIDE) if is_term else () for number, is_term in enumerate(too)]
    pack = pack_of(language)
    concepts = [n for n, (key, found) in enumerate(kept) if pack.noun_senses and found.kind == "concept" and key not in brought]
    nouns = [_noun_of(kept[n][0], language) for n in concepts]
    subject = sorted(general, key=lambda lemma: (-general[lemma], lemma))[:SUBJECT_WORDS]
    heads = [noun.split(" ")[-1] for noun in nouns]
    capitals = [_has_capital(kept[n][1].forms) for n in concepts]
    found_kinds = _by_family(concept_kinds(nouns, [near[n][:12] for n in concepts], subject, capitals), heads)
    evidence = [(seen.uses[n], seen.of_people[n]) for n in concepts]
    kinds = dict(zip(concepts, _with_evidence(found_kinds, heads, nouns, evidence), strict=True))
    entities = []
    for number, (key, found) in enumerate(kept):
        if not any(salience[number]) and key not in brought:
            continue
        kind, share = kinds.get(number, (found.kind, 1.0))
        if found.kind == "concept" and not pack.noun_senses and key not in brought:
            if pack.articles and seen.after_article[number] < LEAST_AFTER_ARTICLE * seen.uses[number]:
                continue  # hardly a noun
            kind = _kind_by_table(key, language)
        if number in kinds and kind and kind not in (_CONCEPT_KINDS | _ABSTRACT_KINDS if found.is_specific else _CONCEPT_KINDS):
            continue
        forms = sorted(found.forms, key=lambda form: (-found.forms[form], len(form), form))
        if share < SURE_OF_KIND or (number in kinds and forms[0].isupper()):
            kind = ""  # not sure, or letters that only look like a noun ("GNU")
        entities.append(
            Entity(
                name=forms[0],
                kind=_SHOWN_KIND.get(kind, kind),
                aliases=tuple(forms[1:6]),
                phrases=tuple(sorted(found.phrases)),
                pages=0,
                weight=0.0,
                salience=tuple(round(value, 5) for value in salience[number]),
                context=near[number],
                beside=beside[number],
                own=key in brought,
                worth=1.0 if key in brought else _worth(key, found, kind, is_term=too[number], language=language),
                is_term=too[number],
            )
        )
    return with_shares(entities)


def words_paid(phrases: frozenset[tuple[str, ...]]) -> frozenset[str]:
    """The single words that terms pay for. phrases: of the terms."""
    return frozenset(phrase[0] for phrase in phrases if len(phrase) == 1)


def _worth(key: tuple[str, ...], found: Found, kind: str, *, is_term: bool, language: str) -> float:
    """See Entity: names weigh whole, and so do concepts with a kind that are no everyday nouns paid as terms."""
    if found.kind != "concept":
        return 1.0
    words = [phrase[0] for phrase in found.phrases if len(phrase) == 1]
    if is_term and len(key) == 1 and any(word_general_frequency(word, language) >= EVERYDAY for word in words):
        return 0.0
    return 1.0 if kind else WITHOUT_KIND


def _has_capital(forms: Counter[str]) -> bool:
    """Whether what a phrase ends with is mostly written with a capital."""
    return 2 * sum(count for form, count in forms.items() if form.split(" ")[-1][0].isupper()) > forms.total()


def with_shares(entities: list[Entity]) -> list[Entity]:
    """The entities with their salience scaled to sum to 1 on each page."""
    if not entities:
        return []
    table = np.array([entity.salience for entity in entities])
    shares = np.round(table / np.maximum(table.sum(axis=0, keepdims=True), 1e-12), 5)
    return [replace(entity, salience=tuple(row)) for entity, row in zip(entities, shares.tolist(), strict=True)]


def _by_family(kinds: Sequence[tuple[str, float]], heads: Sequence[str]) -> list[tuple[str, float]]:
    """One kind for a family, the phrases with the same head noun ("server", "mail server"): that with the largest share over them all. kinds, heads: by phrase."""
    shares: dict[str, defaultdict[str, float]] = defaultdict(lambda: defaultdict(float))
    surest: dict[tuple[str, str], float] = defaultdict(float)
    for (kind, share), head in zip(kinds, heads, strict=True):
        shares[head][kind] += share
        surest[head, kind] = max(surest[head, kind], share)
    of_family = {head: min(found, key=lambda kind: (-shares[head][kind], kind)) for head, found in shares.items()}
    return [(of_family[head], surest[head, of_family[head]]) for head in heads]


def _with_evidence(
    kinds: Sequence[tuple[str, float]], heads: Sequence[str], nouns: Sequence[str], evidence: Sequence[tuple[int, int]]
) -> list[tuple[str, float]]:
    """The kinds without those for which too little speaks: a kind of one family alone, of a noun that may be of others too ("kernel": a plant); and people
    whom no "who", "he" or "she" follows in many uses, or hardly any, or in none where the subject is of a field with things called so ("daemon", "logger").

    kinds, heads, nouns: by phrase, as in `_by_family`; evidence: uses, and how many of them speak of people.
    """
    families: dict[str, set[str]] = defaultdict(set)
    told: dict[str, list[int]] = defaultdict(lambda: [0, 0])
    for (kind, _), head, (uses, of_people) in zip(kinds, heads, evidence, strict=True):
        families[kind].add(head)
        told[head][0] += uses
        told[head][1] += of_people
    many = 1 if domain_of(nouns) else MANY_USES
    kept = []
    for (kind, share), head, noun in zip(kinds, heads, nouns, strict=True):
        alone = len(families[kind]) < 2 and len({sense.kind for sense in noun_senses(noun)}) > 1
        uses, of_people = told[head]
        unseen = kind == "person" and ((uses >= many and not of_people) or uses > MOST_PER_PERSON * of_people > 0)
        kept.append((kind, 0.0 if alone or unseen else share))
    return kept


def _speaks_of_people(sentence: Sentence, after: int, people: frozenset[str]) -> bool:
    """Whether soon after a word of a sentence somebody is spoken of."""
    return any(token.text.lower() in people for token in sentence.tokens[after : after + PEOPLE_WITHIN])


def weigh_entities(entities: Sequence[Entity]) -> tuple[Entity, ...]:
    """The entities with pages and weight worked out from their salience; weights sum to 100, heaviest first."""
    return tuple(sorted(weighed_entities(entities), key=lambda e: (-e.weight, e.name)))


def weighed_entities(entities: Sequence[Entity]) -> list[Entity]:
    """The same in the order they are given in."""
    if not entities:
        return []
    salience = np.array([entity.salience for entity in entities])
    weights = entity_weights(salience, *added_masks(entities), worth_of(entities))
    return [
        replace(entity, pages=on_pages, weight=round(weight, 6))
        for entity, on_pages, weight in zip(entities, (salience > 0).sum(axis=1).tolist(), weights.tolist(), strict=True)
    ]


def worth_of(entities: Sequence[Entity]) -> Numbers:
    """What the weight of each is multiplied by."""
    return np.array([entity.worth for entity in entities], dtype=float)


def entity_weights(salience: Numbers, own: Mask, kept: Mask, worth: Numbers) -> Numbers:
    """Weights of entities, which sum to 100: the root of the mean salience, times the share of the pages, times their worth. salience: shape (entities,
    pages); own, kept: see `terms.added_masks`; worth: see Entity.

    A person's own entity that the competitors make less of than of the middle one is added (`added_weights`).
    """
    weights = worth * np.sqrt(salience.mean(axis=1)) * (salience > 0).mean(axis=1)
    earning = own | kept | (worth > 0.0)
    others = weights[earning & ~(own | kept)]
    added = own & (weights < np.median(others)) if len(others) else own
    weights[earning] = np.maximum(weights[earning], with_added(weights[earning], added[earning], kept[earning]))
    return np.asarray(100.0 * weights / (weights.sum() or 1.0))


def _context(near: Counter[str], general: Counter[str], on_pages: Counter[str], most: int) -> tuple[str, ...]:
    """The lemmas that stand near an entity, most telling first: those that do on two pages before the others, by uses near it, lowered by uses anywhere."""
    scored = {lemma: count / math.sqrt(general[lemma]) for lemma, count in near.items()}
    return tuple(sorted(scored, key=lambda lemma: (on_pages[lemma] < 2, -scored[lemma], lemma))[:most])
