"""Named things: runs of capitals that several pages share, with a kind where something says it, on every page that has them."""

from __future__ import annotations

import functools
import re
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import empty_words, function_words
from fundament.core.language.international_names import is_international_name
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.wordnet import named_kind
from fundament.core.language.words import is_dictionary_word, tokenize
from fundament.core.yardstick.entity_finding.name_runs import CLASS, INNER_CAPITAL
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.term_finding.not_terms import NotTerms

NAME_KINDS = frozenset(
    ["person", "organisation", "place", "product", "technology", "work", "law", "event", "group", ""]
)  # "": a name of which nothing says the kind
MOST_IN_SMALL = 0.3  # the share of a word's uses without a capital from which it is no name
LEAST_CUES = 0.5  # the share of a name's uses with a cue for one kind beside them, and that on two pages, from which it has that kind
# so many uses stand beside what a class of things is called, so many of these agree, and they are so many of all
LEAST_CLASS_CUES, AGREEING, LEAST_CLASS_SHARE = 2, 0.7, 0.04
# the last word of a name often says what it names, whatever its capitals look like
_KIND_OF_LAST_WORD = {
    word: kind
    for kind, words in {
        "organisation": """trust guild society association council institute institution university college museum federation foundation union ltd limited
            plc inc corporation company ministry department agency authority board commission committee club bank group charity partnership""",
        "place": "street road lane avenue square bay river lake island hill county city town village valley bridge castle park",
        "law": "act regulations directive treaty",
    }.items()
    for word in words.split()
}
LEAST_HEAD, LEAST_TAIL = 4, 5  # letters of the parts of a compound
_LINKS = ("", "s", "es", "n", "en", "er")
_ENDS_OF_TOWNS = frozenset(
    [
        "burg",
        "berg",
        "dorf",
        "stadt",
        "heim",
        "furt",
        "hausen",
        "bach",
        "feld",
        "haven",
        "kirchen",
        "brücken",
        "münster",
        "tal",
        "wald",
        "land",
        "reich",
        "sachsen",
    ]
)
_NOTES_TO_ONESELF = frozenset(["FIXME", "TODO", "TBD", "NOTE", "NB", "PS"])
_ENDS_OF_ABSTRACT = ("ung", "heit", "keit", "schaft", "ungen", "heiten", "keiten")
LEAST_ABSTRACT = 7  # letters
_STANDARD = re.compile(r"^(?:BS|EN|ISO|DIN|ASTM|IEC|IEEE)\b.*\d")


@functools.cache
def _hosts() -> Any:
    """What takes hosts apart. Nothing is fetched: the list is the one that comes with the package."""
    import tldextract  # 7 MB, and a process that only scores builds no names

    return tldextract.TLDExtract(suffix_list_urls=(), cache_dir=None)


@dataclass
class Found:
    """An entity while it is being gathered."""

    kind: str
    phrases: set[tuple[str, ...]] = field(default_factory=set)
    forms: Counter[str] = field(default_factory=Counter)
    pages: set[int] = field(default_factory=set)
    is_specific: bool = False  # of a concept: far more frequent on the pages than elsewhere


def name_lemmas(text: str, language: str) -> tuple[str, ...]:
    """The lemmas of a name, without an article before it."""
    functional = function_words(language)
    lemmas = [token.lemma for token in tokenize(text, language)]
    while lemmas and lemmas[0] in functional:
        lemmas.pop(0)
    return tuple(lemmas)


