"""The workspace's own sites and their pages."""

from __future__ import annotations

from datetime import date
from typing import Any

from django.contrib import messages
from django.db.models import Count, Q
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET, require_POST

from fundament.messages import format_day, label, say, words
from fundament.web.accounts.models import TIME_ZONES
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import can
from fundament.web.bodies import takes_bodies_of
from fundament.web.drawings.months import months_strip
from fundament.web.errands.models import Errand
from fundament.web.errands.parts import waiting
from fundament.web.errands.services.running import of_number
from fundament.web.query_tables import query_table_of
from fundament.web.sites.models import Page
from fundament.web.sites.services import site_reading
from fundament.web.sites.services import sites as services
from fundament.web.sites.services.traffic import TRAFFIC, ask_for_traffic
from fundament.web.sites.services.trying import ask_for_trial
from fundament.web.tables import Column, exported
from fundament.web.templating import message_of
from fundament.web.typed import number_typed, ticked, typed

PASTED_BYTES = 6_000_000
FIELDS = {
    "page": "url",
    "page_kind": "kind",
    "length": "words",
    "changed": "changed",
    "read_at": "read_at",
    "meant_for": "purpose__keyword",
}


def _page(page: Page) -> SafeString:
    plain = page.url.removeprefix("https://").removeprefix("http://").partition("/")[2]
    return format_html(
        '<label><input type="checkbox" name="page" value="{}"> {}</label><br><a class="address" href="{}" rel="noreferrer nofollow" target="_blank">/{}</a>',
        page.pk, page.title or "–", page.url, plain,
    )  # fmt: skip


def _state(page: Page) -> SafeString | str:
    if page.state == "failed" and page.problem:
        return format_html('<span class="advice">{}</span>', say(message_of(page.problem)))
    return format_day(page.read_at, short=True) if page.read_at else words("site.not_yet")


def _purpose(page: Page) -> Any:
    return getattr(page, "purpose", None)


def _meant_for(page: Page) -> SafeString | str:
    purpose = _purpose(page)
    if purpose is None:
        return ""
    if purpose.study_id:
        from django.urls import reverse

        return format_html('<a href="{}">{}</a>', reverse("results", args=[purpose.study_id]), purpose.keyword)
    return str(purpose.keyword)


COLUMNS = (
    Column("page", lambda p: p.url, _page, {"address": lambda p: p.url, "title": lambda p: p.title}, number=False, heads_row=True),
    Column("page_kind", lambda p: p.kind, lambda p: label(p.kind) if p.kind else "", number=False),
    Column("length", lambda p: p.words, lambda p: "–" if p.words is None else f"{p.words:,}"),
    Column("changed", lambda p: p.changed, lambda p: format_day(p.changed, short=True) if p.changed else "–", {"changed": lambda p: str(p.changed or "")}, number=False, wraps=False),
    Column("read_at", lambda p: p.read_at, _state, {"state": lambda p: p.state, "read": lambda p: str(p.read_at or "")[:10]}, number=False),
    Column("meant_for", lambda p: _purpose(p).keyword if _purpose(p) else "", _meant_for, {"keyword": lambda p: _purpose(p).keyword if _purpose(p) else ""}, number=False),
)  # fmt: skip


@require_GET
def sites(request: HttpRequest) -> HttpResponse:
    """All sites."""
    actor = actor_of(request)
    archived = request.GET.get("archived") == "1"
    context = {
        "section": "sites",
        "sites": services.sites_for(actor, archived=archived),
        "archived": archived,
        "may_change": can(actor, "site.change"),
    }
    return render(request, "sites/list.html", context)


@require_POST
def new_site(request: HttpRequest) -> HttpResponse:
    """A further site; its sitemap is read at once."""
    actor = actor_of(request)
    made = services.add_site(actor, typed(request, "address"))
    if not made.state and made.listed_at is None:
        site_reading.begin_listing(actor, made.pk)
    return redirect("site", made.pk)


