"""The checks, found by the modules named here."""

from __future__ import annotations

import functools
from importlib import import_module
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from fundament.core.checks.model import Check

MODULES = ("terms", "entities", "subtopics", "head", "placement", "structure", "headings", "denied")


@functools.cache
def checks() -> dict[str, Check]:
    """Every check by its id, in the order of MODULES."""
    found = [check for module in MODULES for check in import_module(f"{__name__}.{module}").CHECKS]
    by_id = {check.id: check for check in found}
    if len(by_id) != len(found):
        raise ValueError("Two checks have one id.")
    return by_id
