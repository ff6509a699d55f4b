"""What a process keeps is bounded by bytes, whatever is asked and kept in whatever order, and by however many threads."""

from __future__ import annotations

import threading

from hypothesis import given
from hypothesis import strategies as st

from fundament.core.kept import Kept
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.block_features import KeptBlocks, place_blocks
from fundament.core.yardstick.model import Yardstick

STEPS = st.lists(st.tuples(st.integers(0, 9), st.integers(0, 60)))


@given(STEPS)
def test_it_holds_what_was_used_last_within_its_bound(steps: list[tuple[int, int]]) -> None:
    """Held against a plain list in order of use."""
    kept: Kept[int, int] = Kept(100)
    order: list[tuple[int, int]] = []
    for key, size in steps:
        if size > 50:  # these steps only ask
            found = kept.get(key)
            assert found == next((value for known, value in order if known == key), None)
            order.sort(key=lambda entry: entry[0] == key)  # stable: the one asked for goes to the end
            continue
        kept.keep(key, size, size)
        order = [entry for entry in order if entry[0] != key] + [(key, size)]
        while sum(value for _, value in order) > 100:
            order.pop(0)
        assert kept.bytes == sum(value for _, value in order) <= 100
    assert kept.get_all(range(10)) == dict(order) and len(kept) == len(order)


def test_a_value_larger_than_the_bound_stays_alone() -> None:
    kept: Kept[str, int] = Kept(10)
    kept.keep_all([("small", 1, 5), ("large", 2, 50)])
    assert kept.get_all(("small", "large")) == {"large": 2}
    kept.keep("small", 3, 5)
    assert kept.get_all(("small", "large")) == {"small": 3} and kept.bytes == 5


def test_many_threads_at_once() -> None:
    kept: Kept[int, int] = Kept(50)
    failures: list[Exception] = []

    def use(own: int) -> None:
        try:
            for number in range(2_000):
                kept.keep((number * own) % 97, number, 3)
                kept.get((number + own) % 97)
        except Exception as error:  # whatever a thread raises fails the test
            failures.append(error)

    threads = [threading.Thread(target=use, args=(own,)) for own in range(1, 5)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert not failures and kept.bytes == 3 * len(kept) <= 50


def test_yardsticks_that_share_the_room_for_blocks_do_not_take_each_others(yardstick: Yardstick) -> None:
    """The same text is measured with both; each has its own features of it, and what is too much goes."""
    block = ("paragraph", 0, "Lime mortar is soft, and hessian keeps it damp for a week.")
    shared = KeptBlocks(100_000)
    one, other = CompiledYardstick(yardstick, shared), CompiledYardstick(yardstick, shared)
    (first,), (second,) = place_blocks(one, [block]), place_blocks(other, [block])
    assert first is not second and place_blocks(one, [block])[0] is first
    for number in range(100):
        place_blocks(other, [("paragraph", 0, f"A wall of {number} bricks needs a mortar that is softer than they are.")])
    assert shared.bytes <= 100_000 and place_blocks(one, [block])[0] is not first
