"""Whole numbers out of addresses and forms, which anybody may have written."""

from __future__ import annotations

from collections.abc import Iterable

MOST_DIGITS = 15  # what a column of identities holds
MOST_PAGE_DIGITS = 6


def whole_number(typed: str, most_digits: int = MOST_DIGITS) -> int | None:
    """A whole number of at least 0; None for anything else."""
    return int(typed) if typed.isascii() and typed.isdecimal() and len(typed) <= most_digits else None


def whole_numbers(typed: Iterable[str]) -> list[int]:
    """The whole numbers among these; what is none is passed over."""
    return [number for value in typed if (number := whole_number(value)) is not None]


def page_number(typed: str, pages: int | None = None) -> int:
    """The page that an address asks for, from 1, and within `pages` where that is known; the first for what is no number."""
    number = max(1, whole_number(typed, MOST_PAGE_DIGITS) or 1)
    return number if pages is None else min(number, max(1, pages))
