"""Workspaces, invitations, passwords, sessions, time zones."""

from __future__ import annotations

import datetime
import re
from typing import Any

import pytest
from django.contrib.sessions.models import Session
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fundament.web.accounts.models import Invitation, Membership, PasswordLink, Person, SignIn, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import sharing
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.members.services import members, passwords
from fundament.web.studies.models import Study
from tests.helpers import raises_saying
from tests.web.conftest import make_draft, member

PASSWORD = "a-long-enough-one"


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    return make_draft(actor, study, "<p>Lime.</p>")


def link_of(page: str) -> str:
    found = re.search(r'id="made-link" readonly value="([^"]+)"', page)
    assert found is not None
    return "/" + found.group(1).split("/", 3)[3]


def test_an_invitation_makes_a_new_account_a_member_once(signed_in: Client, client: Client, workspace: Workspace) -> None:
    page = signed_in.post(reverse("invite"), {"role": "editor", "note": "for Bea"}).content.decode()
    link = link_of(page)
    assert link not in signed_in.get(reverse("members")).content.decode()  # it is shown once
    assert not Invitation.objects.filter(token_hash__in=link.split("/")).exists()  # and kept as a hash only
    visitor = Client()
    assert "Marl &amp; Quoin" in visitor.get(link).content.decode()
    bad = visitor.post(link, {"username": "ADA", "password": PASSWORD, "display_name": "Bea"})
    assert bad.status_code == 422 and "account of this name already" in bad.content.decode() and 'value="Bea"' in bad.content.decode()
    assert visitor.post(link, {"username": "bea", "password": "short"}).status_code == 422
    assert visitor.post(link, {"username": "bea", "password": PASSWORD, "display_name": "Bea"}).url == reverse("studies")
    assert Membership.objects.get(user__username="bea").role == "editor"
    assert visitor.get(reverse("studies")).status_code == 200
    assert Client().get(link).status_code == 404  # used


def test_an_invitation_makes_a_person_a_member_of_a_second_workspace_and_they_switch(client: Client, actor: Actor, study: Study) -> None:
    other = Workspace.objects.create(name="Second workspace")
    bea = member(other, "bea", "owner").person
    _, token = members.invite(actor, "reader")
    client.force_login(bea)
    assert client.get(reverse("results", args=[study.pk])).status_code == 404
    client.post(reverse("invitation", args=[token]))
    assert client.get(reverse("results", args=[study.pk])).status_code == 200
    page = client.get(reverse("studies")).content.decode()
    assert "Second workspace" in page and "repointing" in page
    client.post(reverse("switch-workspace", args=[other.pk]))
    assert client.get(reverse("results", args=[study.pk])).status_code == 404
    assert "repointing" not in client.get(reverse("studies")).content.decode()
    third = Workspace.objects.create(name="Third")
    assert client.post(reverse("switch-workspace", args=[third.pk])).status_code == 404


@pytest.mark.parametrize("change", [{"ended_at": timezone.now()}, {"expires_at": timezone.now()}, {"used_at": timezone.now()}])
def test_a_link_that_is_over_opens_nothing(client: Client, actor: Actor, change: dict[str, Any]) -> None:
    invitation, token = members.invite(actor, "owner")
    Invitation.objects.filter(pk=invitation.pk).update(**change)
    with pytest.raises(NotFoundError):
        members.accept(token, Person.objects.create_user("bea"))
    assert client.get(reverse("invitation", args=[token])).status_code == 404


def test_the_last_owner_stays_one(actor: Actor) -> None:
    mine = Membership.objects.get(user=actor.person)
    for act in (lambda: members.remove(actor, mine.pk), lambda: members.change_role(actor, mine.pk, "reader")):
        with raises_saying(ApplicationError, "only owner"):
            act()
    member(actor.workspace, "bea", "owner")
    members.change_role(actor, mine.pk, "reader")


def test_a_password_is_changed_and_all_other_sessions_end(person: Person) -> None:
    person.set_password(PASSWORD)
    person.save()
    here, elsewhere = Client(), Client()
    for client in (here, elsewhere):
        client.post(reverse("sign-in"), {"username": "ada", "password": PASSWORD})
    assert SignIn.objects.filter(person=person).count() == 2
    wrong = here.post(reverse("account"), {"what": "password", "old": "no", "new": "another-long-one"})
    assert wrong.status_code == 422 and "Nothing was changed" in wrong.content.decode()
    here.post(reverse("account"), {"what": "password", "old": PASSWORD, "new": "another-long-one"})
    assert here.get(reverse("studies")).status_code == 200
    assert elsewhere.get(reverse("studies")).status_code == 302
    assert Client().post("/sign-in/", {"username": "ada", "password": "another-long-one"}).status_code == 302


