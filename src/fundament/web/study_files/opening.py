"""A study opened from a file. Everything in it is hostile until it was checked, and what it says of a page is believed for this one study only: no other study ever
meets its readings, whatever address or hash they claim."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Mapping
from dataclasses import replace
from datetime import datetime
from typing import Any

import msgspec
from django.db import transaction
from django.urls import reverse

from fundament.core.message import Message
from fundament.core.plain import to_plain
from fundament.core.version import READING_VERSION, STAGES
from fundament.files.errors import FileError
from fundament.files.pictures import load_pictures, remade
from fundament.files.study_files import Unpacked, load_reader, unpack
from fundament.messages import say
from fundament.providers.pages import FetchedPage
from fundament.schemas import study_file as schema
from fundament.web.accounts.roles import Actor, ask
from fundament.web.assets.services.keeping import keep_made
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft, Revision, Statement
from fundament.web.drafts.text.exporting import with_sources
from fundament.web.drafts.text.saving import words_of
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for
from fundament.web.files_in_requests import read_file
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.sites.models import RawResponse, StoredReading
from fundament.web.sites.services.readings import store_raw
from fundament.web.studies.figures.making import follow
from fundament.web.studies.models import (
    BlockCorrection,
    CompetitorChoice,
    OutlineNode,
    RankedResult,
    Ranking,
    Result,
    SecondaryKeyword,
    Study,
)  # fmt: skip
from fundament.web.studies.results.intents import note_division
from fundament.web.studies.results.opening import OPEN_FILE
from fundament.web.studies.results.reading import note_counts
from fundament.web.study_files.owned import OWNED

OPENED = verb("study.open_file", asks="study.open", can_be_undone=False, touches=(Study,))  # it is put away instead


def ask_for_study(actor: Actor, name: str, content: bytes) -> Errand:
    """Have `open_study_file` done by a job."""
    ask(actor, "study.open")
    return ask_for(actor, OPEN_FILE, name or "study.zip", {}, content)


def carried_out(actor: Actor, _: Mapping[str, Any], content: bytes | None) -> str:
    """The errand itself: the address of the study."""
    return reverse("results", args=[open_study_file(actor, content or b"").pk])


def open_study_file(actor: Actor, content: bytes) -> Study:
    """The study in a file, as a new one of the actor's workspace. Raises FileError and ConfinedError with what is wrong; then nothing was changed."""
    ask(actor, "study.open")
    found: Unpacked = read_file(actor.workspace.pk, unpack, content, prepare=load_reader)
    made = {
        row.hash: read_file(actor.workspace.pk, remade, found.pictures[row.hash], prepare=load_pictures) for row in found.study.pictures
    }
    with transaction.atomic():
        sources = {
            row.source: keep_made(actor, made[row.hash], name=row.name, licence=row.licence, credit=row.credit).address
            for row in found.study.pictures
        }
        texts = [_Texts(draft, sources) for draft in found.study.drafts]
        study = _study(actor, found.study)
        _results(study, found)
        _decided(study, found.study)
        _drafts(actor, study, texts)
        with recorded(actor, OPENED, study) as recording:
            recording.made(study)
        note_division(study, list(study.results.filter(state="read").order_by("rank")))
        follow(study.pk)
    study.refresh_from_db()
    return study


class _Texts:
    """A draft's texts, cleaned. Raises CoreError for what is no document."""

    def __init__(self, draft: schema.FileDraft, sources: dict[str, str]) -> None:
        self.draft, self.sources = draft, sources
        self.text = self._cleaned(draft.text)
        self.revisions = [(revision, self._cleaned(revision.text)) for revision in draft.revisions]

    def _cleaned(self, text: schema.FileText) -> Text:
        cleaned = Text.cleaned(text.document, text.title_tag, text.meta_description)
        return replace(cleaned, document=with_sources(cleaned.document, self.sources)) if self.sources else cleaned


def _study(actor: Actor, file: schema.StudyFile) -> Study:
    head = file.head
    study = Study.objects.create(
        workspace=actor.workspace, created_by=actor.person, state="ready", name=head.name, folder=head.folder, keyword=head.keyword,
        country=_among(Study, "country", head.country), language=_among(Study, "language", head.language), device=head.device, depth=head.depth,
        place=head.place, as_of=head.as_of,
        rework_address=head.rework_address if _is_web(head.rework_address) else "", planned_words=head.planned_words, intent=head.intent,
        due=head.due, own_entities=[msgspec.to_builtins(own) for own in head.own_entities],
    )  # fmt: skip
    SecondaryKeyword.objects.bulk_create(
        SecondaryKeyword(study=study, place=place, phrase=phrase) for place, phrase in enumerate(head.secondary, 1)
    )
    return study


def _among(model: Any, field: str, value: str) -> str:
    """A value that a field knows. Raises FileError."""
    if value not in dict(model._meta.get_field(field).choices):
        raise FileError("study_file.unreadable", name="study.json")
    return value


def _is_web(url: str) -> bool:
    return url.startswith(("http://", "https://"))


def _results(study: Study, found: Unpacked) -> None:
    ranked: dict[int, RankedResult] = {}
    for ranking in found.study.rankings:
        row = Ranking.objects.create(
            study=study,
            source=ranking.source,
            questions=list(ranking.questions),
            related=list(ranking.related),
            notes=_sayable(ranking.notes),
        )
        Ranking.objects.filter(pk=row.pk).update(asked_at=ranking.asked_at)
        made = RankedResult.objects.bulk_create(
            RankedResult(ranking=row, rank=one.rank, url=one.url, title=one.title, snippet=one.snippet) for one in ranking.results
        )
        ranked = {one.rank: one for one in made} or ranked
    sources = {source.hash: source for source in found.study.sources}
    readings: dict[str, tuple[StoredReading, Any]] = {}
    for result in found.study.results:
        if result.reading and result.reading not in readings:
            readings[result.reading] = _reading(found, result.reading)
        source = sources.get(result.source)
        url = readings[result.reading][1].url if result.reading else ""
        raw = _raw(source, found.sources[source.hash], url) if source is not None else None
        _result(study, result, ranked, raw, readings)


