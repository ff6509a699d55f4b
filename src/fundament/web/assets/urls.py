"""Addresses of pictures for drafts."""

from django.urls import path

from fundament.web.assets import views

urlpatterns = [
    path("pictures/", views.keep_asset, name="keep-asset"),
    path("pictures/library/", views.library, name="picture-library"),
    path("pictures/library/preview/", views.library_preview, name="picture-preview"),
    path("pictures/<int:asset_id>/<slug:hash>/", views.asset, name="asset"),
]
