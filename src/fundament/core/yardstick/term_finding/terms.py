"""Which phrases are terms of the subject, and how much each weighs.

1. Candidates are the phrases on enough competitors' pages that are more frequent there than in general language.
2. A phrase inside a longer one keeps only its own uses: pages are matched longest first, and a phrase whose own uses are on
   too few pages goes, as does one whose C-value (see `c_value`) is not above 0.
3. weight = share of competitors (rank-weighted) * frequency * specificity * prominence, scaled to sum to 100.
"""

from __future__ import annotations

import functools
import math
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.language.frequencies import phrase_general_frequency
from fundament.core.language.function_words import empty_words, function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.uses import uses_in
from fundament.core.language.words import tokenize
from fundament.core.yardstick.added_weights import Mask, with_added
from fundament.core.yardstick.makers import least_makers, makers_of
from fundament.core.yardstick.model import ComparedPage, Entity, PageSummary, Range, Subtopic, Term, UnsureTerm
from fundament.core.yardstick.page_analysis import Candidate
from fundament.core.yardstick.ranges import drawn_to_the_usual, robust_range, robust_ranges, targets_of
from fundament.core.yardstick.term_finding.c_value import c_values
from fundament.core.yardstick.term_finding.not_terms import NotTerms
from fundament.core.yardstick.term_finding.term_variants import Phrases, Pool, shown_form, with_variants, with_written_ways
from fundament.core.yardstick.term_finding.termhood import Phrase, termhood

Numbers = NDArray[np.float64]
_PageSentences = list[list[tuple[tuple[str, ...], tuple[bool, ...]]]]  # lemmas and joined, see Sentence, page by page
PAGE_SHARE = 0.2  # a term is on at least this share of the competitors, and on two
TIERS = (0.6, 0.35)  # tier 1 from this share of the competitors, tier 2 from that; the rest is tier 3
SPECIFICITY = {"NOUN": 1.5, "PROPN": 1.5, "PHRASE": 0.9, "ADJ": 2.0, "VERB": 2.1, "NUM": 1.5, "X": 1.5, "": 1.3}  # least log10 ratio
SHARED_BY_MOST = 0.4  # lowered by this for words on at least half of the competitors
FLATTENING = 0.75  # so that a handful of head words does not hold most of the weight
CANDIDATES = (
    2  # times as many as terms at most: were they cut before it is known what is a term, one page more would bring others over the edge
)
LEAST_TERMHOOD = 0.6  # the probability of being a term of the subject below which a phrase counts for nothing
LEAST_SHOWN_TERMHOOD = 0.35  # from here on a phrase is shown as one that may be
LEAST_SHARED_TERMHOOD, NEARLY_ALL, VERY_SPECIFIC = 0.45, 0.8, 2.0  # the same for a word on nearly all pages that is rare elsewhere (log10)
NOUN_SHARE = 0.5  # of a word's uses that are tagged as a noun, from which it names a thing
WEAK_OPENING_SHARE = 0.4  # a phrase that opens with a general word ("old mortar") must be on so many pages


@functools.cache
def rank_weight(rank: int) -> float:
    """How much a competitor's rank counts: 1 for the first, gently falling, about 0.7 for the twentieth."""
    return 1.0 / (1.0 + 0.15 * math.log(rank)) if rank > 0 else 1.0


def least_pages(page_count: int) -> int:
    """On how many competitors' pages a term must be."""
    return max(2, math.ceil(PAGE_SHARE * page_count)) if page_count > 2 else max(1, page_count)