def _raw(source: schema.FileSource, content: bytes, url: str) -> RawResponse:
    """The page as it came: it is what its bytes say, whoever brings them. url: where this one was found, for two addresses may answer with the same bytes."""
    url = url if _is_web(url) else source.url
    return store_raw(FetchedPage(url, url, content, source.charset, 0.0))


def _reading(found: Unpacked, name: str) -> tuple[StoredReading, Any]:
    """A reading of the file: the one that is stored here, where it is the very same; else one that only a file with the very same can meet again."""
    reading, analysis = found.page(name)
    _sayable([*reading.notes, *(evidence.found for evidence in reading.kind_evidence)], strict=True)
    plain = msgspec.json.decode(msgspec.json.encode([to_plain(reading), to_plain(analysis)]))  # as the database has it
    same = StoredReading.objects.filter(
        content_hash=reading.content_hash, version=READING_VERSION, analysis_version=STAGES["analysis"]
    ).first()
    if same is not None and [same.reading, same.analysis] == plain:
        return same, reading
    own_hash = hashlib.sha256(b"study file\n" + msgspec.json.encode(plain, order="deterministic")).hexdigest()
    reading = replace(reading, content_hash=own_hash)
    stored, _ = StoredReading.objects.get_or_create(
        content_hash=own_hash,
        version=READING_VERSION,
        defaults={
            "url": reading.url, "reading": to_plain(reading), "analysis": plain[1], "analysis_version": STAGES["analysis"], "raw": None,
        },
    )  # fmt: skip
    return stored, reading


def _result(
    study: Study, result: schema.FileResult, ranked: Mapping[int, RankedResult], raw: RawResponse | None,
    readings: Mapping[str, tuple[StoredReading, Any]],
) -> None:  # fmt: skip
    one = ranked.get(result.rank)
    row = Result(
        study=study, rank=result.rank, url=result.url, title=result.title, snippet=result.snippet, state=result.state,
        problem=_message(result.problem), advice=_message(result.advice), ranked=one if one is not None and one.url == result.url else None,
        raw=raw, chosen=result.chosen and result.state == "read",
    )  # fmt: skip
    if result.state == "read":
        row.reading, reading = readings[result.reading]
        note_counts(row, reading)
    row.save()
    BlockCorrection.objects.bulk_create(
        BlockCorrection(result=row, block_key=key, counts=counts) for key, counts in result.corrections.items()
    )
    if result.choices:
        choices = sorted(result.choices, key=lambda choice: choice.since)
        CompetitorChoice.objects.bulk_create(
            CompetitorChoice(
                result=row, chosen=choice.chosen, reason=_message(choice.reason), since=choice.since, until=_end(choices, number), by_name=choice.by,
            )
            for number, choice in enumerate(choices)
        )  # fmt: skip


def _end(choices: list[schema.FileChoice], number: int) -> datetime | None:
    """Only the last one is how it stands."""
    if number == len(choices) - 1:
        return None
    return choices[number].until or choices[number + 1].since


def _decided(study: Study, file: schema.StudyFile) -> None:
    for owned in OWNED:
        if owned.from_file is not None:
            owned.model._default_manager.bulk_create(owned.from_file(study, row) for row in getattr(file, owned.field))
    made: dict[str, OutlineNode] = {}
    for place, row in enumerate(file.outline):
        parent = made.get(row.parent)
        made[row.key] = OutlineNode.objects.create(
            study=study, key=row.key, parent=parent if parent is not None and parent.parent_id is None else None, place=place,
            heading=row.heading, subtopic=row.subtopic, notes=row.notes, planned_words=row.planned_words, terms=list(row.terms),
            entities=list(row.entities),
        )  # fmt: skip


def _drafts(actor: Actor, study: Study, texts: Iterable[_Texts]) -> None:
    for one in texts:
        draft = Draft.objects.create(
            workspace=actor.workspace, study=study, created_by=actor.person, name=one.draft.name, document=one.text.document,
            title_tag=one.text.title_tag, meta_description=one.text.meta_description, words=words_of(one.text),
        )  # fmt: skip
        Statement.objects.bulk_create(
            Statement(draft=draft, kind=row.kind, target=row.target, name=row.name, count=row.count, text=row.text, by_name=row.by)
            for row in one.draft.statements
        )
        for revision, text in one.revisions:
            row = Revision.objects.create(
                draft=draft, version=revision.version, cause=revision.cause, name=revision.name, document=text.document,
                title_tag=text.title_tag, meta_description=text.meta_description, words=words_of(text),
            )  # fmt: skip
            Revision.objects.filter(pk=row.pk).update(created_at=revision.created_at)


def _message(said: tuple[str, Mapping[str, Any]] | None) -> list[Any] | None:
    return _sayable([said])[0] if said else None


def _sayable(said: Iterable[Any], *, strict: bool = False) -> list[Any]:
    """Messages as they are stored, each of which this program has words for. Raises FileError."""
    found = []
    for one in said:
        code, values = one
        try:
            say(Message(code, dict(values)))
        except (KeyError, IndexError, TypeError, ValueError, AttributeError, OverflowError):
            raise FileError("study_file.unreadable", name="analyses" if strict else "study.json") from None
        found.append([code, dict(values)])
    return found
