from django.apps import AppConfig


class StudiesConfig(AppConfig):
    name = "fundament.web.studies"
    label = "studies"
    verbose_name = "Studies"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.errands.services import running as errands
        from fundament.web.imports import registry
        from fundament.web.operating.registry import Store, declare_store
        from fundament.web.operating.services import jobs
        from fundament.web.studies.decisions import adding, deciding, entities  # noqa: F401 - their verbs
        from fundament.web.studies.plan import outlining, papers, planning  # noqa: F401 - their verbs
        from fundament.web.studies.results import choosing, correcting, opening, pages, purposes, rereading  # noqa: F401 - their verbs
        from fundament.web.studies.results.collecting import raw_bytes, reading_bytes
        from fundament.web.studies.results.importing import RESULTS
        from fundament.web.studies.results.renewing import queue_outdated

        registry.declare(RESULTS)
        jobs.at_start(lambda _: queue_outdated())
        declare_store(Store("pages_as_they_came", raw_bytes))
        declare_store(Store("pages_as_they_were_read", reading_bytes))
        errands.declare(errands.KindOfErrand(papers.PLAN, papers.carried_out, lambda given: reverse("plan", args=[given["study"]])))
        errands.declare(errands.KindOfErrand(pages.PAGE, pages.carried_out, lambda given: reverse("results", args=[given["study"]])))
