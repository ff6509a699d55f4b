"""The makes of site: one function each puts a sheet into that site's markup. Real sites differ as these do."""

from __future__ import annotations

import re

from standins import awkward_makes  # noqa: F401  registers its makes
from standins.markup import ADVERT, COOKIES, MAKES, MENU, NEWSLETTER, RELATED, after_paragraph, esc, head, links, make, split_h1
from standins.sheets import Sheet, to_html


@make("magazine")
def magazine(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    body = after_paragraph(after_paragraph(body, 3, ADVERT.format(n=1)), 8, ADVERT.format(n=2))
    return f"""<!doctype html><html lang="en-GB">{head(sheet, '<meta property="og:type" content="article">', "Article")}
<body class="single has-sidebar">{COOKIES}<a class="skip-link" href="#content">Skip to content</a>
<header class="site-header"><div class="logo"><a href="/">{esc(sheet.get("site"))}</a></div><nav class="main-menu"><ul>{links(MENU)}</ul></nav></header>
<div class="wrap"><main id="content"><article class="post"><header class="entry-header"><h1 class="entry-title">{esc(title)}</h1>
<div class="entry-meta">By <a href="/authors/1">{esc(sheet.get("author"))}</a> on <time datetime="{sheet.get("published")}">{sheet.get("published")}</time></div></header>
<div class="entry-content">{body}</div>
<div class="share-buttons"><span>Share this article</span><a href="#">Post</a> <a href="#">Mail</a></div></article>
<section class="related-posts"><h2>You may also like</h2><ul>{links(RELATED)}</ul></section></main>
<aside class="sidebar"><h3>Most read</h3><ol>{links(RELATED)}</ol>{NEWSLETTER}</aside></div>
<footer class="site-footer"><p>© 2026 {esc(sheet.get("site"))}. All rights reserved. Registered office: 4 Kiln Lane, Harrow Weir.</p><ul>{links(MENU)}</ul></footer>
<script>window.dataLayer=[];document.write("<p>written by script</p>");</script></body></html>"""


@make("divs")
def divs(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    body = body.replace("<p>", '<div class="t7"><div>').replace("</p>", "</div></div>")
    return f"""<html lang=en>{head(sheet)}<body><div class="x1"><div class="topbar"><div class="c2"><a href="/">{esc(sheet.get("site"))}</a></div>
<div class="c3">{links(MENU, "div")}</div></div><div class="x2"><div class="x3"><div class="b9"><div class="k1"><h1>{esc(title)}</h1>
{body}</div></div></div><div class="x4"><div class="k5">Popular now</div>{links(RELATED, "div")}</div></div>
<div class="x9"><div>{esc(sheet.get("site"))}, 12 Quoin Street, Skelder Bay. Write to us at the address above or ring in office hours.</div>{links(MENU, "span")}</div></div>{COOKIES}</body></html>"""


@make("wordpress")
def wordpress(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    comments = "".join(
        f'<li class="comment"><div class="comment-author">{name}</div><div class="comment-content"><p>{text}</p></div><a class="comment-reply-link" href="#r">Reply</a></li>'
        for name, text in (
            (
                "Dawn",
                "Thanks for this, I have been putting off our back wall for years and will give it a go this summer when the kids are away.",
            ),
            (
                "Phil T",
                "My neighbour used cement on his and the bricks look dreadful now. Wish he had read this first. Great blog by the way!",
            ),
            ("Ros", "Where did you get the hessian from? Our builders merchant looked at me as if I was mad when I asked for it."),
        )
    )
    body = after_paragraph(body, 2, ADVERT.format(n=1))
    return f"""<!DOCTYPE html><html lang="en">{head(sheet, "", "BlogPosting")}<body class="post-template single single-post"><div id="page">
<div id="masthead" class="site-header"><p class="site-title"><a href="/">{esc(sheet.get("site"))}</a></p><div class="main-navigation"><ul id="menu-main">{links(MENU)}</ul></div></div>
<div id="content"><div id="primary"><div id="main"><div id="post-812" class="post type-post hentry"><h1 class="entry-title">{esc(title)}</h1>
<div class="entry-meta"><span class="posted-on">Posted on {sheet.get("published")}</span> <span class="byline">by {esc(sheet.get("author"))}</span></div>
<div class="entry-content">{body}<div class="sharedaddy social">Share this: <a href="#">A</a> <a href="#">B</a> <a href="#">C</a></div></div></div>
<div id="comments" class="comments-area"><h2 class="comments-title">3 thoughts on this post</h2><ol class="comment-list">{comments}</ol>
<div id="respond"><h3>Leave a Reply</h3><form><p>Your email address will not be published. Required fields are marked with a star.</p><textarea></textarea></form></div></div></div></div>
<div id="secondary" class="widget-area"><div class="widget"><h2 class="widget-title">Recent Posts</h2><ul>{links(RELATED)}</ul></div><div class="widget"><h2 class="widget-title">Categories</h2><ul>{links(("Walls", "Roofs", "Floors", "Garden"))}</ul></div></div></div>
<div id="colophon" class="site-footer">Copyright 2026 {esc(sheet.get("site"))}. Proudly home made.</div></div></body></html>"""


@make("product")
def product(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    others = "".join(
        f'<div class="card"><a href="/product/{n}"><img src="/p{n}.jpg" alt="{esc(w)}"><h3>{esc(w)}</h3></a><span class="price">£{9 + n}.50</span></div>'
        for n, w in enumerate(("Lime putty 20 kg", "Sharp sand 25 kg", "Churn brush", "Hessian 10 m"))
    )
    return f"""<!doctype html><html lang="en">{head(sheet, '<meta property="og:type" content="product">', "Product")}<body>
<header><nav>{links(MENU, "span")}<a class="minicart" href="/basket">Basket (0)</a></nav></header><nav class="breadcrumbs"><a href="/">Home</a> &gt; <a href="/c/lime">Lime</a> &gt; <span>Pointing</span></nav>
<main><div class="product"><img src="/tub.jpg" alt="Tub of lime mortar"><h1>{esc(title)}</h1><div class="price">{esc(sheet.get("price"))} inc. VAT</div><form class="cart"><select><option>1</option></select><button>Add to basket</button></form><p class="stock">In stock</p>
<div class="tab-panel">{body}</div></div><section class="cross-sell"><h2>Customers also bought</h2>{others}</section></main>
<footer><p>Fellside Lime Supplies, Kiln Yard, Harrow Weir. Orders before noon are sent the same day. Returns within 30 days.</p></footer>{COOKIES}</body></html>"""


@make("category")
def category(sheet: Sheet) -> str:
    title, _ = split_h1(sheet)
    intro = sheet.text.split("\n## ")[0].partition("\n")[2].strip()
    rows = [line[2:].split("|") for line in sheet.text.splitlines() if line.startswith("* ")]
    grid = "".join(
        f'<li class="product"><a href="/product/{n}"><img src="/{n}.jpg" alt=""><h2>{esc(name.strip())}</h2></a><span class="price">{esc(price.strip())}</span><a class="button" href="?add={n}">Add to basket</a></li>'
        for n, (name, price) in enumerate(rows)
    )
    return f"""<!doctype html><html lang="en">{head(sheet, "", "CollectionPage")}<body><header class="masthead"><nav><ul>{links(MENU)}</ul></nav></header>
<div class="layout"><aside class="filters"><h3>Filter</h3><ul>{links(("Binder", "Colour", "Pack size", "Brand"))}</ul></aside><main><h1>{esc(title)}</h1><p>{esc(intro)}</p><ul class="products">{grid}</ul></main></div>
<footer>Quarrymoor Merchants. Trade counter open from seven.</footer></body></html>"""


@make("forum")
def forum(sheet: Sheet) -> str:
    title, _, rest = sheet.text.partition("\n")
    posts = ""
    for n, chunk in enumerate(rest.split("@@ ")[1:]):
        meta, _, text = chunk.partition("\n")
        name, _, day = meta.partition(" | ")
        posts += f'<div class="post" id="p{n}"><div class="postprofile"><strong>{esc(name)}</strong><br>Posts: {131 * (n + 1)}<br>{esc(day)}</div><div class="postbody"><div class="content">{to_html(text)}</div></div><ul class="post-buttons"><li><a href="#">Quote</a></li><li><a href="#">Report</a></li></ul></div>'
    return f"""<!doctype html><html lang="en">{head(sheet, "", "DiscussionForumPosting")}<body class="forum viewtopic"><div class="navbar"><ul>{links(("Board index", "FAQ", "Register", "Login"))}</ul></div>
<div class="page-body thread"><h1 class="topic-title">{esc(title.removeprefix("# "))}</h1>{posts}<div class="pagination">7 posts <a href="?2">Next</a></div></div>
<div class="page-footer">Powered by a very old board. All times are local.</div></body></html>"""


@make("video")
def video(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    return f"""<!doctype html><html lang="en">{head(sheet, '<meta property="og:type" content="video.other">', "VideoObject")}<body><header role="banner"><a href="/">{esc(sheet.get("site"))}</a><nav>{links(MENU, "span")}</nav></header>
<main><iframe src="https://player.trowelandtimber.example/embed/771" title="film"></iframe><h1>{esc(title)}</h1><div class="info">{body}</div><div class="up-next"><h2>Trending</h2><ul>{links(RELATED)}</ul></div></main></body></html>"""


@make("encyclopaedia")
def encyclopaedia(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    body = re.sub(
        r"<h([23])>(.*?)</h\1>",
        r'<h\1><span class="mw-headline">\2</span><span class="editsection"> [<a href="?edit">edit</a>]</span></h\1>',
        body,
    )
    body = (
        body.replace(
            '<h2><span class="mw-headline">References</span>',
            '<div class="reflist references"><h2><span class="mw-headline">References</span>',
        )
        + "</div>"
    )
    return f"""<!doctype html><html lang="en">{head(sheet)}<body class="mediawiki wiki"><div id="content" role="main"><h1 id="firstHeading">{esc(title)}</h1><div class="hatnote">For the mortar itself, see <a href="/wiki/Mortar">Mortar</a>.</div>
<table class="infobox"><tr><th>Trade</th><td>Masonry</td></tr><tr><th>Tools</th><td>Plugging chisel, pointing iron</td></tr></table>
<div class="toc" id="toc"><h2>Contents</h2><ul>{links(("History", "Materials", "Process", "Joint profiles", "Legislation"))}</ul></div>{body}</div>
<div id="mw-navigation" role="navigation"><h2>Navigation menu</h2><ul>{links(("Main page", "Random page", "About", "Donate"))}</ul></div><div id="footer" role="contentinfo"><ul><li>Text may be reused under the same terms.</li></ul></div></body></html>"""


@make("tables")
def tables(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    body = body.replace("<strong>", "<b>").replace("</strong>", "</b>").replace("</p>", "")
    return f"""<HTML>{head(sheet)}<BODY bgcolor=#ffffff><TABLE width=900 border=0><TR><TD colspan=2><FONT size=5>{esc(sheet.get("site"))}</FONT></TD></TR>
<TR><TD width=160 valign=top><FONT size=2>{links(MENU, "div")}</FONT></TD><TD valign=top><h1>{esc(title)}</h1><FONT face=arial>{body}</FONT></TD></TR>
<TR><TD colspan=2><HR><CENTER><SMALL>This page was last changed in {sheet.get("published")[:4]}. Best seen at 1024 by 768.</SMALL></CENTER></TD></TR></TABLE></BODY></HTML>"""


@make("sections")
def sections(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    parts = re.split(r"(?=<h2>)", body)
    body = parts[0] + "".join(f'<section class="chapter"><div class="inner">{part}</div></section>' for part in parts[1:])
    menu = links(MENU)
    return f"""<!doctype html><html lang="en-GB">{head(sheet, "", "CollectionPage" if sheet.get("kind") == "category" else "Article")}<body><div class="mobile-menu" aria-hidden="true"><ul>{menu}</ul></div><header class="page-top"><a href="/">{esc(sheet.get("site"))}</a><nav aria-label="Main"><ul>{menu}</ul></nav></header>
<div class="page"><article><h1>{esc(title)}</h1><p class="byline">By {esc(sheet.get("author"))}. Published {sheet.get("published")}</p>{body}</article></div>
<aside><h2>Support our work</h2><p>Your gift helps us to advise owners of old houses free of charge, and to train young masons in the use of lime.</p></aside><footer><p>Registered charity. Kiln House, Harrow Weir.</p></footer>{COOKIES}</body></html>"""


@make("accordion")
def accordion(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    parts = re.split(r"(?=<h2>)", body)
    panels = ""
    for n, part in enumerate(parts[1:]):
        heading, _, text = part.partition("</h2>")
        panels += f'<div class="accordion-item"><h2 class="accordion-header"><button aria-controls="c{n}">{heading.removeprefix("<h2>")}</button></h2><div id="c{n}" class="accordion-collapse" hidden>{text}</div></div>'
    return f"""<!doctype html><html lang="en">{head(sheet, "", "FAQPage" if "question" in sheet.text.lower()[:200] else "BlogPosting")}<body><nav class="nav">{links(MENU, "span")}</nav><main><h1>{esc(title)}</h1>{parts[0]}{panels}</main>
<div class="promo-box"><p>Join as a friend and get the yearbook, a badge and ten per cent off all our courses until the end of March.</p></div><footer>{esc(sheet.get("site"))}</footer></body></html>"""


@make("figures")
def figures(sheet: Sheet) -> str:
    """Nested sections with figures, definition lists, and a right-to-left line."""
    title, body = split_h1(sheet)
    body = re.sub(r'<p>(<img [^>]*alt="([^"]*)"[^>]*>)</p>', r"<figure>\1<figcaption>\2</figcaption></figure>", body)
    parts = re.split(r"(?=<h2>)", body)
    nested = parts[0] + "".join(f'<section><div><div class="inner-text">{part}</div></div></section>' for part in parts[1:])
    return f"""<!doctype html><html lang="en">{head(sheet, "", "" if sheet.get("kind") == "home" else "TechArticle")}<body><div role="banner"><span>{esc(sheet.get("site"))}</span><div role="navigation"><dl><dt><a href="/">Start</a></dt><dd><a href="/notes/">Notes</a></dd><dd><a href="/work/">Work</a></dd><dd><a href="/people/">People</a></dd></dl></div></div>
<div role="main"><div><h1>{esc(title)}</h1></div>{nested}</div>
<div class="lang-switch sidebar"><p dir="rtl" lang="he">הדף הזה זמין גם בשפות נוספות</p></div><div role="contentinfo"><p>Drawn and written in Harrow Weir. No part of these pages may be copied without asking us first.</p></div></body></html>"""


@make("broken")
def broken(sheet: Sheet) -> str:
    """Unclosed and crossed tags, capital letters, several H1s, text in attributes, a menu made of headings' cousins."""
    title, body = split_h1(sheet)
    body = body.replace("</p>", "").replace("</li>", "").replace("<strong>", "<B>").replace("</strong>", "</B>")
    body = re.sub(r"<h2>(.*?)</h2>", r"<H2><font color=navy>\1</H2></font>", body)
    menu = "".join(
        f'<a href="{n}.htm" title="Go to {esc(word)} now" onmouseover="status=\'{esc(word)}\'">{esc(word)}</a> | '
        for n, word in enumerate(MENU)
    )
    return f"""<html>{head(sheet)}<body><center><img src=logo.gif alt="{esc(sheet.get("site"))}"></center><div id=nav>{menu}</div>
<div id=text><h1>{esc(title)}</h1>{body}</ul></b></div><div class=foot-note id=footer><b>{esc(sheet.get("site"))}</b><br>Ring us on any weekday between eight and four, or write to the yard.</body>"""


@make("wall")
def wall(sheet: Sheet) -> str:
    """A cookie wall over everything, adverts inside the text, and more comments than article."""
    title, body = split_h1(sheet)
    body = after_paragraph(after_paragraph(body, 2, ADVERT.format(n=1)), 5, ADVERT.format(n=2))
    talk = "".join(
        f'<article class="comment"><h4>{name} says</h4><p>{text}</p><p>{again}</p></article>'
        for name, text, again in (
            ("Marge", "We did ours last year and wish that we had read this before we began, because we made every one of these mistakes and some more.", "My husband still talks about the Saturday when it all went through the kitchen ceiling and onto the cat."),
            ("Old Bert", "In my day nobody bothered with any of that. You put on another jumper and got on with it, and we were none the worse for it.", "Mind you, my mother had chilblains until she was ninety, so perhaps there is something in what you say after all."),
            ("Petra", "Could you tell us which shop you bought the materials from? Ours had never heard of them and tried to sell me something in a tin.", "I have looked on the internet but there are so many kinds and they all claim to be the best one there is."),
            ("Gwen", "Lovely post as always. Please do one about chimneys next, ours smokes whenever the wind is in the east and the builder shrugs.", "We have tried a cowl, a bigger cowl and a hat. The hat was my son's idea and it did not last very long."),
            ("Anon", "First time here and I have read the whole blog in one evening instead of doing my tax return, so thank you very much for that.", "The pictures of the dog on the scaffold should be made into a calendar; I would buy three of them at once."),
        )
    )  # fmt: skip
    return f"""<!doctype html><html lang="en">{head(sheet, "", "BlogPosting")}<body><div class="overlay consent-wall" role="alertdialog"><h2>Your privacy matters</h2><p>We and our 417 partners store and read information on your device to choose and measure advertising. You can accept this or pay a small subscription.</p><button>Accept and read on</button></div>
<nav id="top"><ul>{links(MENU)}</ul></nav><article class="hentry"><h1>{esc(title)}</h1>{body}</article>
<section id="comments"><h2>5 comments</h2>{talk}</section><footer><p>{esc(sheet.get("site"))}, written at the kitchen table.</p></footer></body></html>"""


@make("plain")
def plain(sheet: Sheet) -> str:
    title, body = split_h1(sheet)
    return f'<!doctype html><html lang="en">{head(sheet)}<body><h1>{esc(title)}</h1>{body}<p><a href="/">Back to the front page</a></p></body></html>'


def render(sheet: Sheet) -> str:
    """The page as its site serves it."""
    return MAKES[sheet.get("make") or "plain"](sheet)
