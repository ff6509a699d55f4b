"""Named things: what the tagger finds, joined with runs of capitals that it missed, on every page that has them."""

from __future__ import annotations

import functools
import re
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import empty_words, function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.words import is_dictionary_word, tokenize
from fundament.core.yardstick.model import ComparedPage

KIND_OF_LABEL = {
    "PERSON": "person", "ORG": "organisation", "GPE": "place", "LOC": "place", "FAC": "place", "PRODUCT": "product",
    "WORK_OF_ART": "work", "LAW": "law", "EVENT": "event", "NORP": "group",
}  # fmt: skip
NAME_KINDS = frozenset(KIND_OF_LABEL.values())
# the last word of a name often says what it names, whatever the tagger believes
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
# "PostgreSQL", "SQLite", but not "McKay" or "DeLuca"
_INNER_CAPITAL = re.compile(
    r"^(?!(?:Ma?c|De|Di|Du|La|Le|Van|Von|Fitz|O['’])[A-Z][a-z]+$)(?:[A-Za-z]{0,60}[a-z][A-Z][A-Za-z]{0,60}|[A-Z]{2,60}[a-z]{2,60})$"
)
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


def name_lemmas(text: str, language: str) -> tuple[str, ...]:
    """The lemmas of a name, without an article before it."""
    functional = function_words(language)
    lemmas = [token.lemma for token in tokenize(text, language)]
    while lemmas and lemmas[0] in functional:
        lemmas.pop(0)
    return tuple(lemmas)


def find_names(pages: Sequence[ComparedPage], language: str) -> dict[tuple[str, ...], Found]:
    """Names written with a capital, with their kind and the pages that have them. A page's own site is no name on it. None in a language without a tagger."""
    found: dict[tuple[str, ...], Found] = {}
    if not pack_of(language).has_names:
        return found
    kinds: dict[tuple[str, ...], Counter[str]] = defaultdict(Counter)
    empty, functional = empty_words(language), function_words(language)
    for number, page in enumerate(pages):
        uses = [
            (name.text, name_lemmas(name.text, language), KIND_OF_LABEL.get(name.label, ""), name.count) for name in page.analysis.names
        ]
        keys = {" ".join(lemmas) for _, lemmas, _, _ in uses}
        common = {c.key for c in page.analysis.candidates if c.key in keys and _is_mostly_small(c.forms)}
        for text, lemmas, kind, count in uses:
            shown = text.removeprefix("The ").removeprefix("the ")
            kind = _kind_by_form(shown) or kind
            if not kind or not lemmas or len(lemmas) > 5 or not shown[:1].isupper() or set(lemmas) <= empty:
                continue
            if " ".join(lemmas) in common or (len(lemmas) == 1 and len(lemmas[0]) < 3):
                continue  # a common noun at the beginning of a sentence or in a heading
            if _is_shouted(shown, language) or shown.split()[-1].lower() in functional:
                continue  # or cut off: "Locking And Concurrency In"
            entity = found.setdefault(lemmas, Found(kind, {lemmas}))
            entity.forms[shown] += count
            entity.pages.add(number)
            kinds[lemmas][kind] += count
    for lemmas, entity in found.items():
        entity.kind = max(sorted(kinds[lemmas]), key=lambda k: kinds[lemmas][k])
        if any(lemma[0].isdigit() for lemma in lemmas[1:]) and entity.kind in ("organisation", "person", "place"):
            entity.kind = "product"  # a name with a number behind it is a grade, model or standard
    _count_on_all_pages(found, pages, language)
    return found


def _is_shouted(shown: str, language: str) -> bool:
    """Whether a name is ordinary words in capitals ("COMMIT", "LOCK TABLE"), which the tagger takes for organisations."""
    words = shown.split()
    functional = function_words(language)
    return all(word.isupper() and word.lower() not in functional and is_dictionary_word(word.lower(), language) for word in words)


def _is_mostly_small(forms: dict[str, int]) -> bool:
    """Whether a word is written without capitals more often than not."""
    return 2 * sum(count for form, count in forms.items() if form.islower()) > sum(forms.values())


def _kind_by_form(shown: str) -> str:
    if _STANDARD.match(shown):
        return "work"
    words = shown.split()
    if len(words) == 1 and _INNER_CAPITAL.match(shown):
        return "product"
    return _KIND_OF_LAST_WORD.get(words[-1].lower(), "") if len(words) > 1 else ""


def _count_on_all_pages(found: dict[tuple[str, ...], Found], pages: Sequence[ComparedPage], language: str) -> None:
    """A name that the tagger knew on one page is the same name wherever it stands with its capital."""
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
        hosts = {n for n in entity.pages if _is_of_site("".join(key), pages[n].reading.url)}
        entity.pages -= hosts
        if not entity.pages:
            del found[key]


def _is_of_site(joined: str, url: str) -> bool:
    return bool(joined) and _site_name(url) == joined


@functools.lru_cache(maxsize=2_000)
def _site_name(url: str) -> str:
    """The part of a host that somebody registered, without what all hosts of its kind end in (the list that tldextract ships) and without hyphens.
    An ending the list does not have counts as one label (its rule "*")."""
    host = _hosts()(url)
    registered: str = host.domain if host.suffix else host.subdomain.rpartition(".")[2]
    return registered.replace("-", "")
