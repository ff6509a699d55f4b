from django.apps import AppConfig


class StudiesConfig(AppConfig):
    name = "fundament.web.studies"
    label = "studies"
    verbose_name = "Studies"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.errands.services import running as errands
        from fundament.web.history.verbs import Verb, declare
        from fundament.web.imports import registry
        from fundament.web.operating.registry import Store, declare_store
        from fundament.web.operating.services import jobs
        from fundament.web.studies.decisions.deciding import follow_decisions
        from fundament.web.studies.figures.figures import follow
        from fundament.web.studies.plan import papers
        from fundament.web.studies.plan.outlining import follow_outline
        from fundament.web.studies.results import pages
        from fundament.web.studies.results.collecting import raw_bytes, reading_bytes
        from fundament.web.studies.results.correcting import follow_result
        from fundament.web.studies.results.importing import RESULTS
        from fundament.web.studies.results.renewing import queue_outdated

        registry.declare(RESULTS)
        jobs.at_start(lambda _: queue_outdated())
        declare_store(Store("pages_as_they_came", raw_bytes))
        declare_store(Store("pages_as_they_were_read", reading_bytes))
        errands.declare(errands.KindOfErrand(papers.PLAN, papers.carried_out, lambda given: reverse("plan", args=[given["study"]])))
        errands.declare(errands.KindOfErrand(pages.PAGE, pages.carried_out, lambda given: reverse("results", args=[given["study"]])))
        declare(
            Verb("study.open", "study.open", can_be_undone=False),
            Verb("study.defaults", "study.open"),
            Verb("study.folder", "study.choose"),
            Verb("study.read_again", "study.choose", can_be_undone=False),
            Verb("study.add_page", "study.choose", can_be_undone=False),  # it is left out instead
            Verb("study.read_page", "study.choose", can_be_undone=False),
            Verb("study.bring_page", "study.choose", can_be_undone=False),
            Verb("study.reread", "study.choose", follow=follow),
            Verb("study.choose", "study.choose", follow=follow),
            Verb("study.as_proposed", "study.choose", follow=follow),
            Verb("study.overrule", "study.correct", follow=follow_result),
            Verb("study.as_read", "study.correct", follow=follow_result),
            Verb("study.bring_entities", "study.decide", follow=follow),
            Verb("study.drop_entities", "study.decide", follow=follow),
            Verb("study.decide", "study.decide", follow=follow_decisions),
            Verb("study.call", "study.decide", follow=follow_decisions),
            Verb("study.add_terms", "study.decide", follow=follow),
            Verb("study.add_entities", "study.decide", follow=follow),
            Verb("study.join", "study.decide", follow=follow),
            Verb("study.split", "study.decide", follow=follow),
            Verb("study.take_back", "study.decide", follow=follow),
            Verb("study.secondary_keywords", "study.decide", follow=follow),
            Verb("site.mean_for", "study.decide"),
            Verb("study.confirm", "study.decide", follow=follow_decisions),
            Verb("study.plan_length", "study.decide", follow=follow_decisions),
            Verb("outline.add", "study.decide", follow=follow_outline),
            Verb("outline.change", "study.decide", follow=follow_outline),
            Verb("outline.move", "study.decide", follow=follow_outline),
            Verb("outline.remove", "study.decide", follow=follow_outline),
            Verb("outline.take", "study.decide", follow=follow_outline),
            Verb("study.plan", "study.decide", follow=follow_outline),
            Verb("study.rename", "study.choose"),
            Verb("study.archive", "study.archive"),
            Verb("study.restore", "study.archive"),
        )
