"""The catalogue, observed figures and pictures, against the stand-ins; the same catalogue in another shape through a description; and what rude services answer."""

from __future__ import annotations

import json
import struct
from collections import Counter
from collections.abc import Callable, Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, urlsplit

import httpx
import pytest

from fundament.providers.errors import ServiceError
from fundament.providers.keywords import HttpCatalogue, keyword_of
from fundament.providers.mapping import Mapped, MappedCatalogue, MappedResults
from fundament.providers.observed import HttpObserver
from fundament.providers.pictures import HttpPictures
from fundament.providers.results import HttpResults
from standins.catalogue import MONTHS, keywords, words_of
from standins.services import MOST_A_SECOND
from tests.answers import in_background
from tests.helpers import raises_saying

MARKET = {"country": "gb", "language": "en"}


def test_the_catalogue_is_large_and_no_pattern_makes_more_than_twenty() -> None:
    by_country = Counter(keyword.country for keyword in keywords())
    assert len(by_country) == 2 and min(by_country.values()) >= 3_000
    for country in by_country:
        patterns: Counter[str] = Counter()
        for keyword in keywords():
            words = keyword.phrase.split()
            if keyword.country == country and len(words) > 1:
                patterns.update(" ".join([*words[:n], "*", *words[n + 1 :]]) for n in range(len(words)))
        assert max(patterns.values()) <= 20
    assert all(
        len(keyword.months) == len(MONTHS) == 24 and 0 < keyword.difficulty <= 100 and 0 <= keyword.competition <= 1
        for keyword in keywords()
    )


def test_every_page_that_ranks_is_there_and_holds_the_words(standins: str) -> None:
    catalogue = HttpCatalogue(standins)
    found = list(catalogue.of_site("https://www.ravenscar-conservation.example/", country="gb", language="en", most=60))
    assert len(found) == 60 and [k.volume for k in found] == sorted((k.volume or 0 for k in found), reverse=True)
    for keyword in found[::12]:
        page = httpx.get(keyword.url.replace("https://", "http://"), proxy=standins)
        assert page.status_code == 200 and set(words_of(keyword.keyword)) <= set(words_of(page.text))
        ranked = HttpResults(standins).search(keyword.keyword, country="gb", language="en", device="desktop", count=30)
        assert keyword.url == ranked.results[keyword.rank - 1].url  # the two services agree


def test_pages_of_the_catalogue_come_one_after_another(standins: str) -> None:
    found = list(HttpCatalogue(standins).search("lime", **MARKET, most=1_000))
    assert len(found) > 100 and len({k.keyword for k in found}) == len(found) and all("lime" in k.keyword for k in found)
    assert list(HttpCatalogue(standins).search("lime", **MARKET, most=7)) == found[:7]
    assert set(found[0].months) == set(MONTHS) and found[0].intent
    assert not list(HttpCatalogue(standins).search("zeppelin", **MARKET, most=10))


def test_results_of_a_day_a_place_and_what_is_searched_beside(standins: str) -> None:
    results = HttpResults(standins)
    today = results.search("sash windows", country="gb", language="en", device="desktop", count=20)
    then = results.search("sash windows", country="gb", language="en", device="desktop", count=20, as_of="2025-01-15")
    assert today.related and today.questions and then.results and then.results != today.results
    assert {r.url for r in then.results} <= {r.url for r in today.results}
    again = results.search("sash windows", country="gb", language="en", device="desktop", count=20, as_of="2025-01-15")
    assert again == then
    assert results.search("sash windows", country="gb", language="en", device="desktop", count=5, place="Hartle").results


def test_observed_figures_and_pictures(standins: str) -> None:
    observer = HttpObserver(standins)
    trust = observer.trust("https://www.ravenscar-conservation.example/guides/")
    sites = observer.referring("www.ravenscar-conservation.example")
    assert 0 <= trust["page_trust"] <= 100 and trust["referring_sites"] == len(sites) > 0
    assert set(HttpObserver(standins, name="speed").speed("https://a.example/")) == {"ttfb_ms", "bytes", "lcp_ms", "cls", "inp_ms"}
    pictures = HttpPictures(standins).search("sash window")
    assert pictures and all(p.licence and p.credit and p.address.startswith(standins) for p in pictures) and "ash" in pictures[0].title
    drawn = httpx.get(pictures[0].address)
    assert drawn.headers["content-type"] == "image/png" and struct.unpack(">II", drawn.content[16:24]) == (
        pictures[0].width,
        pictures[0].height,
    )


def test_a_service_that_is_asked_too_often_says_when(standins: str) -> None:
    with httpx.Client() as client:
        answers = [client.get(f"{standins}/speed/page", params={"url": "https://a.example/"}) for _ in range(MOST_A_SECOND + 15)]
    refused = [answer for answer in answers if answer.status_code == 429]
    assert not refused or refused[0].headers["retry-after"] == "1"  # on a slow machine nobody is too fast


@pytest.fixture
def trouble(standins: str) -> Iterator[Callable[[str], None]]:
    def make(kind: str) -> None:
        assert httpx.get(f"{standins}/trouble", params={"service": "keywords", "kind": kind}).status_code == 200

    yield make
    make("")


