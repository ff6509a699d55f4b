from django.apps import AppConfig


class MembersConfig(AppConfig):
    """Screens and services about people and workspaces; their models are in accounts, below the log."""

    name = "fundament.web.members"
    label = "members"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.errands.services import running as errands
        from fundament.web.members.services import members, passwords, workspaces  # noqa: F401 - their verbs
        from fundament.web.members.services.profile import connect

        connect()
        errands.declare(errands.KindOfErrand(workspaces.LOGO, workspaces.carried_out, lambda _: reverse("members")))
