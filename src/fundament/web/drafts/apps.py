from django.apps import AppConfig


class DraftsConfig(AppConfig):
    name = "fundament.web.drafts"
    label = "drafts"

    def ready(self) -> None:
        from django.urls import reverse

        from fundament.web.accounts.signals import rights_ended
        from fundament.web.drafts import as_our_texts
        from fundament.web.drafts.desk import language, proposing, wording  # noqa: F401 - their verbs
        from fundament.web.drafts.measuring import stating  # noqa: F401 - their verbs
        from fundament.web.drafts.models import Draft, Revision
        from fundament.web.drafts.queueing import queue_scoring
        from fundament.web.drafts.text import bringing, publishing, saving, sharing  # noqa: F401 - their verbs
        from fundament.web.drafts.text.reworking import begin_reworking
        from fundament.web.drafts.text.sharing import end_shares_of
        from fundament.web.errands.services import running as errands
        from fundament.web.operating.registry import Store, declare_store
        from fundament.web.operating.services.overview import stored_bytes
        from fundament.web.studies import our_texts
        from fundament.web.studies.signals import figures_changed, study_read

        declare_store(Store("drafts", lambda workspace: stored_bytes(Draft.objects.filter(workspace_id=workspace), "document")))
        declare_store(
            Store("revisions", lambda workspace: stored_bytes(Revision.objects.filter(draft__workspace_id=workspace), "document"))
        )

        def score_drafts(sender: object, study_id: int, **_: object) -> None:
            queue_scoring(study_id)

        def draft_of_rework(sender: object, study_id: int, **_: object) -> None:
            begin_reworking(study_id)

        def shares_end(sender: object, workspace_id: int, person_id: int, **_: object) -> None:
            end_shares_of(workspace_id, person_id)

        errands.declare(errands.KindOfErrand(bringing.BRING, bringing.carried_out, lambda given: reverse("drafts", args=[given["study"]])))
        errands.declare(errands.KindOfErrand(wording.WORD, wording.word, lambda given: reverse("desk", args=[given["draft"]])))
        errands.declare(errands.KindOfErrand(wording.REWRITE, wording.rewrite, lambda _: reverse("studies")))
        our_texts.declare(as_our_texts)
        rights_ended.connect(shares_end, dispatch_uid="shares_end", weak=False)
        study_read.connect(draft_of_rework, dispatch_uid="draft_of_rework", weak=False)
        figures_changed.connect(score_drafts, dispatch_uid="score_drafts", weak=False)
