"""What the measures of a study are worked out from: its yardstick, and one of its drafts as it is stored."""

from __future__ import annotations

from typing import Any

from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import draft_features
from fundament.core.yardstick.trade_measures import TermMeasures, trade_measures
from fundament.web.studies.models import Study


def draft_choices(study: Study) -> list[Any]:
    """The study's drafts, the last changed first."""
    return list(study.drafts.all()[:50])


def measures_of(compiled: CompiledYardstick, study: Study, draft: Any | None) -> tuple[TermMeasures, ...]:
    """The trade measures of the study's terms, with a draft's own beside when one is chosen."""
    if draft is None:
        return trade_measures(compiled.yardstick)
    reading = read_draft(draft.html, title=draft.title_tag, description=draft.meta_description, language=study.language)
    features = draft_features(compiled, reading)
    return trade_measures(compiled.yardstick, [float(count) for count in features.terms], int(features.structure["words"]))
