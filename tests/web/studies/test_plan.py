"""The plan of a study: complete, the same in every format, and safe on paper."""

from __future__ import annotations

import csv
import html
import io
import json
import re
import zipfile
import zlib
from datetime import date

import docx
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from markdown_it import MarkdownIt
from openpyxl import load_workbook
from PIL import Image

from fundament.files.errors import FileError
from fundament.rendering import pdf
from fundament.rendering.docx import docx_of
from fundament.rendering.html import page
from fundament.rendering.markdown import markdown_of
from fundament.rendering.paper import Facts, Heading, Paper, Paragraph, Points, Section, Table
from fundament.schemas.plan import from_json, to_json
from fundament.web.accounts.models import WorkspaceLogo
from fundament.web.accounts.roles import Actor
from fundament.web.errands.models import Errand
from fundament.web.errors import ApplicationError
from fundament.web.members.services import workspaces
from fundament.web.studies.decisions.adding import set_secondary_keywords
from fundament.web.studies.decisions.deciding import decide_on, plan_length
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.studies.plan import outlining
from fundament.web.studies.plan.planning import plan_of, set_plan
from tests.web.conftest import after_errand, make_draft, member, picture, settle
from tests.web.studies.decided import yardstick_of

NASTY = "<script>alert(1)</script> *bold* | pipe # hash _under_ [x](javascript:1)"


@pytest.fixture
def planned(study: Study, actor: Actor) -> Study:
    set_secondary_keywords(actor, study.pk, ["lime mix"])
    settle(study)
    outlining.add_proposed(actor, study.pk)
    node = outlining.add_heading(actor, study.pk, NASTY, level=3)
    outlining.change(
        actor,
        study.pk,
        node.key,
        seen=outlining.node_stamp(node),
        heading=NASTY,
        notes=f"First line\n{NASTY}",
        planned_words=90,
        terms=[],
        entities=[],
    )
    set_plan(actor, study.pk, intent=f"To do it themselves.\n\n{NASTY}", assignee=actor.person.pk, due="2026-12-24")
    decide_on(actor, study.pk, yardstick_of(study).terms[1].key, "kept", note="our own word")
    return Study.objects.get(pk=study.pk)


def test_a_plan_holds_what_was_decided(planned: Study, actor: Actor) -> None:
    dropped = yardstick_of(planned).terms[0]
    decide_on(actor, planned.pk, dropped.key, "dropped")
    plan_length(actor, planned.pk, 1_500)
    compiled = compiled_of(planned.pk)
    assert compiled is not None
    plan = plan_of(Study.objects.get(pk=planned.pk), compiled)
    assert plan.planned_words == 1_500 and dropped.name not in [term.name for term in plan.terms]
    assert [(t.decision, t.note) for t in plan.terms if t.decision] == [("kept", "our own word")]
    assert plan.sections[-1].heading == " ".join(NASTY.split()) and plan.sections[-1].notes.startswith("First line")
    assert plan.assignee == actor.person.shown and plan.due == "2026-12-24" and plan.secondary[0].phrase == "lime mix"
    assert len(plan.competitors) == len(compiled.yardstick.pages) and all(c.score is not None for c in plan.competitors)
    assert from_json(to_json(plan)) == plan


def test_every_format_says_the_same(signed_in: Client, planned: Study) -> None:
    address = reverse("export-plan", args=[planned.pk])
    compiled = compiled_of(planned.pk)
    assert compiled is not None
    plan = plan_of(planned, compiled)
    screen = signed_in.get(reverse("plan", args=[planned.pk])).content.decode()
    assert "<script>alert(1)" not in screen and "&lt;script&gt;alert(1)" in screen
    markdown = signed_in.get(address, {"format": "md"}).content.decode()
    rendered = MarkdownIt("commonmark", {"html": True}).enable("table").render(markdown)
    assert "<script" not in rendered and 'href="javascript' not in rendered and "<em>" not in rendered
    document = docx.Document(io.BytesIO(signed_in.get(address, {"format": "docx"}).content))
    paragraphs = [(p.style.name, p.text) for p in document.paragraphs]
    cells = [cell.text for table in document.tables for row in table.rows for cell in row.cells]
    for section in plan.sections:
        assert (f"Heading {section.level + 1}", section.heading) in paragraphs
    for term in plan.terms[:60]:
        assert term.name in cells
    assert document.core_properties.title == f"Plan: {planned.keyword}" and document.core_properties.comments == ""
    stored = from_json(signed_in.get(address, {"format": "json"}).content)
    assert (stored.sections, stored.terms, stored.head) == (plan.sections, plan.terms, plan.head)


