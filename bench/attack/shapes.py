"""Pages and texts of shapes that are slow to read: each a function of its size in bytes."""

from __future__ import annotations

from collections.abc import Callable

Shape = Callable[[int], str]


def _filled(piece: str) -> Shape:
    """The piece over and over, as the body of a page."""
    return lambda size: f"<html><body>{piece * (size // len(piece))}</body></html>"


def _sold(piece: str) -> Shape:
    """The piece over and over, below what is sold."""
    above = (
        "<h1>Goat hair</h1><p>£12.00</p><p>Some thirty words of what the hair is good for, "
        + "and more of it " * 8
        + "</p><button>Add to basket</button>"
    )
    return lambda size: f"<html><head><title>Goat hair</title></head><body>{above}{piece * (size // len(piece))}</body></html>"


def _nested(tag: str) -> Shape:
    return lambda size: f"<html><body>{f'<{tag}>x ' * (size // (len(tag) + 4))}</body></html>"


def _one_paragraph(piece: str) -> Shape:
    return lambda size: f"<html><body><h1>Title</h1><p>{piece * (size // len(piece))}</p></body></html>"


def _paragraphs(sentence: str) -> Shape:
    return lambda size: f"<html><body><h1>Title</h1>{f'<p>{sentence}</p>' * (size // (len(sentence) + 7))}</body></html>"


