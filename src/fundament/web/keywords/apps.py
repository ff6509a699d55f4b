from django.apps import AppConfig


class KeywordsConfig(AppConfig):
    name = "fundament.web.keywords"
    label = "keywords"

    def ready(self) -> None:
        from fundament.web.imports import registry
        from fundament.web.keywords import tasks  # noqa: F401 - makes its jobs known
        from fundament.web.keywords.services import lists  # noqa: F401 - their verbs
        from fundament.web.keywords.services.importing import KEYWORDS

        registry.declare(KEYWORDS)