def test_a_plan_says_of_which_place_and_day_its_results_are(signed_in: Client, planned: Study) -> None:
    Study.objects.filter(pk=planned.pk).update(place="Harrow Weir", as_of=date(2025, 3, 31))
    address = reverse("export-plan", args=[planned.pk])
    told = "Harrow Weir, United Kingdom, English, desktop, results of 31 March 2025"
    assert told in signed_in.get(reverse("plan", args=[planned.pk])).content.decode()
    assert told in signed_in.get(address, {"format": "md"}).content.decode()
    market = from_json(signed_in.get(address, {"format": "json"}).content).market
    assert (market.place, market.results_of) == ("Harrow Weir", "2025-03-31")


def test_the_pdf_has_text_title_language_and_bookmarks(signed_in: Client, planned: Study, actor: Actor) -> None:
    workspaces.set_logo(actor, picture())
    assert signed_in.get(reverse("export-plan", args=[planned.pk]), {"format": "pdf"}).status_code == 404  # no view sets one
    screen = after_errand(signed_in, signed_in.post(reverse("set-plan-pdf", args=[planned.pk]))).content.decode()
    number = Errand.objects.latest("pk").pk
    assert "The PDF is ready" in screen and reverse("plan-pdf", args=[number]) in screen
    answer = signed_in.get(reverse("plan-pdf", args=[number]))
    content = answer.content
    assert answer["Content-Disposition"].endswith('.pdf"') and answer["Content-Type"] == "application/pdf"
    assert content.startswith(b"%PDF") and len(content) > 20_000
    streams = [zlib.decompress(found) for found in re.findall(rb"/FlateDecode[^>]*>>\nstream\n(.*?)\nendstream", content, re.DOTALL)]
    everything = content + b"".join(streams)
    for mark in (b"/Outlines", b"/Lang", b"/StructTreeRoot", b"/Image"):
        assert mark in everything


def test_letters_that_no_font_has_are_said_and_others_are_set(
    signed_in: Client, planned: Study, actor: Actor, monkeypatch: pytest.MonkeyPatch
) -> None:
    outlining.add_heading(actor, planned.pk, "しっくい")
    assert not pdf.scripts_without_font("Mörtel, łaty, しっくい, 石灰, ปูน, раствор, चूना")
    after_errand(signed_in, signed_in.post(reverse("set-plan-pdf", args=[planned.pk])))
    assert Errand.objects.latest("pk").state == "done"
    monkeypatch.setattr(pdf, "_has_font", lambda letter: letter < "\u0e00")
    screen = after_errand(signed_in, signed_in.post(reverse("set-plan-pdf", args=[planned.pk]))).content.decode()
    assert "no font with letters of Hiragana" in screen and "Save the PDF" not in screen


@pytest.mark.parametrize("table", ["sections", "terms", "entities", "questions", "competitors"])
def test_each_table_comes_as_csv_and_xlsx(signed_in: Client, planned: Study, table: str) -> None:
    address = reverse("export-plan", args=[planned.pk])
    rows = list(csv.reader(io.StringIO(signed_in.get(address, {"table": table, "format": "csv"}).content.decode("utf-8-sig"))))
    sheet = load_workbook(io.BytesIO(signed_in.get(address, {"table": table, "format": "xlsx"}).content)).active
    book = [list(row) for row in sheet.iter_rows(values_only=True)]
    assert rows[0] == book[0] and len(rows) == len(book) > 1
    assert signed_in.get(address, {"table": table, "format": "pdf"}).status_code == 404


def test_what_is_wrong_in_a_plan_is_said(signed_in: Client, study: Study, actor: Actor) -> None:
    stranger = member(actor.workspace, "bea", "writer")
    stranger.person.memberships.all().delete()
    for wrong in ({"due": "24.12.2026"}, {"intent": "x" * 2_001}, {"assignee": stranger.person.pk}):
        answer = signed_in.post(reverse("set-plan", args=[study.pk]), wrong, headers={"HX-Request": "true"})
        assert answer.status_code == 422 and answer["HX-Retarget"]
    assert signed_in.get(reverse("export-plan", args=[study.pk]), {"format": "exe"}).status_code == 404


def test_a_paper_may_hold_anything(tmp_path: object) -> None:
    odd = "a\x00b\x0b \ud800 \U0001f9f1 </style><b> |x| \r\n- not a list\n1. nor this"
    blocks = [
        Heading(1, odd), Paragraph(odd, lead=True), Facts([(odd, odd)]), Paragraph(odd), Points([odd]), Table([odd, "n"], [[odd, "1"]], frozenset([1])),
        Section(2, odd, odd, odd, [(odd, odd)]), Table(["only"], []),
    ]  # fmt: skip
    paper = Paper(odd, odd, "en", blocks)
    document = docx.Document(io.BytesIO(docx_of(paper)))
    assert "not a list" in document.paragraphs[1].text
    assert "</style><b>" not in page(paper).replace("</style></head>", "")
    rendered = MarkdownIt("commonmark", {"html": True}).enable("table").render(markdown_of(paper).encode("utf-8", "replace").decode())
    assert "<b>" not in rendered and "<ol>" not in rendered and rendered.count("<ul>") == 3  # facts, points, what is meant
    assert zipfile.ZipFile(io.BytesIO(docx_of(paper))).testzip() is None


