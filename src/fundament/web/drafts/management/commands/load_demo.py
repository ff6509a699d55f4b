"""Load the demo: a workspace, the owner's site, the main study read from the stand-ins, a draft half-way, and one that reworks a published page."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from fundament.core.documents.html import document_from_html, document_of_reading
from fundament.core.reading.read_page import read_page
from fundament.messages import say_error
from fundament.providers.errors import ProviderError
from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.demo_decisions import OTHERS, SECONDARY, decide_main
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.saving import create_draft
from fundament.web.keywords.services import catalogue
from fundament.web.sites.models import Page
from fundament.web.sites.services import site_reading, sites
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.sites.services.own_pages import note_page
from fundament.web.sites.services.readings import store_raw, store_reading
from fundament.web.studies.models import Study
from fundament.web.studies.results import purposes
from fundament.web.studies.results.opening import open_study

KEYWORD = "repointing brick with lime mortar"
PUBLISHED = "https://www.marlandquoin.example/advice/repointing-brick"
OLD_NAME = "Published page: /advice/repointing-brick"  # what the draft was called before pages were kept
DRAFT = Path(__file__).parent / "demo_draft.html"


class Command(BaseCommand):
    help = "Load the demo data, once."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--user", required=True)
        parser.add_argument("--password", required=True)

    def handle(self, *args: Any, **options: Any) -> None:
        person, created = Person.objects.get_or_create(username=options["user"], defaults={"display_name": "Ada Marl"})
        if created:
            person.set_password(options["password"])
            person.save()
        elif not person.display_name and (person.first_name or person.last_name):
            person.display_name = person.get_full_name()
            person.save(update_fields=["display_name"])
        workspace, _ = Workspace.objects.get_or_create(name="Marl & Quoin")
        membership, _ = Membership.objects.get_or_create(workspace=workspace, user=person, defaults={"role": "owner"})
        actor = Actor(person, workspace, membership.role)
        if not Study.objects.filter(workspace=workspace).exists():
            self._load(actor)
        elif not Page.objects.filter(workspace=workspace, url=PUBLISHED).exists():
            page = self._published(actor)[0]
            Draft.objects.filter(workspace=workspace, name=OLD_NAME).update(page=page, name="Repointing brick, as it is published")

    def _load(self, actor: Actor) -> None:
        self.stdout.write("Loading the demo: reading the pages of the main study.")
        study = open_study(actor, keyword=KEYWORD, country="gb", language="en", device="desktop", depth=20, secondary=SECONDARY, now=True)
        if study.state != "ready":
            raise CommandError(f"The main study could not be read: {study.problem}")
        text = Text.cleaned(document_from_html(DRAFT.read_text(encoding="utf-8")), "Repointing brick with lime mortar | Marl & Quoin")
        create_draft(actor, study.pk, name="Repointing guide, new version", text=text)
        page, text = self._published(actor)
        study.site, study.page_to_rework = page.site, page
        study.save(update_fields=["site", "page_to_rework"])
        create_draft(actor, study.pk, name="Repointing brick, as it is published", text=text, page=page)
        self._site(actor, page, study)
        self._keywords(actor)
        decide_main(actor, study)
        for keyword, decide in OTHERS.items():
            self.stdout.write(f"Loading the demo: reading the pages for “{keyword}”.")
            other = open_study(
                actor, keyword=keyword, folder="Draughts and floors", country="gb", language="en", device="desktop", depth=10, now=True
            )
            if other.state == "ready":
                decide(actor, other)

    def _site(self, actor: Actor, page: Page, study: Study) -> None:
        """The owner's site with its pages, each read once; the page that is reworked is meant for the main study."""
        self.stdout.write("Loading the demo: reading the owner's site.")
        sites.change_site(actor, page.site_id, name="Marl & Quoin", brand_words=["Marl & Quoin", "Harrow Weir"])
        site_reading.begin_listing(actor, page.site_id)
        site_reading.list_pages(page.site_id)
        site_reading.begin_reading(actor, page.site_id)
        site_reading.read_pages(page.site_id, wait=lambda _: None)
        purposes.mean_for(actor, page.site_id, [page.pk], study_id=study.pk)

    def _keywords(self, actor: Actor) -> None:
        """A list out of the catalogue."""
        made = catalogue.ask_catalogue(actor, "pointing", country="gb", language="en")
        catalogue.fill(made.pk)

    def _published(self, actor: Actor) -> tuple[Page, Text]:
        """The owner's published page, and its text."""
        try:
            fetched = page_fetcher().fetch(PUBLISHED)
        except ProviderError as error:
            raise CommandError(f"The published page could not be read: {say_error(error)}") from error
        reading = read_page(fetched.content, fetched.url, header_charset=fetched.charset)
        stored = store_reading(reading, raw=store_raw(fetched))
        page = note_page(actor.workspace, PUBLISHED, reading, stored, site_name="Marl & Quoin")
        return page, Text.cleaned(document_of_reading(reading), reading.title, reading.description)
