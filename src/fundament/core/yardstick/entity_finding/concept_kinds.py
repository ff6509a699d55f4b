"""Which kind of thing each concept of a subject is: substance, artefact, act, ...

A noun has senses of several kinds in WordNet ("hawk": a bird, a politician, a mason's board). The senses of all the subject's nouns are
chosen together, for one subject has its kinds (Magnini and Strapparava 2000, "one domain per discourse"): a sense is likely when its gloss is
close to the words near the noun (after Lesk 1986, with sentence vectors) and to the whole subject, when it is an early one, and when its kind is
common among the subject's other nouns. The last is found by going round a few times, as in expectation maximisation.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence

from fundament.core.language.vectors import embed, unit
from fundament.core.language.wordnet import Sense, noun_senses

CLOSENESS = 8.0  # how much a gloss's closeness counts against the order of the senses
SUBJECT_SHARE = 0.5  # of the closeness: to the subject; the rest to the words near the noun
PRIOR_WEIGHT = 0.5  # exponent: below 1 the commonest kind does not take all
ROUNDS = 4
LEAST_OF_DOMAIN, DOMAIN_SHARE = 4, 0.1  # nouns with a sense of a domain, and their share, from which the subject belongs to it
OF_DOMAIN = 6.0  # times as likely is a sense of the subject's domain
SMOOTHING = 0.5  # nouns' worth of every kind that is taken for granted


def concept_kinds(
    nouns: Sequence[str], near: Sequence[Sequence[str]], subject: Sequence[str], capitals: Sequence[bool] | None = None
) -> list[tuple[str, float]]:
    """The likeliest kind of each noun, one of WordNet's 26 kinds, with its share of the likelihood, 0..1; ("", 0) for a noun WordNet does not have.

    near: for each noun the lemmas that stand near it. subject: words of the subject as a whole. capitals: of each noun whether the pages write it with a
    capital; none has one where it is not given. The same input gives the same kinds.
    """
    senses = [senses_as_written(noun, is_capital) for noun, is_capital in zip(nouns, capitals or [False] * len(nouns), strict=True)]
    glosses = sorted({sense.gloss for found in senses for sense in found})
    if not glosses:
        return [("", 0.0)] * len(nouns)
    gloss_vectors = embed(glosses)
    mean = gloss_vectors.mean(axis=0)
    meanings = unit(gloss_vectors - mean)
    to_subject = meanings @ unit(embed([" ".join(subject)]) - mean)[0]
    to_words = unit(embed([" ".join((noun, *words)) for noun, words in zip(nouns, near, strict=True)]) - mean) @ meanings.T
    closeness = SUBJECT_SHARE * to_subject + (1.0 - SUBJECT_SHARE) * to_words  # shape (nouns, glosses)
    number = {gloss: n for n, gloss in enumerate(glosses)}
    domain = domain_of(nouns)
    evidence = [
        [
            (
                sense.kind,
                math.exp(CLOSENESS * float(own[number[sense.gloss]]))
                / (1.0 + 0.5 * place)
                * (OF_DOMAIN if domain in sense.domains else 1.0),
            )
            for place, sense in enumerate(found)
        ]
        for found, own in zip(senses, closeness, strict=True)
    ]
    prior: dict[str, float] = {}
    for _ in range(ROUNDS):
        shares: dict[str, float] = {}
        for weighed in evidence:
            for kind, share in _shares(weighed, prior).items():
                shares[kind] = shares.get(kind, 0.0) + share
        prior = {kind: value + SMOOTHING for kind, value in shares.items()}
    kinds = []
    for weighed in evidence:
        by_kind = _shares(weighed, prior)
        kind = max(sorted(by_kind), key=lambda k: by_kind[k]) if by_kind else ""
        kinds.append((kind, by_kind.get(kind, 0.0)))
    return kinds


def senses_as_written(noun: str, is_capital: bool) -> tuple[Sense, ...]:
    """The senses of a noun that are written as the pages write it: "Hessian" is no boot, "trf" no hormone. A name of a single thing is no
    concept. What is written of several words is taken as it is, for only its first one may have a capital ("Portland cement")."""
    senses = noun_senses(noun)
    return senses if " " in noun else tuple(sense for sense in senses if sense.is_capital == is_capital and not sense.is_named)


def domain_of(nouns: Sequence[str]) -> str:
    """The field that the subject belongs to, as WordNet names it (computing, say): the one that most of the nouns have a sense of; "" where none stands out.

    nouns: those of the subject, of which each counts once (Magnini et al. 2002, "The role of domain information in word sense disambiguation").
    """
    different = set(nouns)
    counts = Counter(domain for noun in sorted(different) for domain in {d for sense in noun_senses(noun) for d in sense.domains})
    (first, most), *others = [*counts.most_common(2), ("", 0)]
    return first if most >= max(LEAST_OF_DOMAIN, DOMAIN_SHARE * len(different)) and most >= 2 * others[0][1] else ""


def _shares(weighed: Sequence[tuple[str, float]], prior: dict[str, float]) -> dict[str, float]:
    by_kind: dict[str, float] = {}
    for kind, weight in weighed:
        by_kind[kind] = by_kind.get(kind, 0.0) + weight * prior.get(kind, 1.0) ** PRIOR_WEIGHT
    whole = sum(by_kind.values()) or 1.0
    return {kind: value / whole for kind, value in by_kind.items()}
