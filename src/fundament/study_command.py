"""A study file on the command line: its yardstick, with everything decided, and the scores of its drafts."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from fundament.commands import output_of
from fundament.core.consensus.additions import with_additions
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.consensus.identity import Known
from fundament.core.consensus.known_things import KINDS, Added, KnownThings, decided_among, known_things
from fundament.core.consensus.naming import renamed
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.errors import CoreError
from fundament.core.reading.corrections import overruled, without_repeated
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score
from fundament.core.scoring.statements import statements_together
from fundament.core.yardstick.model import ComparedPage, Consensus, OwnEntity, Settings, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.secondary_keywords import secondary_key
from fundament.files.study_files import MOST_BYTES, Unpacked, unpack
from fundament.schemas.study_file import StudyFile


def study_command(file: str, draft: str = "") -> dict[str, Any]:
    """What `./fundament analyse --study FILE` prints. Raises CoreError and FileError."""
    path = Path(file)
    try:
        if path.stat().st_size > MOST_BYTES:
            raise CoreError("file.too_large", megabytes=MOST_BYTES // 1_000_000)
        content = path.read_bytes()
    except OSError:
        raise CoreError("command.cannot_read", path=file) from None
    found = unpack(content)
    pages = compared_pages(found)
    yardstick = yardstick_of(found.study, pages)
    return {**output_of(yardstick, pages, draft), "drafts": _drafts(found.study, yardstick)}


def compared_pages(found: Unpacked) -> list[ComparedPage]:
    """The competitors of a study file, with what was corrected by hand and without what repeats over pages of one site. Raises CoreError when there is none."""
    chosen = [result for result in found.study.results if result.chosen and result.reading]
    if not chosen:
        raise CoreError("command.no_competitors")
    pairs = [found.page(result.reading) for result in chosen]
    readings = without_repeated([overruled(reading, result.corrections) for result, (reading, _) in zip(chosen, pairs, strict=True)])
    return [
        ComparedPage(result.rank, now, analysis if now is before else analyse_page(now))
        for result, now, (before, analysis) in zip(chosen, readings, pairs, strict=True)
    ]


def yardstick_of(study: StudyFile, pages: list[ComparedPage]) -> Yardstick:
    """What competitors have in common, with everything that was added and decided."""
    own = tuple(OwnEntity(entity.name, entity.kind, entity.aliases) for entity in study.head.own_entities)
    consensus = build_consensus(pages, study.head.keyword, Settings(own_entities=own, secondary_keywords=study.head.secondary))
    standing = _standing(study, consensus)
    here = {key for kind in KINDS for key in getattr(standing.extended_keys, kind)} | {
        secondary_key(phrase) for phrase in study.head.secondary
    }
    by_key = decided_among(study.decisions, here, standing.joined).by_key
    proposed = decide(consensus, standing.keys, Decisions(study.head.planned_words))
    extended = consensus if standing.additions.is_empty else with_additions(consensus, pages, standing.additions)
    decided = decide(extended, standing.extended_keys, Decisions(study.head.planned_words, by_key), proposed=proposed)
    names = {row.key: row.given_name for row in study.identities if row.given_name}
    return renamed(decided, names, {row.key: row.given_kind for row in study.identities if row.given_kind})


def _standing(study: StudyFile, consensus: Consensus) -> KnownThings:
    known = [Known(row.key, row.kind, frozenset(row.members), frozenset(row.pages), row.name) for row in study.identities]
    added = [Added(row.kind, row.what, row.key, row.name, row.names, row.shown_kind, row.others, row.members) for row in study.additions]
    return known_things(known, added, {row.key for row in study.decisions if row.action == "kept"}, consensus)


def _drafts(study: StudyFile, yardstick: Yardstick) -> list[dict[str, Any]]:
    """The scores of the drafts now, beside those they had when the file was written."""
    compiled = CompiledYardstick(yardstick)
    found = []
    for draft in study.drafts:
        text = draft.text
        reading = read_document(
            clean_document(text.document), title=text.title_tag, description=text.meta_description, language=compiled.language
        )
        result = score(reading, compiled, statements_together(draft.statements))
        found.append(
            {
                "name": draft.name,
                "total": round(result.total, 2),
                "aim": result.aim,
                "enough": result.enough,
                "when_written": {"total": draft.total, "aim": draft.aim},
            }
        )
    return found
