"""The application as people feel it: its pages, a competitor switched off, many people typing at once.

    ./fundament demo                # in another terminal
    ./fundament bench desk [--address http://127.0.0.1:8000] [--people 100] [--studies 40] [--seconds 60] [--words 3000]
Works on the running demo through HTTP, as a browser would, with studies and drafts of its own, which it leaves behind. Each person types another text, in
one of the studies. Prints milliseconds, and the share of one core that making the load takes.
"""

from __future__ import annotations

import argparse
import asyncio
import csv
import html
import io
import random
import re
import time
from copy import deepcopy
from dataclasses import dataclass, field

import httpx

from bench.material import quantiles
from bench.typists import neutral_html, text_of
from fundament.core.documents.html import document_from_html
from fundament.core.documents.schema import Node, clean_document, plain_text

DEMO_USER, DEMO_PASSWORD = "demo", "limewash"
# A person writes a stretch of one to three saves, rests, has the panel brought, thinks, and goes on; in seconds:
BETWEEN_SAVES, REST, THINKING = 0.9, 0.4, (2.0, 8.0)
SENTENCES = ("The joints are raked out by hand.", "Keep the mortar damp for a week.", "A brick should outlive the lime around it.")


@dataclass
class Typist:
    """One person at one draft: the text as they have it, and the times the answers took."""

    draft: str
    token: str
    document: Node
    version: int
    confirmed: list[Node] = field(default_factory=list)  # the outermost nodes that the server has; empty: the whole is sent
    times: list[float] = field(default_factory=list)
    panel_times: list[float] = field(default_factory=list)
    failures: int = 0

    def types(self, chance: random.Random) -> None:
        """A few words more, somewhere in the text."""
        paragraph = chance.choice([block for block in self.document["content"] if block["type"] == "paragraph" and block.get("content")])
        paragraph["content"].append({"type": "text", "text": f" {chance.choice(SENTENCES)}"})

    async def saves(self, client: httpx.AsyncClient) -> None:
        """Send the text, or what changed in it, as the writing screen does after a pause."""
        nodes = deepcopy(self.document["content"])
        sheet = {"change": _change(self.confirmed, nodes)} if self.confirmed else {"document": self.document}
        body = {**sheet, "base_version": self.version, "panel": "edits", "quick": True}
        begin = time.perf_counter()
        response = await client.post(f"{self.draft}text/", json=body, headers={"X-CSRFToken": self.token})
        self.times.append(1000 * (time.perf_counter() - begin))
        if response.status_code == 200 and not response.json()["conflict"]:
            self.version = response.json()["version"]
            self.confirmed = nodes
        else:
            self.failures += 1

    async def rests(self, client: httpx.AsyncClient) -> None:
        """Have the edits brought, as the writing screen does at rest."""
        begin = time.perf_counter()
        response = await client.get(f"{self.draft}panel/", params={"panel": "edits"})
        self.panel_times.append(1000 * (time.perf_counter() - begin))
        self.failures += response.status_code != 200


def _change(before: list[Node], after: list[Node]) -> Node:
    """From the first node that differs to the last; the load keeps their number."""
    differ = [number for number, (one, other) in enumerate(zip(before, after, strict=True)) if one != other]
    first, end = (differ[0], differ[-1] + 1) if differ else (0, 0)
    return {"from": first, "to": end, "count": len(before), "content": after[first:end]}


async def sign_in(client: httpx.AsyncClient) -> str:
    """Sign in as the demo's person; the token that forms need."""
    page = (await client.get("/sign-in/")).text
    form = {"username": DEMO_USER, "password": DEMO_PASSWORD, "csrfmiddlewaretoken": _token(page)}
    response = await client.post("/sign-in/", data=form, headers={"Referer": str(client.base_url)}, follow_redirects=True)
    response.raise_for_status()
    return client.cookies["csrftoken"]


def _token(page: str) -> str:
    found = re.search(r'name="csrfmiddlewaretoken" value="([^"]+)"', page)
    if found is None:
        raise SystemExit("The page has no form. Is the demo running?")
    return found.group(1)


async def first_study(client: httpx.AsyncClient) -> str:
    """The address of the demo's main study."""
    page = (await client.get("/studies/")).text
    studies = re.findall(r'href="(/studies/\d+/)"[^>]*>\s*repointing brick with lime mortar', page)
    return str((studies or re.findall(r'href="(/studies/\d+/)"', page))[0])


async def first_term(client: httpx.AsyncClient, study: str) -> str:
    """The address of the page about the study's first term."""
    found = re.search(rf'{study}terms/(?!measures|own)[^/"]+/', (await client.get(f"{study}terms/")).text)
    if found is None:
        raise SystemExit("The demo's study has no terms yet.")
    return found.group(0)


async def time_pages(client: httpx.AsyncClient, study: str, draft: str) -> None:
    """Every page of the application, each asked for eleven times."""
    result = re.search(rf'href="({study}results/\d+/)"', (await client.get(study)).text)
    pages = {
        "studies": "/studies/", "new study": "/studies/new/", "results": study, "yardstick": f"{study}yardstick/", "terms": f"{study}terms/",
        "measures": f"{study}terms/measures/", "one term": await first_term(client, study), "entities": f"{study}entities/", "outline": f"{study}outline/",
        "history": f"{study}history/", "what was read": result.group(1) if result else study, "drafts": f"/drafts/of/{study.split('/')[-2]}/", "writing": draft,
    }  # fmt: skip
    for name, address in pages.items():
        times = []
        for _ in range(11):
            begin = time.perf_counter()
            response = await client.get(address)
            times.append(1000 * (time.perf_counter() - begin))
            response.raise_for_status()
        show(name, times)


