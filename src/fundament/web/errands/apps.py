from django.apps import AppConfig


class ErrandsConfig(AppConfig):
    """What is asked for in a form and takes its time: a job with a screen of its own."""

    name = "fundament.web.errands"
    label = "errands"

    def ready(self) -> None:
        from fundament.web.errands import tasks  # noqa: F401 - makes its job known
