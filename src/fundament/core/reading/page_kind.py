"""What kind of page it is, by points of evidence; the kind with most points wins, and all evidence is kept."""

from __future__ import annotations

import re
from urllib.parse import urlsplit

from fundament.core.reading.clutter import words_of_names
from fundament.core.reading.metadata import Metadata
from fundament.core.reading.model import Evidence
from fundament.core.reading.tree import Element

_KIND_OF_TYPE = {
    "Product": "product", "ProductGroup": "product", "Offer": "product",
    "CollectionPage": "category", "ItemList": "category", "OfferCatalog": "category",
    "DiscussionForumPosting": "forum", "QAPage": "forum", "Question": "",
    "VideoObject": "video",
    "Article": "article", "BlogPosting": "article", "NewsArticle": "article", "TechArticle": "article", "HowTo": "article",
    "Report": "article", "AdvertiserContentArticle": "article",
}  # fmt: skip
_PRICE = re.compile(r"(?:[£€$]\s?\d[\d.,]*)|(?:\d[\d.,]*\s?(?:€|EUR|GBP|USD|zł))")
_BUY = re.compile(r"\b(add to (basket|cart|bag)|buy now|in stock|out of stock|in den warenkorb|ajouter au panier)\b", re.IGNORECASE)
_FORUM_NAMES = frozenset(["thread", "threads", "topic", "forum", "forums", "postbody", "postlist", "messagelist", "topics", "viewtopic"])
_WIKI_NAMES = frozenset(["wiki", "mediawiki", "infobox", "hatnote", "reflist", "encyclopedia", "encyclopaedia"])


def is_thread(root: Element, metadata: Metadata) -> bool:
    """Whether the page is a thread of posts by users, so that posts and replies are its content."""
    if {"DiscussionForumPosting", "QAPage"} & set(metadata.structured_types):
        return True
    names = [set(words_of_names(e)) for e in root.find_all("body", "div", "section", "article", "ol", "ul", "table")]
    return sum(1 for words in names if words & _FORUM_NAMES) >= 2


def page_kind(
    root: Element, metadata: Metadata, url: str, *, main_words: int, main_paragraphs: int, thread: bool
) -> tuple[str, tuple[Evidence, ...]]:
    """The kind of page (one of PAGE_KINDS) and the evidence found for each kind.

    main_words and main_paragraphs describe the main content; thread comes from `is_thread`.
    """
    found: list[Evidence] = []

    def note(kind: str, what: str, points: float) -> None:
        found.append(Evidence(kind, what, points))

    for name in metadata.structured_types:
        kind = _KIND_OF_TYPE.get(name, "")
        if kind:
            note(kind, f"structured data: {name}", 2.0 if name in ("Offer", "ItemList", "VideoObject") else 4.0)
    if metadata.open_graph_type in ("product", "og:product"):
        note("product", "Open Graph type: product", 3)
    elif metadata.open_graph_type.startswith("video"):
        note("video", "Open Graph type: video", 4)
    elif metadata.open_graph_type == "article":
        note("article", "Open Graph type: article", 2)
    address = urlsplit(url)
    path = address.path.lower()
    if path in ("", "/") and not address.query:
        note("home", "the address has no path", 5)
    for pattern, kind in (
        (r"/(forum|forums|thread|threads|topic|viewtopic|questions|community)\b", "forum"),
        (r"/(product|products|p|item|shop)/[^/]+", "product"),
        (r"/(category|categories|collections|c)/[^/]+|/shop/?$", "category"),
        (r"/(watch|video|videos)\b", "video"),
        (r"/(wiki|encyclopaedia|encyclopedia)/", "encyclopaedia"),
        (r"/(blog|guides?|advice|articles?|news|how-to|journal|magazine|posts?)/", "article"),
    ):
        if re.search(pattern, path):
            note(kind, f"the address contains {re.search(pattern, path).group(0)}", 2)  # type: ignore[union-attr]
    text = root.text()
    prices = len(_PRICE.findall(text))
    buys = len(_BUY.findall(text))
    if buys >= 1 and prices >= 1:
        note("product" if buys <= 3 else "category", f"{prices} prices and {buys} buying controls", 3)
    if prices >= 8 and main_paragraphs < 8:
        note("category", f"{prices} prices and few paragraphs", 3)
    if thread:
        note("forum", "posts by several people", 4)
    players = [
        e for e in root.find_all("video", "iframe", "object") if e.tag == "video" or "embed" in e.get("src") or "video" in e.get("src")
    ]
    if players and main_words < 450:
        note("video", "a video and little text", 4)
    names = {word for e in root.find_all("div", "table", "body", "span", "ol") for word in words_of_names(e)}
    if len(names & _WIKI_NAMES) >= 2 or (names & {"reflist", "infobox"} and "references" in names):
        note("encyclopaedia", "info box and list of references", 4)
    if re.search(r"encyclop(a)?edia|\bwiki\b", f"{metadata.title} {address.netloc}", re.IGNORECASE):
        note("encyclopaedia", "the site calls itself an encyclopaedia", 3)
    if main_words >= 250 and main_paragraphs >= 4:
        note("article", f"{main_words} words of running text", 2.5)
    elif main_words >= 90 and main_paragraphs >= 2:
        note("article", f"{main_words} words of running text", 1.5)
    totals: dict[str, float] = {}
    for item in found:
        totals[item.kind] = totals.get(item.kind, 0.0) + item.points
    if not totals:
        return "other", ()
    best = max(totals, key=lambda kind: (totals[kind], kind != "article", kind))
    return best, tuple(found)
