"""What is observed of pages elsewhere stands beside them, and is a dash where nobody knows."""

from __future__ import annotations

from typing import Any

import httpx
import pytest
from django.test import Client

from fundament.web.sites.models import Observation, ProviderAnswer
from fundament.web.sites.services.observing import figures_of, observe
from fundament.web.studies.models import Study
from fundament.web.studies.results.reading import observe_study

URL = "https://www.ravenscar-conservation.example/guides/repointing-brick-with-lime-mortar/"


def test_trust_and_speed_are_asked_once_and_kept(db: None, outside: str) -> None:
    before = ProviderAnswer.objects.count()
    assert observe([URL, URL, "upload:page.html"]) == []
    found = figures_of([URL])[URL]
    assert set(found) == {"site_trust", "page_trust", "referring_sites", "ttfb_ms", "bytes", "lcp_ms", "cls", "inp_ms"}
    assert observe([URL]) == [] and ProviderAnswer.objects.count() - before == 2  # one of trust, one of speed
    assert figures_of(["https://nobody.example/"]) == {}


def test_the_results_show_what_is_observed(signed_in: Client, study: Study, outside: str) -> None:
    assert "Referring sites" not in signed_in.get(f"/studies/{study.pk}/").content.decode()
    observe_study(study.pk)
    page = signed_in.get(f"/studies/{study.pk}/").content.decode()
    assert "Referring sites" in page and " ms</td>" in page
    csv = signed_in.get(f"/studies/{study.pk}/", {"format": "csv"}).content.decode()
    assert "referring_sites" in csv.splitlines()[0] and "lcp_ms" in csv.splitlines()[0]


@pytest.mark.parametrize("kind", ["html", "down"])
def test_a_service_that_fails_is_said_and_leaves_dashes(signed_in: Client, study: Study, outside: str, settings: Any, kind: str) -> None:
    settings.SPEED_ADDRESS = ""
    httpx.get(f"{outside}/trouble", params={"service": "trust", "kind": kind})
    try:
        observe_study(study.pk)
    finally:
        httpx.get(f"{outside}/trouble", params={"service": "trust", "kind": ""})
    page = signed_in.get(f"/studies/{study.pk}/").content.decode()
    assert "The service that knows trust and referring sites" in page and not Observation.objects.exists()


def test_without_services_nothing_is_asked(db: None, settings: Any) -> None:
    settings.TRUST_ADDRESS = settings.SPEED_ADDRESS = ""
    asked = ProviderAnswer.objects.count()
    assert observe([URL]) == [] and ProviderAnswer.objects.count() == asked
