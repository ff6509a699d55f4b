"""Messages in templates and lists: they are stored as [code, values]. Words that are declared before it is known who reads them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import models
from django.utils.functional import lazy

from fundament.core.message import Message
from fundament.messages import label, language_name, words


def message_of(stored: Message | Sequence[Any]) -> Message:
    """A message as it is stored, as the core's value."""
    code, values = stored
    return Message(str(code), dict(values))


def said_later(key: str, /, **values: Any) -> Any:
    """The words of a key, said in the language of whoever reads them: for forms and models, which are declared once in a process."""
    return _later(key, **values)


def choices_of(group: str, *keys: str) -> tuple[tuple[str, Any], ...]:
    """Choices of a model or form: each key with its label ("role.owner"), said when it is read; "" is the label "none" of its group."""
    return tuple((key, _label_later(f"{group}.{key or 'none'}")) for key in keys)


_later = lazy(words, str)
_label_later = lazy(label, str)
language_later = lazy(language_name, str)


class _KeyField(models.CharField):
    def deconstruct(self) -> Any:
        """As a plain column."""
        name, _, args, kwargs = super().deconstruct()
        kwargs.pop("choices", None)
        return name, "django.db.models.CharField", args, kwargs


def key_field(**settings: Any) -> Any:
    """A column of keys with their labels. Labels are words of the interface, so migrations know nothing of them: another wording, another language, another key makes none."""
    return _KeyField(**settings)
