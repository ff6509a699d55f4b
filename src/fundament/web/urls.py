"""Addresses of the application."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse
from django.urls import include, path
from django.views.generic import RedirectView


@login_not_required
def health(request: HttpRequest) -> HttpResponse:
    """Answers when the server is up."""
    return HttpResponse("ok", content_type="text/plain")


handler500 = "fundament.web.sentences.fault"
urlpatterns = [
    path("", RedirectView.as_view(pattern_name="studies")),
    path("health", health),
    path("", include("fundament.web.members.urls")),
    path("", include("fundament.web.history.urls")),
    path("", include("fundament.web.drafts.urls")),  # before the studies', whose terms have addresses by key
    path("studies/", include("fundament.web.studies.urls")),
]
