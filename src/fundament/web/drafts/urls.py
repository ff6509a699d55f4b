"""Addresses of drafts, and of the screens that show studies with their drafts."""

from django.urls import path

from fundament.web.drafts import (
    asking_views,
    compare_views,
    file_views,
    measure_views,
    revision_views,
    stating_views,
    study_file_views,
    views,
    yardstick_views,
)

urlpatterns = [
    path("studies/", views.study_list, name="studies"),
    path("studies/<int:study_id>/yardstick/", yardstick_views.yardstick, name="yardstick"),
    path("studies/<int:study_id>/terms/measures/", measure_views.measures, name="measures"),
    path("studies/<int:study_id>/questions/", asking_views.questions, name="questions"),
    path("studies/<int:study_id>/compare/", compare_views.comparison, name="compare"),
    path("studies/open-file/", study_file_views.open_file, name="open-study-file"),
    path("studies/<int:study_id>/file/", study_file_views.write_study_file, name="study-file"),
    path("drafts/of/<int:study_id>/moved/", measure_views.scores_moved, name="scores-moved"),
    path("drafts/of/<int:study_id>/", views.draft_list, name="drafts"),
    path("drafts/of/<int:study_id>/new/", views.new_draft, name="new-draft"),
    path("drafts/of/<int:study_id>/from-outline/", views.from_outline, name="draft-from-outline"),
    path("drafts/<int:draft_id>/to-outline/", views.to_outline, name="outline-from-draft"),
    path("drafts/<int:draft_id>/", views.write, name="draft"),
    path("drafts/<int:draft_id>/text/", views.save, name="save-draft"),
    path("drafts/<int:draft_id>/panel/", views.panel, name="draft-panel"),
    path("drafts/<int:draft_id>/said/", stating_views.state, name="state"),
    path("drafts/<int:draft_id>/said/<int:statement_id>/take-back/", stating_views.take_back, name="take-back-statement"),
    path("drafts/<int:draft_id>/rename/", views.rename, name="rename-draft"),
    path("drafts/<int:draft_id>/archive/", views.archive, name="archive-draft"),
    path("drafts/<int:draft_id>/measured-against/", views.measured_against, name="measured-against"),
    path("drafts/<int:draft_id>/measure-against/", views.measure_against, name="measure-against"),
    path("drafts/of/<int:study_id>/bring/", file_views.bring, name="bring-draft"),
    path("drafts/<int:draft_id>/export/", file_views.exports, name="export-draft"),
    path("drafts/<int:draft_id>/export/<slug:form>/", file_views.export_file, name="export-file"),
    path("drafts/<int:draft_id>/revisions/", views.revisions, name="revisions"),
    path("drafts/<int:draft_id>/published/", views.published, name="publish-draft"),
    path("drafts/<int:draft_id>/published/<int:publication_id>/read/", views.read_publication, name="read-publication"),
    path("drafts/<int:draft_id>/revisions/keep/", revision_views.keep_revision, name="keep-revision"),
    path("drafts/<int:draft_id>/revisions/compare/", revision_views.compare_revisions, name="compare-revisions"),
    path("drafts/<int:draft_id>/revisions/<int:revision_id>/", views.revision, name="revision"),
    path("drafts/<int:draft_id>/revisions/<int:revision_id>/take-over/", views.take_over, name="take-over"),
]
