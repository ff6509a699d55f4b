"""A part of a screen that an errand fills."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import has_worker


def waiting(request: HttpRequest, errand: Errand, address: str, words: str) -> HttpResponse:
    """What stands there as long as it is under way; it asks for the part again by itself. address: of the part. words: what is being done."""
    context = {"again": address, "words": words, "has_worker": has_worker(errand)}
    return render(request, "errands/waiting_part.html", context)
