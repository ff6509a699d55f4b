from functools import partial

from django.apps import AppConfig


class SitesConfig(AppConfig):
    name = "fundament.web.sites"
    label = "sites"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.providers.kinds import KINDS
        from fundament.web.errands.services import running as errands
        from fundament.web.operating.registry import Service, declare_service
        from fundament.web.operating.services import jobs
        from fundament.web.sites import analysts, tasks  # noqa: F401 - makes its jobs known
        from fundament.web.sites.services import (
            answers,
            sites,  # noqa: F401 - their verbs
            traffic,
            trying,
        )

        jobs.at_start(lambda options: analysts.start(options["analysts"]))
        errands.declare(errands.KindOfErrand(trying.TRIAL, trying.carried_out, lambda _: reverse("operating"), trying.outcome_sentence))
        errands.declare(errands.KindOfErrand(traffic.TRAFFIC, traffic.carried_out, lambda given: reverse("site", args=[given["site"]])))
        for kind in KINDS.values():
            declare_service(Service(kind.key, partial(answers.address_of, kind.key), partial(answers.try_service, kind.key)))
