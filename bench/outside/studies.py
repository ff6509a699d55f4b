"""Sets of pages on one subject that nobody here wrote: chapters on it from Debian's documentation packages.

Half of the sets may be tuned on; the others are only reported (TUNED). The labels are by hand, made from the pages and from lists that know nothing of
the product (`candidates`, `sections`), before any output was seen.
"""

from __future__ import annotations

import math
import re
from collections import Counter
from dataclasses import dataclass
from functools import cached_property

import lxml.html
from wordfreq import top_n_list, zipf_frequency

from bench.outside.collections import debian
from bench.real_pages import text_of
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import decide
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page

_GIMP = "gimp-help-en:../gimp/2.0/help/en/"
_HANDBOOK, _HARDEN = "debian-handbook:debian-handbook/html/", "harden-doc:harden-doc/html/"


@dataclass(frozen=True)
class OutsideStudy:
    """name; the keyword; language; pages as "package:path below usr/share/doc", in the order of their ranks."""

    name: str
    keyword: str
    language: str
    pages: tuple[str, ...]

    @cached_property
    def sources(self) -> list[tuple[str, str]]:
        """(address, HTML) of the pages."""
        found = []
        for page in self.pages:
            package, _, path = page.partition(":")
            file = debian(package) / "usr/share/doc" / path
            found.append((f"https://{package}.example/{file.stem}", text_of(file)))
        return found

    @cached_property
    def compared(self) -> list[ComparedPage]:
        readings = [read_page(html, url) for url, html in self.sources]
        return [ComparedPage(rank, reading, analyse_page(reading)) for rank, reading in enumerate(readings, 1)]

    @cached_property
    def yardstick(self) -> Yardstick:
        return decide(build_consensus(self.compared, self.keyword))


STUDIES = (
    OutsideStudy("logs", "log files", "en", (
        "apache2-doc:apache2-doc/manual/en/logs.html", "exim4-doc-html:exim4-doc-html/spec_html/ch-log_files.html",
        "postgresql-doc-15:postgresql-doc-15/html/runtime-config-logging.html", "postgresql-doc-15:postgresql-doc-15/html/logfile-maintenance.html",
        f"{_HANDBOOK}en-US/sect.syslog.html", f"{_HARDEN}en-US/log-alerts.html", "python3.11-doc:python3.11/html/howto/logging.html",
        "rsyslog-doc:rsyslog-doc/html/tutorials/reliable_forwarding.html",
    )),
    OutsideStudy("authentication", "user authentication", "en", (
        "apache2-doc:apache2-doc/manual/en/howto/auth.html", "apache2-doc:apache2-doc/manual/en/howto/access.html",
        "exim4-doc-html:exim4-doc-html/spec_html/ch-smtp_authentication.html", "postgresql-doc-15:postgresql-doc-15/html/auth-pg-hba-conf.html",
        "postgresql-doc-15:postgresql-doc-15/html/auth-ldap.html", "postfix-doc:postfix/html/SASL_README.html", "ntpsec-doc:ntpsec-doc/html/authentic.html",
    )),
    OutsideStudy("history", "history of the project", "en", (
        "debian-history:debian-history/docs/detailed.en.html", "debian-history:debian-history/docs/releases.en.html",
        "debian-history:debian-history/docs/manifesto.en.html", "postgresql-doc-15:postgresql-doc-15/html/history.html",
        "ntpsec-doc:ntpsec-doc/html/history.html", "sqlite3-doc:sqlite3/about.html", "sqlite3-doc:sqlite3/famous.html",
        "sqlite3-doc:sqlite3/consortium.html", f"{_HANDBOOK}en-US/the-debian-project.html",
    )),
    OutsideStudy("building", "install from source", "en", (
        "postfix-doc:postfix/html/INSTALL.html", "exim4-doc-html:exim4-doc-html/spec_html/ch-building_and_installing_exim.html",
        "postgresql-doc-15:postgresql-doc-15/html/install-procedure.html", "sqlite3-doc:sqlite3/howtocompile.html",
        "nut-doc:nut-doc/html/user-manual/ar01s05.html",
    )),
    OutsideStudy("colour", "colour management", "en", (
        f"{_GIMP}gimp-imaging-color-management.html", "argyll-doc:argyll-doc/ColorManagement.html", "argyll-doc:argyll-doc/iccgamutmapping.html",
        f"{_GIMP}gimp-image-color-profile-convert.html", "png-definitive-guide:png-definitive-guide/html/chapter10.html",
        "argyll-doc:argyll-doc/monitorcontrols.html", f"{_GIMP}gimp-image-color-management-enabled.html", "argyll-doc:argyll-doc/WideGamutColmters.html",
    )),
    OutsideStudy("sicherheit", "Sicherheit", "de", (
        f"{_HANDBOOK}de-DE/sect.selinux.html", f"{_HANDBOOK}de-DE/sect.supervision.html", f"{_HANDBOOK}de-DE/sect.other-security-considerations.html",
        f"{_HANDBOOK}de-DE/sect.dealing-with-compromised-machine.html", f"{_HARDEN}de-DE/ch10.html", f"{_HARDEN}de-DE/firewall-setup.html",
        f"{_HARDEN}de-DE/network-secure.html", f"{_HARDEN}de-DE/log-alerts.html",
    )),
    OutsideStudy("securite", "sécurité", "fr", (
        f"{_HANDBOOK}fr-FR/sect.selinux.html", f"{_HANDBOOK}fr-FR/sect.supervision.html", f"{_HANDBOOK}fr-FR/sect.other-security-considerations.html",
        f"{_HANDBOOK}fr-FR/sect.dealing-with-compromised-machine.html", f"{_HARDEN}fr-FR/ch10.html", f"{_HARDEN}fr-FR/firewall-setup.html",
        f"{_HARDEN}fr-FR/network-secure.html", f"{_HARDEN}fr-FR/log-alerts.html",
    )),
)  # fmt: skip
TUNED = ("logs", "history", "sicherheit")
_TOKEN = re.compile(r"[^\W\d_][\w.+-]*[\w+]|[^\W\d_]|[.,;:()\n!?\"]")