def test_an_owner_hands_out_a_link_for_a_new_password(signed_in: Client, actor: Actor) -> None:
    bea = member(actor.workspace, "bea", "writer").person
    assert bea is not None
    membership = Membership.objects.get(user=bea)
    session = Client()
    session.force_login(bea)
    link = link_of(signed_in.post(reverse("password-link", args=[membership.pk])).content.decode())
    assert "bea" in Client().get(link).content.decode()
    assert Client().post(link, {"new": "short"}).status_code == 422
    assert Client().post(link, {"new": PASSWORD}).url == reverse("sign-in")
    assert (
        Client().post("/sign-in/", {"username": "bea", "password": PASSWORD}).status_code == 302
        and session.get(reverse("studies")).status_code == 302
    )
    assert Client().get(link).status_code == 404 and PasswordLink.objects.get().used_at is not None
    Membership.objects.create(workspace=Workspace.objects.create(name="Hers"), user=bea, role="owner")
    answer = signed_in.post(reverse("password-link", args=[membership.pk]))
    assert answer.status_code == 403 and "other workspaces" in answer.content.decode()


def test_a_password_link_is_over_when_the_member_joins_another_workspace_or_the_maker_goes(actor: Actor) -> None:
    ada = actor.person
    assert ada is not None
    bea = member(actor.workspace, "bea", "writer").person
    other = member(actor.workspace, "cora", "owner")
    assert bea is not None and other.person is not None
    of_bea = Membership.objects.get(user=bea)

    def opens(token: str) -> bool:
        return Client().get(reverse("new-password", args=[token])).status_code == 200

    elsewhere = Workspace.objects.create(name="Elsewhere")
    owner_there = member(elsewhere, "dora", "owner")
    _, token = passwords.make_link(actor, of_bea.pk)
    assert opens(token)
    members.accept(members.invite(owner_there, "reader")[1], bea)
    assert not opens(token)
    PasswordLink.objects.update(ended_at=None)  # a link that somehow stayed is asked again when it is used
    assert not opens(token)
    with pytest.raises(NotFoundError):
        passwords.set_by_link(token, PASSWORD)
    Membership.objects.filter(user=bea, workspace=elsewhere).delete()
    assert opens(token)
    members.remove(other, Membership.objects.get(user=ada, workspace=actor.workspace).pk)
    assert not opens(token)


def test_an_owner_who_goes_or_is_one_no_more_leaves_no_way_back(actor: Actor, draft: Draft) -> None:
    other = member(actor.workspace, "cora", "owner")
    assert other.person is not None
    for act in (lambda of: members.change_role(actor, of, "writer"), lambda of: members.remove(actor, of)):
        Membership.objects.filter(user=other.person).update(role="owner")
        _, token = members.invite(other, "owner")
        share, _ = sharing.share(other, draft.pk, hours=5, with_scores=True)
        kept, _ = sharing.share(actor, draft.pk, hours=5, with_scores=True)
        act(Membership.objects.get(user=other.person, workspace=actor.workspace).pk)
        with pytest.raises(NotFoundError):
            members.accept(token, other.person)
        share.refresh_from_db()
        kept.refresh_from_db()
        assert not share.is_open and kept.is_open


def test_ones_own_sessions_are_listed_and_ended(person: Person, actor: Actor) -> None:
    one, other = Client(), Client()
    for client in (one, other):
        client.force_login(person)
    mine = SignIn.objects.exclude(session_id=one.session.session_key).get(person=person)
    assert one.get(reverse("account")).content.decode().count("End</button>") == 1
    bea = Client()
    bea.force_login(member(actor.workspace, "bea", "owner").person)
    assert bea.post(reverse("end-sign-in", args=[mine.pk])).status_code == 404
    one.post(reverse("end-sign-in", args=[mine.pk]))
    assert other.get(reverse("studies")).status_code == 302 and one.get(reverse("studies")).status_code == 200
    assert Session.objects.count() == 2


def test_times_are_shown_in_the_persons_zone(signed_in: Client, person: Person, study: Study) -> None:
    Study.objects.filter(pk=study.pk).update(created_at=datetime.datetime(2026, 1, 31, 23, 30, tzinfo=datetime.UTC))
    form = {"what": "profile", "display_name": "Ada Marl", "language": "en-gb"}
    assert signed_in.post(reverse("account"), {**form, "time_zone": "Pacific/Auckland"}).status_code == 302
    assert "1 Feb 2026" in signed_in.get(reverse("studies")).content.decode()
    signed_in.post(reverse("account"), {**form, "time_zone": "America/New_York"})
    assert "31 Jan 2026" in signed_in.get(reverse("studies")).content.decode()
    bad = signed_in.post(reverse("account"), {**form, "time_zone": "Mars/Base", "display_name": "Kept name"})
    assert bad.status_code == 422 and "no such time zone" in bad.content.decode() and "Kept name" in bad.content.decode()
    Person.objects.filter(pk=person.pk).update(time_zone="Gone/Away")
    assert signed_in.get(reverse("studies")).status_code == 200


def test_changing_ones_own_password_needs_one_that_is_long_enough(person: Person) -> None:
    person.set_password(PASSWORD)
    with raises_saying(ApplicationError, "cannot be used"):
        passwords.change_password(person, PASSWORD, "short")
