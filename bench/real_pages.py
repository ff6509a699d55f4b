"""Real pages: HTML from Debian's documentation packages, made by several generators, against what each generator marks as its main part.

    ./fundament bench real_pages [pages per package] [--worst N]
The packages are fetched and unpacked, and not installed (some would bring another version of the database with them); nothing of them is kept in the project. Prints, per package, the agreement of the
text and of the headings, beside that of other extractors, and the pages where ours is worst with what went wrong.
"""

from __future__ import annotations

import argparse
import gzip
import re
from dataclasses import dataclass
from pathlib import Path
from statistics import mean

import lxml.html

from bench.extraction import EXTRACTORS, extract
from bench.outside.collections import debian
from gold.agreement import Agreement, Extracted, agreement, fold

_DOCBOOK = "//div[@class='navheader' or @class='navfooter' or @class='toc']"


@dataclass(frozen=True)
class Source:
    """A package with its generator. main: XPath of the main part; without: XPaths of what inside it is furniture."""

    package: str
    generator: str
    folder: str
    pattern: str
    main: str
    without: str = ""


SOURCES = (
    Source("postgresql-doc-15", "DocBook", "/usr/share/doc/postgresql-doc-15/html", "*.html", "//body", _DOCBOOK),
    Source("git-doc", "AsciiDoc", "/usr/share/doc/git-doc", "*.html", "//body", "//div[@id='footer' or @id='toc' or @id='footnotes']"),
    Source("python-flask-doc", "Sphinx", "/usr/share/doc/python-flask-doc/html", "**/*.html", "//div[@role='main']", "//div[contains(@class,'toctree-wrapper')]"),
    Source("exim4-doc-html", "own XSLT", "/usr/share/doc/exim4-doc-html/spec_html", "ch*.html", "//div[@id='chapter']",
           "//a[@class='previous_page' or @class='next_page' or @class='toc_page']"),
    Source("apache2-doc", "own XSLT", "/usr/share/doc/apache2-doc/manual/en", "**/*.html", "//div[@id='page-content']",
           "//div[@id='quickview' or @class='toplang' or @class='bottomlang' or @class='top']"),
    Source("octave-doc", "Texinfo", "/usr/share/doc/octave/octave.html", "*.html", "//body", "//div[@class='header'] | //table[@class='menu'] | //ul[@class='section-toc' or @class='mini-toc' or @class='contents']"),
    Source("sqlite3-doc", "own scripts", "/usr/share/doc/sqlite3", "*.html", "//body",
           "//div[@class='nosearch']/div[@class!='fancy' and not(.//h1)] | //div[@id='searchmenu' or @id='submenu'] | //div[contains(@class,'menu') or contains(@class,'tagline')]"),
    Source("debian-handbook", "Publican", "/usr/share/doc/debian-handbook/html/en-US", "*.html", "//body",
           "//ul[@class='docnav'] | //p[@id='title'] | //div[@id='banner'] | //div[@class='toc']"),
    Source("mkdocs-doc", "MkDocs", "/usr/share/doc/mkdocs/html", "**/*.html", "//div[@role='main']"),
    Source("libgtk-3-doc", "GTK-Doc", "/usr/share/gtk-doc/html/gdk3", "*.html", "//body", "//table[@class='navigation'] | //div[@class='footer']"),
    Source("aptitude-doc-en", "DocBook", "/usr/share/doc/aptitude/html/en", "*.html", "//body", _DOCBOOK),
    Source("developers-reference", "Sphinx", "/usr/share/developers-reference", "*.html", "//div[@role='main']", "//div[contains(@class,'toctree-wrapper')]"),
    Source("debian-faq", "DocBook", "/usr/share/doc/debian/FAQ", "*.en.html", "//body", _DOCBOOK),
    Source("docbook-xsl-doc-html", "DocBook", "/usr/share/doc/docbook-xsl-doc-html/doc/html", "*.html", "//body", _DOCBOOK),
    Source("golang-1.19-doc", "by hand", "/usr/share/doc/golang-1.19-doc/html", "*.html", "//html"),
)  # fmt: skip
LEAST_WORDS = 60
_INDEX = re.compile(r"^(index|genindex|keyword_index|docs|acronyms|quickreference|directives|sitemap|search|doclist)\b")  # lists of links


