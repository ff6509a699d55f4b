"""Addresses of the application's notes."""

from django.urls import path

from fundament.web.notices import views

urlpatterns = [
    path("notes/", views.notices, name="notices"),
    path("notes/count/", views.count, name="notices-count"),
]
