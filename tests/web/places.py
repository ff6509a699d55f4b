"""What every address of the application needs to be asked for, as fixtures."""

from __future__ import annotations

import datetime
from typing import Any

import pytest
from django.db import connection

from fundament.core.documents.html import document_from_html
from fundament.files.pictures import Picture
from fundament.web.accounts.models import Membership
from fundament.web.accounts.roles import Actor
from fundament.web.assets.services.keeping import keep_made
from fundament.web.drafts.measuring.stating import state
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import publishing
from fundament.web.drafts.text.saving import create_draft
from fundament.web.drafts.text.sharing import share
from fundament.web.history.models import ActionLog
from fundament.web.imports.services import taking
from fundament.web.keywords.models import KeywordList
from fundament.web.keywords.services import lists
from fundament.web.members.services.members import invite
from fundament.web.sites.models import Page
from fundament.web.sites.services import sites
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.studies.plan import outlining
from fundament.web.studies.queueing import queue_reading
from fundament.web.studies.results.opening import rename
from tests.web.people.addresses import OF_NOBODY


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    text = Text.cleaned(document_from_html("<p>Keep the lime mortar damp for a week.</p>"), "", "")
    made = create_draft(actor, study.pk, name="Guide", text=text)
    made.revisions.create(version=1, document=made.document)
    return made


