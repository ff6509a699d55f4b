"""What of a page is furniture and not its subject: menus, sidebars, notices, adverts, comments.

Evidence is, in this order: what the element is (nav, aside, form), its ARIA role, and the words of its
class and id. The last are only hints: they do not hold for an element with most of the page's text in it.
"""

from __future__ import annotations

import itertools
import re

from fundament.core.reading.tree import Element

SKIPPED_TAGS = frozenset(
    [
        "script",
        "style",
        "template",
        "noscript",
        "svg",
        "canvas",
        "object",
        "embed",
        "iframe",
        "head",
        "link",
        "meta",
        "title",
        "select",
        "option",
        "datalist",
        "textarea",
        "audio",
        "video",
        "map",
        "progress",
        "meter",
    ]
)

_BY_TAG = {"nav": "navigation", "aside": "sidebar", "form": "form", "footer": "footer", "dialog": "pop-up", "menu": "navigation"}
_BY_ROLE = {
    "navigation": "navigation",
    "banner": "page header",
    "contentinfo": "footer",
    "complementary": "sidebar",
    "search": "form",
    "dialog": "pop-up",
    "alertdialog": "pop-up",
    "menu": "navigation",
    "menubar": "navigation",
}
_WORDS = {
    "navigation": "nav navbar navigation menu menus submenu megamenu breadcrumb breadcrumbs crumbs pagination pager toolbar topbar skiplink toc sitemap",
    "sidebar": "sidebar aside widget widgets rail sidecol",
    "page header": "masthead siteheader",
    "footer": "footer colophon siteinfo copyright",
    "cookie notice": "cookie cookies consent gdpr cmp cookiebar",
    "advert": "ad ads advert adverts advertisement advertising adslot adsense banner sponsor sponsored promo promotion promobox",
    "newsletter form": "newsletter subscribe subscription signup mailinglist optin",
    "related pages": "related recommended recommendations trending popular morestories readmore readnext alsolike crosssell upsell teasers",
    "comments": "comment comments commentlist respond disqus replies",
    "share buttons": "share sharing sharebar social socials addthis followus",
    "pop-up": "popup modal overlay lightbox",
    "shop controls": "price prices stock basket cart minicart checkout wishlist login account",
    "form": "search searchbox searchform",
    "author note": "byline profile postprofile userinfo posterinfo authorbox authorbio bio postmeta entrymeta",
    "side box": "hatnote infobox navbox metadata",
    "hidden": "srmobile mobilemenu offcanvas",
}
_REASON_OF_WORD = {word: reason for reason, words in _WORDS.items() for word in words.split()}
# pairs that mean something only together
_PAIRS = {
    ("site", "header"): "page header",
    ("page", "header"): "",
    ("author", "box"): "author note",
    ("author", "info"): "author note",
    ("about", "author"): "author note",
    ("post", "meta"): "author note",
    ("entry", "meta"): "author note",
    ("read", "next"): "related pages",
    ("also", "like"): "related pages",
    ("off", "canvas"): "navigation",
    ("see", "also"): "related pages",
    ("skip", "link"): "navigation",
}
_NEVER_HINTED = frozenset(["html", "body", "main", "article", "h1", "h2", "h3", "h4", "h5", "h6", "tr", "tbody", "a", "span"])
_OPENABLE = re.compile(r"accordion|collaps|tab-?panel|tab-?content|faq|panel|expand|toggle", re.IGNORECASE)
_INVISIBLE = re.compile(r"display\s*:\s*none|visibility\s*:\s*hidden", re.IGNORECASE)
_SPLIT = re.compile(r"[^A-Za-z0-9]+|(?<=[a-z])(?=[A-Z])")

CLUTTER_HEADING = re.compile(
    r"^(related (articles|posts|pages|products|reading|topics|guides)|you (may|might) also (like|enjoy)|more from\b.*|read (next|more)|"
    r"(leave|post) a (reply|comment)|\d* ?comments?( \(\d+\))?|share this.*|follow us|newsletter|subscribe.*|sign up.*|"
    r"recent (posts|articles)|popular (posts|articles|now)|about the author|categories|tags|archives?|advertisement|"
    r"customers? also (bought|viewed).*|recently viewed|trending( now)?|most read|navigation( menu)?|table of contents|contents|"
    r"on this page|in this (article|guide)|join the (discussion|conversation))$",
    re.IGNORECASE,
)
CLUTTER_LINE = re.compile(
    r"^(skip to (main )?content|advert(isement)?|sponsored( content)?|share( this)?( (page|article|post))?|tweet|print( this page)?|read more|"
    r"add to (basket|cart|wishlist)|back to top|log ?in|sign in|register|menu|search|home|accept( all)?|close|reply|report|quote|"
    r"all rights reserved.*|©.*|copyright .*|\d+ (comments?|shares?|likes?)|this (site|website) uses cookies.*|we use cookies.*|"
    r"posted (by|on|in) .{0,60}|by [A-Z]\S+ [A-Z]\S+( \| .{0,40})?|last updated:? .{0,30}|\d+ min(ute)?s? read)$",
    re.IGNORECASE,
)


def words_of_names(element: Element) -> list[str]:
    """The words of an element's class and id, in lower case, camel case taken apart."""
    names = f"{element.get('class')} {element.get('id')}"
    return [word.lower() for word in _SPLIT.split(names) if word]


def is_hidden(element: Element) -> bool:
    """Whether the element is not shown and is not something the reader can open."""
    hidden = "hidden" in element.attributes or element.get("aria-hidden") == "true" or bool(_INVISIBLE.search(element.get("style")))
    if not hidden:
        return False
    near: Element | None = element
    for _ in range(3):
        if near is None:
            break
        if near.tag == "details" or near.get("role") == "tabpanel" or _OPENABLE.search(f"{near.get('class')} {near.get('id')}"):
            return False
        near = near.parent
    return True


def strong_reason(element: Element) -> str:
    """A reason to leave the element out that holds whatever its size ("" when there is none)."""
    if is_hidden(element):
        return "hidden"
    role = element.get("role").lower()
    if role in _BY_ROLE:
        return _BY_ROLE[role]
    if element.tag in _BY_TAG:
        # a form can wrap a whole page in some systems; that is judged by size
        return "" if element.tag == "form" else _BY_TAG[element.tag]
    return ""


def hinted_reason(element: Element) -> str:
    """A reason that the element's names suggest; it must not hold for the bulk of the page ("" when there is none)."""
    if element.tag in _NEVER_HINTED:
        return ""
    if element.tag == "form":
        return "form"
    words = words_of_names(element)
    if not words:
        return ""
    for first, second in itertools.pairwise(words):
        if _PAIRS.get((first, second)):
            return _PAIRS[(first, second)]
    negated = {"no", "has", "with", "without", "not", "is"}
    for position, word in enumerate(words):
        if position and words[position - 1] in negated:
            continue
        reason = _REASON_OF_WORD.get(word, "")
        if reason:
            return reason
        # "ad1", "ads2"
        reason = _REASON_OF_WORD.get(word.rstrip("0123456789"), "")
        if reason == "advert":
            return reason
    return ""