@pytest.mark.parametrize("content", [b"", b"GIF89a", picture(6_000, 4_000, "JPEG"), b"<svg xmlns='x'/>", picture()[:40]])
def test_only_pictures_become_logos(signed_in: Client, actor: Actor, content: bytes) -> None:
    with pytest.raises(FileError):
        workspaces.set_logo(actor, content)
    upload = SimpleUploadedFile("logo.png", content or b"x")
    answer = after_errand(signed_in, signed_in.post(reverse("set-logo"), {"logo": upload}))
    assert "A logo is a PNG or JPEG" in answer.content.decode() and answer.redirect_chain[-1][0].startswith(reverse("members"))
    assert signed_in.get(reverse("logo")).status_code == 404


def test_a_logo_is_made_anew_small_and_taken_away(signed_in: Client, actor: Actor) -> None:
    upload = io.BytesIO(picture(3_000, 1_000, "JPEG"))
    upload.name = "logo.jpg"
    after_errand(signed_in, signed_in.post(reverse("set-logo"), {"logo": upload}))
    shown = signed_in.get(reverse("logo"))
    image = Image.open(io.BytesIO(shown.content))
    assert image.format == "PNG" and image.width <= 800 and image.height <= 300 and "sandbox" in shown["Content-Security-Policy"]
    signed_in.post(reverse("set-logo"), {"remove": "yes"})
    assert not WorkspaceLogo.objects.exists() and signed_in.post(reverse("set-logo"), {}).status_code == 422


def test_what_most_of_them_say_is_decided_like_the_rest_and_dropped_from_plan_and_desk(
    signed_in: Client, actor: Actor, study: Study, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(
        "fundament.core.yardstick.section_groups.statements.LEAST_MAKERS", 2
    )  # the few pages of the fixture's study say hardly anything alike
    monkeypatch.setattr("fundament.core.yardstick.section_groups.statements.CUT", 0.3)
    set_secondary_keywords(actor, study.pk, ["lime mix"])  # so that what the pages have in common is worked out anew
    settle(study)
    yardstick = yardstick_of(study)
    statements = yardstick.statements
    assert statements, "the pages of the fixture say some things alike"
    first = statements[0]
    address = reverse("decide", args=[study.pk])
    answer = signed_in.post(address, {"kind": "statements", "key": first.key, "action": "dropped"})
    assert answer.status_code == 302 and answer["Location"] == reverse("plan", args=[study.pk])
    settle(study)
    compiled = compiled_of(study.pk)
    assert compiled is not None and compiled.yardstick.statements[0].decision == "dropped"
    assert [t.weight for t in compiled.yardstick.terms] == [t.weight for t in yardstick.terms]
    plan = plan_of(study, compiled)
    assert plan.statements[0].decision == "dropped" and from_json(to_json(plan)) == plan
    shown = signed_in.get(reverse("plan", args=[study.pk])).content.decode()
    assert first.text in html.unescape(shown)  # there to be taken back
    assert first.text not in html.unescape(shown.partition('id="statements"')[0])  # and not on the paper
    draft = make_draft(actor, study, "<h1>Repointing</h1><p>Something about the wall.</p>")
    panel = json.loads(signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "statements"}).content)["panel"]
    assert first.text not in html.unescape(panel)
    signed_in.post(address, {"kind": "statements", "key": first.key, "action": "as proposed"})
    settle(study)
    assert yardstick_of(study).statements[0].decision == ""
    with pytest.raises(ApplicationError):
        decide_on(actor, study.pk, "m-000000000000", "dropped")


def test_the_length_of_a_text_far_from_the_plan_is_offered_as_the_plan(signed_in: Client, actor: Actor, study: Study) -> None:
    draft = make_draft(
        actor,
        study,
        "<h1>Repointing</h1>" + "<p>The wall is wetted on the evening before the mortar goes in, and again in the morning.</p>" * 30,
    )
    panel = json.loads(signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "edits"}).content)["panel"]
    offered = re.search(r'name="words" value="(\d+)"', panel)
    assert offered and f"Plan {int(offered[1])} words" in panel.replace(",", "").replace("\u202f", "").replace("\xa0", "")
    answer = signed_in.post(reverse("plan-length", args=[study.pk]), {"words": offered[1], "draft": str(draft.pk)})
    assert answer.status_code == 302 and answer["Location"] == reverse("draft", args=[draft.pk])
    assert Study.objects.get(pk=study.pk).planned_words == int(offered[1])
    settle(study)
    panel = json.loads(signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "edits"}).content)["panel"]
    assert "plan-offer" not in panel
