from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "fundament.web.accounts"
    label = "accounts"

    def ready(self) -> None:
        from fundament.web.accounts.services.profile import connect
        from fundament.web.history.verbs import Verb, declare

        connect()
        declare(
            Verb("workspace.rename", "workspace.rename"),
            Verb("member.invite", "member.invite"),
            Verb("member.end_invitation", "member.invite"),
            Verb("member.accept", "member.change"),
            Verb("member.change", "member.change"),
            Verb("member.remove", "member.change"),
            Verb("member.password", "member.password"),
        )