def find_terms(
    pages: Sequence[ComparedPage], summaries: Sequence[PageSummary], keyword: str, language: str, *, most_terms: int
) -> tuple[tuple[Term, ...], tuple[UnsureTerm, ...]]:
    """The terms of the subject, heaviest first, and those that may be some, the likeliest first.

    pages: at least one competitor, in rank order; summaries: the same pages in short.
    """
    terms, signs = candidate_terms(pages, keyword, language, most_terms=CANDIDATES * most_terms)
    probable = termhood(signs, keyword, language)
    kept: list[Term] = []
    unsure: list[UnsureTerm] = []
    for term, share in zip(terms, probable.tolist(), strict=True):
        if share >= LEAST_TERMHOOD or term.head or _is_of_the_subject_anyway(term, share):
            kept.append(replace(term, termhood=1.0 if term.head else round(share, 3)))
        elif share >= LEAST_SHOWN_TERMHOOD:
            unsure.append(UnsureTerm(term.name, sum(1 for count in term.counts if count), sum(term.counts), round(share, 3)))
    kept = kept[:most_terms]
    return with_weights(kept, summaries, *use_tables(kept)), tuple(sorted(unsure, key=lambda term: (-term.termhood, term.name)))


def _is_of_the_subject_anyway(term: Term, probability: float) -> bool:
    """Whether a word that is hardly more probable than not is on nearly all pages and far more frequent there than elsewhere."""
    on_pages = sum(1 for count in term.counts if count)
    return probability >= LEAST_SHARED_TERMHOOD and on_pages >= NEARLY_ALL * len(term.counts) and term.specificity >= VERY_SPECIFIC


def candidate_terms(pages: Sequence[ComparedPage], keyword: str, language: str, *, most_terms: int) -> tuple[list[Term], list[Phrase]]:
    """What may be terms, the most promising first, without weights; and what speaks for each being a term of the subject."""
    least = least_pages(len(pages))
    pool = _gather(pages, least)
    total_words = max(1, sum(page.reading.word_count for page in pages))
    keys = [key for key in sorted(pool.pages) if pool.pages[key] >= least]
    heads = {token.lemma for token in tokenize(keyword, language)} - function_words(language)  # the keyword and its words are always terms
    no_terms = NotTerms(pages, frozenset(heads), language)
    keys = [key for key in keys if not no_terms.has(key, pool.forms[key])]
    keys = [key for key in keys if set(key.split(" ")) <= heads or _is_specific(key, pool, total_words, language, len(pages))]
    phrases = with_variants(keys, pool, language)
    sentences = _sentences_by_page(pages, language)
    phrases, own = _used_by_themselves(phrases, sentences, least)
    chosen = _preselect(phrases, own, pool, total_words, language)[:most_terms]
    phrases = with_written_ways({key: phrases[key] for key, _ in chosen}, language)
    return _count(chosen, phrases, pool, pages, keyword, language)


def _gather(pages: Sequence[ComparedPage], least: int) -> Pool:
    """The candidates that are on at least so many pages, and those of several words on sites enough to be agreed on (`least_makers`): "See Module Reference
    for commands" may be one site's habit."""
    found: dict[str, list[Candidate]] = defaultdict(list)
    sites: dict[str, set[str]] = defaultdict(set)
    makers = makers_of(pages)
    for page, site in zip(pages, makers, strict=True):
        for candidate in page.analysis.candidates:
            found[candidate.key].append(candidate)
            sites[candidate.key].add(site)
    agreed = least_makers(makers)
    pool = Pool({}, {}, {}, {})
    for key, candidates in found.items():
        if len(candidates) < least or (" " in key and len(sites[key]) < agreed):
            continue
        pool.pages[key] = len(candidates)
        pool.counts[key] = sum([candidate.count for candidate in candidates])
        forms: dict[str, int] = {}
        tags: dict[str, int] = {}
        for candidate in candidates:
            tags[candidate.tag] = tags.get(candidate.tag, 0) + candidate.count
            for form, count in candidate.forms.items():
                forms[form] = forms.get(form, 0) + count
        pool.forms[key], pool.tags[key] = Counter(forms), Counter(tags)
    return pool


def specificity(key: str, form: str, count: int, total_words: int, language: str) -> float:
    """log10 of the phrase's share of the competitors' words to its share in general language (0 when below it).

    form: how the phrase is written most often. Of a word's lemma and its written form the more frequent one is taken, for a lemma
    may be a rarer word than any that people write.
    """
    lemmas, written = tuple(key.split(" ")), tuple(form.lower().replace("-", " ").split(" "))
    general = phrase_general_frequency(lemmas, language)
    if len(written) == len(lemmas):
        general = max(general, phrase_general_frequency(written, language))
    return max(0.0, math.log10((count / total_words) / general))


