"""What counts of a page decided by hand, figures of an earlier version, and the trade's measures."""

from __future__ import annotations

from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from procrastinate.contrib.django.models import ProcrastinateJob

from fundament.core.errors import CoreError
from fundament.core.plain import from_plain
from fundament.core.reading.block_keys import block_keys
from fundament.core.reading.model import Reading as CoreReading
from fundament.core.version import CORE_VERSION, READING_VERSION
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.measuring import score_again
from fundament.web.errors import NotAllowedError
from fundament.web.sites.models import StoredReading
from fundament.web.studies.decisions.entities import bring_entities, drop_entities, offer_file, read_file
from fundament.web.studies.figures.yardsticks import compiled_of, figures_stamp
from fundament.web.studies.models import BlockCorrection, Consensus, EntityFile, Result, Study
from fundament.web.studies.results.choosing import set_chosen
from fundament.web.studies.results.correcting import corrections_of, overrule, reading_of
from fundament.web.studies.results.renewing import outdated_studies, queue_outdated, renew
from tests.helpers import raises_saying
from tests.web.conftest import make_draft, member, settle


def chosen_result(study: Study) -> Result:
    return study.results.filter(chosen=True).select_related("reading").first()


def blocks_of(result: Result) -> tuple[CoreReading, str, str]:
    """The reading, and the keys of a block that counts (the longest) and of one that was left out."""
    reading = from_plain(CoreReading, result.reading.reading)
    longest = max((n for n, b in enumerate(reading.blocks) if b.main and b.kind == "paragraph"), key=lambda n: len(reading.blocks[n].text))
    keys = block_keys(reading.blocks)
    return reading, keys[longest], keys[next(n for n, b in enumerate(reading.blocks) if not b.main)]


def test_a_block_left_out_by_hand_counts_nowhere_and_comes_back(signed_in: Client, study: Study) -> None:
    result = chosen_result(study)
    reading, longest, _ = blocks_of(result)
    stamp = figures_stamp(study.pk)
    url = f"/studies/{study.pk}/results/{result.pk}/"
    answer = signed_in.post(f"{url}overrule/", {"block": longest, "counts": "no"}, headers={"HX-Request": "true"})
    assert "left out by hand" in answer.content.decode()
    changed = Result.objects.get(pk=result.pk)
    assert changed.words < result.words
    assert corrections_of(changed) == {longest: False}
    settle(study)
    assert figures_stamp(study.pk) != stamp
    page = next(p for p in compiled_of(study.pk).yardstick.pages if p.url == reading.url)
    assert page.words == changed.words
    signed_in.post(f"{url}as-read/")
    back = Result.objects.get(pk=result.pk)
    assert (back.words, corrections_of(back), back.reading_id) == (result.words, {}, result.reading_id)


def test_a_block_can_be_taken_in_and_two_decisions_stand_together(actor: Actor, study: Study) -> None:
    result = chosen_result(study)
    _, longest, out = blocks_of(result)
    overrule(actor, study.pk, result.pk, out, True)
    overrule(actor, study.pk, result.pk, longest, False)
    reading = reading_of(Result.objects.get(pk=result.pk))
    blocks = dict(zip(block_keys(reading.blocks), reading.blocks, strict=True))
    assert blocks[out].main and not blocks[longest].main
    overrule(actor, study.pk, result.pk, longest, True)
    assert set(corrections_of(result)) == {out}


@pytest.mark.parametrize("block", ["99999", "", "x", "-1"])
def test_a_block_that_is_not_there_is_said(signed_in: Client, study: Study, block: str) -> None:
    result = chosen_result(study)
    url = f"/studies/{study.pk}/results/{result.pk}/overrule/"
    answer = signed_in.post(url, {"block": block, "counts": "no"}, headers={"HX-Request": "true"})
    assert answer.status_code == 200
    assert 'role="alert"' in answer.content.decode()
    assert corrections_of(result) == {}


def test_not_everything_of_a_page_can_be_left_out(actor: Actor, study: Study) -> None:
    result = chosen_result(study)
    reading = from_plain(CoreReading, result.reading.reading)
    *others, last = [key for key, b in zip(block_keys(reading.blocks), reading.blocks, strict=True) if b.main]
    BlockCorrection.objects.bulk_create(BlockCorrection(result=result, block_key=key, counts=False) for key in others)
    with raises_saying(CoreError, "Leave it out"):
        overrule(actor, study.pk, result.pk, last, False)


def test_another_workspaces_pages_cannot_be_overruled(client: Client, study: Study, django_user_model: type) -> None:
    client.force_login(django_user_model.objects.create_user("stranger"))
    result = chosen_result(study)
    assert client.post(f"/studies/{study.pk}/results/{result.pk}/overrule/", {"block": "x-1", "counts": "no"}).status_code in (403, 404)
    assert client.post(f"/studies/{study.pk}/renew/").status_code in (403, 404)