def _without(html: str, dropped: str) -> lxml.html.HtmlElement:
    tree = lxml.html.fromstring(html.encode(), parser=lxml.html.HTMLParser(encoding="utf-8"))
    for element in tree.xpath(dropped):
        element.drop_tree()
    return tree


def candidates(study: OutsideStudy, most: int = 150) -> list[str]:
    """Phrases of one to four words that two pages share, by their uses and how much rarer they are in general language: what is labelled as term or not."""
    stop = set(top_n_list(study.language, 150))
    uses: Counter[tuple[str, ...]] = Counter()
    pages: Counter[tuple[str, ...]] = Counter()
    total = 0
    for _, html in study.sources:
        tree = _without(html, "//script | //style | //pre | //head")
        tokens = [token.lower() for token in _TOKEN.findall("\n".join(tree.itertext()))]
        total += len(tokens)
        here: Counter[tuple[str, ...]] = Counter()
        for start in range(len(tokens)):
            for end in range(start + 1, min(start + 4, len(tokens)) + 1):
                run = tuple(tokens[start:end])
                if not run[-1][0].isalpha():
                    break
                if run[0] not in stop and run[-1] not in stop and len(run[-1]) > 2 and len(run[0]) > 1:
                    here[run] += 1
        uses.update(here)
        pages.update(here.keys())
    scored = {}
    for run, count in uses.items():
        if pages[run] >= 2 and count >= 3:
            rarity = (
                max(zipf_frequency(word, study.language) for word in run)
                if len(run) == 1
                else sum(zipf_frequency(word, study.language) for word in run) / len(run) - len(run) + 1
            )
            ratio = math.log10(count / total * 1e9) - rarity
            scored[run] = max(0.0, ratio) * math.log(1 + count) * (1 + 0.2 * (len(run) - 1))
    return [" ".join(run) for run in sorted(scored, key=lambda run: (-scored[run], run))[:most]]


def sections(study: OutsideStudy, shown: int = 26) -> list[tuple[str, str, str]]:
    """(address, heading, beginning of its text) of every heading of level 2 and deeper, from the markup alone: what is labelled as belonging together."""
    found = []
    for url, html in study.sources:
        tree = _without(html, "//script | //style | //head")
        last = None
        for element in tree.iter():
            if not isinstance(element.tag, str):
                continue
            if re.fullmatch(r"h[1-6]", element.tag):
                last = [" ".join(element.text_content().split()), ""]
                found.append((url, last))
            elif last is not None and element.tag in ("p", "li", "td", "dd") and len(last[1].split()) < shown:
                last[1] = " ".join(f"{last[1]} {element.text_content()}".split())
    return [(url, heading, " ".join(text.split()[:shown])) for url, (heading, text) in found]