def _is_specific(key: str, pool: Pool, total_words: int, language: str, page_count: int) -> bool:
    words = key.split(" ")
    empty = empty_words(language)
    if len(words) == 1 and (key in empty or len(key) < 3):
        return False
    if any(len(word) == 1 and not word.isdigit() for word in words):
        return False
    tag = pool.tags[key].most_common(1)[0][0]
    least = SPECIFICITY.get(tag, 1.5)
    if len(words) == 1 and pool.pages[key] * 2 >= page_count:
        least -= SHARED_BY_MOST
    if specificity(key, shown_form(pool.forms[key]), pool.counts[key], total_words, language) < least:
        return False
    if len(words) > 1 and (words[0] in empty or words[-1] in empty):
        return words[-1] not in empty and pool.pages[key] >= WEAK_OPENING_SHARE * page_count
    return True


def _sentences_by_page(pages: Sequence[ComparedPage], language: str) -> _PageSentences:
    return [
        [
            (sentence.lemmas, sentence.joined)
            for block in page.reading.main_blocks()
            if block.kind != "code"
            for sentence in analyse_text(block.text, language)
            if sentence.natural or block.kind == "heading"
        ]
        for page in pages
    ]


def _used_by_themselves(phrases: Phrases, sentences: _PageSentences, least: int) -> tuple[Phrases, dict[str, int]]:
    """The phrases that enough pages use by themselves, not inside a longer candidate; and on how many pages each is.

    What goes leaves its words to the shorter phrases inside it, so sentences that had it are looked through a second time.
    """
    keys = list(phrases)
    matcher = PhraseMatcher((variant, number) for number, key in enumerate(keys) for variant in phrases[key])
    found = [[{match.phrase for match in matcher.find(*sentence)} for sentence in page] for page in sentences]
    stay = {number for number, pages in _pages_of(found).items() if pages >= least}
    matcher = PhraseMatcher((variant, number) for number in stay for variant in phrases[keys[number]])
    for page, sets in zip(sentences, found, strict=True):
        for place, numbers in enumerate(sets):
            if not numbers <= stay:
                sets[place] = {match.phrase for match in matcher.find(*page[place])}
    own = {keys[number]: pages for number, pages in _pages_of(found).items() if pages >= least}
    return {key: variants for key, variants in phrases.items() if key in own}, own


def _pages_of(found: list[list[set[int]]]) -> Counter[int]:
    """On how many pages each number is, from the sets of the pages' sentences."""
    return Counter(number for page in found for number in set().union(*page))


def _preselect(phrases: Phrases, own: dict[str, int], pool: Pool, total_words: int, language: str) -> list[tuple[str, float]]:
    """(key, specificity), the most promising first: own pages * specificity * ln(1 + C-value)."""
    values = c_values({variant: pool.counts[key] for key in phrases for variant in phrases[key]})
    rated = []
    for key, variants in phrases.items():
        value = max(values[variant] for variant in variants)
        if value <= 0:
            continue  # never used but inside longer phrases
        specific = specificity(key, shown_form(pool.forms[key]), pool.counts[key], total_words, language)
        rated.append((-own[key] * min(specific, 4.0) * math.log1p(value), key, specific))
    return [(key, specific) for _, key, specific in sorted(rated)]


def use_tables(terms: Sequence[Term]) -> tuple[Numbers, Numbers]:
    """Uses, and prominence as 0 or 1, of terms on the competitors' pages, each of shape (terms, pages)."""
    return np.array([term.counts for term in terms], dtype=float), np.array([term.prominent for term in terms], dtype=float)


