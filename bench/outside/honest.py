"""Honest texts that the score must not harm: pages nobody here wrote, by kind, and drafts on the outside subjects.

PAGES are of Debian's documentation packages; recipes and price lists are not in the registries as pages, so those in `bench/texts/kinds` were written by
the hands that wrote the code, before the guards. Drafts on each subject: one page by other authors that is not among the competitors (OTHERS), and one
honest and one poor text in `bench/texts`, written by the same hands before any guard was made and without a look at terms or scores; and a second honest one (`…_second`),
written after the guards, without a look at terms or scores either.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from pathlib import Path

from markdown_it import MarkdownIt

from bench.outside.collections import debian
from bench.real_pages import text_of
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.reading.read_page import read_page

TEXTS = Path(__file__).parent.parent / "texts"
_FAQ = "python3.11-doc:python3.11/html/faq/"
PAGES = {
    "instructions": (
        "git-doc:git-doc/gittutorial.html", "postfix-doc:postfix/html/BASIC_CONFIGURATION_README.html", "postfix-doc:postfix/html/DEBUG_README.html",
        "apache2-doc:apache2-doc/manual/en/stopping.html", "python3.11-doc:python3.11/html/howto/sorting.html",
        "rsyslog-doc:rsyslog-doc/html/installation/install_from_source.html", "ntpsec-doc:ntpsec-doc/html/quick.html",
        "gimp-help-en:../gimp/2.0/help/en/gimp-painting.html",
    ),
    "glossaries": (
        "git-doc:git-doc/gitglossary.html", "python3.11-doc:python3.11/html/glossary.html", "png-definitive-guide:png-definitive-guide/html/glossary.html",
        "apache2-doc:apache2-doc/manual/en/glossary.html", "postgresql-doc-15:postgresql-doc-15/html/glossary.html",
    ),
    "law": (
        "apache2-doc:apache2-doc/manual/en/license.html", "python3.11-doc:python3.11/html/license.html",
        "png-definitive-guide:png-definitive-guide/html/license.html", "ntpsec-doc:ntpsec-doc/html/copyright.html",
    ),
    "questions": (
        "git-doc:git-doc/gitfaq.html", "nut-doc:nut-doc/html/FAQ.html", "sqlite3-doc:sqlite3/faq.html", f"{_FAQ}design.html", f"{_FAQ}general.html",
    ),
    "product data": (
        "sqlite3-doc:sqlite3/limits.html", "argyll-doc:argyll-doc/instruments.html", "postgresql-doc-15:postgresql-doc-15/html/runtime-config-client.html",
        "ghostscript-doc:ghostscript/html/Devices.html",
    ),
}  # fmt: skip
KINDS = {"recipes": ("recipe_lentil_soup", "recipe_oat_biscuits"), "price lists": ("prices_bicycle_workshop", "prices_holiday_cottage")}
OTHERS = {
    "logs": "sqlite3-doc:sqlite3/errlog.html", "authentication": "git-doc:git-doc/gitcredentials.html",
    "history": "png-definitive-guide:png-definitive-guide/html/chapter07.html", "building": "rsyslog-doc:rsyslog-doc/html/installation/install_from_source.html",
    "colour": "argyll-doc:argyll-doc/FWA.html",
}  # fmt: skip
NEIGHBOURS = {
    "logs": "postgresql-doc-15:postgresql-doc-15/html/monitoring-stats.html", "authentication": "postgresql-doc-15:postgresql-doc-15/html/user-manag.html",
    "history": "postgresql-doc-15:postgresql-doc-15/html/bug-reporting.html", "building": "postgresql-doc-15:postgresql-doc-15/html/upgrading.html",
    "colour": "gimp-help-en:../gimp/2.0/help/en/gimp-painting.html",
}  # fmt: skip
FOREIGN = "sqlite3-doc:sqlite3/quirks.html", "python3.11-doc:python3.11/html/howto/sorting.html"


@dataclass(frozen=True)
class HonestPage:
    """kind: see PAGES and KINDS."""

    kind: str
    name: str
    reading: Reading


@cache
def page(place: str) -> Reading:
    """A page given as "package:path"."""
    package, _, path = place.partition(":")
    file = debian(package) / "usr/share/doc" / path
    return read_page(text_of(file), f"https://{package}.example/{file.stem}")


def text(folder: str, name: str) -> Reading:
    """A text of `bench/texts`; its first heading is its title."""
    source = (TEXTS / folder / f"{name}.md").read_text(encoding="utf-8")
    title = source.partition("\n")[0].lstrip("# ")
    return read_draft(MarkdownIt().enable("table").render(source), title=title, language="en")


def honest_pages() -> list[HonestPage]:
    """All thirty."""
    found = [HonestPage(kind, place.rpartition("/")[2], page(place)) for kind, places in PAGES.items() for place in places]
    return found + [HonestPage(kind, name, text("kinds", name)) for kind, names in KINDS.items() for name in names]
