from django.apps import AppConfig


class KeywordsConfig(AppConfig):
    name = "fundament.web.keywords"
    label = "keywords"

    def ready(self) -> None:
        from fundament.web.history.verbs import Verb, declare
        from fundament.web.imports import registry
        from fundament.web.keywords import tasks  # noqa: F401 - makes its jobs known
        from fundament.web.keywords.services.importing import KEYWORDS

        registry.declare(KEYWORDS)
        declare(
            Verb("keywords.create", "keywords.change"),
            Verb("keywords.add", "keywords.change"),
            Verb("keywords.remove", "keywords.change"),
            Verb("keywords.rename", "keywords.change"),
            Verb("keywords.archive", "keywords.change"),
            Verb("keywords.restore", "keywords.change"),
        )