def make_old(study: Study) -> None:
    """The study as an earlier version of the core would have left it."""
    Consensus.objects.filter(studies__study=study).update(version="0", hash="made-before")
    StoredReading.objects.filter(results__study=study).update(version="3", analysis_version="3")


def test_older_figures_say_so_and_are_made_anew_from_what_came_of_the_pages(
    signed_in: Client, actor: Actor, study: Study, settings: object
) -> None:
    settings.RESULTS_ADDRESS = settings.PAGE_PROXY = "http://127.0.0.1:9"  # type: ignore[attr-defined]  # nothing can be asked for
    draft = make_draft(actor, study, "<p>The mortar of the wall is lime and the joints are lime too.</p>")
    before = compiled_of(study.pk).yardstick
    make_old(study)
    draft.refresh_from_db()
    draft.score["version"] = "0"
    draft.save()
    assert outdated_studies() == [study.pk]
    page = signed_in.get(f"/studies/{study.pk}/yardstick/").content.decode()
    assert "made by version 0" in page
    assert compiled_of(study.pk) is not None  # what this process had made of them before
    assert "scored by an earlier version" in signed_in.get(f"/drafts/of/{study.pk}/").content.decode()
    signed_in.post(f"/studies/{study.pk}/renew/")
    renew(study.pk)
    score_again(study.pk)
    assert outdated_studies() == []
    assert "made by version 0" not in signed_in.get(f"/studies/{study.pk}/yardstick/").content.decode()
    assert compiled_of(study.pk).yardstick == before
    assert {r.reading.version for r in study.results.filter(state="read").select_related("reading")} == {READING_VERSION}
    draft.refresh_from_db()
    assert draft.score["version"] == CORE_VERSION


def test_the_worker_queues_each_outdated_yardstick_once(study: Study) -> None:
    make_old(study)
    assert queue_outdated() == queue_outdated() == 1
    from procrastinate.contrib.django.models import ProcrastinateJob

    assert ProcrastinateJob.objects.filter(task_name="renew_study", status="todo").count() == 1


def test_the_trade_measures_with_a_draft_beside_them(signed_in: Client, actor: Actor, study: Study) -> None:
    draft = make_draft(actor, study, "<p>The mortar of the wall is lime and it has served well.</p>")
    plain = signed_in.get(f"/studies/{study.pk}/terms/measures/?draft=none").content.decode()
    assert "WDF*IDF" in plain and '<svg class="scale"' in plain and "scale-ours" not in plain
    beside = signed_in.get(f"/studies/{study.pk}/terms/measures/?draft={draft.pk}&measure=bm25&words=1").content.decode()
    assert "scale-ours" in beside and "By BM25" in beside
    missing = signed_in.get(f"/studies/{study.pk}/terms/measures/?draft={draft.pk}&off=missing").content.decode().split("<tbody>")[1]
    assert "missing" in missing and ">mortar<" not in missing
    assert f"draft={draft.pk}" in beside.split("<thead>")[1].split("</thead>")[0]  # sorting keeps the choice
    rows = signed_in.get(f"/studies/{study.pk}/terms/measures/?draft={draft.pk}&format=csv").content.decode("utf-8-sig").splitlines()
    assert rows[0].split(",")[:4] == ["term", "tf_idf_mean", "tf_idf_first", "tf_idf_own"]
    assert len(rows) > 20
    assert signed_in.get(f"/studies/{study.pk}/terms/measures/?draft=999&words=7&measure=x&sort=none").status_code == 200


TURTLE = b"""@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix x: <http://x.example/> .
x:c a skos:Concept ; skos:prefLabel "barrier cream"@en ; skos:altLabel "hand cream"@en ."""


def test_own_entities_are_brought_kept_and_let_go(signed_in: Client, actor: Actor, study: Study) -> None:
    url = f"/studies/{study.pk}/entities/own/"
    assert signed_in.post(url, {"file": SimpleUploadedFile("own.ttl", TURTLE)}).status_code == 302
    assert "“own.ttl” is being read" in signed_in.get(f"/studies/{study.pk}/entities/").content.decode()
    read_waiting_file(study)
    settle(study)
    page = signed_in.get(f"/studies/{study.pk}/entities/?search=barrier").content.decode()
    assert "barrier cream" in page and "yours" in page and "hand cream" in page
    settle(set_chosen(actor, study.pk, [study.results.filter(chosen=True).last().pk], False))  # other figures keep them
    assert any(e.own for e in compiled_of(study.pk).yardstick.entities)
    signed_in.post(url, {"drop": "yes"})
    settle(study)
    assert study.own_entities == [] and not any(e.own for e in compiled_of(study.pk).yardstick.entities)


