"""Addresses of whole studies: as files, and once more."""

from django.urls import path

from fundament.web.study_files import views

urlpatterns = [
    path("open-file/", views.open_file, name="open-study-file"),
    path("<int:study_id>/file/", views.write_study_file, name="study-file"),
    path("<int:study_id>/duplicate/", views.duplicate, name="duplicate-study"),
]
