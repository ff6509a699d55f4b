"""How long somebody waits while another attacks: on an instance of one's own, each attack bounded in count and time.

    ./fundament bench attack.beside
Prints for each attack what the other person's pages, panels and studies took, beside what they take alone. Takes some five minutes.
"""

from __future__ import annotations

import contextlib
import statistics
import threading
import time
from collections.abc import Callable, Iterator
from urllib.parse import urlsplit

import httpx

from bench.attack.instance import Instance, Somebody, half_sent, instance
from bench.attack.shapes import SHAPES
from bench.typists import text_of

WORDS, LONG_WORDS = 2_000, 36_000
OWN, MANY = 8, 10  # pages of a study; studies of the attacker
SLOW_SHAPES = (
    "misnested",
    "line breaks",
    "nested a",
    "a@ over and over",
    "e.g. over and over",
    "headings over links",
    "plain words",
    "hyphens",
)
LONGEST = 120.0  # seconds that one attack may take


def page_of(address: str) -> str:
    """The page at an address of the instance's proxy: http://shape-3.example/7 or http://plain.example/12."""
    parts = urlsplit(address)
    kind, _, number = (parts.hostname or "").removesuffix(".example").partition("-")
    if kind == "shape":
        return SHAPES[SLOW_SHAPES[int(number) % len(SLOW_SHAPES)]](4_600_000)
    return (
        f"<html><head><title>{parts.path}</title></head><body><main>{text_of(int(parts.path.strip('/') or 0), WORDS)}</main></body></html>"
    )


_numbers = iter(range(int(time.time()) % 1_000_000 * 100, 10**12))


def plain_addresses(count: int) -> list[str]:
    """Pages that nobody has read yet."""
    return [f"http://plain-{number % 1000}.example/{number}" for number in (next(_numbers) for _ in range(count))]


def seconds_of_study(person: Somebody) -> float:
    """From opening a study of OWN new pages to its figures."""
    begin = time.monotonic()
    study = person.open_study("lime mortar", plain_addresses(OWN))
    while person.is_working(study) and time.monotonic() - begin < LONGEST:
        time.sleep(0.1)
    return time.monotonic() - begin


class Watch:
    """What a person's pages and panels take, in seconds, and what failed."""

    def __init__(self, person: Somebody, draft: str, address: str) -> None:
        self.person, self.draft, self.address = person, draft, address
        self.times: dict[str, list[float]] = {"page": [], "panel": [], "health": []}
        self.failed = 0

    def look(self, until: Callable[[], bool], least: int = 12) -> None:
        """Look at everything in turn until the attack is over."""
        while len(self.times["page"]) < least or not until():
            for kind, path in (("page", "/studies/"), ("panel", f"{self.draft}panel/"), ("health", "/health")):
                begin = time.monotonic()
                try:
                    self.failed += self.person.client.get(path).status_code != 200
                except httpx.HTTPError:
                    self.failed += 1
                self.times[kind].append(time.monotonic() - begin)
            time.sleep(0.05)

    def told(self) -> str:
        """Medians and longest, in milliseconds."""
        return "  ".join(f"{kind} {1000 * statistics.median(t):4.0f}, longest {1000 * max(t):5.0f}" for kind, t in self.times.items()) + (
            f"  failed {self.failed}" if self.failed else ""
        )


@contextlib.contextmanager
def meanwhile(work: Callable[[], None]) -> Iterator[Callable[[], bool]]:
    """Something done by another thread; whether it is over."""
    thread = threading.Thread(target=work, daemon=True)
    thread.start()
    yield lambda: not thread.is_alive()
    thread.join(LONGEST)


def slow_heads(found: Instance) -> None:
    """200 connections that send half of a request and wait."""
    held = half_sent(found.port, 200)
    time.sleep(8)
    for one in held:
        one.close()


