"""Dataclasses to plain JSON values and back, without loss."""

from __future__ import annotations

from typing import Any, TypeVar

import msgspec

T = TypeVar("T")


def to_plain(value: Any) -> Any:
    """Turn a value made of dataclasses, tuples, dicts and scalars into JSON-ready lists and dicts. Raises TypeError for anything else."""
    return msgspec.to_builtins(value, builtin_types=())


def from_plain(kind: type[T], plain: Any) -> T:
    """Rebuild a value of the dataclass `kind` from what `to_plain` gave.

    Raises TypeError, saying where, when a field is missing or of another shape.
    """
    try:
        return msgspec.convert(plain, kind)
    except msgspec.ValidationError as error:
        raise TypeError(str(error)) from error
