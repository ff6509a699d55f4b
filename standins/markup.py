"""What the makes of site share: their register, their furniture, and the head of a page."""

from __future__ import annotations

import html
import json
import re
from collections.abc import Callable

from standins.sheets import Sheet, to_html

Make = Callable[[Sheet], str]
MAKES: dict[str, Make] = {}

ADVERT = '<div class="ad-slot" id="ad{n}"><span>Advertisement</span><p>Half price loft ladders this week only at Stepwell Ladders, with free delivery on every order over fifty pounds.</p><a href="https://ads.example/click?{n}">Shop now</a></div>'
COOKIES = '<div id="cookie-consent" class="cookie-banner" role="dialog"><p>We use cookies to give you the best experience on our site and to show you adverts that may interest you. You can change your settings at any time.</p><button>Accept all</button><button>Settings</button></div>'
MENU = ("Home", "Advice", "Projects", "Suppliers", "Events", "About us", "Contact us", "Privacy policy")
NEWSLETTER = '<div class="newsletter-signup"><h3>Get our newsletter</h3><p>Sign up for seasonal advice on looking after your house, straight to your inbox on the first Friday of the month.</p><form action="/subscribe"><input type="email" placeholder="Your email"><button>Subscribe</button></form></div>'
RELATED = (
    "How to limewash a wall",
    "Five signs of a blocked gutter",
    "Choosing a sash window",
    "Which paint for old plaster?",
    "Cleaning brick the gentle way",
)


def make(name: str) -> Callable[[Make], Make]:
    def register(function: Make) -> Make:
        MAKES[name] = function
        return function

    return register


def esc(text: str) -> str:
    return html.escape(text, quote=True)


def split_h1(sheet: Sheet) -> tuple[str, str]:
    """The H1's text and the HTML of the rest."""
    first, _, rest = sheet.text.partition("\n")
    return first.removeprefix("# ").strip(), to_html(rest)


def links(words: tuple[str, ...], tag: str = "li") -> str:
    return "".join(f'<{tag}><a href="/{re.sub(r"[^a-z]+", "-", w.lower())}/">{esc(w)}</a></{tag}>' for w in words)


def head(sheet: Sheet, extra: str = "", json_ld_type: str = "") -> str:
    data = ""
    if json_ld_type:
        fields = {"@context": "https://schema.org", "@type": json_ld_type, "headline": sheet.get("title")}
        if sheet.get("published"):
            fields["datePublished"] = sheet.get("published")
        if sheet.get("modified"):
            fields["dateModified"] = sheet.get("modified")
        if sheet.get("author"):
            fields["author"] = {"@type": "Person", "name": sheet.get("author")}  # type: ignore[assignment]
        data = f'<script type="application/ld+json">{json.dumps(fields)}</script>'
    description = f'<meta name="description" content="{esc(sheet.get("description"))}">' if sheet.get("description") else ""
    return (
        f'<head><meta charset="utf-8"><title>{esc(sheet.get("title"))}</title>{description}'
        f'<link rel="canonical" href="{esc(sheet.address)}"><meta name="viewport" content="width=device-width">'
        f"<style>body{{font-family:serif}}</style>{data}{extra}</head>"
    )


def after_paragraph(body: str, number: int, inserted: str) -> str:
    """The body with something put in after its n-th paragraph, as advertising systems do."""
    parts = body.split("</p>")
    return "</p>".join(parts[:number]) + "</p>" + inserted + "</p>".join(parts[number:]) if len(parts) > number + 1 else body
