"""More makes of site, with the markup that page readers stumble over."""

from __future__ import annotations

import re

from standins.markup import ADVERT, COOKIES, MENU, NEWSLETTER, RELATED, after_paragraph, esc, head, links, make, split_h1
from standins.sheets import Sheet

_HEADING = re.compile(r"<h([2-6])>(.*?)</h\1>")


def _slug(text: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", text.lower()).strip("-")


def _sections(body: str) -> list[str]:
    """The body's parts, each beginning at an H2; the first is what stands before."""
    return re.split(r"(?=<h2>)", body)


@make("builder")
def builder(sheet: Sheet) -> str:
    """Put together from widgets, the text as well as the furniture; nothing has a telling name or tag."""
    title, body = split_h1(sheet)
    widgets = "".join(
        f'<div class="pb-row"><div class="pb-column"><div class="pb-widget-wrap"><div class="pb-widget pb-widget-text"><div class="pb-widget-inner">{part}</div></div></div></div></div>'
        for part in _sections(body)
    )
    return f"""<!doctype html><html lang="en">{head(sheet, "", "Article")}<body class="pb-page has-sidebar-none"><div class="pb-location-header"><div class="pb-widget pb-widget-nav"><ul>{links(MENU)}</ul></div></div>
<div class="pb-canvas"><div class="pb-row"><div class="pb-widget pb-widget-heading"><h1 class="pb-title">{esc(title)}</h1></div></div>{widgets}
<div class="pb-row"><div class="pb-widget pb-widget-posts related-posts"><h3>More from the workshop</h3>{links(RELATED, "div")}</div></div></div>
<footer class="pb-location-footer"><p>{esc(sheet.get("site"))}, 7 Ropewalk, Skelder Bay. All rights reserved by the people who wrote it.</p></footer>{COOKIES}</body></html>"""


@make("webforms")
def webforms(sheet: Sheet) -> str:
    """One form around everything, a table for the frame, and the menu twice: for wide screens and, hidden, for narrow ones."""
    title, body = split_h1(sheet)
    body = (
        body.replace("<ul>", '<ul class="list-plain">')
        .replace("<p>", '<p class="MsoNormal"><span style="font-size:11pt">')
        .replace("</p>", "</span></p>")
    )
    return f"""<!DOCTYPE html><html>{head(sheet)}<body><form id="aspnetForm" action="default.aspx" method="post"><input type="hidden" name="__VIEWSTATE" value="dDwtMTA4NzczMzUxMzs7Pg=="><div id="ctl00_top"><div class="desktop-menu">{links(MENU, "span")}</div><div class="mobile-menu" style="display:none">{links(MENU, "span")}</div></div>
<table id="ctl00_frame" width="100%"><tr><td id="ctl00_left" width="180"><div class="leftnav">{links(RELATED, "div")}</div></td><td id="ctl00_main"><h1>{esc(title)}</h1>{body}</td></tr></table>
<div id="ctl00_foot" class="footer"><p>{esc(sheet.get("site"))}. Council offices, Harrow Weir. Telephone lines are open from nine to five on working days.</p></div></form></body></html>"""


@make("hero")
def hero(sheet: Sheet) -> str:
    """The H1 in a banner above, a standfirst beside it, and the text in sections that are children of the body."""
    title, body = split_h1(sheet)
    opening, *parts = _sections(body)
    sections = "".join(f'<section class="band"><div class="container">{part}</div></section>' for part in parts)
    return f"""<!doctype html><html lang="en-GB">{head(sheet, "", "BlogPosting")}<body><header class="site"><a class="brand" href="/">{esc(sheet.get("site"))}</a><nav>{links(MENU, "span")}</nav></header>
<div class="hero banner"><div class="container"><h1>{esc(title)}</h1></div></div><section class="band lead"><div class="container">{opening}</div></section>{sections}
<section class="band newsletter-signup">{NEWSLETTER}</section><div class="band bottom"><div class="container"><p>{esc(sheet.get("site"))} keeps no shop. {links(MENU, "span")}</p></div></div></body></html>"""


@make("handbook")
def handbook(sheet: Sheet) -> str:
    """Sections named after their headings, boxes called sidebar among the text, navigation in tables above and below, permalinks on headings."""
    title, body = split_h1(sheet)
    body = _HEADING.sub(
        lambda m: (
            f'<h{m.group(1)} class="title">{m.group(2)}<a class="headerlink" href="#{_slug(m.group(2))}" title="Permalink">¶</a></h{m.group(1)}>'
        ),
        body,
    )
    opening, *parts = re.split(r"(?=<h2)", body)
    sections = ""
    for number, part in enumerate(parts):
        heading = re.search(r">(.*?)<a", part)
        text = part
        if number == 1:  # a whole paragraph of the text stands in a box
            text = re.sub(r"<p>((?:(?!</p>).){80,})</p>", r'<div class="sidebar"><p>\1</p></div>', part, count=1, flags=re.DOTALL)
        sections += f'<section id="{_slug(heading.group(1)) if heading else number}">{text}</section>'
    prev_next = '<table width="100%" summary="Navigation"><tr><td><a accesskey="p" href="a.html">Prev</a></td><th>{}</th><td><a accesskey="n" href="b.html">Next</a></td></tr></table>'
    contents = "".join(f'<dt><a href="#{n}">{n}. {esc(word)}</a></dt>' for n, word in enumerate(RELATED, 1))
    return f"""<!DOCTYPE html><html lang="en">{head(sheet)}<body><div class="navheader">{prev_next.format(esc(sheet.get("site")))}<hr></div><div class="chapter"><div class="titlepage"><h1 class="title">{esc(title)}</h1></div><div class="toc"><p><b>Table of Contents</b></p><dl>{contents}</dl></div>{opening}{sections}</div>
<div class="navfooter"><hr>{prev_next.format("Up")}</div></body></html>"""


@make("rail")
def rail(sheet: Sheet) -> str:
    """A right-hand rail without a telling name, with headings, short notes and links; a share bar and "read next" boxes in the text."""
    title, body = split_h1(sheet)
    body = after_paragraph(body, 2, f'<div class="read-next"><strong>Read next:</strong> <a href="/x">{esc(RELATED[0])}</a></div>')
    body = after_paragraph(body, 4, '<div class="share-bar"><span>Share</span> <a href="#a">One</a> <a href="#b">Two</a></div>')
    return f"""<!doctype html><html lang="en">{head(sheet, "", "NewsArticle")}<body><div class="w1"><div class="w2">{links(MENU, "span")}</div><div class="g"><div class="g8"><h1>{esc(title)}</h1><div class="meta">By {esc(sheet.get("author") or "the editors")} | 6 min read</div>{body}</div>
<div class="g4"><h3>Ask us</h3><ul>{links(("Write a letter", "Ring the workshop", "Find us"))}</ul><h3>In this series</h3><ul>{links(RELATED)}</ul></div></div><div class="w9">{links(MENU, "span")}<p>© 2026 {esc(sheet.get("site"))}</p></div></div></body></html>"""


@make("styled")
def styled(sheet: Sheet) -> str:
    """Headings that look like paragraphs and paragraphs that look like headings; lists as definition lists; code about the page in attributes."""
    title, body = split_h1(sheet)
    body = _HEADING.sub(r'<h\1 style="font-size:16px;font-weight:400"><span class="p">\2</span></h\1>', body)
    body = re.sub(
        r"<ul>(.*?)</ul>", lambda m: "<dl>" + m.group(1).replace("<li>", "<dd>").replace("</li>", "</dd>") + "</dl>", body, flags=re.DOTALL
    )
    body = body.replace("<p>", '<p class="h2 heading-large" data-text="Subscribe to our newsletter and save" title="Advertisement">', 1)
    return f"""<!doctype html><html lang="en">{head(sheet)}<body><div class="skip"><a href="#m">Skip to main content</a></div><ul class="menu">{links(MENU)}</ul><div id="m" role="main"><h1><a href="{esc(sheet.address)}">{esc(title)}</a></h1>{body}</div>
<div class="popup" style="display: none"><h2>Before you go</h2><p>Leave us your address and we will send you ten per cent off your first order of anything at all.</p></div></body></html>"""


@make("several_h1")
def several_h1(sheet: Sheet) -> str:
    """The site's name is an H1, as is the title; the text is one element with line breaks in place of some paragraphs, adverts between."""
    title, body = split_h1(sheet)
    body = after_paragraph(body, 1, ADVERT.format(n=1))
    body = re.sub(r"</p>\n<p>", "<br><br>", body, count=2)
    return f"""<!doctype html><html lang="en">{head(sheet, "", "Article")}<body><header id="masthead"><h1 class="logo"><a href="/">{esc(sheet.get("site"))}</a></h1><nav><ul>{links(MENU)}</ul></nav></header>
<div class="content-area"><article><h1>{esc(title)}</h1>{body}</article><div id="disqus_thread"><p>Please allow scripts to read what forty-one readers have said about this, and to say something yourself.</p></div></div>
<aside><section><h2>About the writer</h2><p>Lives in a cold house with two warm dogs and writes about both whenever the post is late.</p></section></aside></body></html>"""


@make("printed")
def printed(sheet: Sheet) -> str:
    """Old and plain: upper-case tags, no closing ones, rules between the parts, the menu as a line of links above and below."""
    title, body = split_h1(sheet)
    body = re.sub(r"</(p|li)>", "", body)
    body = re.sub(r"<(/?)(h\d|p|ul|ol|li|strong|em)>", lambda m: f"<{m.group(1)}{m.group(2).upper()}>", body)
    body = body.replace("<H2>", "<HR><H2>")
    line = " | ".join(f'<A HREF="{_slug(word)}.htm">{esc(word)}</A>' for word in MENU)
    return f"""<HTML>{head(sheet)}<BODY BGCOLOR="#FFFFF0"><P ALIGN=center>{line}</P><H1 ALIGN=center>{esc(title)}</H1>{body}<HR><P ALIGN=center>{line}<ADDRESS>{esc(sheet.get("site"))}</ADDRESS></BODY></HTML>"""
