"""Addresses of the application."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.urls import include, path
from django.views.generic import RedirectView

from fundament.web.operating.services.readiness import readiness


@login_not_required
def ready(request: HttpRequest) -> HttpResponse:
    """Tells whether work can be done: the database answers, it is of this version, and a worker was seen lately."""
    found = readiness()
    return JsonResponse({name: "ok" if is_right else "not" for name, is_right in found.items()}, status=200 if all(found.values()) else 503)


handler500 = "fundament.web.sentences.fault"
urlpatterns = [
    path("", RedirectView.as_view(pattern_name="studies")),
    path("ready", ready, name="ready"),
    path("", include("fundament.web.operating.urls")),
    path("", include("fundament.web.members.urls")),
    path("", include("fundament.web.history.urls")),
    path("", include("fundament.web.notices.urls")),
    path("studies/", include("fundament.web.study_files.urls")),
    path("", include("fundament.web.drafts.urls")),  # before the studies', whose terms have addresses by key
    path("", include("fundament.web.assets.urls")),
    path("sites/", include("fundament.web.sites.urls")),
    path("keywords/", include("fundament.web.keywords.urls")),
    path("errands/", include("fundament.web.errands.urls")),
    path("imports/", include("fundament.web.imports.urls")),
    path("studies/", include("fundament.web.studies.urls")),
]
