"""The owners' page."""

from django.urls import path

from fundament.web.operating import views

urlpatterns = [
    path("settings/operating/", views.page, name="operating"),
    path("settings/operating/jobs/<int:job>/again/", views.job_again, name="job-again"),
]
