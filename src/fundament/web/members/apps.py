from django.apps import AppConfig


class MembersConfig(AppConfig):
    """Screens and services about people and workspaces; their models are in accounts, below the log."""

    name = "fundament.web.members"
    label = "members"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.errands.services import running as errands
        from fundament.web.history.verbs import Verb, declare
        from fundament.web.members.services import workspaces
        from fundament.web.members.services.profile import connect

        connect()
        errands.declare(errands.KindOfErrand(workspaces.LOGO, workspaces.carried_out, lambda _: reverse("members")))
        declare(
            Verb("workspace.rename", "workspace.rename"),
            Verb("workspace.logo", "workspace.rename"),
            Verb("member.invite", "member.invite"),
            Verb("member.end_invitation", "member.invite"),
            Verb("member.accept", "member.change"),
            Verb("member.change", "member.change"),
            Verb("member.remove", "member.change"),
            Verb("member.password", "member.password"),
        )