def find_names(pages: Sequence[ComparedPage], language: str, asked: frozenset[str] = frozenset()) -> dict[tuple[str, ...], Found]:
    """Names written with a capital, with their kind ("" where nothing says one) and the pages that have them. A page's own site is no name on it.

    asked: the lemmas of the keyword.
    """
    found: dict[tuple[str, ...], Found] = {}
    cues: dict[tuple[str, ...], Counter[str]] = defaultdict(Counter)
    cue_pages: dict[tuple[str, ...], dict[str, set[int]]] = defaultdict(lambda: defaultdict(set))
    small = _forms_in_small(pages)
    no_terms = NotTerms(pages, asked, language)
    for number, page in enumerate(pages):
        for name in page.analysis.names:
            shown = name.text.removeprefix("The ").removeprefix("the ").removesuffix("'s").removesuffix("’s")
            lemmas = name_lemmas(shown, language)
            if lemmas and no_terms.has_name(lemmas, shown):
                continue
            if not _may_be_name(shown, lemmas, small.get(" ".join(lemmas), 0.0), language):
                continue
            entity = found.setdefault(lemmas, Found(_kind_by_form(shown), {lemmas}))
            entity.forms[shown] += name.count
            entity.pages.add(number)
            cues[lemmas][name.cue] += name.count
            cue_pages[lemmas][name.cue].add(number)
    _join_genitives(found, cues, cue_pages, language)
    for lemmas, entity in found.items():
        entity.kind = entity.kind or _kind_by_evidence(lemmas, cues[lemmas], cue_pages[lemmas], language)
        if any(lemma[0].isdigit() for lemma in lemmas[1:]) and entity.kind in ("", "organisation", "person", "place"):
            entity.kind = "product"  # a name with a number behind it is a grade, model or standard
    _count_on_all_pages(found, pages, language)
    return found


def _join_genitives(
    found: dict[tuple[str, ...], Found],
    cues: dict[tuple[str, ...], Counter[str]],
    cue_pages: dict[tuple[str, ...], dict[str, set[int]]],
    language: str,
) -> None:
    """ "Debians" joins "Debian" in a language whose names have an s in the genitive."""
    if not pack_of(language).nouns_in_capitals:
        return
    for lemmas in sorted(found):
        main = (*lemmas[:-1], lemmas[-1].removesuffix("s"))
        if main == lemmas or main not in found:
            continue
        genitive, entity = found.pop(lemmas), found[main]
        entity.phrases |= genitive.phrases
        entity.forms.update(genitive.forms)
        entity.pages |= genitive.pages
        cues[main].update(cues[lemmas])
        for cue, pages in cue_pages[lemmas].items():
            cue_pages[main][cue] |= pages


def _forms_in_small(pages: Sequence[ComparedPage]) -> dict[str, float]:
    """By lemmas the share of a phrase's uses, over all pages, that are written without a capital."""
    small: Counter[str] = Counter()
    total: Counter[str] = Counter()
    for page in pages:
        for candidate in page.analysis.candidates:
            total[candidate.key] += sum(candidate.forms.values())
            small[candidate.key] += sum(count for form, count in candidate.forms.items() if form.islower())
    return {key: small[key] / count for key, count in total.items()}


def _may_be_name(shown: str, lemmas: tuple[str, ...], in_small: float, language: str) -> bool:
    if not lemmas or len(lemmas) > 5 or not shown[:1].isupper() or set(lemmas) <= empty_words(language):
        return False
    if in_small > MOST_IN_SMALL or (len(lemmas) == 1 and len(lemmas[0]) < 3):
        return False  # a common noun at the beginning of a sentence or in a heading
    words = shown.split()
    if sum(word.isupper() and is_dictionary_word(word.lower(), language) for word in words) > 1:
        return False  # the end of a cry ("QUICK LOOK The packages")
    if len(words) == 1 and shown.istitle() and is_dictionary_word(shown.lower(), "en") and not _named(lemmas, language):
        return False  # an ordinary word, of an English text in a page of another language too
    if _is_shouted(shown, language) or words[-1].lower() in function_words(language):
        return False  # or cut off: "Locking And Concurrency In"
    if pack_of(language).nouns_in_capitals and _is_written_together(words, language):
        return False
    if len(words) == 1 and (len(set(shown)) == 1 or shown in _NOTES_TO_ONESELF):
        return False  # letters that stand for something else ("RRR")
    # a single word of the language with a capital may be that of a button; a vocabulary has to have it as a name
    return (
        len(words) > 1
        or not is_dictionary_word(shown.lower(), language)
        or bool(INNER_CAPITAL.match(shown))
        or bool(_named(lemmas, language))
        or (language != "en" and is_international_name(shown.lower(), language))
    )


def _is_written_together(words: Sequence[str], language: str) -> bool:
    """Whether words in a language that writes nouns together are a noun of it, or end in one: "Handbuchseite", "IP-Adresse", "Konfigurierung", "Unstable Version"."""
    last = words[-1].rpartition("-")[2]
    lower = last.lower()
    if is_compound(last, "-" in words[-1], language):
        return True
    if len(words) > 1:
        return is_dictionary_word(lower, language) and not is_international_name(lower, language)
    return len(lower) > LEAST_ABSTRACT and lower.endswith(_ENDS_OF_ABSTRACT) and not _named((lower,), language)


