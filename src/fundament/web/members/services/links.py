"""Links that are handed out: their tokens, and whether one still opens what it is for."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta
from typing import TypeVar

from django.utils import timezone

from fundament.web.accounts.models import Invitation, Link, PasswordLink
from fundament.web.errors import NotFoundError

AnyLink = TypeVar("AnyLink", Invitation, PasswordLink)
LASTS = {Invitation: timedelta(days=7), PasswordLink: timedelta(days=1)}


def new_token() -> tuple[str, str]:
    """(token, its hash): the first is handed out, the second is kept."""
    token = secrets.token_urlsafe(32)
    return token, hash_of(token)


def hash_of(token: str) -> str:
    """What is kept of a token."""
    return hashlib.sha256(token.encode("utf-8", errors="replace")).hexdigest()


def is_open(link: Link) -> bool:
    """Whether a link can still be used."""
    return link.used_at is None and link.ended_at is None and link.expires_at > timezone.now()


def opened(kind: type[AnyLink], token: str, *, locked: bool = False) -> AnyLink:
    """The link of a token. Raises NotFoundError for one that was used, has ended or never was: nobody is told which."""
    rows = kind._default_manager.select_for_update() if locked else kind._default_manager
    link = rows.filter(token_hash=hash_of(token)).first()
    if link is None or not is_open(link):
        raise NotFoundError("error.link_over")
    return link
