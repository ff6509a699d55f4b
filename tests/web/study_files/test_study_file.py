"""A study as one file: it comes back the same, and a damaged, altered or hostile file changes nothing."""

from __future__ import annotations

import hashlib
import io
import json
import zipfile
from collections.abc import Callable
from typing import Any

import msgspec
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from fundament.files.errors import FileError
from fundament.files.study_files import unpack
from fundament.schemas import study_file
from fundament.schemas import study_file as schema
from fundament.study_command import study_command
from fundament.web.accounts.models import Workspace
from fundament.web.accounts.roles import Actor, job_in
from fundament.web.assets.models import Asset
from fundament.web.assets.services.keeping import keep
from fundament.web.drafts.measuring import stating
from fundament.web.drafts.measuring.measuring import measure_stored
from fundament.web.drafts.measuring.texts import text_of
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import saving
from fundament.web.history.models import ActionLog
from fundament.web.history.services.undo import undo
from fundament.web.sites.models import RawResponse, StoredReading
from fundament.web.sites.services.readings import known_reading_of
from fundament.web.studies.decisions import adding
from fundament.web.studies.decisions.deciding import call, decide_on, plan_length
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import BlockCorrection, Decision, Demand, KeyAlias, OutlineNode, Ranking, Result, Study
from fundament.web.studies.plan import outlining
from fundament.web.studies.results import choosing, correcting, pages, rereading
from fundament.web.studies.results.collecting import collect
from fundament.web.studies.results.reading import read_waiting
from fundament.web.study_files.duplicating import duplicate
from fundament.web.study_files.opening import open_study_file
from fundament.web.study_files.owned import OWNED
from fundament.web.study_files.writing import study_file_of
from tests.helpers import examples
from tests.test_draft_files import png
from tests.web.conftest import after_errand, make_draft, settle
from tests.web.studies.decided import yardstick_of

FORGED = "Forged words that nobody wrote."


@pytest.fixture
def decided(study: Study, actor: Actor) -> Study:
    """The study with something of every kind decided, corrected, added and written."""
    yardstick = yardstick_of(study)
    decide_on(actor, study.pk, yardstick.terms[1].key, "dropped", note="not ours")
    decide_on(actor, study.pk, yardstick.terms[2].key, "own target", uses=(3, 5))
    decide_on(actor, study.pk, yardstick.subtopics[0].key, "must")
    call(actor, study.pk, yardstick.subtopics[1].key, name="As we say")
    adding.join(actor, study.pk, [yardstick.subtopics[2].key, yardstick.subtopics[3].key])
    adding.add_terms(actor, study.pk, ["our own putty"])
    adding.set_secondary_keywords(actor, study.pk, ["lime mix"])
    plan_length(actor, study.pk, 1_300)
    result = study.results.filter(chosen=True).first()
    block = next(key for key, counts in _blocks(result) if counts)
    correcting.overrule(actor, study.pk, result.pk, block, False)
    choosing.set_chosen(actor, study.pk, [study.results.filter(chosen=True).last().pk], False, "no rival")
    outlining.add_proposed(actor, study.pk)
    settle(study)
    made = make_draft(
        actor, study, "<h2>Mixing</h2><p>The wall is raked out and the lime mortar is pressed into the joints of the brick.</p>"
    )
    saving.keep(actor, made, text_of(made), "kept", name="before lunch")
    return Study.objects.get(pk=study.pk)


def _blocks(result: Result) -> list[tuple[str, bool]]:
    from fundament.core.reading.block_keys import block_keys

    reading = correcting.reading_of(result)
    return [(key, block.main) for key, block in zip(block_keys(reading.blocks), reading.blocks, strict=True)]


def elsewhere() -> Actor:
    return job_in(Workspace.objects.create(name="Elsewhere"))


def rewritten(content: bytes, change: Callable[[dict[str, bytes]], None], *, sign: bool = True) -> bytes:
    """The file with its parts changed; sign: and with the hashes of what it holds now, as an attacker would write them."""
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        parts = {name: archive.read(name) for name in archive.namelist()}
    change(parts)
    if sign and "manifest.json" in parts:
        manifest = json.loads(parts["manifest.json"])
        manifest["parts"] = {
            name: {"sha256": hashlib.sha256(part).hexdigest(), "bytes": len(part)}
            for name, part in parts.items()
            if name != "manifest.json"
        }
        parts["manifest.json"] = json.dumps(manifest).encode()
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, part in parts.items():
            archive.writestr(name, part)
    return out.getvalue()


