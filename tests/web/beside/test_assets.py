"""Pictures of a workspace: made anew, kept once, seen by its people only; from an address and from the library through the server."""

from __future__ import annotations

import io

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from PIL import Image

from fundament.files.errors import FileError
from fundament.files.pictures import MOST_SIDE, media_type_of, remade
from fundament.web.accounts.models import Workspace
from fundament.web.accounts.roles import Actor, job_in
from fundament.web.assets.models import Asset
from fundament.web.assets.services import keeping, library
from fundament.web.errands.models import Errand
from fundament.web.errors import ApplicationError, NotAllowedError
from tests.web.conftest import member, part_after_errand, told_after_errand


def picture(form: str = "JPEG", size: tuple[int, int] = (3_000, 1_500), **more: object) -> bytes:
    held = io.BytesIO()
    Image.new("RGB", size, "#a4472b").save(held, form, **more)
    return held.getvalue()


def test_a_picture_is_made_small_and_loses_what_a_camera_noted() -> None:
    exif = Image.Exif()
    exif[0x0112], exif[0x010F] = 6, "A camera"  # lies on its side
    made = remade(picture(exif=exif.tobytes()))
    with Image.open(io.BytesIO(made.content)) as image:
        assert image.size == (made.width, made.height) == (MOST_SIDE // 2, MOST_SIDE)
        assert not image.getexif() and b"A camera" not in made.content
    assert made.media_type == "image/jpeg" and remade(picture("GIF")).media_type == "image/png"


@pytest.mark.parametrize("content", [b"", b"<svg onload=alert(1)>", b"\x89PNG\r\n\x1a\n broken", b"GIF89a", b"%PDF-1.7", picture("TIFF")])
def test_what_is_no_picture_is_refused(content: bytes) -> None:
    with pytest.raises(FileError):
        remade(content)


def test_a_picture_of_too_many_points_is_refused_before_it_is_unpacked() -> None:
    with pytest.raises(FileError) as refused:
        remade(picture("PNG", (10_000, 7_000)))
    assert refused.value.message.code == "picture.large"


def test_a_file_is_kept_once_and_shown_as_what_it_is(signed_in: Client, actor: Actor) -> None:
    kept = [
        told_after_errand(signed_in, signed_in.post(reverse("keep-asset"), {"picture": SimpleUploadedFile("wall.jpg", picture())}))
        for _ in range(2)
    ]
    assert kept[0] == kept[1] and Asset.objects.filter(workspace=actor.workspace).count() == 1
    answer = signed_in.get(kept[0]["src"])
    assert (
        answer["Content-Type"] == "image/jpeg"
        and answer["X-Content-Type-Options"] == "nosniff"
        and "sandbox" in answer["Content-Security-Policy"]
    )
    assert "immutable" in answer["Cache-Control"] and answer.content[:2] == b"\xff\xd8"


def test_no_more_pictures_are_kept_than_are_allowed(actor: Actor, settings: object) -> None:
    settings.MOST_PICTURES = 1  # type: ignore[attr-defined]
    first = keeping.keep(actor, picture())
    assert keeping.keep(actor, picture()) == first  # it is there already
    with pytest.raises(ApplicationError) as refused:
        keeping.keep(actor, picture(size=(20, 20)))
    assert refused.value.message.values["most"] == 1


def test_another_workspace_sees_nothing_of_it(actor: Actor, client: Client, workspace: Workspace) -> None:
    asset = keeping.keep(actor, picture())
    assert client.get(asset.address).status_code == 302  # to sign in
    other = job_in(Workspace.objects.create(name="Other"))
    assert not Asset.objects.filter(workspace=other.workspace).exists()
    with pytest.raises(NotAllowedError):
        keeping.keep(Actor(None, workspace, "reader"), picture())


@pytest.mark.parametrize(
    ("form", "said"),
    [
        ({}, "Choose a file first"),
        ({"address": "http://127.0.0.1/a.png"}, "private network"),
        ({"address": "file:///etc/passwd"}, "begin with http"),
        ({"token": "forged"}, "Search again"),
    ],
)
def test_what_cannot_be_had_is_said(signed_in: Client, form: dict[str, str], said: str) -> None:
    answer = signed_in.post(reverse("keep-asset"), form)
    assert answer.status_code in (404, 422) and said in answer.json()["problem"]
    assert not Errand.objects.exists()


def test_what_is_no_picture_is_said_when_it_was_looked_at(signed_in: Client) -> None:
    asked = signed_in.post(reverse("keep-asset"), {"picture": SimpleUploadedFile("wall.jpg", b"\xff\xd8no picture")})
    assert signed_in.get(asked.json()["errand"], headers={"accept": "application/json"}).json() == {"underWay": True}
    assert "picture" in told_after_errand(signed_in, asked)["problem"] and not Asset.objects.exists()


def test_the_library_is_searched_and_a_picture_taken_with_its_credit(
    signed_in: Client, settings: object, standins: str, actor: Actor
) -> None:
    settings.PICTURES_ADDRESS = standins  # type: ignore[attr-defined]
    page = part_after_errand(signed_in, signed_in.post(reverse("search-library"), {"words": "brick"}))
    assert "CC BY" in page
    errand = Errand.objects.get(kind=library.LIBRARY)
    first = errand.result["found"][0]
    small = signed_in.get(reverse("picture-preview", args=[errand.pk, 0]))
    assert reverse("picture-preview", args=[errand.pk, 0]) in page and media_type_of(small.content) == "image/png"
    assert small["Content-Type"] == "image/png" and "sandbox" in small["Content-Security-Policy"]
    assert signed_in.get(reverse("picture-preview", args=[errand.pk, 99])).status_code == 404
    kept = told_after_errand(signed_in, signed_in.post(reverse("keep-asset"), {"token": first["token"]}))
    assert kept["alt"] == first["title"] and first["credit"] in kept["credit"] and first["licence"] in kept["credit"]
    asset = Asset.objects.get(workspace=actor.workspace)
    assert (asset.licence, asset.source) == (first["licence"], first["address"])


def test_what_a_search_kept_goes_with_the_next(signed_in: Client, settings: object, standins: str) -> None:
    settings.PICTURES_ADDRESS = standins  # type: ignore[attr-defined]
    for words in ("brick", "sand"):
        part_after_errand(signed_in, signed_in.post(reverse("search-library"), {"words": words}))
    assert [errand.arguments for errand in Errand.objects.filter(content__isnull=False)] == [{"words": "sand"}]


def test_a_search_of_the_library_is_ones_own_and_comes_without_its_small_pictures_too(
    signed_in: Client, settings: object, standins: str, actor: Actor, monkeypatch: pytest.MonkeyPatch
) -> None:
    settings.PICTURES_ADDRESS = standins  # type: ignore[attr-defined]
    asked: list[str] = []

    def away(address: str) -> bytes:
        asked.append(address)
        raise FileError("picture.unreadable")

    monkeypatch.setattr(library, "brought", away)
    first = signed_in.post(reverse("search-library"), {"words": "brick"})
    again = signed_in.post(reverse("search-library"), {"words": "brick"})  # joined
    assert again.content == first.content and signed_in.post(reverse("search-library"), {"words": "sand"}).status_code == 429
    page = part_after_errand(signed_in, first)
    assert "CC BY" in page and "<img" not in page and len(asked) <= library.MOST_FAILURES
    number = Errand.objects.latest("pk").pk
    client = Client()
    client.force_login(member(actor.workspace, "bea", "writer").person)
    assert client.get(reverse("picture-library", args=[number])).status_code == 404
    assert client.get(reverse("picture-preview", args=[number, 0])).status_code == 404


def test_a_library_that_is_away_is_said(signed_in: Client, settings: object) -> None:
    settings.PICTURES_ADDRESS = "http://127.0.0.1:9"  # type: ignore[attr-defined]
    assert "cannot be reached" in part_after_errand(signed_in, signed_in.post(reverse("search-library"), {"words": "brick"}))


def test_without_a_library_the_screen_says_so(signed_in: Client, settings: object, actor: Actor) -> None:
    settings.PICTURES_ADDRESS = ""  # type: ignore[attr-defined]
    assert "No picture library is set up" in signed_in.post(reverse("search-library"), {"words": "brick"}).content.decode()
    with pytest.raises(ApplicationError):
        keeping.ask_for_picture(actor, token="forged")
