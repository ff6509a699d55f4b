"""What people call things, in place of what was proposed. A name changes no figure."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from fundament.core.yardstick.model import Yardstick


def renamed(yardstick: Yardstick, names: Mapping[str, str], kinds: Mapping[str, str]) -> Yardstick:
    """The yardstick with the subtopics' labels, the entities' names and the entities' kinds that people gave, by key."""
    if not names and not kinds:
        return yardstick
    return replace(
        yardstick,
        subtopics=tuple(replace(s, label=names[s.key]) if s.key in names else s for s in yardstick.subtopics),
        entities=tuple(
            replace(e, name=names.get(e.key, e.name), kind=kinds.get(e.key, e.kind)) if e.key in names or e.key in kinds else e
            for e in yardstick.entities
        ),
    )