def in_json(part: str, change: Callable[[Any], Any]) -> Callable[[dict[str, bytes]], None]:
    def changed(parts: dict[str, bytes]) -> None:
        plain = json.loads(parts[part])
        change(plain)
        parts[part] = json.dumps(plain).encode()

    return changed


def forged(parts: dict[str, bytes]) -> None:
    """One page says what it never said, under its own hash."""
    name = next(name for name in parts if name.startswith("analyses/"))
    in_json(name, lambda plain: next(b for b in plain["reading"]["blocks"] if b["main"]).update(text=FORGED))(parts)


def has_forged(row: StoredReading) -> bool:
    return any(block["text"] == FORGED for block in row.reading["blocks"])


def test_in_another_installation_everything_is_the_same(decided: Study, actor: Actor) -> None:
    _, content = study_file_of(actor, decided.pk)
    before = yardstick_of(decided)
    drafts = [measure_stored(draft).score.total for draft in Draft.objects.filter(study=decided).order_by("pk")]
    counts = [model.objects.filter(study=decided).count() for model in (Decision, OutlineNode, Result)]
    other = elsewhere()
    new = open_study_file(other, content)
    settle(new)
    assert yardstick_of(new) == before  # every weight, target, key, score and aim
    assert [measure_stored(draft).score.total for draft in Draft.objects.filter(study=new).order_by("pk")] == drafts
    assert [model.objects.filter(study=new).count() for model in (Decision, OutlineNode, Result)] == counts
    assert new.workspace == other.workspace and Draft.objects.get(study=new).revisions.filter(name="before lunch").exists()
    assert BlockCorrection.objects.filter(result__study=new).count() == 1
    assert new.results.filter(choices__reason=["as_written", {"text": "no rival"}]).count() == 1
    assert [row.heading for row in OutlineNode.objects.filter(study=new)] == [
        row.heading for row in OutlineNode.objects.filter(study=decided)
    ]


def test_who_decided_goes_along_and_what_they_left_out_stays_out(decided: Study, actor: Actor) -> None:
    """A page that is added later asks anew which pages are proposed; what a person chose is theirs in the other installation too."""
    who = actor.person.shown
    _, content = study_file_of(actor, decided.pk)
    other = elsewhere()
    new = open_study_file(other, content)
    settle(new)
    left_out = new.results.get(choices__reason=["as_written", {"text": "no rival"}])
    chosen_by = choosing.choices_of(new)[left_out.pk]
    assert chosen_by.plain_name == who and chosen_by.who != who  # a name in a file is not a member's
    assert {row.plain_name for row in [*new.decisions.all(), *new.additions.all()]} == {who}
    kept = set(new.results.filter(chosen=True).values_list("pk", flat=True))
    page = "<html lang='en'><body><h1>Tea</h1>" + "<p>We had tea afterwards and talked about the garden for long.</p>" * 30
    added = pages.add_page(other, new.pk, "https://tea.example/garden/", ("saved.html", page.encode()))
    read_waiting(new.pk)
    left_out.refresh_from_db()
    assert not left_out.chosen
    assert set(new.results.filter(chosen=True).exclude(pk=added.pk).values_list("pk", flat=True)) == kept
    assert study_file_of(other, new.pk)  # and it can be handed on
    again = open_study_file(elsewhere(), study_file_of(other, new.pk)[1])
    assert {row.plain_name for row in again.decisions.all()} == {who}


def test_what_was_said_of_drafts_and_their_pictures_go_along(decided: Study, actor: Actor, tmp_path: Any) -> None:
    draft = Draft.objects.filter(study=decided).first()
    picture = keep(actor, png(), name="wall.png", credit="Ada")
    document = {
        **draft.document,
        "content": [
            *draft.document["content"],
            {"type": "image", "attrs": {"src": picture.address, "alt": "A wall", "title": None, "id": "p1"}},
        ],
    }
    Draft.objects.filter(pk=draft.pk).update(document=document)
    stating.state(actor, draft.pk, "there", "internal_links", count=4)
    stating.state(actor, draft.pk, "not_for_page", f"terms:{yardstick_of(decided).terms[0].key}", name="a term")
    passage = "The wall is raked out and the lime mortar is pressed into the joints of the brick."
    stating.state(actor, draft.pk, "fine", "", text=passage)
    before = measure_stored(Draft.objects.get(pk=draft.pk)).score
    _, content = study_file_of(actor, decided.pk)
    other = elsewhere()
    new = open_study_file(other, content)
    settle(new)
    there = Draft.objects.get(study=new, name=draft.name)
    kept = Asset.objects.get(workspace=other.workspace)
    assert kept.address in json.dumps(there.document) and picture.address not in json.dumps(there.document)
    assert (kept.credit, kept.width) == ("Ada", picture.width)
    after = measure_stored(there).score
    assert (
        before is not None and after is not None and (after.total, after.aim, after.excused) == (before.total, before.aim, before.excused)
    )
    file = tmp_path / "study.zip"
    file.write_bytes(content)
    printed = next(row for row in study_command(str(file))["drafts"] if row["name"] == draft.name)
    assert (printed["total"], printed["aim"]) == (round(before.total, 2), before.aim)


