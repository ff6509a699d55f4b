"""One's own account, and the workspace's members."""

from __future__ import annotations

from typing import Any, cast

from django.conf import settings
from django.contrib.auth import login, update_session_auth_hash
from django.contrib.auth.decorators import login_not_required
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from fundament.core.message import message
from fundament.files.pictures import LOGO_BYTES
from fundament.messages import say, say_error
from fundament.web.accounts.models import INTERFACE_LANGUAGES, ROLES, TIME_ZONES, Invitation, Person, WorkspaceLogo
from fundament.web.accounts.requests import WORKSPACE, actor_of, person_of
from fundament.web.accounts.roles import ask, can, seen_by
from fundament.web.accounts.themes import THEMES, choose_theme
from fundament.web.bodies import takes_bodies_of
from fundament.web.errands.services.running import failed
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.members.queueing import queue_password_mail
from fundament.web.members.services import members, passwords, profile, tries, workspaces
from fundament.web.members.services.links import is_open, opened
from fundament.web.policies import FOR_FILES
from fundament.web.templating import message_of
from fundament.web.turns import HASHING, takes_turn
from fundament.web.typed import asked, storable, ticked, typed

_BACKEND = "fundament.web.accounts.backend.PersonBackend"


@require_http_methods(["GET", "POST"])
@takes_turn(HASHING)
def account(request: HttpRequest) -> HttpResponse:
    """Name, time zone and language; password; where one is signed in."""
    person = person_of(request)
    context: dict[str, Any] = {
        "mail": person.email,
        "form": {"display_name": person.display_name, "time_zone": person.time_zone, "language": person.language},
    }
    status = 200
    if request.method == "POST":
        try:
            if typed(request, "what") == "theme":
                answer = redirect(f"{reverse('account')}?saved=profile")
                choose_theme(answer, typed(request, "theme"))
                return answer
            if typed(request, "what") == "mail":
                context["mail"] = typed(request, "mail")
                passwords.change_mail(person, typed(request, "old"), context["mail"])
                return redirect(f"{reverse('account')}?saved=mail")
            if typed(request, "what") == "password":
                passwords.change_password(person, typed(request, "old"), typed(request, "new"))
                update_session_auth_hash(request, person)
                profile.note_sign_in(None, request, person)
                return redirect(f"{reverse('account')}?saved=password")
            context["form"] = {name: typed(request, name) for name in ("display_name", "time_zone", "language")}
            profile.save_profile(person, **context["form"])
            return redirect(f"{reverse('account')}?saved=profile")
        except ApplicationError as error:
            context["problem"], context["problem_of"], status = say_error(error), typed(request, "what") or "profile", error.status
    session = request.session.session_key
    rows = [(row, row.session_id == session) for row in person.sign_ins.order_by("-signed_in_at")]
    context |= {
        "settings_tab": "account",
        "mail_set_up": settings.MAIL_SET_UP,
        "sign_ins": rows,
        "time_zones": TIME_ZONES,
        "languages": INTERFACE_LANGUAGES,
        "themes": THEMES,
        "saved": request.GET.get("saved", ""),
    }
    return render(request, "accounts/account.html", context, status=status)


@require_POST
def end_sign_in(request: HttpRequest, sign_in_id: int) -> HttpResponse:
    """End a session of one's own."""
    profile.end_sign_in(person_of(request), sign_in_id)
    return redirect("account")


@require_POST
def switch(request: HttpRequest, workspace_id: int) -> HttpResponse:
    """Work in another workspace."""
    workspaces.switch(request, workspace_id)
    return redirect("studies")


def _members(request: HttpRequest, status: int = 200, **more: Any) -> HttpResponse:
    actor = actor_of(request)
    rows = actor.workspace.memberships.select_related("user").order_by("id")
    invitations = [i for i in seen_by(actor, Invitation.objects.order_by("-id")) if is_open(i)] if can(actor, "member.invite") else []
    context = {
        "members": rows,
        "invitations": invitations,
        "roles": ROLES,
        "may_invite": can(actor, "member.invite"),
        "has_logo": WorkspaceLogo.objects.filter(workspace=actor.workspace).exists(),
        "me": actor.person,
        "settings_tab": "members",
        **more,
    }
    return render(request, "accounts/members.html", context, status=status)


@require_GET
def member_list(request: HttpRequest) -> HttpResponse:
    """Who belongs to the workspace, and as what."""
    errand = failed(actor_of(request), asked(request, "errand", 15), workspaces.LOGO)
    return _members(request, problem=say(message_of(errand.problem)) if errand is not None and errand.problem else "")


@takes_bodies_of(LOGO_BYTES + 100_000)
@require_POST
def set_logo(request: HttpRequest) -> HttpResponse:
    """Give the workspace's papers a logo, which a job makes of the file, or take it away."""
    actor, upload = actor_of(request), request.FILES.get("logo")
    if ticked(request, "remove"):
        workspaces.set_logo(actor, None)
        return redirect("members")
    ask(actor, "workspace.rename")
    if upload is None:
        return _members(request, 422, problem=say(message("error.no_file")))
    return redirect("errand", workspaces.ask_for_logo(actor, storable(upload.name or "logo")[-200:], upload.read()).pk)


@require_GET
def logo(request: HttpRequest) -> HttpResponse:
    """The logo as a picture."""
    found = WorkspaceLogo.objects.filter(workspace=actor_of(request).workspace).first()
    if found is None:
        raise NotFoundError("error.not_found")
    return HttpResponse(found.content(), content_type="image/png", headers=FOR_FILES)


