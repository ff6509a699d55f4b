"""What tests of decisions ask of a study."""

from __future__ import annotations

from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study


def yardstick_of(study: Study):  # type: ignore[no-untyped-def]
    compiled = compiled_of(study.pk)
    assert compiled is not None
    return compiled.yardstick
