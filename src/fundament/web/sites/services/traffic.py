"""How many visits searches bring a site by month, as the keyword catalogue knows it; a job asks it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from fundament.web.accounts.roles import Actor
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_or_join
from fundament.web.sites.services.answers import address_of, provider_of
from fundament.web.sites.services.sites import site_for

TRAFFIC = "site.traffic"  # the kind of errand


def ask_for_traffic(actor: Actor, site_id: int) -> Errand | None:
    """Have the catalogue asked; None where none is set up."""
    site = site_for(actor, site_id)
    return ask_or_join(actor, TRAFFIC, site.host, {"site": site_id}) if address_of("keywords") else None


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> dict[str, Any]:
    """The errand itself: visits by month ("2026-03"). Raises ServiceError."""
    site, catalogue = site_for(actor, arguments["site"]), provider_of("keywords")
    return {"months": dict(catalogue.traffic(site.host, country=site.country)) if hasattr(catalogue, "traffic") else {}}