def with_weights(terms: Sequence[Term], pages: Sequence[PageSummary], counts: Numbers, prominent: Numbers) -> tuple[Term, ...]:
    """The terms with tier, density and weight worked out from their uses on the pages; heaviest first, weights sum to 100. Targets are set by
    `with_targets`, for a planned length.

    counts, prominent: uses, and whether the title tag or a heading has it (0 or 1), shape (terms, pages).
    """
    return tuple(sorted(weighed_terms(terms, pages, counts, prominent), key=lambda term: (-term.weight, term.name)))


def weighed_terms(terms: Sequence[Term], pages: Sequence[PageSummary], counts: Numbers, prominent: Numbers) -> list[Term]:
    """The same in the order they are given in."""
    if not terms:
        return []
    using = counts > 0
    densities = robust_ranges(densities_of(counts, np.array([page.words for page in pages], dtype=float)))
    weights = term_weights(counts, prominent, np.array([term.telling for term in terms]), pages, *added_masks(terms))
    found = []
    for number, term in enumerate(terms):
        on_pages = int(using[number].sum())
        share = on_pages / len(pages)
        tier = 1 if share >= TIERS[0] else 2 if share >= TIERS[1] else 3
        weight = round(float(weights[number]), 6)
        uses, shown = tuple(counts[number].astype(int).tolist()), tuple((prominent[number] > 0).tolist())
        found.append(replace(term, tier=tier, pages=on_pages, weight=weight, per_thousand=densities[number], counts=uses, prominent=shown))
    return found


def added_masks(things: Sequence[Term | Entity | Subtopic]) -> tuple[Mask, Mask]:
    """Which of them a person added, and which are kept though no competitor has them. A subtopic is never added."""
    own = np.array([getattr(thing, "own", False) and not thing.kept for thing in things], dtype=bool)
    return own, np.array([thing.kept for thing in things], dtype=bool)


def with_targets(terms: Sequence[Term], planned_words: int) -> tuple[Term, ...]:
    """The terms with their target ranges and ceilings at a planned length, in whole uses."""
    if not terms:
        return ()
    users = np.array([(sum(1 for count in term.counts if count), len(term.counts)) for term in terms], dtype=float)
    quartiles = drawn_to_the_usual(quartiles_of([term.per_thousand for term in terms]), users[:, 0], users[0, 1])
    uses = targets_of(quartiles, planned_words)
    ceilings = ceilings_of(uses, np.array([term.head for term in terms], dtype=bool))
    rows = zip(terms, uses.astype(int).tolist(), ceilings.astype(int).tolist(), strict=True)
    return tuple(replace(term, low=low, high=high, ceiling=ceiling) for term, (low, high, _), ceiling in rows)


def densities_of(counts: Numbers, words: Numbers) -> Numbers:
    """Uses per 1,000 words, NaN where a page does not use the term. counts: shape (terms, pages); words: of the pages."""
    return np.where(counts > 0, 1000.0 * counts / np.maximum(words, 1.0), np.nan)


def quartiles_of(densities: Sequence[Range]) -> Numbers:
    """What `targets_of` takes of ranges, shape (n, 3)."""
    return np.array([[density.p25, density.p75, density.p95] for density in densities], dtype=float).reshape(-1, 3)


def ceilings_of(uses: Numbers, heads: NDArray[np.bool_]) -> Numbers:
    """The ceilings from `targets_of`, doubled for the keyword's own words, which are used often by nature. Shape (terms,)."""
    return np.asarray(uses[:, 2] * np.where(heads, 2.0, 1.0))


def term_weights(
    counts: Numbers, prominent: Numbers, telling: Numbers, pages: Sequence[PageSummary], added: Mask | None = None, kept: Mask | None = None
) -> Numbers:
    """Weights of terms from their uses on each page and how telling they are, which sum to 100. Shapes: (terms, pages), (terms, pages), (terms,).

    added, kept: see `added_masks`.
    """
    by_rank = np.array([rank_weight(page.rank) for page in pages])
    words = np.array([max(page.words, 100) for page in pages], dtype=float)
    reach = (counts > 0) @ by_rank / by_rank.sum()
    density = (1000.0 * counts / words).sum(axis=1) / len(pages)
    product = reach * (0.4 + np.log1p(density)) * telling / 4.0 * (1.0 + (prominent > 0).sum(axis=1) / len(pages))
    raw = product**FLATTENING
    if added is not None and kept is not None:
        raw = with_added(raw, added, kept)
    return np.asarray(100.0 * raw / (raw.sum() or 1.0))


