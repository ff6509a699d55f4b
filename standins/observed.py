"""What observers say of sites and pages: who links to them, how trusted they are, how fast they answer. Worked out from their addresses and, of links, from the pages themselves."""

from __future__ import annotations

import hashlib
import re
from collections import defaultdict
from collections.abc import Iterable

from standins.makes import render
from standins.sheets import Sheet

_LINK = re.compile(r"href=\"(https?://[^\"#]+)", re.IGNORECASE)
OTHER_SITES = (
    "old-house-weekly.example", "limeburners-circle.example", "heritage-homes-gazette.example", "townhouse-notes.example", "craftsroom.example", "villagepump.example",
    "stone-and-slate.example", "thrifty-restorer.example", "buildingdiary.example", "county-archive.example", "masonry-forum.example", "green-retrofit.example",
    "brick-society.example", "parish-news.example", "sunday-supplement.example", "joinery-school.example", "damp-facts.example", "local-directory.example",
)  # fmt: skip


def _number(*parts: object, most: int) -> int:
    return int(hashlib.sha256(" ".join(map(str, parts)).encode()).hexdigest()[:8], 16) % (most + 1)


def site_of(address: str) -> str:
    """The host without "www."."""
    return address.split("/")[2].removeprefix("www.") if "//" in address else address.removeprefix("www.")


class Links:
    """Who links to whom: the links of the made-up pages, and those of sites that only observers know."""

    def __init__(self, sheets: Iterable[Sheet]) -> None:
        self.to_site: dict[str, dict[str, int]] = defaultdict(lambda: defaultdict(int))
        known = list(sheets)
        for sheet in known:
            for target in _LINK.findall(render(sheet)):
                if site_of(target) != site_of(sheet.address):
                    self.to_site[site_of(target)][site_of(sheet.address)] += 1
        for host in {site_of(sheet.address) for sheet in known}:
            for other in OTHER_SITES:
                if _number("links", other, host, most=99) < 18 + _number("fame", host, most=40):
                    self.to_site[host][other] += 1 + _number("how many", other, host, most=7)

    def referring(self, address: str) -> list[dict[str, object]]:
        """The sites that link to a site, those trusted most first."""
        sites = self.to_site.get(site_of(address), {})
        rows = [{"host": host, "links": count, "trust": trust_of_site(host), "first_seen": f"{2016 + _number(host, address, most=9)}-0{1 + _number(address, host, most=8)}-12"}
                for host, count in sites.items()]  # fmt: skip
        return sorted(rows, key=lambda row: (-int(str(row["trust"])), str(row["host"])))


def trust_of_site(host: str) -> int:
    """0 to 100."""
    return 8 + _number("trust", site_of(host), most=70)


def trust_of_page(address: str) -> int:
    """0 to 100, seldom more than the site's."""
    return max(1, min(100, trust_of_site(address) - 14 + _number("page", address, most=24)))


def speed_of(address: str) -> dict[str, float]:
    """Time to first byte in ms, weight in bytes, and Web Vitals: largest contentful paint in ms, cumulative layout shift, interaction to next paint in ms."""
    slow = _number("slow", site_of(address), most=100) / 100
    return {
        "ttfb_ms": 90 + round(900 * slow) + _number(address, "ttfb", most=120), "bytes": 180_000 + round(2_600_000 * slow) + _number(address, "bytes", most=400_000),
        "lcp_ms": 900 + round(2_900 * slow) + _number(address, "lcp", most=500), "cls": round(0.3 * slow * _number(address, "cls", most=100) / 100, 3),
        "inp_ms": 60 + round(300 * slow) + _number(address, "inp", most=80),
    }  # fmt: skip
