"""Frozen dataclasses to plain JSON values and back, without loss."""

from __future__ import annotations

import dataclasses
import functools
import types
import typing
from typing import Any, TypeVar

T = TypeVar("T")


def to_plain(value: Any) -> Any:
    """Turn a value made of dataclasses, tuples, dicts and scalars into JSON-ready lists and dicts."""
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        return {f.name: to_plain(getattr(value, f.name)) for f in dataclasses.fields(value)}
    if isinstance(value, (list, tuple)):
        return [to_plain(item) for item in value]
    if isinstance(value, dict):
        return {str(key): to_plain(item) for key, item in value.items()}
    if value is None or isinstance(value, (str, bool, int, float)):
        return value
    raise TypeError(f"{type(value).__name__} has no plain form")


@functools.cache
def _field_types(kind: type) -> dict[str, Any]:
    return typing.get_type_hints(kind)


def from_plain(kind: type[T], plain: Any) -> T:
    """Rebuild a value of the dataclass `kind` from what `to_plain` gave.

    Raises KeyError or TypeError when a field is missing or of another shape.
    """
    return typing.cast(T, _rebuild(kind, plain))


def _rebuild(kind: Any, plain: Any) -> Any:
    if plain is None:
        return None
    origin = typing.get_origin(kind)
    if dataclasses.is_dataclass(kind) and isinstance(kind, type):
        hints = _field_types(kind)
        return kind(**{f.name: _rebuild(hints[f.name], plain[f.name]) for f in dataclasses.fields(kind) if f.name in plain})
    if origin is tuple:
        inner = typing.get_args(kind)
        if len(inner) == 2 and inner[1] is Ellipsis:
            return tuple(_rebuild(inner[0], item) for item in plain)
        return tuple(_rebuild(part, item) for part, item in zip(inner, plain, strict=True))
    if origin is dict:
        value_kind = typing.get_args(kind)[1]
        return {key: _rebuild(value_kind, item) for key, item in plain.items()}
    if origin in (typing.Union, types.UnionType):
        inner = tuple(a for a in typing.get_args(kind) if a is not type(None))
        return _rebuild(inner[0], plain)
    if kind is float:
        return float(plain)
    return plain