def pages_of(source: Source, most: int) -> list[Path]:
    """Pages of a package, spread evenly over their names."""
    found = sorted(
        p
        for p in (debian(source.package) / source.folder.lstrip("/")).glob(source.pattern)
        if p.is_file() and 2_000 < p.stat().st_size < 400_000 and not _INDEX.search(p.name)
    )
    step = max(1, len(found) // most)
    return found[::step][:most]


def text_of(path: Path) -> str:
    content = gzip.decompress(path.read_bytes()) if path.suffix == ".gz" else path.read_bytes()
    for name in ("utf-8", "iso-8859-1"):
        try:
            return content.decode(name)
        except UnicodeDecodeError:
            continue
    return ""


def truth_of(html: str, source: Source) -> Extracted | None:
    """The generator's own main part, with its furniture taken out."""
    tree = lxml.html.fromstring(html.encode(), parser=lxml.html.HTMLParser(encoding="utf-8"))
    for element in tree.xpath(
        "//script | //style | //noscript | //head | //select | //button" + (f" | {source.without}" if source.without else "")
    ):
        element.drop_tree()
    main = tree.xpath(source.main)
    if not main:
        return None
    headings = [(int(e.tag[1]), e.text_content()) for e in main[0].iter("h1", "h2", "h3", "h4", "h5", "h6") if fold(e.text_content())]
    return Extracted(" ".join(main[0].itertext()), tuple(headings))


def _cells(rows: list[Agreement]) -> str:
    return f"{mean(a.f1 for a in rows):14.3f}{mean(a.heading_recall for a in rows):12.3f}{mean(a.heading_precision for a in rows):12.3f}"


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench real_pages")
    parser.add_argument("most", nargs="?", type=int, default=12)
    parser.add_argument("--worst", type=int, default=12)
    parser.add_argument("--alone", action="store_true", help="without the other extractors")
    options = parser.parse_args()
    names = ["fundament"] if options.alone else list(EXTRACTORS)
    overall: dict[str, list[Agreement]] = {name: [] for name in names}
    bad: list[tuple[float, Path, Extracted, Extracted]] = []
    print(f"{'package':22}{'pages':>6}" + "".join(f"{name:>38}" for name in names))
    print(" " * 28 + "".join(f"{'text F1':>14}{'headings':>12}{'precision':>12}" for _ in names))
    for source in SOURCES:
        rows: dict[str, list[Agreement]] = {name: [] for name in names}
        for path in pages_of(source, options.most):
            html = text_of(path)
            truth = truth_of(html, source)
            if truth is None or len(truth.text.split()) < LEAST_WORDS:
                continue
            for name in names:
                found = extract(name, html, f"https://docs.example/{source.package}/{path.name}", path.name)
                rows[name].append(agreement(truth, found))
                if name == "fundament":
                    bad.append((rows[name][-1].f1 * rows[name][-1].heading_recall, path, truth, found))
        cells = "".join(_cells(rows[n]) for n in names)
        print(f"{source.package:22}{len(rows['fundament']):6}{cells}", flush=True)
        for name in names:
            overall[name] += rows[name]
    cells = "".join(_cells(overall[n]) for n in names)
    print(f"{'all':22}{len(overall['fundament']):6}{cells}")
    for value, path, truth, found in sorted(bad, key=lambda b: (b[0], str(b[1])))[: options.worst]:
        result = agreement(truth, found)
        lost = [fold(t) for _, t in truth.headings if fold(t) not in {fold(h) for _, h in found.headings}]
        more = [fold(t) for _, t in found.headings if fold(t) not in {fold(h) for _, h in truth.headings}]
        print(
            f"{value:.3f} {path}: precision {result.precision:.3f}, recall {result.recall:.3f}; headings lost {[h[:40] for h in lost[:4]]}, let in {[h[:40] for h in more[:4]]}"
        )


if __name__ == "__main__":
    main()