def test_readings_that_are_not_here_give_the_same_figures(decided: Study, actor: Actor) -> None:
    """As in an empty installation: nothing of the file is known yet."""
    _, content = study_file_of(actor, decided.pk)
    before = yardstick_of(decided)
    for stored in StoredReading.objects.all():  # so that none is recognised
        StoredReading.objects.filter(pk=stored.pk).update(content_hash=f"x{stored.content_hash[1:]}")
    new = open_study_file(elsewhere(), content)
    settle(new)
    assert yardstick_of(new) == before


def test_two_addresses_that_answered_the_same_keep_each_its_own(study: Study, actor: Actor) -> None:
    page = "<html lang='en'><body><h1>Pointing</h1>" + "<p>Press the lime mortar in firmly and keep it damp.</p>" * 30
    brought = list(study.results.filter(chosen=True)[:2])
    for result in brought:
        pages.bring_page(actor, study.pk, result.pk, ("saved.html", page.encode()))
    read_waiting(study.pk)
    _, content = study_file_of(actor, study.pk)
    new = open_study_file(elsewhere(), content)
    found = new.results.filter(rank__in=[result.rank for result in brought]).order_by("rank")
    assert [result.raw.final_url for result in found] == [result.url for result in brought]


def test_the_command_line_comes_to_the_same(decided: Study, actor: Actor, tmp_path: Any) -> None:
    study, content = study_file_of(actor, decided.pk)
    (tmp_path / "study.zip").write_bytes(content)
    found = study_command(str(tmp_path / "study.zip"))
    before = yardstick_of(decided)
    assert [(t["key"], t["weight"], t["range"]) for t in found["terms"]] == [(t.key, t.weight, [t.low, t.high]) for t in before.terms]
    assert {page["url"]: page["score"] for page in found["pages"]} == before.page_scores
    draft = Draft.objects.get(study=study)
    assert (
        found["drafts"][0]["total"] == pytest.approx(round(measure_stored(draft).score.total, 2))
        and found["drafts"][0]["aim"] == before.aim
    )
    assert [s["label"] for s in found["subtopics"]].count("As we say") == 1


def test_equal_studies_give_equal_files(decided: Study, actor: Actor, monkeypatch: pytest.MonkeyPatch) -> None:
    from django.utils import timezone

    at = timezone.now()
    monkeypatch.setattr("fundament.web.study_files.writing.timezone.now", lambda: at)
    assert study_file_of(actor, decided.pk)[1] == study_file_of(actor, decided.pk)[1]


def test_what_a_file_says_of_a_page_is_believed_for_its_study_only(decided: Study, actor: Actor) -> None:
    """A reading with another one's hash in it must never be met by somebody else who reads that page."""

    _, content = study_file_of(actor, decided.pk)
    there = dict(StoredReading.objects.values_list("content_hash", "pk"))
    raws = {raw.pk: known_reading_of(raw) for raw in RawResponse.objects.all()}
    new = open_study_file(elsewhere(), rewritten(content, forged))
    made = StoredReading.objects.exclude(content_hash__in=there)
    assert [has_forged(row) for row in made] == [True]
    assert {raw.pk: known_reading_of(raw) for raw in RawResponse.objects.all()} == raws
    assert not any(has_forged(row) for row in StoredReading.objects.filter(content_hash__in=there))
    assert new.results.filter(reading=made.get()).count() == 1


def test_reading_the_pages_anew_tells_what_was_forged(decided: Study, actor: Actor) -> None:
    _, content = study_file_of(actor, decided.pk)
    other = elsewhere()
    new = open_study_file(other, rewritten(content, forged))
    settle(new)
    rereading.reread(new.pk, None)
    action = rereading.last_rereading(new)
    assert action is not None and action.values["changed"] == 1 and action.values["pages"][0]["other"] >= 1
    assert yardstick_of(new) == yardstick_of(decided)
    collect()
    undo(other, action.pk)
    settle(new)
    assert any(has_forged(row.reading) for row in new.results.select_related("reading") if row.reading)