@pytest.fixture
def places(actor: Actor, study: Study, draft: Draft) -> dict[str, dict[str, Any]]:
    """What each address needs."""
    invitation, _ = invite(actor, "writer")
    rename(actor, study.pk, "Named")
    compiled = compiled_of(study.pk)
    assert compiled is not None
    result = study.results.filter(state="read").first()
    Study.objects.filter(pk=study.pk).update(division={"by": "terms", "terms": [["a"], ["b"]], "groups": {str(result.rank): 0}})
    of_study = {"study_id": study.pk}
    of_result = {**of_study, "result_id": result.pk}
    of_draft = {"draft_id": draft.pk}
    of_revision = {**of_draft, "revision_id": draft.revisions.get().pk}
    found: dict[str, dict[str, Any]] = {name: {} for name in OF_NOBODY}
    found |= dict.fromkeys(["results", "duplicate-study", "progress", "scores-of-left-out", "choose", "as-proposed", "read-again", "renew", "rename-study", "archive-study", "study-history", "yardstick", "aims", "confirm-plan", "plan-length", "decide", "add-terms", "take-back", "join", "set-secondary", "add-entity", "scores-moved", "study-file", "demand", "take-up", "keep-intent", "add-page", "reread-study", "compare", "questions", "plan", "set-plan", "set-plan-pdf", "export-plan", "add-heading", "draft-from-outline", "terms", "measures", "entities", "own-entities", "outline", "drafts", "new-draft"], of_study)  # fmt: skip
    found |= dict.fromkeys(("reading", "preview", "overrule", "as-read", "read-page-again", "bring-page"), of_result)
    found |= dict.fromkeys(
        [
            "draft",
            "save-draft",
            "draft-panel",
            "rename-draft",
            "archive-draft",
            "measured-against",
            "measure-against",
            "export-draft",
            "revisions",
        ],
        of_draft,
    )
    found |= dict.fromkeys(("revision", "take-over", "merge-revision"), of_revision)
    keyword_list, table, own, publication = things_beside_studies(actor, draft)
    found |= {
        key: {"list_id": keyword_list}
        for key in ["ask-catalogue-again", "keyword-list", "add-keywords", "with-keywords", "rename-keyword-list", "archive-keyword-list"]
    }
    found |= {key: {"import_id": table} for key in ["import", "import-columns", "take-import", "stop-import"]}
    found |= {
        key: {"site_id": own}
        for key in [
            "mean-for",
            "ask-site-traffic",
            "site",
            "change-site",
            "add-pages",
            "list-site",
            "read-site",
            "stop-site",
            "archive-site",
        ]
    }
    found["publish-draft"] = of_draft
    found["export-file"] = {**of_draft, "form": "markdown"}
    found["bring-draft"] = of_study
    found["keep-revision"] = found["compare-revisions"] = of_draft
    found["state"] = found["proposals"] = found["settle-proposals"] = found["rewrite"] = found["say-of-language"] = found["shares"] = (
        of_draft
    )
    found |= dict.fromkeys(("guest-desk", "guest-save", "guest-panel", "guest-version"), of_draft)
    found["shared"] = {"token": "none"}
    found["renew-share"] = found["end-share"] = {**of_draft, "share_id": share(actor, draft.pk, hours=1, with_scores=True)[0].pk}
    found["take-back-statement"] = {**of_draft, "statement_id": state(actor, draft.pk, "not_for_page", "terms:x").pk}
    picture = keep_made(actor, Picture(b"\x89PNG", "image/png", 1, 1))
    found["asset"] = {"asset_id": picture.pk, "hash": picture.content_hash[:12]}
    found["guest-picture"] = {**of_draft, **found["asset"]}
    found["read-publication"] = {**of_draft, "publication_id": publication}
    found["term"] = {**of_study, "key": compiled.yardstick.terms[0].key}
    found["entity"] = {**of_study, "key": compiled.yardstick.entities[0].key}
    node = outlining.add_heading(actor, study.pk, "A heading")
    found |= {name: {**of_study, "key": node.key} for name in ("outline-node", "move-heading")}
    found["outline-from-draft"] = of_draft
    found |= {name: {**of_study, "key": compiled.yardstick.subtopics[0].key} for name in ("split", "call")}
    found["subtopic"] = {**of_study, "key": compiled.yardstick.subtopics[0].key}
    found["undo"] = {"action_id": ActionLog.objects.filter(verb="study.rename").first().pk}
    membership = {"membership_id": Membership.objects.get(user=actor.person).pk}
    found |= {"change-member": membership, "password-link": membership, "end-invitation": {"invitation_id": invitation.pk}}
    found["job-again"], found["service-now"] = {"job": a_failed_job(study)}, {"key": "results"}
    found["switch-workspace"] = {"workspace_id": actor.workspace.pk}
    found["errand"] = found["plan-pdf"] = found["site-traffic"] = found["picture-library"] = {"errand_id": 10**6}  # one's own alone
    found["picture-preview"] = {"errand_id": 10**6, "number": 0}
    found["end-sign-in"] = {"sign_in_id": 10**6}
    found["invitation"] = found["new-password"] = {"token": "none"}
    return found


def things_beside_studies(actor: Actor, draft: Draft) -> tuple[int, int, int, int]:
    """The numbers of a keyword list, an import, a site and a publication."""
    keyword_list = lists.create_list(actor, "Pointing", source="catalogue: pointing")
    lists.add_phrases(actor, keyword_list.pk, "lime mortar")
    KeywordList.objects.filter(pk=keyword_list.pk).update(problem=["keywords.none_found", {"asked": "pointing"}])
    table = taking.offer(actor, "keywords", b"keyword\nlime mortar\n", "k.csv")
    taking.look(table.pk)
    own = sites.add_site(actor, "marlandquoin.example")
    page = Page.objects.create(workspace=actor.workspace, site=own, url="https://www.marlandquoin.example/a")
    publication = publishing.publish(actor, draft.pk, page.pk, datetime.date(2026, 11, 2))
    return keyword_list.pk, table.pk, own.pk, publication.pk


def a_failed_job(study: Study) -> int:
    """The number of a job about a study that was given up."""
    queue_reading(study)
    with connection.cursor() as cursor:
        cursor.execute("UPDATE procrastinate_jobs SET status = 'failed' WHERE task_name = 'read_study' RETURNING id")
        return int(cursor.fetchone()[0])
