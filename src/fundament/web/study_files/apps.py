from django.apps import AppConfig


class StudyFilesConfig(AppConfig):
    """Whole studies, with all they own: written as a file, opened from one, duplicated. It has no tables of its own."""

    name = "fundament.web.study_files"
    label = "study_files"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.errands.services import running as errands
        from fundament.web.studies.results.opening import OPEN_FILE
        from fundament.web.study_files import (
            duplicating,  # noqa: F401 - their verbs
            opening,
        )

        errands.declare(errands.KindOfErrand(OPEN_FILE, opening.carried_out, lambda _: reverse("new-study")))
