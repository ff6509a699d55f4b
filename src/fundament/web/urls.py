"""Addresses of the application."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse
from django.urls import include, path
from django.views.generic import RedirectView


@login_not_required
def health(request: HttpRequest) -> HttpResponse:
    """Answers when the server is up."""
    return HttpResponse("ok", content_type="text/plain")


urlpatterns = [
    path("", RedirectView.as_view(pattern_name="studies")),
    path("health", health),
    path("", include("fundament.web.accounts.urls")),
    path("studies/", include("fundament.web.studies.urls")),
    path("drafts/", include("fundament.web.drafts.urls")),
]