@require_POST
def rename_workspace(request: HttpRequest) -> HttpResponse:
    """Give the workspace another name."""
    try:
        workspaces.rename(actor_of(request), typed(request, "name"))
    except ApplicationError as error:
        if error.status != 422:
            raise
        return _members(request, 422, problem=say_error(error))
    return redirect("members")


@require_POST
def invite(request: HttpRequest) -> HttpResponse:
    """Make a link that makes its reader a member. It is shown once."""
    try:
        _, token = members.invite(actor_of(request), typed(request, "role"), typed(request, "note"))
    except ApplicationError as error:
        if error.status != 422:
            raise
        return _members(request, 422, problem=say_error(error))
    return _members(request, link=request.build_absolute_uri(reverse("invitation", args=[token])), link_for="invitation")


@require_POST
def end_invitation(request: HttpRequest, invitation_id: int) -> HttpResponse:
    """The invitation opens nothing any more."""
    members.end_invitation(actor_of(request), invitation_id)
    return redirect("members")


@require_POST
def change_member(request: HttpRequest, membership_id: int) -> HttpResponse:
    """Another role for a member, or none."""
    actor = actor_of(request)
    try:
        if ticked(request, "remove"):
            members.remove(actor, membership_id)
        else:
            members.change_role(actor, membership_id, typed(request, "role"))
    except ApplicationError as error:
        if error.status != 422:
            raise
        return _members(request, 422, problem=say_error(error))
    return redirect("members")


@require_POST
def password_link(request: HttpRequest, membership_id: int) -> HttpResponse:
    """Make a link with which a member sets a new password. It is shown once."""
    person, token = passwords.make_link(actor_of(request), membership_id)
    return _members(request, link=request.build_absolute_uri(reverse("new-password", args=[token])), link_for=person.shown)


@login_not_required
@require_http_methods(["GET", "POST"])
@takes_turn(HASHING)
def invitation(request: HttpRequest, token: str) -> HttpResponse:
    """What an invitation's link opens: become a member as who one is, or with a new account."""
    found = opened(Invitation, token)
    context: dict[str, Any] = {"invitation": found, "token": token, "form": {}}
    status = 200
    if request.method == "POST":
        try:
            if request.user.is_authenticated:
                workspace = members.accept(token, person_of(request))
            else:
                names = {name: typed(request, name) for name in ("username", "display_name")}
                context["form"] = names
                person = members.register(token, password=typed(request, "password"), **names)
                login(request, person, backend=_BACKEND)
                workspace = found.workspace
            request.session[WORKSPACE] = workspace.pk
            return redirect("studies")
        except ApplicationError as error:
            context["problem"], status = say_error(error), error.status
    return render(request, "accounts/invitation.html", context, status=status)


class SignInView(LoginView):
    """Signing in, with the delay that failures before make."""

    template_name = "accounts/sign_in.html"
    redirect_authenticated_user = True

    def post(self, request: HttpRequest, *given: Any, **named: Any) -> HttpResponse:
        """Look at a name and a password, unless it is too early."""
        seconds = tries.seconds_to_wait(self._source())
        if not seconds:
            return cast(HttpResponse, super().post(request, *given, **named))
        sent = {"username": {"value": typed(request, "username")}}
        context = {"wait": seconds, "mail_set_up": settings.MAIL_SET_UP, "form": sent, "next": self.get_redirect_url()}
        answer = render(request, self.template_name, context, status=429)
        answer["Retry-After"] = str(seconds)
        return answer

    def form_valid(self, form: AuthenticationForm) -> HttpResponse:
        """Called by Django: they match."""
        tries.note_success(self._source())
        answer = cast(HttpResponse, super().form_valid(form))
        tries.remember_device(answer, cast(Person, form.get_user()))
        return answer

    def form_invalid(self, form: AuthenticationForm) -> HttpResponse:
        """Called by Django: they do not."""
        tries.note_failure(self._source())
        return cast(HttpResponse, super().form_invalid(form))

    def get_context_data(self, **named: Any) -> dict[str, Any]:
        """Called by Django."""
        return {**super().get_context_data(**named), "mail_set_up": settings.MAIL_SET_UP}

    def _source(self) -> tries.Source:
        return tries.source_of(self.request, typed(self.request, "username"))


@login_not_required
@require_http_methods(["GET", "POST"])
def forgotten_password(request: HttpRequest) -> HttpResponse:
    """Ask for a link by mail. The answer is the same whether there is such an account or not."""
    if not settings.MAIL_SET_UP:
        raise NotFoundError("error.not_found")
    asked = typed(request, "who").strip()[:254]
    if request.method == "POST" and asked:
        queue_password_mail(asked)
    return render(request, "accounts/forgotten_password.html", {"asked": asked})


@login_not_required
@require_http_methods(["GET", "POST"])
@takes_turn(HASHING)
def new_password(request: HttpRequest, token: str) -> HttpResponse:
    """What a password link opens."""
    link = passwords.opened_link(token)
    problem, status = "", 200
    if request.method == "POST":
        try:
            person = passwords.set_by_link(token, typed(request, "new"))
            tries.note_success(tries.source_of(request, person.username))
            answer = redirect("sign-in")
            tries.remember_device(answer, person)  # whoever has the link gets in, whatever others tried
            return answer
        except ApplicationError as error:
            problem, status = say_error(error), error.status
    return render(request, "accounts/new_password.html", {"person": link.person, "problem": problem}, status=status)
