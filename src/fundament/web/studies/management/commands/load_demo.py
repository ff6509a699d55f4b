"""Load the demo: a workspace, the main study read from the stand-ins, a draft half-way, and a poor published page."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError, CommandParser

from fundament.core.reading.read_page import read_page
from fundament.providers.errors import ProviderError
from fundament.web.accounts.models import Membership, Workspace
from fundament.web.drafts.services import create_draft, html_of_reading
from fundament.web.studies.models import Study
from fundament.web.studies.services import open_study, page_fetcher

KEYWORD = "repointing brick with lime mortar"
PUBLISHED = "https://www.marlandquoin.example/advice/repointing-brick"
DRAFT = Path(__file__).parent / "demo_draft.html"


class Command(BaseCommand):
    help = "Load the demo data, once."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--user", required=True)
        parser.add_argument("--password", required=True)

    def handle(self, *args: Any, **options: Any) -> None:
        users = get_user_model().objects
        user, created = users.get_or_create(username=options["user"], defaults={"first_name": "Ada", "last_name": "Marl"})
        if created:
            user.set_password(options["password"])
            user.save()
        workspace, _ = Workspace.objects.get_or_create(name="Marl & Quoin")
        Membership.objects.get_or_create(workspace=workspace, user=user, defaults={"role": "owner"})
        if Study.objects.filter(workspace=workspace).exists():
            return
        self.stdout.write("Loading the demo: reading the pages of the main study.")
        study = open_study(workspace, user, keyword=KEYWORD, country="gb", language="en", device="desktop", depth=20, now=True)
        if study.state != "ready":
            raise CommandError(f"The main study could not be read: {study.problem}")
        create_draft(
            study, user, name="Repointing guide, new version", html=DRAFT.read_text(encoding="utf-8"),
            title_tag="Repointing brick with lime mortar | Marl & Quoin", meta_description="",
        )  # fmt: skip
        try:
            page = page_fetcher().fetch(PUBLISHED)
        except ProviderError as error:
            raise CommandError(f"The published page could not be read: {error}") from error
        reading = read_page(page.content, page.url, header_charset=page.charset)
        create_draft(
            study, user, name="Published page: /advice/repointing-brick", html=html_of_reading(reading),
            title_tag=reading.title, meta_description=reading.description,
        )  # fmt: skip
