"""Names that the program gives: two things of one name could not be told apart in a list."""

from __future__ import annotations

from collections.abc import Collection
from itertools import count

from fundament.messages import words

MOST_OF_A_NAME = 200


def told_apart(name: str, taken: Collection[str]) -> str:
    """The name, or with the first number from 2 on that is free. taken: names that stand already; capitals make no difference."""
    lower, name = {one.casefold() for one in taken}, name[:MOST_OF_A_NAME]
    numbered = (words("name.numbered", name=name[: MOST_OF_A_NAME - 10], number=number) for number in count(2))
    return name if name.casefold() not in lower else next(one for one in numbered if one.casefold() not in lower)
