"""Cleaning the HTML of drafts: what the editor can hold stays, everything else goes. Done before anything is stored or shown."""

from __future__ import annotations

import nh3

_TAGS = {
    "h1", "h2", "h3", "h4", "h5", "h6", "p", "ul", "ol", "li", "blockquote", "pre", "code", "strong", "b", "em", "i", "u", "s",
    "a", "img", "br", "hr", "table", "thead", "tbody", "tr", "th", "td", "caption", "sub", "sup",
}  # fmt: skip
_ATTRIBUTES = {
    "a": {"href", "title"},
    "img": {"src", "alt", "title"},
    "th": {"colspan", "rowspan"},
    "td": {"colspan", "rowspan"},
    "ol": {"start"},
}
_CONTENT_DROPPED = {"script", "style", "template", "iframe", "noscript", "svg", "math", "object", "title", "head"}


def clean_html(html: str) -> str:
    """Safe HTML with headings, lists, tables, links and images kept."""
    return nh3.clean(
        html.replace("\x00", ""),
        tags=_TAGS,
        attributes=_ATTRIBUTES,
        clean_content_tags=_CONTENT_DROPPED,
        url_schemes={"http", "https", "mailto", "tel"},
        link_rel="noopener noreferrer nofollow",
    )
