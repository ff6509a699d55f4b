"""Addresses of drafts."""

from django.urls import path

from fundament.web.drafts import views

urlpatterns = [
    path("of/<int:study_id>/", views.draft_list, name="drafts"),
    path("of/<int:study_id>/new/", views.new_draft, name="new-draft"),
    path("<int:draft_id>/", views.write, name="draft"),
    path("<int:draft_id>/text/", views.save, name="save-draft"),
    path("<int:draft_id>/panel/", views.panel, name="draft-panel"),
    path("<int:draft_id>/rename/", views.rename, name="rename-draft"),
    path("<int:draft_id>/export/", views.export, name="export-draft"),
    path("<int:draft_id>/revisions/", views.revisions, name="revisions"),
    path("<int:draft_id>/revisions/<int:revision_id>/", views.revision, name="revision"),
    path("<int:draft_id>/revisions/<int:revision_id>/take-over/", views.take_over, name="take-over"),
]
