"""Addresses of keyword lists."""

from django.urls import path

from fundament.web.keywords import views

urlpatterns = [
    path("", views.lists, name="keyword-lists"),
    path("new/", views.new_list, name="new-keyword-list"),
    path("from-catalogue/", views.from_catalogue, name="keywords-from-catalogue"),
    path("<int:list_id>/ask-again/", views.ask_again, name="ask-catalogue-again"),
    path("<int:list_id>/", views.keyword_list, name="keyword-list"),
    path("<int:list_id>/add/", views.add, name="add-keywords"),
    path("<int:list_id>/with/", views.with_chosen, name="with-keywords"),
    path("<int:list_id>/rename/", views.rename, name="rename-keyword-list"),
    path("<int:list_id>/archive/", views.archive, name="archive-keyword-list"),
]
