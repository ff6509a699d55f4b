"""The owners' page: failed jobs, services, what is stored, limits."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.messages import words
from fundament.web.accounts.requests import actor_of
from fundament.web.operating.services import jobs, overview
from fundament.web.operating.services.readiness import readiness


@require_GET
def page(request: HttpRequest) -> HttpResponse:
    """The page."""
    actor = actor_of(request)
    stored = overview.disk_used(actor)
    context = {
        "settings_tab": "operating", "failed": jobs.failed_jobs(actor), "services": overview.services(actor),
        "stored": stored, "stored_whole": sum(size for _, size in stored), "limits": overview.limits(), "ready": readiness(),
    }  # fmt: skip
    return render(request, "operating/page.html", context)


@require_POST
def job_again(request: HttpRequest, job: int) -> HttpResponse:
    """Try a failed job again."""
    jobs.try_again(actor_of(request), job)
    messages.success(request, words("operating.queued_again"))
    return redirect("operating")
