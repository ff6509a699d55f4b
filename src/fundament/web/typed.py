"""What a person typed into a form, as a database can take it: without NUL, and no longer than is looked at."""

from __future__ import annotations

from django.http import HttpRequest


def typed(request: HttpRequest, field: str, most: int) -> str:
    """A field of a form; "" where it is not there. most: characters."""
    return request.POST.get(field, "").replace("\x00", "")[:most]


def asked(request: HttpRequest, field: str, most: int) -> str:
    """The same out of an address."""
    return request.GET.get(field, "").replace("\x00", "")[:most].strip()


def all_typed(request: HttpRequest, field: str, most: int, count: int) -> list[str]:
    """A field that may be there several times. count: how many are looked at."""
    return [value.replace("\x00", "")[:most] for value in request.POST.getlist(field)[:count]]
