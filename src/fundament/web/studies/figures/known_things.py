"""A study's rows as the core sees how they stand to a consensus."""

from __future__ import annotations

from fundament.core.consensus.identity import Known
from fundament.core.consensus.known_things import Added, KnownThings, known_things
from fundament.core.yardstick.model import Consensus
from fundament.web.studies.models import Addition, Decision, Identity, Study


def known_things_of(study: Study, consensus: Consensus) -> KnownThings:
    """How a study stands to a consensus."""
    added = [
        Added(row.kind, row.what, row.key, row.name, tuple(row.names), row.shown_kind, tuple(row.others), tuple(row.members))
        for row in Addition.objects.filter(study=study)
    ]
    kept = set(Decision.objects.filter(study=study, action="kept").values_list("key", flat=True))
    return known_things([known_of(row) for row in study.identities.all()], added, kept, consensus)


def known_of(row: Identity) -> Known:
    """A stored identity as the core matches it."""
    return Known(row.key, row.kind, frozenset(row.members), frozenset(row.pages), row.name)
