"""Drafts out of files and pages, and as files."""

from __future__ import annotations

import io
import zipfile

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from docx import Document as WordFile

from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.web.accounts.roles import Actor
from fundament.web.assets.models import Asset
from fundament.web.assets.services import keeping
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.exporting import export
from fundament.web.studies.models import Study
from tests.test_draft_files import png
from tests.web.conftest import after_errand, make_draft


def bring(client: Client, study: Study, **form: object) -> Draft:
    answer = after_errand(client, client.post(reverse("bring-draft", args=[study.pk]), form))
    return Draft.objects.get(pk=int(answer.redirect_chain[-1][0].strip("/").rpartition("/")[2]))


def test_a_docx_becomes_a_draft_with_its_pictures(signed_in: Client, study: Study, actor: Actor) -> None:
    file = WordFile()
    file.add_heading("The sand", 2)
    file.add_paragraph("Wet the lime mortar.")
    file.add_picture(io.BytesIO(png()))
    held = io.BytesIO()
    file.save(held)
    draft = bring(signed_in, study, text=SimpleUploadedFile("The sand.docx", held.getvalue()))
    asset = Asset.objects.get(workspace=actor.workspace)
    assert (
        draft.name == "The sand"
        and html_of(draft.document) == f'<h2>The sand</h2>\n<p>Wet the lime mortar.</p>\n<img src="{asset.address}">'
    )
    again = bring(signed_in, study, text=SimpleUploadedFile("b.docx", export(actor, draft.pk, "docx", with_head=True).content))
    assert html_of(again.document) == html_of(draft.document) and Asset.objects.count() == 1


def test_a_page_becomes_a_draft_by_its_address(signed_in: Client, study: Study, settings: object, standins: str) -> None:
    settings.PAGE_PROXY = standins  # type: ignore[attr-defined]
    result = study.results.filter(state="read", chosen=True).first()
    draft = bring(signed_in, study, address=result.url)
    assert draft.title_tag and draft.words > 0.9 * result.words and "<h2>" in html_of(draft.document)


def test_pictures_that_lay_beside_a_file_are_asked_for(signed_in: Client, study: Study) -> None:
    draft = bring(signed_in, study, text=SimpleUploadedFile("a.md", b"Words of lime.\n\n![A wall](img/wall%20end.png)\n"))
    source = draft.document["content"][1]["attrs"]["src"]
    assert (source.startswith("#missing/") and source.endswith("wall%2520end.png")) or source.endswith("wall%20end.png")
    assert "img" not in html_of(draft.document)


@pytest.mark.parametrize(
    ("form", "said"),
    [
        ({}, "Choose a file, or type the address of a page."),
        ({"address": "http://10.0.0.1/a", "name": "Kept name"}, "private network"),
        ({"text": ("a.doc", b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + b"\x00" * 600)}, "older word processor"),
        ({"text": ("a.docx", b"PK\x03\x04x")}, "damaged"),
        ({"text": ("a.txt", b"   ")}, "no text in it"),
    ],
)
def test_what_cannot_be_brought_is_said_with_what_was_typed(signed_in: Client, study: Study, form: dict[str, object], said: str) -> None:
    before = Draft.objects.count()
    sent = {key: SimpleUploadedFile(*value) if isinstance(value, tuple) else value for key, value in form.items()}
    answer = signed_in.post(reverse("bring-draft", args=[study.pk]), sent)
    if form:
        answer = after_errand(signed_in, answer)
    page = answer.content.decode()
    assert (
        answer.status_code == (200 if form else 422)
        and said in page
        and str(form.get("name", "")) in page
        and str(form.get("address", "")) in page
    )
    assert Draft.objects.count() == before


@pytest.fixture
def rich(actor: Actor, study: Study) -> Draft:
    draft = make_draft(actor, study, "<p>x</p>")
    asset = keeping.keep(actor, png())
    html = f'<h2>The sand</h2><p>It is <b>soft</b>.</p><figure><img src="{asset.address}" alt="A wall"><figcaption>The end</figcaption></figure><hr>'
    Draft.objects.filter(pk=draft.pk).update(document=document_from_html(html), title_tag="Sand: which", meta_description="On <sand>")
    return Draft.objects.get(pk=draft.pk)


def test_the_screen_says_what_each_format_leaves_behind(signed_in: Client, rich: Draft) -> None:
    page = signed_in.get(reverse("export-draft", args=[rich.pk])).content.decode()
    rows = {row.split("</th>")[0].rpartition(">")[2]: row for row in page.split("<tr>") if 'scope="row"' in row}
    assert "Everything goes along" in rows["HTML"] and "Captions and credits" in rows["Markdown"]
    assert "Rules across" in rows["Plain text"] and "Rules across" not in rows["DOCX"]


def test_html_and_markdown_have_their_pictures_beside_them(signed_in: Client, rich: Draft) -> None:
    for form, ending, head in (("html", "html", "<title>Sand: which</title>"), ("markdown", "md", "title: Sand: which")):
        answer = signed_in.get(reverse("export-file", args=[rich.pk, form]))
        with zipfile.ZipFile(io.BytesIO(answer.content)) as packed:
            names = packed.namelist()
            text = packed.read(names[0]).decode()
        assert (
            names[0].endswith(ending)
            and names[1:] == ["pictures/1.png"]
            and head in text
            and "pictures/1.png" in text
            and "/pictures/1/" not in text
        )
        alone = signed_in.get(reverse("export-file", args=[rich.pk, form]), {"head": "no", "alone": "yes"}).content.decode()
        assert "Sand: which" not in alone and "soft" in alone


def test_markdown_comes_back_with_its_head(signed_in: Client, actor: Actor, study: Study) -> None:
    draft = make_draft(actor, study, "<h2>The sand</h2><p>It is <b>soft</b>.</p>")
    Draft.objects.filter(pk=draft.pk).update(title_tag="Sand: which", meta_description="On sand")
    answer = signed_in.get(reverse("export-file", args=[draft.pk, "markdown"]))
    again = bring(signed_in, study, text=SimpleUploadedFile("a.md", answer.content))
    assert (again.title_tag, again.meta_description, html_of(again.document)) == ("Sand: which", "On sand", html_of(draft.document))


def test_a_format_that_is_none_is_not_there(signed_in: Client, rich: Draft) -> None:
    assert signed_in.get(reverse("export-file", args=[rich.pk, "exe"])).status_code == 404
