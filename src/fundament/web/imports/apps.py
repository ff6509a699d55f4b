from django.apps import AppConfig


class ImportsConfig(AppConfig):
    name = "fundament.web.imports"
    label = "imports"

    def ready(self) -> None:
        from fundament.web.imports import tasks  # noqa: F401 - makes its jobs known