async def time_switching(client: httpx.AsyncClient, study: str, token: str) -> None:
    """A competitor switched off and on again, as the results screen does it: until it is kept, and until the screen has the new figures."""
    page = (await client.get(study)).text
    results = re.findall(rf"{study}results/(\d+)/", page)
    headers = {"X-CSRFToken": token, "HX-Request": "true"}
    kept, times = [], []
    for number in dict.fromkeys(results[:6]):
        for chosen in ("no", "yes"):
            begin = time.perf_counter()
            response = await client.post(f"{study}choose/", data={"result": number, "chosen": chosen}, headers=headers)
            kept.append(1000 * (time.perf_counter() - begin))
            response.raise_for_status()
            while "the aim is" not in (await client.get(f"{study}progress/")).text:
                await asyncio.sleep(0.02)
            times.append(1000 * (time.perf_counter() - begin))
    show("a choice of competitors kept", kept)
    show("the same, until its figures are shown", times)


async def open_studies(client: httpx.AsyncClient, study: str, token: str, count: int) -> list[str]:
    """So many studies of the same pages, each with another choice of eight of them; the addresses, once all are read."""
    rows = list(csv.DictReader(io.StringIO((await client.get(f"{study}?format=csv")).text.lstrip("\ufeff"))))
    pages = [row["url"] for row in rows if row["kind"] == "article" and int(row["words"] or 0) > 200]
    opened = []
    for number in range(count):
        form = {
            "keyword": f"repointing brick with lime mortar {number}", "country": "gb", "language": "en", "device": "desktop", "depth": "20",
            "addresses": "\n".join(random.Random(number).sample(pages, min(8, len(pages)))),
        }  # fmt: skip
        response = await client.post("/studies/new/", data=form, headers={"X-CSRFToken": token})
        opened.append(response.headers["Location"])
    for address in opened:
        while "the aim is" not in (await client.get(address)).text:
            await asyncio.sleep(0.5)
    return opened


async def new_typist(client: httpx.AsyncClient, study: str, token: str, text: str) -> Typist:
    """A person with a draft of their own that holds this text."""
    number = study.split("/")[-2]
    response = await client.post(f"/drafts/of/{number}/new/", data={"name": "Typing"}, headers={"X-CSRFToken": token})
    typist = Typist(response.headers["Location"], token, clean_document(document_from_html(text)), 1)
    await typist.saves(client)
    await typist.rests(client)
    typist.times.clear()
    typist.panel_times.clear()
    return typist


async def type_together(client: httpx.AsyncClient, typists: list[Typist], seconds: float) -> None:
    """All people type at once for so long; then every draft is fetched and must hold what was typed last."""
    until = time.perf_counter() + seconds
    used = time.process_time()

    async def write(typist: Typist, chance: random.Random) -> None:
        await asyncio.sleep(chance.uniform(0, THINKING[1]))
        while time.perf_counter() < until:
            for _ in range(chance.randint(1, 3)):
                typist.types(chance)
                await typist.saves(client)
                await asyncio.sleep(max(BETWEEN_SAVES, 6 * typist.times[-1] / 1000))
            await asyncio.sleep(REST)
            await typist.rests(client)
            await asyncio.sleep(chance.uniform(*THINKING))

    await asyncio.gather(*(write(typist, random.Random(number)) for number, typist in enumerate(typists)))
    load = time.process_time() - used
    lost = sum(typist.failures for typist in typists)
    for typist in typists:
        stored = (await client.get(f"{typist.draft}export/html/")).text
        lost += len(re.findall("\\w+", plain_text(typist.document))) > len(
            re.findall("\\w+", html.unescape(re.sub("<[^>]+>", " ", stored)))
        )
    times = [value for typist in typists for value in typist.times]
    panels = [value for typist in typists for value in typist.panel_times]
    answers = (
        f"{(len(times) + len(panels)) / seconds:.0f} answers a second, {lost} lost, the load itself {100 * load / seconds:.0f} % of a core"
    )
    show(f"{len(typists)} people typing: score", times, answers)
    show(f"{len(typists)} people typing: edits at rest", panels)


def show(name: str, times: list[float], more: str = "") -> None:
    """Print a row of figures."""
    print("{:36} median {:5.0f} ms   p95 {:5.0f} ms   {}".format(name, *quantiles(times), more))


async def measure(address: str, people: int, studies: int, seconds: float, words: int) -> None:
    """Print all figures."""
    limits = httpx.Limits(max_connections=people + 10, keepalive_expiry=1.0)
    async with httpx.AsyncClient(base_url=address, timeout=60.0, limits=limits) as client:
        token = await sign_in(client)
        study = await first_study(client)
        typist = await new_typist(client, study, token, neutral_html())
        await time_pages(client, study, typist.draft)
        await time_switching(client, study, token)
        chance = random.Random(0)
        for _ in range(31):
            typist.types(chance)
            await typist.saves(client)
            await typist.rests(client)
        show("one person typing: score", typist.times)
        show("one person typing: edits at rest", typist.panel_times)
        opened = await open_studies(client, study, token, studies)
        typists = [await new_typist(client, opened[n % len(opened)], token, text_of(n, words)) for n in range(people)]
        await type_together(client, typists, seconds)


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench desk")
    parser.add_argument("--address", default="http://127.0.0.1:8000")
    parser.add_argument("--people", type=int, default=100)
    parser.add_argument("--studies", type=int, default=40)
    parser.add_argument("--seconds", type=float, default=60.0)
    parser.add_argument("--words", type=int, default=3_000)
    options = parser.parse_args()
    asyncio.run(measure(options.address, options.people, options.studies, options.seconds, options.words))


if __name__ == "__main__":
    main()
