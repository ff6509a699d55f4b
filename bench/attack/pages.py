"""How long each shape of page takes to be read and analysed, each in a process of its own with a clock and a bound on memory.

`./fundament bench attack.pages [MEGABYTES] [NAME ...]` prints seconds of processor time for the size and for half of it, and the most memory.
"""

from __future__ import annotations

import multiprocessing
import resource
import sys
import time
from multiprocessing.connection import Connection

from bench.attack.shapes import SHAPES

CLOCK, MEGABYTES = 60.0, 3_000


def _work(pipe: Connection, name: str, size: int) -> None:
    from fundament.core.reading.read_page import read_page
    from fundament.core.warm import warm_for_analysis, warm_for_reading
    from fundament.core.yardstick.page_analysis import analyse_page

    warm_for_reading()
    warm_for_analysis()
    html = SHAPES[name](size).encode()
    resource.setrlimit(resource.RLIMIT_AS, (MEGABYTES * 1_000_000 + 2_000_000_000,) * 2)
    before, held = time.process_time(), resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    pipe.send("ready")
    reading = read_page(html, "https://pages.example/x")
    read = time.process_time()
    analyse_page(reading)
    most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    pipe.send((read - before, time.process_time() - read, (most - held) / 1_000, reading.word_count))


def main(arguments: list[str]) -> None:
    megabytes = float(arguments[0]) if arguments else 1.0
    names = arguments[1:] or list(SHAPES)
    print(f"{'shape':34} {'read s':>8} {'analyse s':>9} {'MB':>6} {'words':>8}   at {megabytes:g} MB")
    for name in names:
        context = multiprocessing.get_context("fork")
        ours, theirs = context.Pipe()
        process = context.Process(target=_work, args=(theirs, name, int(megabytes * 1_000_000)), daemon=True)
        process.start()
        theirs.close()
        try:
            ours.poll(60)
            ours.recv()
            if ours.poll(CLOCK):
                read, analysed, memory, words = ours.recv()
                print(f"{name:34} {read:8.2f} {analysed:9.2f} {memory:6.0f} {words:8}", flush=True)
            else:
                print(f"{name:34} over {CLOCK:g} s", flush=True)
        except EOFError:
            print(f"{name:34} ended its process", flush=True)
        finally:
            process.kill()
            process.join()


if __name__ == "__main__":
    main(sys.argv[1:])
