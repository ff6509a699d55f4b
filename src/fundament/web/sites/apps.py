from functools import partial

from django.apps import AppConfig


class SitesConfig(AppConfig):
    name = "fundament.web.sites"
    label = "sites"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.errands.services import running as errands
        from fundament.web.history.verbs import Verb, declare
        from fundament.web.operating.registry import Service, declare_service
        from fundament.web.operating.services import jobs
        from fundament.web.sites import analysts, tasks  # noqa: F401 - makes its jobs known
        from fundament.web.sites.services import answers, traffic, trying

        jobs.at_start(lambda options: analysts.start(options["analysts"]))
        errands.declare(errands.KindOfErrand(trying.TRIAL, trying.carried_out, lambda _: reverse("operating"), trying.said_of))
        errands.declare(errands.KindOfErrand(traffic.TRAFFIC, traffic.carried_out, lambda given: reverse("site", args=[given["site"]])))
        declare(
            Verb("site.add", "site.change"),
            Verb("site.change", "site.change"),
            Verb("site.archive", "site.change"),
            Verb("site.restore", "site.change"),
        )
        for key, name, try_now in (
            ("results", "Results service", answers.try_results),
            ("keywords", "Keyword catalogue", answers.try_keywords),
            ("trust", "Trust and referring sites", answers.try_trust),
            ("speed", "Speed of pages", answers.try_speed),
            ("pictures", "Picture library", answers.try_pictures),
            ("assistant", "Text assistant", answers.try_assistant),
        ):
            declare_service(Service(key, name, partial(answers.address_of, key), try_now))