def term_sentences(page: ComparedPage, matcher: PhraseMatcher, language: str) -> tuple[Counter[int], dict[int, str], Counter[int]]:
    """Counted uses of every term on a page, the first sentence of each, and how many blocks have it."""
    counts: Counter[int] = Counter()
    first: dict[int, str] = {}
    blocks: Counter[int] = Counter()
    for block in page.reading.main_blocks():
        if block.kind in ("heading", "code"):
            continue
        sentences = analyse_text(block.text, language)
        counted, matches, _ = uses_in(sentences, matcher, language)
        counts.update(counted)
        blocks.update(set(counted))
        for index, match in matches:
            if match.phrase not in first and sentences[index].natural:
                first[match.phrase] = block.text[sentences[index].start : sentences[index].end]
    return counts, first, blocks


def _count(
    chosen: list[tuple[str, float]], phrases: Phrases, pool: Pool,
    pages: Sequence[ComparedPage], keyword: str, language: str,
) -> tuple[list[Term], list[Phrase]]:  # fmt: skip
    """Count the chosen terms the way a draft's are counted."""
    matcher = PhraseMatcher((variant, number) for number, (key, _) in enumerate(chosen) for variant in phrases[key])
    by_page = [term_sentences(page, matcher, language) for page in pages]
    prominent_keys = [{c.key for c in page.analysis.candidates if c.prominent} for page in pages]
    keyword_lemmas = {token.lemma for token in tokenize(keyword, language)}
    nothing = robust_range([])
    terms: list[Term] = []
    phrases_of_terms: list[Phrase] = []
    for number, (key, specific) in enumerate(chosen):
        counts = tuple(counted[number] for counted, _, _ in by_page)
        if sum(1 for count in counts if count) < min(2, len(pages)):
            continue  # only in headings, lists or crammed sentences: nothing to aim at in running text
        keys = {" ".join(variant) for variant in phrases[key]}
        terms.append(Term(
            name=shown_form(pool.forms[key]), phrases=tuple(phrases[key]), tier=3, pages=0, weight=0.0, per_thousand=nothing,
            low=1, high=1, ceiling=1, specificity=round(specific, 3), head=set(key.split(" ")) <= keyword_lemmas, counts=counts,
            prominent=tuple(bool(keys & on_page) for on_page in prominent_keys),
            is_noun=_is_noun(pool.tags[key]),
            first_sentences=tuple((page.reading.url, first[number]) for page, (_, first, _) in zip(pages, by_page, strict=True) if number in first),
        ))  # fmt: skip
        tags = pool.tags[key]
        phrases_of_terms.append(Phrase(
            name=terms[-1].name, lemmas=tuple(key.split(" ")), specificity=specific, uses=sum(counts), paragraphs=sum(blocks[number] for _, _, blocks in by_page),
            heading_share=sum(terms[-1].prominent) / len(pages), page_share=sum(1 for count in counts if count) / len(pages),
            verb_share=_verb_share(terms[-1].name, tags, language), adjective_share=tags["ADJ"] / (tags.total() or 1),
        ))  # fmt: skip
    return terms, phrases_of_terms


def _verb_share(name: str, tags: Counter[str], language: str) -> float:
    """The share of a word's uses as a verb. Where every noun has a capital, a single word without one is taken for a verb or the like."""
    if pack_of(language).nouns_in_capitals:
        return float(" " not in name and name.islower())
    return tags["VERB"] / (tags.total() or 1)


def _is_noun(tags: Counter[str]) -> bool:
    named = tags["NOUN"] + tags["PROPN"] + tags["PHRASE"] + tags[""]
    return named >= NOUN_SHARE * sum(tags.values())
