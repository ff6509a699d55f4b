"""Addresses of pictures for drafts."""

from django.urls import path

from fundament.web.assets import views

urlpatterns = [
    path("pictures/", views.keep_asset, name="keep-asset"),
    path("pictures/library/", views.ask_library, name="search-library"),
    path("pictures/library/<int:errand_id>/", views.library, name="picture-library"),
    path("pictures/library/<int:errand_id>/<int:number>/", views.library_preview, name="picture-preview"),
    path("pictures/<int:asset_id>/<slug:hash>/", views.asset, name="asset"),
]