def test_reading_anew_what_is_right_moves_nothing(study: Study, actor: Actor, signed_in: Client) -> None:
    before = yardstick_of(study)
    signed_in.post(reverse("reread-study", args=[study.pk]))
    assert Study.objects.get(pk=study.pk).figures == "making"
    rereading.reread(study.pk, actor.person.pk)
    assert yardstick_of(study) == before
    page = signed_in.get(reverse("study-history", args=[study.pk])).content.decode()
    assert "are as they were; no figure moved" in page


HOSTILE: dict[str, tuple[Callable[[dict[str, bytes]], None], bool, str]] = {  # what is done to the file, whether its hashes follow, the code of the refusal
    "altered": (lambda parts: parts.update({"study.json": parts["study.json"].replace(b'"keyword"', b'"Keyword"')}), False, "study_file.altered"),
    "path": (lambda parts: parts.update({"../../etc/passwd": b"x"}), True, "study_file.strange"),
    "absolute": (lambda parts: parts.update({"/analyses/000.json": b"x"}), True, "study_file.strange"),
    "more": (lambda parts: parts.update({"analyses/999.json": b"{}"}), False, "study_file.parts"),
    "no manifest": (lambda parts: parts.pop("manifest.json") and None, False, "study_file.none"),
    "no study": (lambda parts: parts.pop("study.json") and None, True, "study_file.parts"),
    "later": (in_json("manifest.json", lambda plain: plain.update(version=99)), True, "study_file.later"),
    "later study": (in_json("study.json", lambda plain: plain.update(version=99)), True, "study_file.later"),
    "no sources": (lambda parts: parts.update({"sources.warc.gz": b""}), True, "study_file.incomplete"),
    "broken sources": (lambda parts: parts.update({"sources.warc.gz": parts["sources.warc.gz"][:-900]}), True, "study_file.unreadable"),
    "NUL": (in_json("study.json", lambda plain: plain["head"].update(keyword="a\x00b")), True, "study_file.unreadable"),
    "long": (in_json("study.json", lambda plain: plain["head"].update(keyword="a" * 5_000)), True, "study_file.unreadable"),
    "key": (in_json("study.json", lambda plain: plain["identities"][0].update(key="a/b")), True, "study_file.unreadable"),
    "line end": (in_json("study.json", lambda plain: plain["identities"][0].update(key="abc\n")), True, "study_file.unreadable"),
    "no zone": (in_json("study.json", lambda plain: plain["results"][0].update(choices=[{"chosen": True, "since": "2026-01-01T00:00:00"}])), True, "study_file.unreadable"),
    "year": (in_json("study.json", lambda plain: plain["head"].update(due="0001-01-01")), True, "study_file.unreadable"),
    "twice": (in_json("study.json", lambda plain: plain["identities"].append(plain["identities"][0])), True, "study_file.twice"),
    "rank": (in_json("study.json", lambda plain: plain["results"][0].update(rank=10**9)), True, "study_file.unreadable"),
    "country": (in_json("study.json", lambda plain: plain["head"].update(country="zz")), True, "study_file.unreadable"),
    "deep": (lambda parts: parts.update({"study.json": b'{"version":1,"head":' + b"[" * 100_000 + b"]" * 100_000 + b"}"}), True, "study_file.unreadable"),
    "reader": (in_json("analyses/000.json", lambda plain: plain.update(version="99")), True, "study_file.stage"),
    "shape": (in_json("analyses/000.json", lambda plain: plain["reading"].update(blocks=5)), True, "study_file.stage"),
    "place": (in_json("analyses/000.json", lambda plain: plain["reading"]["links"].append({"address": "x", "anchor": "", "internal": False, "near": [10**6]})), True, "study_file.unreadable"),
    "said": (in_json("analyses/000.json", lambda plain: plain["reading"].update(notes=[["no.such_code", {}]])), True, "study_file.unreadable"),
}  # fmt: skip


@pytest.fixture(scope="module")
def known() -> dict[str, bytes]:
    return {}


@pytest.fixture
def content(known: dict[str, bytes], request: pytest.FixtureRequest, actor: Actor) -> bytes:
    """The file of the decided study, written once; where the study itself is asked for as well, it is there."""
    if not known:
        known["content"] = study_file_of(actor, request.getfixturevalue("decided").pk)[1]
    return known["content"]


