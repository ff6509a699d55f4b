"""Whether drafts as DOCX come back whole after a word processor has opened them and written them again: LibreOffice (Debian's `libreoffice-writer-nogui`), headless.

    ./fundament bench office_drafts
Takes the texts of bench/texts and one with everything that DOCX holds. Prints for each how many of its blocks came back as they were, and the first that did not.
"""

from __future__ import annotations

import difflib
import io
import tempfile
from pathlib import Path

from markdown_it import MarkdownIt
from PIL import Image

from bench.office import through_office
from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.core.documents.schema import Node, clean_document
from fundament.files.texts import read_text
from fundament.rendering.document_docx import Head, document_docx

TEXTS = Path(__file__).parent / "texts"
EVERYTHING = """<h1>The sand</h1><h2>Fine</h2><h3>Finer</h3><h4>Finest</h4><h5>Dust</h5><h6>Air</h6>
<p>It is <strong>soft</strong>, <em>old</em>, <u>wet</u>, <s>dry</s>, H<sub>2</sub>O, 5<sup>th</sup>, <code>x = 1</code>.</p>
<p>See <a href="https://a.example/x#part">the site</a><br>below.</p><ul><li><p>One</p><ol><li><p>Four</p></li><li><p>Five</p><ul><li><p>deep</p></li></ul></li></ol></li><li><p>Two</p></li></ul>
<ol><li><p>First</p></li><li><p>Second</p></li></ol><blockquote><p>Said by a mason.</p></blockquote><pre><code>mix 1
mix 2</code></pre><hr>
<table><tbody><tr><th><p>Part</p></th><th><p>Share</p></th></tr><tr><td><p>Lime</p></td><td><p>1</p></td></tr><tr><td colspan="2"><p>By volume</p></td></tr></tbody></table>
<img src="/pictures/1/ab/" alt="A red wall"><p>The end.</p>"""


def main() -> None:
    held = io.BytesIO()
    Image.new("RGB", (60, 40), "red").save(held, "PNG")
    texts = {path.stem: MarkdownIt().enable("table").render(path.read_text(encoding="utf-8")) for path in sorted(TEXTS.rglob("*.md"))}
    whole = 0
    for name, html in {"everything": EVERYTHING, **texts}.items():
        document = clean_document(document_from_html(html))
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "draft.docx"
            path.write_bytes(document_docx(document, Head(name), {"/pictures/1/ab/": held.getvalue()}))
            back = clean_document(read_text(through_office(path, "docx").read_bytes(), "draft.docx").document)
        before, after = _blocks(document), _blocks(back)
        kept = sum(size for *_, size in difflib.SequenceMatcher(None, before, after, autojunk=False).get_matching_blocks())
        whole += before == after
        first = next((f"   {one!r} -> {other!r}" for one, other in zip(before, after, strict=False) if one != other), "")
        print(f"{name:28} {kept} of {len(before)} blocks, {len(after)} came back{first[:260]}")
    print(f"{whole} of {len(texts) + 1} texts whole")


def _blocks(document: Node) -> list[str]:
    """The outermost blocks as HTML; a picture, which comes back as one to be kept anew, by its words."""
    return [
        f"picture: {node['attrs'].get('alt')}" if node["type"] == "image" else html_of({"type": "doc", "content": [node]})
        for node in document["content"]
    ]


if __name__ == "__main__":
    main()
