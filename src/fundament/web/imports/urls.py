"""Addresses of tables that are brought in."""

from django.urls import path

from fundament.web.imports import views

urlpatterns = [
    path("", views.imports, name="imports"),
    path("new/", views.new_import, name="new-import"),
    path("<int:import_id>/", views.one_import, name="import"),
    path("<int:import_id>/columns/", views.say_columns, name="import-columns"),
    path("<int:import_id>/take/", views.take, name="take-import"),
    path("<int:import_id>/stop/", views.stop, name="stop-import"),
]
