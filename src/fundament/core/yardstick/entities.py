"""Entities of the subject: names that the tagger finds, and noun concepts with a kind from WordNet.

Spellings are joined by lemmas, acronyms by their expansion, and a short name by the longer one it ends ("Trust" is not joined,
"Ashlar Trust" and "the Ashlar Trust" are). Salience on a page is uses, raised by an early first use and by use in a heading or
title, scaled to sum to 1 over the page; the consensus weight is the square root of the mean salience times the share of pages.
"""

from __future__ import annotations

import math
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import empty_words, function_words
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.wordnet import kind_in_context, noun_senses
from fundament.core.language.words import tokenize
from fundament.core.yardstick.model import ComparedPage, Entity, Term
from fundament.core.yardstick.terms import least_pages

_KIND_OF_LABEL = {
    "PERSON": "person", "ORG": "organisation", "GPE": "place", "LOC": "place", "FAC": "place", "PRODUCT": "product",
    "WORK_OF_ART": "work", "LAW": "law", "EVENT": "event", "NORP": "group",
}  # fmt: skip
_CONCEPT_KINDS = frozenset(
    ["act", "animal", "artifact", "body", "event", "food", "object", "phenomenon", "plant", "process", "substance", "group", "location"]
)
CONTEXT_WORDS = 40
CONTEXT_NEEDED = 2


@dataclass
class _Found:
    """An entity while it is being gathered."""

    kind: str
    phrases: set[tuple[str, ...]] = field(default_factory=set)
    forms: Counter[str] = field(default_factory=Counter)
    pages: set[int] = field(default_factory=set)


def find_entities(
    pages: Sequence[ComparedPage], terms: Sequence[Term], keyword: str, language: str, *, most_entities: int
) -> tuple[Entity, ...]:
    """Entities on at least as many competitors' pages as a term needs (names: on two), heaviest first."""
    found = _names(pages, language)
    _concepts(found, terms, language)
    _join_acronyms(found, pages, language)
    least = least_pages(len(pages))
    kept = [
        (key, entity) for key, entity in sorted(found.items())
        if len(entity.pages) >= (min(2, len(pages)) if entity.kind in _KIND_OF_LABEL.values() else least)
    ]  # fmt: skip
    return _weigh(kept, pages, language)[:most_entities]


def _name_lemmas(text: str, language: str) -> tuple[str, ...]:
    functional = function_words(language)
    lemmas = [token.lemma for token in tokenize(text, language)]
    while lemmas and lemmas[0] in functional:
        lemmas.pop(0)
    return tuple(lemmas)


def _names(pages: Sequence[ComparedPage], language: str) -> dict[tuple[str, ...], _Found]:
    """Names from the tagger that begin with a capital and are written so on their page."""
    found: dict[tuple[str, ...], _Found] = {}
    kinds: dict[tuple[str, ...], Counter[str]] = defaultdict(Counter)
    empty = empty_words(language)
    for number, page in enumerate(pages):
        host_words = (
            set(page.reading.url.split("/")[2].lower().replace("www.", "").split(".")[0].split("-")) if "//" in page.reading.url else set()
        )
        common = {c.key for c in page.analysis.candidates if any(form.islower() for form in c.forms)}
        for name in page.analysis.names:
            kind = _KIND_OF_LABEL.get(name.label)
            lemmas = _name_lemmas(name.text, language)
            shown = name.text.removeprefix("the ").removeprefix("The ")
            if not kind or not lemmas or len(lemmas) > 5 or not shown[:1].isupper():
                continue
            joined = "".join(lemmas)
            if joined in host_words or "".join(host_words) == joined or set(lemmas) <= empty:
                continue
            if len(lemmas) == 1 and (lemmas[0] in common or len(lemmas[0]) < 3):
                continue  # a common noun at the beginning of a sentence
            entity = found.setdefault(lemmas, _Found(kind, {lemmas}))
            entity.forms[shown] += name.count
            entity.pages.add(number)
            kinds[lemmas][kind] += name.count
    for lemmas, entity in found.items():
        entity.kind = max(sorted(kinds[lemmas]), key=lambda k: kinds[lemmas][k])
        if any(lemma[0].isdigit() for lemma in lemmas[1:]) and entity.kind in ("organisation", "person", "place"):
            entity.kind = "product"  # a name with a number behind it is a grade, model or standard
    return found


