"""Addresses of drafts, and of the screens that show studies with their drafts."""

from django.urls import path

from fundament.web.drafts.compared import asking_views, compare_views, measure_views, yardstick_views
from fundament.web.drafts.desk import desk_views, language_views, proposal_views, sharing_views
from fundament.web.drafts.measuring import stating_views
from fundament.web.drafts.text import draft_views, file_views, revision_views

urlpatterns = [
    path("studies/<int:study_id>/yardstick/", yardstick_views.yardstick, name="yardstick"),
    path("studies/<int:study_id>/terms/measures/", measure_views.measures, name="measures"),
    path("studies/<int:study_id>/questions/", asking_views.questions, name="questions"),
    path("studies/<int:study_id>/compare/", compare_views.comparison, name="compare"),
    path("drafts/of/<int:study_id>/moved/", measure_views.scores_moved, name="scores-moved"),
    path("drafts/of/<int:study_id>/", draft_views.draft_list, name="drafts"),
    path("drafts/of/<int:study_id>/new/", draft_views.new_draft, name="new-draft"),
    path("drafts/of/<int:study_id>/from-outline/", draft_views.from_outline, name="draft-from-outline"),
    path("drafts/<int:draft_id>/to-outline/", draft_views.to_outline, name="outline-from-draft"),
    path("drafts/<int:draft_id>/", desk_views.write, name="draft"),
    path("drafts/<int:draft_id>/text/", desk_views.save, name="save-draft"),
    path("drafts/<int:draft_id>/panel/", desk_views.panel, name="draft-panel"),
    path("drafts/<int:draft_id>/said/", stating_views.state, name="state"),
    path("drafts/<int:draft_id>/said/<int:statement_id>/take-back/", stating_views.take_back, name="take-back-statement"),
    path("drafts/<int:draft_id>/proposals/", proposal_views.proposals, name="proposals"),
    path("drafts/<int:draft_id>/proposals/settle/", proposal_views.settle, name="settle-proposals"),
    path("drafts/<int:draft_id>/rewrite/", proposal_views.rewrite, name="rewrite"),
    path("drafts/<int:draft_id>/language/", language_views.say_of_language, name="say-of-language"),
    path("drafts/<int:draft_id>/share/", sharing_views.shares, name="shares"),
    path("drafts/<int:draft_id>/share/<int:share_id>/renew/", sharing_views.renew_share, name="renew-share"),
    path("drafts/<int:draft_id>/share/<int:share_id>/end/", sharing_views.end_share, name="end-share"),
    path("shared/<int:draft_id>/", sharing_views.guest_desk, name="guest-desk"),
    path("shared/<int:draft_id>/text/", sharing_views.guest_save, name="guest-save"),
    path("shared/<int:draft_id>/panel/", sharing_views.guest_panel, name="guest-panel"),
    path("shared/<int:draft_id>/pictures/<int:asset_id>/<slug:hash>/", sharing_views.guest_picture, name="guest-picture"),
    path("shared/<int:draft_id>/version/", sharing_views.guest_version, name="guest-version"),
    path("shared/by/<str:token>/", sharing_views.shared, name="shared"),
    path("drafts/<int:draft_id>/rename/", draft_views.rename, name="rename-draft"),
    path("drafts/<int:draft_id>/archive/", draft_views.archive, name="archive-draft"),
    path("drafts/<int:draft_id>/measured-against/", draft_views.measured_against, name="measured-against"),
    path("drafts/<int:draft_id>/measure-against/", draft_views.measure_against, name="measure-against"),
    path("drafts/of/<int:study_id>/bring/", file_views.bring, name="bring-draft"),
    path("drafts/<int:draft_id>/export/", file_views.exports, name="export-draft"),
    path("drafts/<int:draft_id>/export/<slug:form>/", file_views.export_file, name="export-file"),
    path("drafts/<int:draft_id>/revisions/", revision_views.revisions, name="revisions"),
    path("drafts/<int:draft_id>/published/", revision_views.published, name="publish-draft"),
    path("drafts/<int:draft_id>/published/<int:publication_id>/read/", revision_views.read_publication, name="read-publication"),
    path("drafts/<int:draft_id>/revisions/keep/", revision_views.keep_revision, name="keep-revision"),
    path("drafts/<int:draft_id>/revisions/compare/", revision_views.compare_revisions, name="compare-revisions"),
    path("drafts/<int:draft_id>/revisions/<int:revision_id>/", revision_views.revision, name="revision"),
    path("drafts/<int:draft_id>/revisions/<int:revision_id>/merge/", revision_views.merge_revision, name="merge-revision"),
    path("drafts/<int:draft_id>/revisions/<int:revision_id>/take-over/", revision_views.take_over, name="take-over"),
]
