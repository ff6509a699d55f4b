"""What a page says about itself: title, description, canonical address, robots, language, dates, structured data."""

from __future__ import annotations

import json
import re
from collections import deque
from dataclasses import dataclass
from typing import Any

from fundament.core.reading.bounds import MOST_JSON_CHARACTERS, MOST_JSON_VALUES, MOST_TITLE
from fundament.core.reading.tree import Element

MOST_META = 20_000  # characters
_DATE = re.compile(r"\d{4}-\d{2}-\d{2}")


@dataclass(frozen=True)
class Metadata:
    """Data about the page, from its head and its JSON-LD. Dates are ISO dates or ""."""

    title: str = ""
    description: str = ""
    canonical: str = ""
    robots: str = ""
    stated_language: str = ""
    published: str = ""
    modified: str = ""
    structured_types: tuple[str, ...] = ()
    open_graph_type: str = ""


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


def _types_of(objects: list[dict[str, Any]]) -> tuple[str, ...]:
    names: list[str] = []
    for item in objects:
        kinds = item.get("@type", [])
        for kind in kinds if isinstance(kinds, list) else [kinds]:
            if isinstance(kind, str) and kind.isidentifier() and kind.isascii() and len(kind) <= 80 and kind not in names:
                names.append(kind)
    return tuple(names)


def read_metadata(root: Element) -> Metadata:
    """Read the data about the page from its tree."""
    metas: dict[str, str] = {}
    canonical = ""
    title = ""
    times: list[str] = []
    for element in root.elements():
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
        stated_language=(root.get("lang") or root.get("xml:lang") or metas.get("content-language", ""))[:2].lower(),
        published=_first_date(metas.get("article:published_time", ""), published, metas.get("date", ""), times[0] if times else ""),
        modified=_first_date(metas.get("article:modified_time", ""), modified, metas.get("last-modified", "")),
        structured_types=_types_of(objects),
        open_graph_type=metas.get("og:type", ""),
    )
