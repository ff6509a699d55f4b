"""What kind of page it is, by points of evidence; the kind with most points wins, and all evidence is kept."""

from __future__ import annotations

import re

from fundament.core.message import Message, message
from fundament.core.reading.addresses import parts_of
from fundament.core.reading.markup_tree.tree import Element
from fundament.core.reading.metadata import Metadata
from fundament.core.reading.model import Evidence
from fundament.core.reading.page.clutter import words_of_names
from fundament.core.reading.page.prices import BUY, PRICE

_KIND_OF_TYPE = {
    "Product": "product", "ProductGroup": "product", "Offer": "product",
    "CollectionPage": "category", "ItemList": "category", "OfferCatalog": "category",
    "DiscussionForumPosting": "forum", "QAPage": "forum", "Question": "",
    "VideoObject": "video",
    "Article": "article", "BlogPosting": "article", "NewsArticle": "article", "TechArticle": "article", "HowTo": "article",
    "Report": "article", "AdvertiserContentArticle": "article",
}  # fmt: skip
_STOCK = re.compile(r"\b(?:in stock|out of stock)\b", re.IGNORECASE)
_KIND_OF_PATH = (
    (re.compile(r"/(forum|forums|thread|threads|topic|viewtopic|questions|community)\b"), "forum"),
    (re.compile(r"/(product|products|p|item|shop)/[^/]+"), "product"),
    (re.compile(r"/(category|categories|collections|c)/[^/]+|/shop/?$"), "category"),
    (re.compile(r"/(watch|video|videos)\b"), "video"),
    (re.compile(r"/(wiki|encyclopaedia|encyclopedia)/"), "encyclopaedia"),
    (re.compile(r"/(blog|guides?|advice|articles?|news|how-to|journal|magazine|posts?)/"), "article"),
)
_CALLS_ITSELF_WIKI = re.compile(r"encyclop(a)?edia|\bwiki\b", re.IGNORECASE)
_FORUM_NAMES = frozenset(["thread", "threads", "topic", "forum", "forums", "postbody", "postlist", "messagelist", "topics", "viewtopic"])
THREAD_SHARE = 0.5  # of a page's words
_WIKI_NAMES = frozenset(["wiki", "mediawiki", "infobox", "hatnote", "reflist", "encyclopedia", "encyclopaedia"])


def is_thread(root: Element, metadata: Metadata) -> bool:
    """Whether the page is a thread of posts by users, so that posts and replies are its content.

    Told by structured data, or by two elements or more that are called so and hold most of the page's words: a magazine has its hot topics in a menu.
    """
    if {"DiscussionForumPosting", "QAPage"} & set(metadata.structured_types):
        return True
    called_so = [
        e for e in root.find_all("body", "div", "section", "article", "ol", "ul", "table") if _FORUM_NAMES & set(words_of_names(e))
    ]
    if len(called_so) < 2:
        return False
    outermost: list[Element] = []
    for element in called_so:  # in document order, so only the last one can hold it
        if not outermost or not outermost[-1].holds(element):
            outermost.append(element)
    return sum(len(e.text().split()) for e in outermost) > THREAD_SHARE * len(root.text().split())


def page_kind(
    root: Element, metadata: Metadata, url: str, *, main_words: int, main_paragraphs: int, thread: bool, goods: bool = False
) -> tuple[str, tuple[Evidence, ...]]:
    """The kind of page (one of PAGE_KINDS) and the evidence found for each kind.

    main_words and main_paragraphs describe the main content; thread comes from `is_thread`; goods: whether it is read as one that sells, with a price below its title.
    """
    found: list[Evidence] = []

    def note(kind: str, what: Message, points: float) -> None:
        found.append(Evidence(kind, what, points))

    for name in metadata.structured_types:
        kind = _KIND_OF_TYPE.get(name, "")
        if kind:
            note(kind, message("kind.structured_data", name=name), 2.0 if name in ("Offer", "ItemList", "VideoObject") else 4.0)
    if metadata.open_graph_type in ("product", "og:product"):
        note("product", message("kind.open_graph", name="product"), 3)
    elif metadata.open_graph_type.startswith("video"):
        note("video", message("kind.open_graph", name="video"), 4)
    elif metadata.open_graph_type == "article":
        note("article", message("kind.open_graph", name="article"), 2)
    address = parts_of(url)
    path = address.path.lower()
    if path in ("", "/") and not address.query:
        note("home", message("kind.no_path"), 5)
    for pattern, kind in _KIND_OF_PATH:
        part = pattern.search(path)
        if part:
            note(kind, message("kind.address", part=part.group(0)), 2)
    text = root.text()
    prices = len(PRICE.findall(text))
    buys = len(BUY.findall(text)) + len(_STOCK.findall(text))
    if buys >= 1 and prices >= 1:
        note("product" if buys <= 3 else "category", message("kind.prices_and_controls", prices=prices, controls=buys), 3)
    if goods:
        note("product", message("kind.goods"), 3)
    if prices >= 8 and main_paragraphs < 8:
        note("category", message("kind.prices", prices=prices), 3)
    if thread:
        note("forum", message("kind.posts"), 4)
    players = [
        e for e in root.find_all("video", "iframe", "object") if e.tag == "video" or "embed" in e.get("src") or "video" in e.get("src")
    ]
    if players and main_words < 450:
        note("video", message("kind.video"), 4)
    names = {word for e in root.find_all("div", "table", "body", "span", "ol") for word in words_of_names(e)}
    if len(names & _WIKI_NAMES) >= 2 or (names & {"reflist", "infobox"} and "references" in names):
        note("encyclopaedia", message("kind.references"), 4)
    if _CALLS_ITSELF_WIKI.search(f"{metadata.title} {address.netloc}"):
        note("encyclopaedia", message("kind.calls_itself"), 3)
    if main_words >= 250 and main_paragraphs >= 4:
        note("article", message("kind.running_text", words=main_words), 2.5)
    elif main_words >= 90 and main_paragraphs >= 2:
        note("article", message("kind.running_text", words=main_words), 1.5)
    totals: dict[str, float] = {}
    for item in found:
        totals[item.kind] = totals.get(item.kind, 0.0) + item.points
    if not totals:
        return "other", ()
    best = max(totals, key=lambda kind: (totals[kind], kind != "article", kind))
    return best, tuple(found)