@pytest.mark.parametrize("name", sorted(HOSTILE))
def test_a_hostile_file_is_refused_with_the_reason_and_changes_nothing(study: Study, content: bytes, actor: Actor, name: str) -> None:
    change, sign, code = HOSTILE[name]
    before = [model.objects.count() for model in (Study, Result, StoredReading, Draft, ActionLog, Decision)]
    with pytest.raises(FileError) as refused:
        open_study_file(actor, rewritten(content, change, sign=sign))
    assert refused.value.message.code == code
    assert [model.objects.count() for model in (Study, Result, StoredReading, Draft, ActionLog, Decision)] == before


def test_a_bomb_is_not_unpacked() -> None:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("manifest.json", b"{}")
        archive.writestr("study.json", b" " * 210_000_000)
    with pytest.raises(FileError) as refused:
        unpack(out.getvalue())
    assert refused.value.message.code == "file.bomb"


@pytest.mark.parametrize("content", [b"", b"PK\x03\x04", b"no zip at all", b"PK\x03\x04" + b"\x00" * 500])
def test_what_is_no_study_file_is_said_where_it_was_given(signed_in: Client, workspace: Workspace, content: bytes) -> None:
    answer = signed_in.post(reverse("open-study-file"), {"study": SimpleUploadedFile("a.zip", content)})
    assert "Nothing was changed" in after_errand(signed_in, answer).content.decode()


def test_saved_and_opened_on_the_screens(signed_in: Client, decided: Study) -> None:
    saved = signed_in.get(reverse("study-file", args=[decided.pk]))
    assert saved["Content-Disposition"].endswith('.zip"')
    opened = after_errand(signed_in, signed_in.post(reverse("open-study-file"), {"study": SimpleUploadedFile("a.zip", saved.content)}))
    assert opened.status_code == 200 and decided.keyword in opened.content.decode()
    assert opened.redirect_chain[-1][0] != reverse("results", args=[decided.pk])


def test_a_file_comes_through_its_schema(decided: Study, actor: Actor) -> None:
    _, content = study_file_of(actor, decided.pk)
    found = unpack(content).study
    assert study_file.from_json(study_file.to_json(found)) == found
    named = next(decision for decision in found.decisions if decision.action == "dropped")
    assert named.note == "not ours" and named.by == str(actor.person)


@settings(max_examples=examples(60), deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(at=st.floats(0, 1), sign=st.integers(1, 255), cut=st.booleans())
def test_no_damage_ends_in_anything_but_a_refusal(at: float, sign: int, cut: bool, whole: bytes) -> None:
    place = int(at * (len(whole) - 1))
    damaged = whole[:place] if cut else whole[:place] + bytes([whole[place] ^ sign]) + whole[place + 1 :]
    try:
        found = unpack(damaged)
    except FileError:
        return
    assert found.study == unpack(whole).study  # the damage was where nothing is kept, such as a time in the archive's list


@pytest.fixture
def whole(study: Study, actor: Actor) -> bytes:
    return study_file_of(actor, study.pk)[1]


def test_scores_are_kept_with_what_they_stand_for(decided: Study, actor: Actor) -> None:
    assert compiled_of(decided.pk) is not None
    found = unpack(study_file_of(actor, decided.pk)[1]).study
    assert found.drafts[0].total is not None and set(found.stages) == {"reading", "analysis", "consensus", "score"}


def test_every_table_that_hangs_on_a_study_says_whether_it_goes_along() -> None:
    hanging = {relation.related_model for model in (Study, Result, Ranking, Draft) for relation in model._meta.related_objects}
    assert {owned.model for owned in OWNED} == hanging and len(OWNED) == len(hanging)
    fields = {field.name for field in msgspec.structs.fields(schema.StudyFile)}
    assert {owned.field for owned in OWNED if owned.to_file} <= fields


def test_what_goes_along_is_there_afterwards(decided: Study, actor: Actor) -> None:
    opened, copy = open_study_file(actor, study_file_of(actor, decided.pk)[1]), duplicate(actor, decided.pk)
    for owned in OWNED:
        if owned.is_plain:
            count = owned.model._default_manager.filter(study=decided).count()
            assert count or owned.model in (Demand, KeyAlias), owned.model
            assert owned.model._default_manager.filter(study=copy).count() == count, owned.model
            if owned.to_file:
                assert owned.model._default_manager.filter(study=opened).count() == count, owned.model
