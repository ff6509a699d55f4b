"""Addresses of the workspace's own sites."""

from django.urls import path

from fundament.web.sites import views

urlpatterns = [
    path("", views.sites, name="sites"),
    path("new/", views.new_site, name="new-site"),
    path("<int:site_id>/", views.site, name="site"),
    path("<int:site_id>/traffic/", views.ask_traffic, name="ask-site-traffic"),
    path("traffic/<int:errand_id>/", views.traffic, name="site-traffic"),
    path("<int:site_id>/change/", views.change, name="change-site"),
    path("<int:site_id>/add/", views.add, name="add-pages"),
    path("<int:site_id>/list/", views.list_again, name="list-site"),
    path("<int:site_id>/read/", views.read, name="read-site"),
    path("<int:site_id>/stop/", views.stop, name="stop-site"),
    path("services/<slug:key>/try/", views.service_now, name="service-now"),
    path("<int:site_id>/archive/", views.archive, name="archive-site"),
]
