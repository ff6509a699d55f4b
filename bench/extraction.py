"""Other extractors of main content, in the form they are compared in."""

from __future__ import annotations

import sys
from collections.abc import Callable

import lxml.html

from gold.agreement import Extracted, fold, ours


def _of_html(html: str | None) -> Extracted:
    if not html or not html.strip():
        return Extracted("", ())
    tree = lxml.html.fromstring(html)
    headings = [(int(e.tag[1]), e.text_content()) for e in tree.iter("h1", "h2", "h3", "h4", "h5", "h6")]
    return Extracted(" ".join(tree.itertext()), tuple(headings))


def _trafilatura(html: str, url: str) -> Extracted:
    import trafilatura

    found = trafilatura.extract(html, url=url, output_format="html", include_formatting=True, include_tables=True, include_comments=False)
    return _of_html(found)


def _readability(html: str, url: str) -> Extracted:
    from readability import Document

    return _of_html(Document(html).summary())


def _justext(html: str, url: str) -> Extracted:
    import justext

    kept = [p for p in justext.justext(html.encode(), justext.get_stoplist("English"), encoding="utf-8") if not p.is_boilerplate]
    return Extracted(
        "\n".join(p.text for p in kept), tuple((int(p.dom_path[-1]), p.text) for p in kept if p.is_heading and p.dom_path[-1].isdigit())
    )


def _resiliparse(html: str, url: str) -> Extracted:
    from resiliparse.extract.html2text import extract_plain_text

    text = extract_plain_text(html, main_content=True, preserve_formatting=True, list_bullets=False, links=False, alt_texts=False)
    # it gives text only; a heading counts as found when a line is exactly one of the page's
    lines = {fold(line) for line in text.splitlines()}
    all_headings = [(int(e.tag[1]), e.text_content()) for e in lxml.html.fromstring(html).iter("h1", "h2", "h3", "h4", "h5", "h6")]
    return Extracted(text, tuple(h for h in all_headings if fold(h[1]) in lines))


EXTRACTORS: dict[str, Callable[[str, str], Extracted]] = {
    "fundament": ours,
    "trafilatura": _trafilatura,
    "readability-lxml": _readability,
    "justext": _justext,
    "resiliparse": _resiliparse,
}


def extract(name: str, html: str, url: str, page: str) -> Extracted:
    """What an extractor takes from a page; where another one fails it has found nothing, which is its own figure. page: what it is called when that is said."""
    try:
        return EXTRACTORS[name](html, url)
    except Exception as error:
        if EXTRACTORS[name] is ours:
            raise
        print(f"{name} failed on {page}: {type(error).__name__}", file=sys.stderr)
        return Extracted("", ())