def large_bodies(found: Instance) -> None:
    """Eight times 200 MB to the sign-in page."""

    def pieces() -> Iterator[bytes]:
        for _ in range(200):
            yield b"x" * 1_000_000

    def send() -> None:
        with contextlib.suppress(httpx.HTTPError):
            httpx.post(
                f"{found.address}/sign-in/", content=pieces(), timeout=60, headers={"Content-Type": "application/x-www-form-urlencoded"}
            )

    _all([threading.Thread(target=send) for _ in range(8)])


def many_saves(found: Instance, attacker: Somebody, draft: str) -> None:
    """Twenty saves at once of 36,000 words, by one person."""
    words = text_of(10**9, LONG_WORDS)
    paragraphs = [
        {"type": "paragraph", "content": [{"type": "text", "text": part}]} for part in words.replace("</p>", "").split("<p>") if part
    ]
    document = {"type": "doc", "content": paragraphs}
    statuses: list[int] = []

    def save() -> None:
        with (
            contextlib.suppress(httpx.HTTPError),
            httpx.Client(base_url=found.address, cookies=attacker.client.cookies, timeout=120) as client,
        ):
            statuses.append(Somebody(client).save(draft, document, 1, quick=False).status_code)

    _all([threading.Thread(target=save) for _ in range(20)])
    print(f"    (its answers: { ({status: statuses.count(status) for status in set(statuses)}) })")


def _all(threads: list[threading.Thread]) -> None:
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(LONGEST)


def main() -> None:
    with instance(page_of) as found:
        own, attacker = found.sign_in("own"), found.sign_in("other")
        seconds_of_study(own)  # everything is loaded
        study = own.open_study("lime mortar", plain_addresses(OWN))
        theirs = attacker.open_study("lime mortar", plain_addresses(OWN))
        while own.is_working(study) or attacker.is_working(theirs):
            time.sleep(0.2)
        draft, their_draft = own.new_draft(study), attacker.new_draft(theirs)

        def watched(name: str, attack: Callable[[], None]) -> None:
            watch = Watch(own, draft, found.address)
            with meanwhile(attack) as is_over:
                watch.look(is_over)
            print(f"{name:44} {watch.told()}", flush=True)

        print("milliseconds: median and longest that another person waits")
        watched("alone", lambda: time.sleep(5))
        watched("200 half-sent requests", lambda: slow_heads(found))
        watched("8 bodies of 200 MB to the sign-in page", lambda: large_bodies(found))
        watched("20 saves at once of 36,000 words", lambda: many_saves(found, attacker, their_draft))
        alone = statistics.median(seconds_of_study(own) for _ in range(3))
        print(f"a study of {OWN} pages alone: {alone:.1f} s", flush=True)
        everybody = [own, attacker, found.sign_in("third"), found.sign_in("fourth")]
        took: list[float] = []
        _all([threading.Thread(target=lambda person=person: took.append(seconds_of_study(person))) for person in everybody])
        print(
            f"{len(everybody)} workspaces with a study each at once: longest {max(took):.1f} s, {max(took) / alone:.1f} times", flush=True
        )
        for _ in range(MANY):
            attacker.open_study("lime mortar", plain_addresses(OWN))
        beside = seconds_of_study(own)
        print(f"beside {MANY} studies of another workspace: {beside:.1f} s, {beside / alone:.1f} times", flush=True)
        begin = time.monotonic()
        hostile = attacker.open_study("lime mortar", [f"http://shape-{n}.example/{n}" for n in range(len(SLOW_SHAPES))])
        times = [seconds_of_study(own)]
        while attacker.is_working(hostile) and time.monotonic() - begin < LONGEST:
            times.append(seconds_of_study(own))
        print(f"beside {len(SLOW_SHAPES)} hostile pages of 4.6 MB: longest {max(times):.1f} s, {max(times) / alone:.1f} times; they took "
              f"{time.monotonic() - begin:.0f} s", flush=True)  # fmt: skip


if __name__ == "__main__":
    main()
