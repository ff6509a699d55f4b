"""Who measures when. One text is measured at a time in a process, for two at once only slow each other; turns go round by person, so that nobody waits for all
that another has asked for. Of a draft one measurement is under way and one waits, the newest; of one person there are so many at once.
"""

from __future__ import annotations

import threading
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager

from fundament.fair import FairLock

MOST_OF_A_PERSON = 2  # drafts that are measured or wait to be, in one process
LARGE = 60_000  # characters: measuring such a text takes so long that others do not wait for it


class _Waiting:
    def __init__(self) -> None:
        self.called = threading.Event()
        self.overtaken = False


class Turns:
    """Turns for the measurements that requests ask for."""

    def __init__(self) -> None:
        self._changing = threading.Lock()
        self._under_way: set[int] = set()
        self._waiting: dict[int, _Waiting] = {}
        self._of_person: Counter[int] = Counter()

    @contextmanager
    def of(self, draft: int, person: int) -> Iterator[bool]:
        """Wait for the draft's turn. False when a newer measurement of it has come meanwhile, or the person has asked for too many: it is to be done later."""
        has_turn = self._enter(draft, person)
        try:
            yield has_turn
        finally:
            if has_turn:
                self._leave(draft, person)

    def _enter(self, draft: int, person: int) -> bool:
        with self._changing:
            if draft not in self._under_way:
                if self._of_person[person] >= MOST_OF_A_PERSON:
                    return False
                self._under_way.add(draft)
                self._of_person[person] += 1
                return True
            before = self._waiting.get(draft)
            if before is not None:
                before.overtaken = True
                before.called.set()
            mine = self._waiting[draft] = _Waiting()
        mine.called.wait()
        if mine.overtaken:
            return False
        with self._changing:
            self._of_person[person] += 1
        return True

    def _leave(self, draft: int, person: int) -> None:
        with self._changing:
            self._of_person -= Counter({person: 1})
            following = self._waiting.pop(draft, None)
            if following is None:
                self._under_way.discard(draft)
            else:
                following.called.set()  # it is under way now


turns = Turns()
_ordinary, _large = FairLock(), FairLock()


@contextmanager
def alone(person: int, characters: int) -> Iterator[None]:
    """As the only measurement of such a size in this process, when it is this person's turn."""
    with (_large if characters > LARGE else _ordinary).turn_of(person):
        yield