def read_waiting_file(study: Study) -> None:
    """As the worker does."""
    job = ProcrastinateJob.objects.get(task_name="read_entity_file", status="todo")
    read_file(**job.args)
    ProcrastinateJob.objects.filter(pk=job.pk).delete()
    study.refresh_from_db()


@pytest.mark.parametrize(
    ("name", "content", "says"),
    [
        ("own.ttl", b"{", "cannot be read"),
        ("own.jsonld", b'{"@context": "http://169.254.169.254/"}', "Put the context into the file"),
        ("own.rdf", b"<!DOCTYPE a [<!ENTITY b 'c'>]><a>&b;</a>", "document type"),
    ],
)
def test_what_is_wrong_inside_a_file_is_said_when_it_was_read(
    signed_in: Client, actor: Actor, study: Study, name: str, content: bytes, says: str
) -> None:
    bring_entities(actor, study.pk, TURTLE, "own.ttl")
    assert signed_in.post(f"/studies/{study.pk}/entities/own/", {"file": SimpleUploadedFile(name, content)}).status_code == 302
    read_waiting_file(study)
    settle(study)
    page = signed_in.get(f"/studies/{study.pk}/entities/").content.decode()
    assert says in page and "is being read" not in page
    assert [e["name"] for e in study.own_entities] == ["barrier cream"]  # those that were there
    signed_in.post(f"/studies/{study.pk}/entities/own/", {"drop": "yes"})
    assert says not in signed_in.get(f"/studies/{study.pk}/entities/").content.decode()


def test_a_file_given_while_another_is_read_is_left_to_its_own_job(actor: Actor, study: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    def given_meanwhile(*_: Any) -> Any:
        offer_file(actor, study.pk, TURTLE, "second.ttl")
        raise CoreError("error.skos_json", name="first.json")

    first = offer_file(actor, study.pk, b"{", "first.json")
    monkeypatch.setattr("fundament.web.studies.decisions.entities._read", given_meanwhile)
    read_file(first.pk)
    waiting = EntityFile.objects.get(study=study)
    assert waiting.name == "second.ttl" and waiting.problem is None and bytes(waiting.content) == TURTLE


def test_a_reader_lets_no_waiting_file_go(actor: Actor, study: Study) -> None:
    offer_file(actor, study.pk, TURTLE, "own.ttl")
    with pytest.raises(NotAllowedError):
        drop_entities(member(actor.workspace, "rea", "reader"), study.pk)
    assert EntityFile.objects.filter(study=study).exists()


@pytest.mark.parametrize(
    ("name", "content", "says"),
    [
        ("own.csv", b"a,b", "not a SKOS file"), ("own.ttl", b" " * 5_000_001, "larger than 5 MB"), ("", b"", "Choose a file"),
    ],
)  # fmt: skip
def test_a_file_that_cannot_be_read_is_said_and_changes_nothing(
    signed_in: Client, actor: Actor, study: Study, name: str, content: bytes, says: str
) -> None:
    bring_entities(actor, study.pk, TURTLE, "own.ttl")
    answer = signed_in.post(f"/studies/{study.pk}/entities/own/", {"file": SimpleUploadedFile(name, content)} if name else {})
    assert answer.status_code == 422 and says in answer.content.decode()
    study.refresh_from_db()
    assert [e["name"] for e in study.own_entities] == ["barrier cream"]


def test_all_of_one_reason_are_taken_in_at_once(signed_in: Client, study: Study) -> None:
    result = chosen_result(study)
    reading = reading_of(result)
    keys = [key for key, block in zip(block_keys(reading.blocks), reading.blocks, strict=True) if not block.main][:3]
    address = f"/studies/{study.pk}/results/{result.pk}/overrule/"
    before = result.words
    signed_in.post(address, {"block": keys, "counts": "yes"})
    result.refresh_from_db()
    assert set(result.corrections.values_list("block_key", flat=True)) == set(keys) and result.words > before
    signed_in.post(address, {"block": keys, "counts": "no"})
    result.refresh_from_db()
    assert not result.corrections.exists() and result.words == before
    answer = signed_in.post(address, {"block": [*keys, "no-such"], "counts": "yes"}, headers={"HX-Request": "true"}).content.decode()
    assert 'role="alert"' in answer and not result.corrections.exists()
    page = signed_in.get(f"/studies/{study.pk}/results/{result.pk}/").content.decode()
    assert "left-out-run" in page and 'target="_blank"' in page
