"""Sets of pages for telling one intent from two: twenty of one subject and intent, ten that are two joined.

Those named "demo" are of the demo's made-up pages, which this project wrote; all others are chapters of documentation that nobody here wrote. Five of the joined ones are two intents of one subject. Which pages
belong together was decided from their titles, before any output was seen. Half may be tuned on (TUNED); the others are only reported.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from bench.outside.collections import debian
from bench.outside.studies import STUDIES
from bench.real_pages import text_of
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_analysis import analyse_page
from standins.makes import render
from standins.sheets import read_folder

_IN = {
    "git": "git-doc:doc/git-doc/{}.html",
    "sqlite": "sqlite3-doc:doc/sqlite3/{}.html",
    "postgres": "postgresql-doc-15:doc/postgresql-doc-15/html/{}.html",
    "apache": "apache2-doc:doc/apache2-doc/manual/en/{}.html",
    "gimp": "gimp-help-en:gimp/2.0/help/en/{}.html",
    "python": "python3.11-doc:doc/python3.11/html/{}.html",
    "postfix": "postfix-doc:doc/postfix/html/{}.html",
}
_OUTSIDE = {study.name: study for study in STUDIES}


@dataclass(frozen=True)
class Group:
    """Pages of one intent. source: a package of _IN, "demo" or "study"."""

    source: str
    names: tuple[str, ...]

    @cached_property
    def pages(self) -> list[tuple[str, str]]:
        """(address, HTML)."""
        if self.source == "study":
            return _OUTSIDE[self.names[0]].sources
        if self.source == "demo":
            sheets = {f"{folder}/{sheet.name}": sheet for folder in ("repointing", "sash", "floor", "own") for sheet in read_folder(folder)}
            return [(sheets[name].address, render(sheets[name])) for name in self.names]
        package, _, path = _IN[self.source].partition(":")
        files = [debian(package) / "usr/share" / path.format(name) for name in self.names]
        return [(f"https://{self.source}.example/{file.stem}", text_of(file)) for file in files]


def _group(source: str, names: str) -> Group:
    return Group(source, tuple(names.split()))


GROUPS = {
    **{name: Group("study", (name,)) for name in _OUTSIDE},
    "repointing": _group("demo", "repointing/01-ravenscar-guide repointing/02-oldhouse-almanac repointing/04-diy-corner repointing/08-ashlar-trust repointing/11-limewardens-faq repointing/12-brickwright-long repointing/14-architect-notes repointing/15-council-page repointing/16-surveyor-column"),
    "sash": _group("demo", "sash/01-sash-guide sash/02-sash-almanac sash/04-sash-diy sash/08-sash-trust sash/09-sash-figures sash/11-sash-council own/advice-draughtproofing-sash-windows own/advice-stuck-sash-window"),
    "floor": _group("demo", "floor/01-floor-guide floor/02-floor-almanac floor/04-floor-diy floor/08-floor-trust floor/09-floor-figures floor/11-floor-council own/advice-insulating-a-timber-floor"),
    "blur": _group("gimp", "gimp-filter-gaussian-blur gimp-filter-gaussian-blur-selective gimp-filter-motion-blur-linear gimp-filter-motion-blur-circular gimp-filter-motion-blur-zoom gimp-filter-median-blur gimp-filter-mean-curvature-blur gimp-filter-lens-blur gimp-filter-focus-blur gimp-filter-variable-blur"),
    "selecting": _group("gimp", "gimp-tool-rect-select gimp-tool-ellipse-select gimp-tool-free-select gimp-tool-fuzzy-select gimp-tool-by-color-select gimp-tool-foreground-select"),
    "layers": _group("gimp", "gimp-layer-new gimp-layer-duplicate gimp-layer-delete gimp-layer-merge-down gimp-layer-groups gimp-layer-scale gimp-layer-resize gimp-layer-crop gimp-layer-anchor gimp-layer-mask-add"),
    "indexes": _group("postgres", "indexes-intro indexes-types indexes-multicolumn indexes-ordering indexes-bitmap-scans indexes-unique indexes-expressional indexes-partial indexes-index-only-scans indexes-opclass indexes-collations indexes-examine"),
    "creating": _group("postgres", "sql-createtable sql-createindex sql-createview sql-createrole sql-createdatabase sql-createschema sql-createtrigger sql-createfunction sql-createsequence sql-createtype"),
    "sql tutorial": _group("postgres", "tutorial-concepts tutorial-table tutorial-populate tutorial-select tutorial-join tutorial-agg tutorial-update tutorial-delete tutorial-views tutorial-fk tutorial-transactions tutorial-window"),
    "sql reference": _group("postgres", "sql-createtable sql-insert sql-select sql-update sql-delete sql-createview sql-copy sql-droptable sql-begin sql-commit"),
    "git commands": _group("git", "git-merge git-rebase git-cherry-pick git-branch git-checkout git-switch git-reset git-revert git-commit"),
    "git working": _group("git", "gittutorial gittutorial-2 giteveryday gitworkflows gitcore-tutorial howto/rebase-from-internal-branch howto/separating-topic-branches howto/revert-branch-rebase howto/maintain-git"),
    "modules": _group("apache", "mod/mod_auth_basic mod/mod_auth_digest mod/mod_auth_form mod/mod_authn_dbd mod/mod_authn_dbm mod/mod_authn_file mod/mod_authz_core mod/mod_authz_host mod/mod_authnz_ldap"),
    "sqlite using": _group("sqlite", "lang_createtable lang_createindex lang_createtrigger lang_createview lang_insert lang_update lang_delete lang_upsert lang_altertable lang_transaction"),
    "sqlite deciding": _group("sqlite", "about whentouse different serverless features mostdeployed whyc famous selfcontained zeroconf fasterthanfs prosupport"),
    "python tutorial": _group("python", "tutorial/introduction tutorial/controlflow tutorial/datastructures tutorial/modules tutorial/inputoutput tutorial/errors tutorial/classes tutorial/stdlib tutorial/stdlib2"),
    "mail": _group("postfix", "CONTENT_INSPECTION_README FILTER_README MILTER_README SMTPD_PROXY_README POSTSCREEN_README SMTPD_ACCESS_README SMTPD_POLICY_README BACKSCATTER_README STRESS_README BUILTIN_FILTER_README"),
    "repointing services": _group("demo", "repointing/03-pennine-lime-supplies repointing/09-shop-category repointing/10-thornfield-masons own/service-repointing own/repointing-service own/service-mortar-analysis"),
    "window goods": _group("demo", "sash/03-sash-shop own/category-windows own/product-sash-brush-strip own/product-sash-cord-50m own/service-sash-windows"),
}  # fmt: skip
SINGLE = ("logs", "authentication", "history", "building", "colour", "sicherheit", "securite", "repointing", "sash", "floor", "blur", "selecting", "layers", "indexes", "creating", "git commands", "modules", "sqlite using", "python tutorial", "mail")  # fmt: skip
TWO_SUBJECTS = (("logs", "colour"), ("authentication", "history"), ("blur", "indexes"), ("git commands", "modules"), ("sash", "floor"))
TWO_INTENTS = (
    ("repointing", "repointing services"), ("sash", "window goods"), ("git commands", "git working"), ("sqlite using", "sqlite deciding"),
    ("sql reference", "sql tutorial"),
)  # fmt: skip
TUNED = {*SINGLE[::2], TWO_SUBJECTS[0], TWO_SUBJECTS[2], TWO_INTENTS[0], TWO_INTENTS[2]}


def compared(groups: Sequence[str]) -> tuple[list[ComparedPage], list[int]]:
    """The pages of one group or two, and of each the number of its group. Two are shuffled into each other as ranks are: in turn."""
    found: list[tuple[int, str, str]] = []
    pages = [GROUPS[name].pages for name in groups]
    for place in range(max(map(len, pages))):
        found += [(number, *of_group[place]) for number, of_group in enumerate(pages) if place < len(of_group)]
    readings = [read_page(html, url) for _, url, html in found]
    return [ComparedPage(rank, r, analyse_page(r)) for rank, r in enumerate(readings, 1)], [number for number, _, _ in found]
