"""What a page says about itself: title, description, canonical address, robots, language, dates, structured data.

Structured data is JSON-LD and microdata (schema.org), RDFa types, and Dublin Core in the head. Dates that none of these state are looked for by
htmldate, in what is written on the page.
"""

from __future__ import annotations

import json
import logging
import re
from collections import deque
from dataclasses import dataclass
from typing import Any

from fundament.core.reading.markup_tree.bounds import MOST_JSON_CHARACTERS, MOST_JSON_VALUES, MOST_TITLE
from fundament.core.reading.markup_tree.tree import Element

MOST_META = 20_000  # characters
MOST_TYPES = 200
MOST_MARKUP_FOR_DATE = 400_000  # characters
DUBLIN_CORE = "DublinCore"
_DATE = re.compile(r"\d{4}-\d{2}-\d{2}")
_PUBLISHED_NAMES = (
    "article:published_time",
    "datepublished",
    "date",
    "dc.date",
    "dc.date.issued",
    "dcterms.issued",
    "dcterms.created",
    "dcterms.date",
    "pubdate",
)
_MAKER_NAMES = (
    "og:site_name",
    "application-name",
    "author",
    "article:author",
    "article:publisher",
    "dc.creator",
    "dcterms.creator",
    "dc.publisher",
    "dcterms.publisher",
)
MOST_MAKERS, LONGEST_MAKER = 10, 80  # names, characters
_MODIFIED_NAMES = ("article:modified_time", "datemodified", "last-modified", "dc.date.modified", "dcterms.modified")


@dataclass(frozen=True)
class Metadata:
    """Data about the page, from its head and its structured data. Dates are ISO dates or ""."""

    title: str = ""
    description: str = ""
    canonical: str = ""
    robots: str = ""
    stated_language: str = ""
    published: str = ""
    modified: str = ""
    structured_types: tuple[str, ...] = ()
    open_graph_type: str = ""
    makers: tuple[str, ...] = ()


def _fold(text: str) -> str:
    return " ".join(text.split())


def _first_date(*candidates: str) -> str:
    for candidate in candidates:
        found = _DATE.search(candidate or "")
        if found:
            return found.group(0)
    return ""


def json_ld_objects(root: Element) -> list[dict[str, Any]]:
    """All JSON-LD objects of the page, graphs taken apart; what is not valid JSON is passed over."""
    objects: list[dict[str, Any]] = []
    left, values = MOST_JSON_CHARACTERS, 0
    for script in root.find_all("script"):
        if "ld+json" not in script.get("type").lower():
            continue
        source = "".join(child for child in script.children if isinstance(child, str)).strip()
        left -= len(source)
        if left < 0:
            break
        try:
            waiting = deque([json.loads(source, strict=False)])
        except (ValueError, RecursionError):
            continue
        while waiting and len(objects) < 200 and values < MOST_JSON_VALUES:
            value = waiting.popleft()
            values += 1
            if isinstance(value, list):
                waiting.extend(value[:MOST_JSON_VALUES])
            elif isinstance(value, dict):
                objects.append(value)
                waiting.extend(value["@graph"][:MOST_JSON_VALUES] if isinstance(value.get("@graph"), list) else [])
                if isinstance(value.get("mainEntity"), dict):
                    waiting.append(value["mainEntity"])
    return objects


def _types_of(objects: list[dict[str, Any]], stated: list[str]) -> tuple[str, ...]:
    """The types of the JSON-LD objects, then those that elements state, each once."""
    names: list[str] = []
    for item in objects:
        kinds = item.get("@type", [])
        names += [kind for kind in (kinds if isinstance(kinds, list) else [kinds]) if isinstance(kind, str)]
    names += stated
    return tuple(dict.fromkeys(name for name in names if name.isidentifier() and name.isascii() and len(name) <= 80))


def _types_stated(element: Element) -> list[str]:
    """The schema.org types that an element states, as microdata ("https://schema.org/Article") or RDFa ("schema:Article")."""
    stated = f"{element.get('itemtype')[:MOST_META]} {element.get('typeof')[:MOST_META]}".split()
    known = [name for name in stated if "schema.org/" in name or "://" not in name]
    return [name.rstrip("/").rpartition("/")[2].rpartition(":")[2] for name in known[:20]]


