"""What tests of several folders say often."""

from __future__ import annotations

import asyncio
import contextlib
import os
import re
from collections.abc import Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from fundament.core.errors import SaidError
from fundament.messages import say


def examples(count: int) -> int:
    """How many examples Hypothesis tries: at most 25 each time, and all of them with THOROUGH=1, before a release or by hand."""
    return count if os.environ.get("THOROUGH") else min(count, 25)


@contextlib.contextmanager
def raises_saying(kind: type[SaidError], words: str) -> Iterator[None]:
    """An error of this kind is raised, and its sentence holds the words."""
    with pytest.raises(kind) as caught:
        yield
    sentence = say(caught.value.message)
    assert re.search(re.escape(words), sentence), sentence
    assert sentence.endswith(".") and "\n" not in sentence


def text_document(words: str) -> dict[str, Any]:
    """A document of one paragraph."""
    return {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": words}]}]}


def run_in_a_loop(work: Coroutine[Any, Any, None]) -> None:
    """Run something asynchronous in a thread of its own: the browser's tests leave a loop running in this one."""
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, work).result()
