"""Killing what runs, in mid-save and mid-study, on an instance of one's own: no keystroke may be lost, and every study comes to an end.

    ./fundament bench attack.kills [COUNT]
Some 300 kills at a time; the sum over all runs is kept beside the database of the instance and printed. People type and save as the writing screen does:
what was not confirmed is sent again. Meanwhile studies are opened. Every second or so one of the processes is killed with SIGKILL: a web process, the worker,
the database.
"""

from __future__ import annotations

import contextlib
import json
import os
import random
import signal
import sys
import threading
import time
from collections import Counter
from typing import Any

import httpx

from bench.attack.beside import page_of, plain_addresses
from bench.attack.instance import Instance, Somebody, instance
from fundament.runtime import DATA

SUM = DATA / "attack-kills.json"
TYPISTS, PAGES, PAUSE = 4, 5, (1.0, 3.0)
VICTIMS = ("web 1", "web 2", "worker", "database")
STUDY_EVERY = 6.0  # seconds
LAST_SECONDS = 240.0  # for what was begun to come to an end, when nothing is killed any more


class Typist(threading.Thread):
    """Types numbered words into a draft of their own, and saves as the writing screen does. What the server confirmed must be there in the end."""

    def __init__(self, person: Somebody, draft: str, address: str) -> None:
        super().__init__(daemon=True)
        self.person = Somebody(httpx.Client(base_url=address, cookies=person.client.cookies, timeout=30, follow_redirects=True))
        self.draft, self.stopping = draft, threading.Event()
        self.unanswered: dict[str, Any] | None = None
        self.typed, self.confirmed, self.version, self.conflicts, self.tries = 0, 0, 1, 0, 0

    def document(self) -> dict[str, Any]:
        """The whole text."""
        words = " ".join(f"w{number}" for number in range(1, self.typed + 1))
        return {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": words}]}]}

    def run(self) -> None:
        """Until asked to stop, and then until all is confirmed."""
        until = 0.0
        while not self.stopping.is_set() or self.confirmed < self.typed:
            until = until or (time.monotonic() + LAST_SECONDS if self.stopping.is_set() else 0.0)
            if until and time.monotonic() > until:
                return
            if not self.stopping.is_set():
                self.typed += 1
            self._save()
            time.sleep(0.05)

    def _save(self) -> None:
        self.tries += 1
        try:
            if self.unanswered is not None:  # word for word, before what was typed since
                again = self.person.save(self.draft, self.unanswered, self.version)
                if again.status_code == 200 and not again.json()["conflict"]:
                    self.version = again.json()["version"]
            sent = self.typed
            self.unanswered = self.document()
            answer = self.person.save(self.draft, self.unanswered, self.version)
            self.unanswered = None
        except httpx.HTTPError:
            time.sleep(0.3)
            return
        if answer.status_code != 200:
            time.sleep(0.3)
            return
        told = answer.json()
        if told["conflict"]:  # it had been saved before the answer was lost; ours goes over it, as whoever types would say
            self.conflicts += 1
            self.version = told["version"]
            return
        self.version, self.confirmed = told["version"], sent

    def stored(self) -> int:
        """How many of the words the server has, from the first without a gap."""
        text = self.person.client.get(f"{self.draft}export/html/").text
        count = 0
        while f"w{count + 1} " in text or f"w{count + 1}<" in text:
            count += 1
        return count


def kill(found: Instance, victim: str) -> None:
    """Kill one of the processes, with all it started."""
    with contextlib.suppress(ProcessLookupError, OSError, ValueError, IndexError):
        if victim == "database":
            os.kill(int((found.server.folder / "postmaster.pid").read_text().split()[0]), signal.SIGKILL)
        else:
            os.kill(found.processes[victim].pid, signal.SIGKILL)


def until_done(person: Somebody, study: str, until: float) -> str:
    """How a study ended: "ready", "tried again" (it had failed and a person pressed the button), or "not finished"."""
    tried = False
    while time.monotonic() < until:
        with contextlib.suppress(httpx.HTTPError):
            page = person.client.get(study)
            if page.status_code == 200 and "<progress max" not in page.text and 'class="working"' not in page.text:
                if "ry again" not in page.text and "failed again" not in page.text:
                    return "tried again" if tried else "ready"
                person.post(f"{study}read-again/")
                person.post(f"{study}renew/")
                tried = True
        time.sleep(0.5)
    return "not finished"


def open_studies(person: Somebody, studies: list[str], over: threading.Event) -> None:
    """Open one after another; one that was not confirmed was not opened."""
    mine = Somebody(httpx.Client(base_url=person.client.base_url, cookies=person.client.cookies, timeout=30, follow_redirects=True,
                                 headers=person.client.headers))  # fmt: skip
    while not over.wait(STUDY_EVERY):
        with contextlib.suppress(httpx.HTTPError, AttributeError):
            studies.append(mine.open_study("lime mortar", plain_addresses(PAGES)))


def main(count: int) -> None:
    chance = random.Random(count)
    kills: Counter[str] = Counter()
    with instance(page_of) as found:
        own = found.sign_in("own")
        first = own.open_study("lime mortar", plain_addresses(PAGES))
        until_done(own, first, time.monotonic() + 60)
        typists = [Typist(own, own.new_draft(first), found.address) for _ in range(TYPISTS)]
        studies: list[str] = []
        for typist in typists:
            typist.start()
        over = threading.Event()
        opening = threading.Thread(target=open_studies, args=(own, studies, over), daemon=True)
        opening.start()
        for number in range(count):
            time.sleep(chance.uniform(*PAUSE))
            victim = chance.choice(VICTIMS)
            kill(found, victim)
            kills[victim.split()[0]] += 1
            if number % 50 == 49:
                print(f"{number + 1} kills, {sum(typist.confirmed for typist in typists)} saves confirmed", flush=True)
        over.set()
        found.wait()
        opening.join(60)
        for typist in typists:
            typist.stopping.set()
        for typist in typists:
            typist.join(LAST_SECONDS + 30)
        lost = sum(typist.typed - typist.stored() for typist in typists)
        ends = Counter(until_done(own, study, time.monotonic() + LAST_SECONDS) for study in studies)
    told = {"kills": dict(kills), "saves": sum(t.confirmed for t in typists), "tries": sum(t.tries for t in typists), "words lost": lost,
            "conflicts": sum(t.conflicts for t in typists), "studies": dict(ends), "started again": found.started_again}  # fmt: skip
    runs = [*(json.loads(SUM.read_text()) if SUM.exists() else []), told]
    SUM.write_text(json.dumps(runs))
    print(told)
    whole = {name: sum(run[name] for run in runs) for name in ("saves", "words lost")}
    print(f"all runs: {sum(sum(run['kills'].values()) for run in runs)} kills, {whole}, "
          f"studies not finished: {sum(run['studies'].get('not finished', 0) for run in runs)}")  # fmt: skip


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 300)