@require_GET
def site(request: HttpRequest, site_id: int) -> HttpResponse:
    """A site with its pages, as the address asks."""
    actor = actor_of(request)
    found = services.site_for(actor, site_id)
    states = Page.objects.filter(site=found).aggregate(
        all=Count("id"),
        read=Count("id", filter=Q(state="read")),
        failed=Count("id", filter=Q(state="failed")),
        new=Count("id", filter=Q(state="new")),
    )
    rows = Page.objects.filter(site=found).select_related("purpose")
    kinds = list(Page.objects.filter(site=found, state="read").values("kind").annotate(count=Count("id")).order_by("-count"))
    kind = request.GET.get("kind", "")
    if kind in {row["kind"] for row in kinds}:
        rows = rows.filter(kind=kind)
    table = query_table_of(
        request, rows, COLUMNS, FIELDS, first="page", searched="url", total=states["all"], kept={"kind": kind} if kind else {}
    )
    file = exported(request, table, f"pages-{found.host}")
    if file is not None:
        return file
    context = {
        "section": "sites", "site": found, "table": table, "states": states, "may_change": can(actor, "site.change"), "may_decide": can(actor, "study.decide"),
        "kinds": [(row["kind"], label(row["kind"]), row["count"]) for row in kinds], "kind": kind, "time_zones": TIME_ZONES,
        "notes": [say(message_of(note)) for note in found.notes],
    }  # fmt: skip
    return render(request, "sites/site.html", context)


@require_POST
def ask_traffic(request: HttpRequest, site_id: int) -> HttpResponse:
    """Have the catalogue asked how many visits searches bring."""
    errand = ask_for_traffic(actor_of(request), site_id)
    return _traffic(request, errand) if errand is not None else HttpResponse()


@require_GET
def traffic(request: HttpRequest, errand_id: int) -> HttpResponse:
    """How many visits searches bring, by month, as the catalogue knows it."""
    return _traffic(request, of_number(actor_of(request), errand_id, TRAFFIC))


def _traffic(request: HttpRequest, errand: Errand) -> HttpResponse:
    if errand.is_under_way:
        return waiting(request, errand, reverse("site-traffic", args=[errand.pk]), words("site.visits_asked"))
    context: dict[str, Any] = {"problem": say(message_of(errand.problem)) if errand.problem else ""}
    months: dict[str, float] = (errand.result or {}).get("months", {})
    if months:
        newest = max(months)
        context |= {"drawing": months_strip(months), "last": months[newest], "month": date.fromisoformat(f"{newest}-01")}
    return render(request, "sites/traffic_part.html", context)


@require_POST
def service_now(request: HttpRequest, key: str) -> HttpResponse:
    """Ask a service a small question, now; a job asks it, and the owners' page says what became of it."""
    return redirect("errand", ask_for_trial(actor_of(request), key).pk)


@require_POST
def change(request: HttpRequest, site_id: int) -> HttpResponse:
    """Change what is said of a site."""
    services.change_site(
        actor_of(request), site_id, name=typed(request, "name"), sitemap=typed(request, "sitemap").strip(), time_zone=typed(request, "time_zone") or "UTC",
        brand_words=typed(request, "brand_words").split(","), pages_a_minute=number_typed(request, "pages_a_minute", 4) or 0,
    )  # fmt: skip
    return redirect("site", site_id)


@takes_bodies_of(PASTED_BYTES)
@require_POST
def add(request: HttpRequest, site_id: int) -> HttpResponse:
    """Give pages by their addresses."""
    new, refused = services.add_addresses(actor_of(request), site_id, typed(request, "addresses"))
    lines = [line[:80] for line in refused[:5]]
    messages.info(request, words("site.pages_added_but" if refused else "site.pages_added", new=new, refused=lines))
    return redirect("site", site_id)


@require_POST
def list_again(request: HttpRequest, site_id: int) -> HttpResponse:
    """Have the sitemap read."""
    site_reading.begin_listing(actor_of(request), site_id)
    return redirect("site", site_id)


@require_POST
def read(request: HttpRequest, site_id: int) -> HttpResponse:
    """Have the pages read."""
    site_reading.begin_reading(actor_of(request), site_id, again=ticked(request, "again"))
    return redirect("site", site_id)


@require_POST
def stop(request: HttpRequest, site_id: int) -> HttpResponse:
    """Stop."""
    site_reading.stop(actor_of(request), site_id)
    return redirect("site", site_id)


@require_POST
def archive(request: HttpRequest, site_id: int) -> HttpResponse:
    """Put the site away, or take it back."""
    away = ticked(request, "away")
    services.archive(actor_of(request), site_id, away=away)
    return redirect("sites") if away else redirect("site", site_id)