def _concepts(found: dict[tuple[str, ...], _Found], terms: Sequence[Term], language: str) -> None:
    """Terms whose head noun WordNet knows as a thing, substance, process, ... become concepts."""
    if language != "en":
        return
    for term in terms:
        main = term.phrases[0]
        if main in found or main[-1][0].isdigit() or not term.is_noun:
            continue
        noun = " ".join(main) if noun_senses(" ".join(main)) else main[-1]
        if not any(kind in _CONCEPT_KINDS for kind, _ in noun_senses(noun)):
            continue
        if len(main) == 1 and term.specificity < 1.5:
            continue
        entity = _Found("concept", set(term.phrases))
        entity.forms[term.name] += sum(term.counts)
        entity.pages = {number for number, count in enumerate(term.counts) if count}
        found[main] = entity


def _join_acronyms(found: dict[tuple[str, ...], _Found], pages: Sequence[ComparedPage], language: str) -> None:
    """ "NHL" joins "natural hydraulic lime" where a page says that one stands for the other."""
    expansions: dict[str, str] = {}
    for page in pages:
        expansions.update(page.analysis.acronyms)
    for letters, expansion in sorted(expansions.items()):
        long_key, short_key = _name_lemmas(expansion, language), (letters.lower(),)
        longer, shorter = found.get(long_key), found.pop(short_key, None)
        if longer is None and shorter is None:
            continue
        joined = longer or _Found(shorter.kind if shorter else "concept", {long_key}, Counter({expansion: 1}))
        joined.phrases |= {short_key, long_key}
        joined.forms[letters] += 0
        if shorter is not None:
            joined.pages |= shorter.pages
            joined.phrases |= shorter.phrases
        found[long_key] = joined


def _weigh(kept: list[tuple[tuple[str, ...], _Found]], pages: Sequence[ComparedPage], language: str) -> tuple[Entity, ...]:
    matcher = PhraseMatcher((phrase, number) for number, (_, entity) in enumerate(kept) for phrase in sorted(entity.phrases))
    salience = [[0.0] * len(pages) for _ in kept]
    context: list[Counter[str]] = [Counter() for _ in kept]
    general: Counter[str] = Counter()
    functional, empty = function_words(language), empty_words(language)
    for page_number, page in enumerate(pages):
        points: dict[int, float] = defaultdict(float)
        blocks = page.reading.main_blocks()
        for place, block in enumerate(blocks):
            early = 1.5 if place <= 0.1 * len(blocks) else 1.0
            boost = 2.0 if block.kind == "heading" else early
            for sentence in analyse_text(block.text, language):
                lemmas = sentence.lemmas
                content = {x for x in lemmas if x not in functional and x not in empty and len(x) > 2 and x[0].isalpha()}
                general.update(content)
                for match in {m.phrase: m for m in matcher.find(lemmas, sentence.joined)}.values():
                    points[match.phrase] += boost
                    own = set(lemmas[match.start : match.end])
                    context[match.phrase].update(content - own)
        whole = sum(points.values())
        for number, value in points.items():
            salience[number][page_number] = value / whole
    entities = []
    for number, (_, found) in enumerate(kept):
        if not any(salience[number]):
            continue
        near = _context(context[number], general)
        kind = found.kind
        if kind == "concept":
            main = min(found.phrases)
            noun = " ".join(main) if noun_senses(" ".join(main)) else main[-1]
            kind = kind_in_context(noun, near[:12]) or kind
            if kind not in _CONCEPT_KINDS:
                continue
        forms = sorted(found.forms, key=lambda form: (-found.forms[form], len(form), form))
        entities.append(
            Entity(
                name=forms[0],
                kind=kind,
                aliases=tuple(forms[1:6]),
                phrases=tuple(sorted(found.phrases)),
                pages=0,
                weight=0.0,
                salience=tuple(round(value, 5) for value in salience[number]),
                context=near,
            )
        )
    return weigh_entities(entities)


def weigh_entities(entities: Sequence[Entity]) -> tuple[Entity, ...]:
    """The entities with pages and weight worked out from their salience; weights sum to 100, heaviest first."""
    weighed = []
    for entity in entities:
        on_pages = sum(1 for value in entity.salience if value > 0)
        share = on_pages / len(entity.salience)
        weighed.append(replace(entity, pages=on_pages, weight=math.sqrt(sum(entity.salience) / len(entity.salience)) * share))
    total = sum(e.weight for e in weighed) or 1.0
    weighed = [replace(e, weight=round(100.0 * e.weight / total, 6)) for e in weighed]
    return tuple(sorted(weighed, key=lambda e: (-e.weight, e.name)))


def _context(near: Counter[str], general: Counter[str]) -> tuple[str, ...]:
    """The lemmas that stand near an entity, most telling first (uses near it, lowered by uses anywhere)."""
    scored = {lemma: count / math.sqrt(general[lemma]) for lemma, count in near.items()}
    return tuple(sorted(scored, key=lambda lemma: (-scored[lemma], lemma))[:CONTEXT_WORDS])
