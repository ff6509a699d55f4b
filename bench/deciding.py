"""Deciding on a full-size study: twenty competitors of 2,000 words, through HTTP on the running demo.

    ./fundament demo                # in another terminal
    ./fundament bench deciding [--address http://127.0.0.1:8000]
Opens a study of its own from files, which it leaves behind. Each figure is the time of the answer as a browser would wait for it, in milliseconds.
"""

from __future__ import annotations

import argparse
import asyncio
import io
import random
import re
import time
import zipfile
from collections.abc import Awaitable, Callable

import httpx

from bench.desk import new_typist, show, sign_in
from bench.typists import text_of
from standins.makes import MAKES, render
from standins.sheets import Sheet, read_folder

TIMES = 11
SCREENS = (
    "",
    "yardstick/",
    "terms/",
    "terms/demand/",
    "terms/measures/",
    "entities/",
    "outline/",
    "questions/",
    "compare/",
    "plan/",
    "history/",
)


def sheets(pages: int = 20, words: int = 2_000) -> list[Sheet]:
    """Pages of so many words, each of other paragraphs out of all texts of the demo, so that none is nearly a copy of another."""
    texts = [sheet for folder in ("repointing", "sash", "floor", "own") for sheet in read_folder(folder)]
    parts = [part for sheet in texts for part in sheet.text.split("\n\n") if len(part.split()) > 12 or part.startswith("#")]
    found = []
    for number in range(pages):
        chance = random.Random(number)
        chosen: list[str] = ["# Repointing brick with lime mortar"]
        while sum(len(part.split()) for part in chosen) < words:
            chosen.append(chance.choice(parts))
        makes = [name for name in MAKES if name not in ("forum", "product", "category", "video")]
        head = {
            "address": f"https://page-{number}.example/a",
            "title": f"Repointing brick with lime mortar, {number}",
            "make": makes[number % len(makes)],
            "kind": "article",
        }
        found.append(Sheet({**texts[0].head, **head}, "\n\n".join(chosen)))
    return found


def archive() -> bytes:
    """The pages as a ZIP with the order they rank in."""
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as packed:
        rows = ["rank,url,file"]
        for rank, sheet in enumerate(sheets(), 1):
            packed.writestr(f"{rank}.html", render(sheet))
            rows.append(f"{rank},{sheet.address},{rank}.html")
        packed.writestr("results.csv", "\n".join(rows))
    return held.getvalue()


async def open_study(client: httpx.AsyncClient, token: str) -> str:
    """The address of a study of these pages, once its figures are there."""
    form = {
        "csrfmiddlewaretoken": token,
        "keyword": "repointing brick with lime mortar",
        "country": "gb",
        "language": "en",
        "device": "desktop",
        "depth": "20",
        "name": "bench: deciding",
    }
    answer = await client.post("/studies/new/", data=form, files={"pages": ("pages.zip", archive())}, headers={"X-CSRFToken": token})
    study = str(answer.headers["location"])
    begin = time.perf_counter()
    while "their scores reach" not in (await client.get(study)).text:
        await asyncio.sleep(0.5)
        if time.perf_counter() - begin > 180:
            raise SystemExit("The study did not become ready. Is a worker running?")
    print(f"read, analysed and built in {time.perf_counter() - begin:.1f} s")
    return study


async def timed(
    name: str, act: Callable[[int], Awaitable[httpx.Response]], then: Callable[[], Awaitable[httpx.Response]] | None = None
) -> None:
    """The time of an act, and of what the open screen asks for after it."""
    acts, both = [], []
    for number in range(TIMES):
        begin = time.perf_counter()
        (await act(number)).raise_for_status()
        acts.append(1000 * (time.perf_counter() - begin))
        if then is not None:
            (await then()).raise_for_status()
            both.append(1000 * (time.perf_counter() - begin))
    show(name, acts)
    if both:
        show(f"{name}, and its screen", both)


async def measure(address: str) -> None:
    """Print all figures."""
    async with httpx.AsyncClient(base_url=address, timeout=60.0) as client:
        token = await sign_in(client)
        study = await open_study(client, token)
        await new_typist(client, study, token, text_of(1, 3_000))
        headers = {"X-CSRFToken": token, "HX-Request": "true"}
        terms = list(dict.fromkeys(re.findall(r'data-row="(t-[^"]+)"', (await client.get(f"{study}terms/")).text)))
        subtopics = list(dict.fromkeys(re.findall(r'data-row="(s-[^"]+)"', (await client.get(f"{study}outline/")).text)))
        number = study.split("/")[-2]
        print(f"{len(terms)} terms, {len(subtopics)} subtopics")

        def post(path: str, **body: str) -> Awaitable[httpx.Response]:
            return client.post(f"{study}{path}", data=body, headers=headers)

        def get(path: str) -> Callable[[], Awaitable[httpx.Response]]:
            return lambda: client.get(f"{study}{path}")

        ways = ("dropped", "kept")
        await timed("a decision on a term", lambda n: post("decide/", kind="terms", key=terms[n % 5], action=ways[n % 2]), get("terms/"))
        await timed(
            "a decision on a subtopic",
            lambda n: post("decide/", kind="subtopics", key=subtopics[n % 5], action=ways[n % 2]),
            get("outline/"),
        )
        await timed("the drafts' scores after it", lambda n: client.get(f"/drafts/of/{number}/moved/?was="))
        await timed("planned length", lambda n: post("yardstick/length/", words=str(1_500 + 100 * n)), get("yardstick/"))
        results = list(dict.fromkeys(re.findall(rf"{study}results/(\d+)/preview", (await client.get(study)).text)))
        for result in results[:3]:  # made once by the worker; then they are at hand, as when one goes back and forth
            for chosen in ("no", "yes"):
                await post("choose/", result=result, chosen=chosen)
                while "are being worked out" in (await client.get(study)).text:
                    await asyncio.sleep(0.2)
        await timed(
            "a competitor off or on", lambda n: post("choose/", result=results[n // 2 % 3], chosen=("no", "yes")[n % 2]), get("progress/")
        )
        await post("choose/", result=results[2], chosen="yes")
        for screen in SCREENS:
            await timed(f"screen {screen.strip('/') or 'results'}", lambda n, screen=screen: client.get(f"{study}{screen}"))


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench deciding")
    parser.add_argument("--address", default="http://127.0.0.1:8000")
    asyncio.run(measure(parser.parse_args().address))


if __name__ == "__main__":
    main()