@functools.lru_cache(maxsize=10_000)
def is_compound(word: str, hyphenated: bool, language: str) -> bool:
    """Whether a word in a language that writes nouns together is made of words of the language ("Handbuchseite", "Paketverwaltungswerkzeug"), or, behind a
    hyphen, is one ("IP-Adresse"): a noun, then, and no name. What towns end in says nothing."""
    lower = word.lower()
    if hyphenated and is_dictionary_word(lower, language):
        return True
    for place in range(LEAST_HEAD, len(lower) - LEAST_TAIL + 1):
        head, tail = lower[:place], lower[place:]
        if tail in _ENDS_OF_TOWNS or not is_dictionary_word(tail, language):
            continue
        for link in _LINKS:
            first = head.removesuffix(link)
            if head.endswith(link) and (is_dictionary_word(first, language) or is_compound(first, False, language)):
                return True
    return False


def _named(lemmas: tuple[str, ...], language: str) -> str:
    """What the vocabulary of the language says a name is."""
    if pack_of(language).noun_senses or all(is_international_name(lemma, language) for lemma in lemmas):
        return named_kind(" ".join(lemmas))
    return ""


def _kind_by_evidence(lemmas: tuple[str, ...], cues: Counter[str], cue_pages: dict[str, set[int]], language: str) -> str:
    """The kind that a vocabulary has, or that the words beside its uses agree on."""
    said = _named(lemmas, language)
    if said:
        return said
    total = sum(cues.values())
    for kind in ("person", "place"):
        if cues[kind] >= LEAST_CUES * total and len(cue_pages[kind]) >= 2:
            return kind
    classes = Counter({cue.removeprefix(CLASS): count for cue, count in cues.items() if cue.startswith(CLASS)})
    if classes:
        kind, count = classes.most_common(1)[0]
        if count >= LEAST_CLASS_CUES and count >= AGREEING * classes.total() and count >= LEAST_CLASS_SHARE * total:
            return kind
    return ""


def _is_shouted(shown: str, language: str) -> bool:
    """Whether a name is ordinary words in capitals ("COMMIT", "LOCK TABLE"), which look like the name of an organisation."""
    words = shown.split()
    functional = function_words(language)
    return all(word.isupper() and word.lower() not in functional and is_dictionary_word(word.lower(), language) for word in words)


def _kind_by_form(shown: str) -> str:
    if _STANDARD.match(shown):
        return "work"
    words = shown.split()
    if len(words) == 1 and INNER_CAPITAL.match(shown):
        return "product"
    return _KIND_OF_LAST_WORD.get(words[-1].lower(), "") if len(words) > 1 else ""


def _count_on_all_pages(found: dict[tuple[str, ...], Found], pages: Sequence[ComparedPage], language: str) -> None:
    """A name found on one page is the same name wherever it stands with its capital."""
    keys = sorted(found)
    matcher = PhraseMatcher((key, number) for number, key in enumerate(keys))
    for page_number, page in enumerate(pages):
        for block in page.reading.main_blocks():
            for sentence in analyse_text(block.text, language):
                for match in matcher.find(sentence.lemmas, sentence.joined):
                    if all(
                        t.text[:1].isupper() or t.text[:1].isdigit() for t in (sentence.tokens[match.start], sentence.tokens[match.end - 1])
                    ):
                        found[keys[match.phrase]].pages.add(page_number)
    for key, entity in list(found.items()):
        hosts = {n for n in entity.pages if is_of_site("".join(key), pages[n].reading.url)}
        entity.pages -= hosts
        if not entity.pages:
            del found[key]


def is_of_site(joined: str, url: str) -> bool:
    """Whether the words of a name, joined, are the name of the site that an address belongs to."""
    return bool(joined) and _site_name(url) == joined


@functools.lru_cache(maxsize=2_000)
def _site_name(url: str) -> str:
    """The part of a host that somebody registered, without what all hosts of its kind end in (the list that tldextract ships) and without hyphens.
    An ending the list does not have counts as one label (its rule "*")."""
    host = _hosts()(url)
    registered: str = host.domain if host.suffix else host.subdomain.rpartition(".")[2]
    return registered.replace("-", "")