@pytest.mark.parametrize(
    ("kind", "words"),
    [
        ("html", "answered with something that is no JSON"), ("down", "answered with status 503"), ("huge", "answered with more than 5 MB"),
        ("broken", "answered with something that is no JSON"), ("busy", "answered with status 429"),
    ],
)  # fmt: skip
def test_a_rude_catalogue_gets_a_sentence(standins: str, trouble: Callable[[str], None], kind: str, words: str) -> None:
    trouble(kind)
    catalogue = HttpCatalogue(standins)
    catalogue.service.wait = lambda _: None
    with raises_saying(ServiceError, f"The keyword catalogue {words}"):
        list(catalogue.search("lime", **MARKET, most=10))


@pytest.mark.parametrize("row", [None, 5, {}, {"keyword": 5}, {"keyword": "x" * 500}, ["keyword"]])
def test_a_row_that_is_no_keyword_is_refused(row: Any) -> None:
    with pytest.raises(ServiceError):
        keyword_of(row, "keywords")


def test_figures_that_are_none_are_not_known() -> None:
    found = keyword_of(
        {
            "keyword": "a\x00b",
            "volume": "many",
            "difficulty": 700,
            "cost": -1,
            "competition": True,
            "months": {"2026-01": "x", "2026-02": 3, "2026-13": 4, "0000-01": 5, "lately": 6},
        },
        "keywords",
    )
    assert found.keyword == "ab" and found.months == {"2026-02": 3.0}
    assert (found.volume, found.difficulty, found.cost, found.competition) == (None, None, None, None)


# the same figures in the shape of another service


@pytest.fixture
def other_shape(standins: str) -> Iterator[tuple[str, list[dict[str, str]]]]:
    """The stand-in as another service would serve it: other names, nested, pages from 0, a key in a header."""
    asked: list[dict[str, str]] = []

    class Handler(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            parts = urlsplit(self.path)
            query = {name: values[0] for name, values in parse_qs(parts.query).items()}
            asked.append({**query, "path": parts.path, "key": self.headers.get("X-Api-Key", "")})
            if parts.path == "/v2/serp":
                plain = httpx.get(f"{standins}/results", params={"keyword": query["q"], "count": query["num"]}).json()
                body: Any = {"serp": {"organic": [{"position": r["rank"], "link": r["url"], "name": r["title"]} for r in plain["results"]]},
                             "ask": [{"question": q} for q in plain["questions"]]}  # fmt: skip
            else:
                plain = httpx.get(
                    f"{standins}/keywords/search", params={"seed": query["about"], "size": query["n"], "page": query["p"]}
                ).json()
                body = {"data": [{"kw": k["keyword"], "monthly": k["volume"], "kd": k["difficulty"]} for k in plain["keywords"]]}
            content = json.dumps(body).encode()
            self.send_response(200)
            self.send_header("Content-Length", str(len(content)))
            self.end_headers()
            self.wfile.write(content)

        def log_message(self, *_: object) -> None:
            """Say nothing."""

    server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
    in_background(server)
    yield f"http://127.0.0.1:{server.server_address[1]}", asked
    server.shutdown()


def test_a_described_service_gives_what_the_documented_one_does(
    standins: str, other_shape: tuple[str, list[dict[str, str]]], tmp_path: Path
) -> None:
    address, asked = other_shape
    file = tmp_path / "results.json"
    file.write_text(json.dumps({
        "address": address + "/v2/serp?q={keyword}&gl={country}&num={count}", "headers": {"X-Api-Key": "{key}"},
        "lists": {"results": "serp.organic[].{rank: position, url: link, title: name}", "questions": "ask[].question"},
    }))  # fmt: skip
    described = MappedResults("results", Mapped.read(str(file)), key="secret&more")
    market = {"country": "gb", "language": "en", "device": "desktop", "count": 5}
    found, plain = described.search("sash windows & cost", **market), HttpResults(standins).search("sash windows & cost", **market)  # type: ignore[arg-type]
    assert [(r.rank, r.url, r.title) for r in found.results] == [
        (r.rank, r.url, r.title) for r in plain.results
    ] and found.questions == plain.questions
    assert asked[0]["q"] == "sash windows & cost" and asked[0]["key"] == "secret&more"
    catalogue = MappedCatalogue("keywords", Mapped.of({
        "addresses": {"search": address + "/v2/kw?about={seed}&n={size}&p={page}"}, "lists": {"keywords": "data[].{keyword: kw, volume: monthly, difficulty: kd}"},
    }))  # fmt: skip
    one, other = (list(c.search("repair", **MARKET, most=700)) for c in (catalogue, HttpCatalogue(standins)))
    assert [(k.keyword, k.volume, k.difficulty) for k in one] == [(k.keyword, k.volume, k.difficulty) for k in other] and len(one) > 60


@pytest.mark.parametrize(
    ("plain", "words"),
    [
        ([], "is a JSON object"), ({"address": "ftp://a"}, "lacks the address"), ({"address": "https://a.example", "lists": {"results": "a[["}}, "cannot be understood"),
    ],
)  # fmt: skip
def test_a_description_that_is_none_says_what_is_wrong(plain: Any, words: str) -> None:
    with raises_saying(ServiceError, words):
        Mapped.of(plain)


def test_a_description_that_asks_for_what_nobody_knows(tmp_path: Path) -> None:
    with raises_saying(ServiceError, "Nobody knows what {city}"):
        Mapped.of({"address": "https://a.example/{city}"}).address("search", {"keyword": "a"})
    with raises_saying(ServiceError, "cannot be read"):
        Mapped.read(str(tmp_path / "nothing.json"))
    nothing_found = Mapped.of({"address": "https://a.example/", "lists": {"results": "a.b"}})
    assert nothing_found.found("results", {"c": 1}) is None and nothing_found.found("questions", {}) is None
