"""A study with its drafts as one file, for another installation, or to be kept. See `files.study_files` and docs/schemas.md."""

from __future__ import annotations

from typing import Any

from django.utils import timezone

from fundament.core.version import STAGES
from fundament.files.study_files import FileAnalysis, pack
from fundament.schemas import study_file as schema
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.exporting import assets_of
from fundament.web.errors import ApplicationError
from fundament.web.sites.models import RawResponse, StoredReading
from fundament.web.studies.figures.making import corrections_by_result, secondary_of
from fundament.web.studies.models import OutlineNode, Ranking, Result, Study
from fundament.web.study_files.owned import OWNED


def study_file_of(actor: Actor, study_id: int) -> tuple[Study, bytes]:
    """The study and its file. Raises ApplicationError where there are no figures that another installation could come to."""
    study: Study = get_for(actor, "study.see", Study.objects.all(), pk=study_id)
    if study.state != "ready":
        raise ApplicationError("error.study_not_ready")
    results = list(study.results.select_related("reading__raw", "raw").order_by("rank"))
    readings = {row.reading.pk: row.reading for row in results if row.reading is not None}
    names = {pk: f"{number:03}" for number, pk in enumerate(readings)}
    sources = {row.content_hash: row for result in results if (row := _source(result)) is not None}
    listed = {digest: schema.FileSource(digest, row.final_url, row.charset, row.fetched_at) for digest, row in sorted(sources.items())}
    drafts = list(
        Draft.objects.filter(study=study, archived_at=None).prefetch_related("revisions", "statements__created_by").order_by("pk")
    )
    assets = {
        source: asset
        for draft in drafts
        for thing in (draft, *draft.revisions.all())
        for source, asset in assets_of(actor, thing.document).items()
    }
    whole = schema.StudyFile(
        written_at=timezone.now(),
        stages=dict(STAGES),
        head=_head(study),
        rankings=tuple(map(_ranking, study.rankings.prefetch_related("results").order_by("pk"))),
        results=_results(results, names),
        sources=tuple(listed.values()),
        **_plain_rows(study),
        outline=tuple(
            schema.FileHeading(
                row.key, row.heading, row.parent.key if row.parent else "", row.subtopic, row.notes, row.planned_words, tuple(row.terms),
                tuple(row.entities),
            )
            for row in OutlineNode.objects.filter(study=study).select_related("parent")
        ),
        drafts=tuple(map(_draft, drafts)),
        pictures=tuple(
            schema.FilePicture(source, asset.content_hash, asset.name, asset.licence, asset.credit) for source, asset in sorted(assets.items())
        ),
    )  # fmt: skip
    analyses = {names[pk]: FileAnalysis(row.version, row.analysis_version, row.reading, row.analysis) for pk, row in readings.items()}
    pictures = {asset.content_hash: bytes(asset.content) for asset in assets.values()}
    return study, pack(whole, analyses, ((listed[digest], row.content()) for digest, row in sorted(sources.items())), pictures)


def _plain_rows(study: Study) -> dict[str, Any]:
    """The rows of the study's plain tables, by their fields in the file."""
    return {owned.field: tuple(map(owned.to_file, owned.rows_of(study))) for owned in OWNED if owned.to_file is not None}


def _source(result: Result) -> RawResponse | None:
    return result.reading.raw or result.raw if result.reading is not None else None


def _head(study: Study) -> schema.FileHead:
    return schema.FileHead(
        keyword=study.keyword, country=study.country, language=study.language, device=study.device, name=study.name, folder=study.folder,
        depth=study.depth, place=study.place, as_of=study.as_of, rework_address=study.rework_address or (study.page_to_rework.url if study.page_to_rework else ""),
        planned_words=study.planned_words, intent=study.intent, due=study.due,
        own_entities=tuple(
            schema.FileOwnEntity(own["name"], own["kind"], tuple(own.get("aliases", ()))) for own in study.own_entities
        ),
        secondary=tuple(secondary_of(study)),
    )  # fmt: skip


def _ranking(ranking: Ranking) -> schema.FileRanking:
    return schema.FileRanking(
        source=ranking.source, asked_at=ranking.asked_at, questions=tuple(ranking.questions), related=tuple(ranking.related),
        notes=tuple(map(tuple, ranking.notes)),
        results=tuple(schema.FileRanked(row.rank, row.url, row.title, row.snippet) for row in ranking.results.all()),
    )  # fmt: skip


def _results(results: list[Result], names: dict[int, str]) -> tuple[schema.FileResult, ...]:
    corrections = corrections_by_result(results)
    found = []
    for row in results:
        raw, reading = _source(row), row.reading
        choices = tuple(
            schema.FileChoice(choice.chosen, choice.since, choice.until, _said(choice.reason), choice.plain_name)
            for choice in row.choices.select_related("by").order_by("pk")
        )
        found.append(
            schema.FileResult(
                rank=row.rank, url=row.url, state="read" if reading is not None else "failed", title=row.title, snippet=row.snippet,
                problem=_said(row.problem), reading=names[reading.pk] if isinstance(reading, StoredReading) else "",
                source=raw.content_hash if raw is not None else "", chosen=row.chosen, advice=_said(row.advice), choices=choices,
                corrections=corrections.get(row.pk, {}),
            )
        )  # fmt: skip
    return tuple(found)


def _said(stored: Any) -> Any:
    return tuple(stored) if stored else None


def _draft(draft: Draft) -> schema.FileDraft:
    score = draft.score or {}
    revisions = tuple(
        schema.FileRevision(_text(row), row.version, row.cause, row.created_at, row.name) for row in reversed(draft.revisions.all())
    )
    statements = tuple(
        schema.FileStatement(row.kind, row.target, row.name, row.count, row.text, row.plain_name)
        for row in reversed(draft.statements.all())
    )
    return schema.FileDraft(draft.name, _text(draft), score.get("total"), score.get("aim"), revisions, statements)


def _text(thing: Any) -> schema.FileText:
    return schema.FileText(thing.document, thing.title_tag, thing.meta_description)