def _makers(metas: dict[str, str], objects: list[dict[str, Any]]) -> tuple[str, ...]:
    """The names that a page states of its site, its publisher and its authors, each once."""
    names = [metas.get(name, "") for name in _MAKER_NAMES]
    for item in objects:
        for role in ("author", "publisher", "creator"):
            stated = item.get(role)
            for maker in stated[:MOST_MAKERS] if isinstance(stated, list) else [stated]:
                name = maker.get("name") if isinstance(maker, dict) else maker
                names.append(name if isinstance(name, str) else "")
    folded = (_fold(name[: 2 * LONGEST_MAKER]) for name in names)
    return tuple(dict.fromkeys(name for name in folded if name and len(name) <= LONGEST_MAKER and "://" not in name))[:MOST_MAKERS]


def read_metadata(root: Element) -> Metadata:
    """Read the data about the page from its tree."""
    metas: dict[str, str] = {}
    canonical = ""
    title = ""
    times: list[str] = []
    types: list[str] = []
    for element in root.elements():
        if ("itemtype" in element.attributes or "typeof" in element.attributes) and len(types) < MOST_TYPES:
            types += _types_stated(element)
        stated = element.get("itemprop").lower()
        if stated in ("datepublished", "datemodified") and stated not in metas:
            metas[stated] = _fold((element.get("content") or element.get("datetime") or element.text(40))[:MOST_META])
        if element.tag == "meta":
            name = (element.get("name") or element.get("property") or element.get("http-equiv")).lower()
            if name and name not in metas:
                metas[name] = _fold(element.get("content")[:MOST_META])
        elif element.tag == "link" and "canonical" in element.get("rel").lower().split() and not canonical:
            canonical = element.get("href")[:MOST_META].strip()
        elif element.tag == "title" and not title and not (element.parent and element.parent.tag == "svg"):
            title = _fold(element.text(MOST_TITLE))[:MOST_TITLE]
        elif element.tag == "time" and element.get("datetime"):
            times.append(element.get("datetime"))
    objects = json_ld_objects(root)
    published = next((str(o["datePublished"])[:40] for o in objects if o.get("datePublished")), "")
    modified = next((str(o["dateModified"])[:40] for o in objects if o.get("dateModified")), "")
    return Metadata(
        title=title or metas.get("og:title", ""),
        description=metas.get("description", "") or metas.get("og:description", ""),
        canonical=canonical,
        robots=metas.get("robots", ""),
        stated_language=(root.get("lang") or root.get("xml:lang") or metas.get("content-language", ""))
        .partition("-")[0]
        .strip()
        .lower()[:3],
        published=_first_date(metas.get(_PUBLISHED_NAMES[0], ""), published, *(metas.get(n, "") for n in _PUBLISHED_NAMES[1:]), *times[:1]),
        modified=_first_date(metas.get(_MODIFIED_NAMES[0], ""), modified, *(metas.get(n, "") for n in _MODIFIED_NAMES[1:])),
        structured_types=_types_of(objects, [*types, *([DUBLIN_CORE] if any(n.startswith(("dc.", "dcterms.")) for n in metas) else [])]),
        open_graph_type=metas.get("og:type", ""),
        makers=_makers(metas, objects),
    )


def date_on_page(html: str) -> str:
    """The date of publication that is written on a page (ISO), "" when there is none: htmldate's search, without its guesses.

    No date is too new, so that the answer is the same on every day.
    """
    from htmldate import find_date  # loaded only where a page states no date

    logging.getLogger("htmldate").setLevel(logging.CRITICAL + 1)  # what it has to say holds pieces of pages

    try:
        return find_date(html[:MOST_MARKUP_FOR_DATE], original_date=True, extensive_search=False, max_date="2199-12-31") or ""
    except (ValueError, TypeError, AttributeError, RecursionError, OverflowError):  # what its parsers raise on broken pages
        return ""
