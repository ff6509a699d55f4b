"""Reading of pages of which others have said what is text and what is not.

    ./fundament bench outside.said [--half tuned|reported] [--alone] [--wrong]
Phrases: 83 pages of all kinds, mostly German, each with phrases that its text holds and phrases that stand elsewhere on the page. What stands in readers'
comments is asked for there and counts neither way here, and who said it judges by an extractor of his own, which is one of those compared.
Recipes: ten sites; the ingredients and steps that a page states for machines, as far as they are written on it, must be in its text. The statement is taken
out before it is read, so that nobody finds the text by it ("with what it states": left in). Every second page or site may be looked at, the others are only
reported.
"""

from __future__ import annotations

import argparse
import json
import re
import unicodedata
from collections.abc import Iterator
from typing import Any

import lxml.html

from bench.extraction import EXTRACTORS, extract
from bench.outside.collections import recipes, said_pages
from fundament.core.reading.markup_tree.decode import decode_html

_COMMENTS = re.compile(r"comment|kommentar|respond|reaction|reply", re.IGNORECASE)
_STATED = re.compile(r"<script[^>]{0,200}ld\+json.{0,400000}?</script>", re.IGNORECASE | re.DOTALL)
_SENTENCE = re.compile(r"(?<=[.!?])\s+|\n")


def plain(text: str) -> str:
    """Text with single spaces, composed letters and no soft hyphens."""
    return " ".join(unicodedata.normalize("NFC", text).replace("\u00ad", "").replace("\u200b", "").split())


def visible(tree: lxml.html.HtmlElement) -> lxml.html.HtmlElement:
    """The tree without what is no text."""
    for element in tree.xpath("//script | //style | //head | //noscript | //template"):
        element.drop_tree()
    return tree


def only_in_comments(tree: lxml.html.HtmlElement, phrase: str) -> bool:
    """Whether every element that holds the phrase, innermost, stands in one called comments."""
    holders = [e for e in tree.iter() if isinstance(e.tag, str) and phrase in plain(e.text_content())]
    innermost = [e for e in holders if not any(child in holders for child in e)]
    called = [
        any(_COMMENTS.search(f"{a.get('class')} {a.get('id')}") for a in (e, *e.iterancestors()) if a.tag != "body") for e in innermost
    ]
    return bool(called) and all(called)


def stated_lines(tree: lxml.html.HtmlElement) -> list[str]:
    """The ingredients and the sentences of the steps that a page of a recipe states, as JSON-LD or on elements."""
    for script in tree.xpath("//script[contains(@type, 'ld+json')]"):
        try:
            waiting = [json.loads(script.text or "", strict=False)]
        except ValueError:
            continue
        while waiting:
            value = waiting.pop()
            if isinstance(value, list):
                waiting += value
            elif isinstance(value, dict):
                if "Recipe" in (value.get("@type") or ()):
                    texts = [*_texts(value.get("recipeIngredient") or value.get("ingredients")), *_texts(value.get("recipeInstructions"))]
                    return [line for text in texts for line in _lines(text)]
                waiting += [inner for inner in value.values() if isinstance(inner, dict | list)]
    elements = tree.xpath("//*[@itemprop='recipeIngredient' or @itemprop='ingredients' or @itemprop='recipeInstructions']")
    return [line for e in elements for line in _lines(e.text_content())]


def _texts(value: Any) -> Iterator[str]:
    if isinstance(value, str):
        yield value
    elif isinstance(value, list):
        for inner in value:
            yield from _texts(inner)
    elif isinstance(value, dict):
        yield from _texts(value.get("text") or value.get("itemListElement"))


def _lines(text: str) -> list[str]:
    text = lxml.html.fromstring(f"<p>{text}</p>").text_content()
    return [line for line in map(plain, _SENTENCE.split(text)) if line]


def phrases(half: str, names: list[str], wrong: bool) -> None:
    chosen = said_pages()[("tuned", "reported").index(half) :: 2]
    for name in names:
        inside = asked_inside = outside = asked_outside = whole = 0
        for page in chosen:
            html, _ = decode_html(page.content, "")
            tree = visible(lxml.html.fromstring(html.encode()))
            wanted = [plain(p) for p in page.inside if not only_in_comments(tree, plain(p))]
            unwanted = [plain(p) for p in page.outside]
            text = plain(extract(name, html, "https://www.publisher.example/page", page.name).text)
            missing, let_in = [p for p in wanted if p not in text], [p for p in unwanted if p in text]
            asked_inside, asked_outside = asked_inside + len(wanted), asked_outside + len(unwanted)
            inside, outside = inside + len(wanted) - len(missing), outside + len(unwanted) - len(let_in)
            whole += not missing and not let_in
            if wrong and half == "tuned" and name == "fundament" and (missing or let_in):
                print(f"    {page.name}: missing {missing}, let in {let_in}")
        print(
            f"  {name:18} in the text {inside / asked_inside:.3f} of {asked_inside}, kept out {outside / asked_outside:.3f} of {asked_outside}, "
            f"all right on {whole} of {len(chosen)} pages"
        )


def recipe_lines(half: str, names: list[str], wrong: bool) -> None:
    pages = recipes()
    sites = sorted({name.partition("-")[0] for name in pages})[("tuned", "reported").index(half) :: 2]
    for name in names:
        for stated in (False, True):
            found = asked = words = 0
            for page in (p for p in pages if p.partition("-")[0] in sites):
                html, _ = decode_html(pages[page], "")
                lines = stated_lines(lxml.html.fromstring(html.encode()))
                written = plain(visible(lxml.html.fromstring(html.encode())).text_content())
                lines = [line for line in lines if line in written]
                text = plain(extract(name, html if stated else _STATED.sub("", html), "https://www.publisher.example/page", page).text)
                missing = [line for line in lines if line not in text]
                found, asked, words = found + len(lines) - len(missing), asked + len(lines), words + len(text.split())
                if wrong and half == "tuned" and name == "fundament" and missing:
                    print(f"    {page}: missing {missing[:5]}")
            print(
                f"  {name:18} {'with what it states' if stated else 'without':20} lines {found / asked:.3f} of {asked}; {words} words in all"
            )


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench outside.said")
    parser.add_argument("--half", choices=["tuned", "reported", ""], default="")
    parser.add_argument("--alone", action="store_true")
    parser.add_argument("--wrong", action="store_true", help="shown of the half that may be looked at only")
    options = parser.parse_args()
    names = ["fundament"] if options.alone else list(EXTRACTORS)
    for half in ("tuned", "reported"):
        if options.half in ("", half):
            print(f"phrases, {half}")
            phrases(half, names, options.wrong)
            print(f"recipes, {half}")
            recipe_lines(half, names, options.wrong)


if __name__ == "__main__":
    main()
