"""What a person typed, ticked or chose in a form, as a database can take it. This is the one place that reads what a form sends."""

from __future__ import annotations

from collections.abc import Iterator

from django.http import HttpRequest

from fundament.web.numbers import MOST_DIGITS, whole_number, whole_numbers

MOST = 5_000_000  # characters of a field, where a view says nothing; how much a body may hold is bounded before (`bodies`)
NOT_TICKED = ("", "no", "0")


def storable(text: str) -> str:
    """A text without what no column holds: NUL, and halves of surrogate pairs."""
    return text.replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8")


def one_line(text: str) -> str:
    """A name: storable, on one line, with single spaces."""
    return " ".join(storable(text).split())


def typed(request: HttpRequest, field: str, most: int = MOST) -> str:
    """A field of a form; "" where it is not there. most: characters."""
    return storable(request.POST.get(field, ""))[:most]


def all_typed(request: HttpRequest, field: str, most: int, count: int) -> list[str]:
    """A field that may be there several times. count: how many are looked at."""
    return [storable(value)[:most] for value in request.POST.getlist(field)[:count]]


def fields_typed(request: HttpRequest) -> Iterator[tuple[str, str]]:
    """Every field with its last value."""
    return ((storable(name), storable(value)) for name, value in request.POST.items())


def ticked(request: HttpRequest, field: str) -> bool:
    """Whether something is ticked, or a button pressed that has this name."""
    return request.POST.get(field, "") not in NOT_TICKED


def has_field(request: HttpRequest, field: str) -> bool:
    """Whether a form sent the field at all, also empty."""
    return field in request.POST


def number_typed(request: HttpRequest, field: str, most_digits: int = MOST_DIGITS) -> int | None:
    """A whole number of at least 0; None for anything else."""
    return whole_number(request.POST.get(field, ""), most_digits)


def numbers_typed(request: HttpRequest, field: str, count: int) -> list[int]:
    """The whole numbers of a field that may be there several times; what is none is passed over. count: how many are looked at."""
    return whole_numbers(request.POST.getlist(field)[:count])


def asked(request: HttpRequest, field: str, most: int) -> str:
    """A part of an address."""
    return storable(request.GET.get(field, ""))[:most].strip()