def _attributes(size: int) -> str:
    return "<html><body><p " + " ".join(f"a{number}=1" for number in range(size // 9)) + ">x</p></body></html>"


def _many_tags_with_attributes(size: int) -> str:
    tag = "<p " + " ".join(f"a{number}=1" for number in range(200)) + ">x</p>"
    return f"<html><body>{tag * (size // len(tag))}</body></html>"


def _json_of_numbers(size: int) -> str:
    return f'<html><head><script type="application/ld+json">[{",".join("1" for _ in range(size // 2))}]</script></head><body><p>x</p></body></html>'


def _json_of_graphs(size: int) -> str:
    return (
        f'<html><head><script type="application/ld+json">{"[" * (size // 2)}{"]" * (size // 2)}</script></head><body><p>x</p></body></html>'
    )


def _tables_in_tables(size: int) -> str:
    return f"<html><body>{'<table><tr><td>x' * (size // 16)}</body></html>"


def _misnested(size: int) -> str:
    return f"<html><body>{'<nobr><b><p>x</nobr></b>' * (size // 24)}</body></html>"


def _words(size: int) -> str:
    words = [
        "lime",
        "mortar",
        "moves",
        "with",
        "the",
        "wall",
        "and",
        "lets",
        "the",
        "stones",
        "dry",
        "while",
        "cement",
        "holds",
        "the",
        "water",
        "in",
        "until",
        "the",
        "frost",
        "comes",
    ]
    text, sentences = "", []
    number = 0
    while len(text) < size // 50:
        number += 1
        sentences.append(
            " ".join(
                words[(number * 7 + place * 3) % len(words)] + (str(number % 97) if place == 3 else "") for place in range(14)
            ).capitalize()
            + "."
        )
        text = " ".join(sentences)
    page = "".join(f"<p>{' '.join(sentences[start : start + 5])}</p>" for start in range(0, len(sentences), 5))
    return f"<html><body><h1>Title</h1>{page * 50}</body></html>"


SHAPES: dict[str, Shape] = {
    "plain words": _words,
    "digits": _one_paragraph("1234567890"),
    "attributes of one tag": _attributes,
    "many tags with 200 attributes": _many_tags_with_attributes,
    "tags without end": _filled("<div"),
    "open brackets": _filled("<"),
    "end tags of nothing": _filled("</x>"),
    "comments without end": _filled("<!--"),
    "nested div": _nested("div"),
    "nested address": _nested("address"),
    "nested dd": _nested("dd"),
    "nested li": _nested("li"),
    "nested p": _nested("p"),
    "nested nobr": _nested("nobr"),
    "nested ul": _nested("ul"),
    "nested a": _nested("a"),
    "nested b": _nested("b"),
    "nested unknown": _nested("x-y"),
    "nested option": _nested("option"),
    "nested ruby": _nested("ruby"),
    "nested svg": _nested("svg"),
    "nested select": _nested("select"),
    "nested h2": _nested("h2"),
    "misnested": _misnested,
    "tables in tables": _tables_in_tables,
    "cells": _filled("<td>x"),
    "table of cells": lambda size: f"<html><body><table>{'<tr><td>some words here<td>x' * (size // 28)}</table></body></html>",
    "images": _filled('<img src="a.png">'),
    "images in paragraphs": lambda size: f"<html><body><div>{'<p>some words</p><img src=a>' * (size // 28)}</div></body></html>",
    "links": _filled('<a href="/x">some link</a> '),
    "headings": _filled("<h2>Heading of some words</h2>"),
    "headings of level one": _filled("<h1>Heading of some words</h1><div class=header><p>x</div>"),
    "headings over links": _filled('<h2>Heading</h2><ul><li><a href="/x">some link</a></ul>'),
    "line breaks": _filled("x<br>"),
    "list items": lambda size: f"<html><body><ul>{'<li>some words to read' * (size // 22)}</ul></body></html>",
    "JSON-LD of numbers": _json_of_numbers,
    "JSON-LD nested": _json_of_graphs,
    "e.g. over and over": _one_paragraph("e.g. "),
    "a. over and over": _one_paragraph("a. "),
    "Aa of Bb over and over": _one_paragraph("Aa of Bb "),
    "Aa over and over": _one_paragraph("Aa "),
    "a@ over and over": _one_paragraph("a@"),
    "a. without spaces": _one_paragraph("a."),
    "slashes": _one_paragraph("/a"),
    "one letter": _one_paragraph("a"),
    "one capital": _one_paragraph("A"),
    "hyphens": _one_paragraph("a-"),
    "underscores": _one_paragraph("a_"),
    "brackets with capitals": _one_paragraph(" (AB)"),
    "one paragraph of words": _one_paragraph("the lime and the sand of the wall "),
    "one paragraph of sentences": _one_paragraph("The lime and the sand of the wall are dry. "),
    "paragraphs of one sentence": _paragraphs("The lime and the sand of the wall are dry."),
    "paragraphs of a word": _paragraphs("lime"),
    "class names": _filled('<div class="nav-menu a-b c-d">x</div>'),
    "full stops": _one_paragraph("."),
    "quotes": _one_paragraph('."'),
    "spaces": _one_paragraph(" "),
    "entities": _one_paragraph("&amp;"),
    "entities without end": _one_paragraph("&amp"),
    "title": lambda size: f"<html><head><title>{'a | ' * (size // 4)}</title></head><body><p>x</p></body></html>",
    "heading of a megabyte": lambda size: f"<html><body><h2>{'word ' * (size // 5)}</h2><p>x</p></body></html>",
    "meta without charset": lambda size: f"{'<meta' * (size // 5)}",
    "cards of goods": _sold('<div class="card"><a href="/x">A thing</a><span>£4.50</span></div>'),
    "prices in prices": _sold("<div>£4.50 for one of them "),
    "what users say": _sold('<div class="reviews"><p>I like it very much, and so do all of my neighbours who saw it there.</p></div>'),
    "properties of goods": _sold('<div class="basket"><li>Weight:</li><li>4 kg</li></div>'),
    "sections of goods": _sold("<section><h2>Description</h2><p>Some words.</p></section><h2>Reviews</h2><p>Some more.</p>"),
    "forms with prices": _sold("<form><p>£4.50</p><button>Add to basket</button></form>"),
    "forms": _filled("<form><p>some words</p>"),
    "details": _filled("<details><summary>x</summary>y</details>"),
    "style hidden": _filled('<p style="display:none">x</p>'),
}
