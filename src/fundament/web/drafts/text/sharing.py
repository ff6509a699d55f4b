"""One draft for somebody without an account: links that open it, and who came by them."""

from __future__ import annotations

import threading
import time
from collections import deque
from datetime import timedelta

from django.db.models import F
from django.utils import timezone

from fundament.web.accounts.roles import GUEST, Actor, get_for
from fundament.web.assets.models import Asset
from fundament.web.drafts.models import Draft, Share, ShareVisit
from fundament.web.drafts.text.exporting import pictures_in
from fundament.web.errors import ApplicationError, NotFoundError, TooOftenError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.members.services.links import hash_of, new_token
from fundament.web.typed import one_line

USUAL_HOURS, MOST_HOURS = 72, 24 * 90
MOST_OPEN, MOST_VISITS = 20, 200
MOST_TRIES, TRIES_WITHIN = 20, 900.0  # links that are none, from one address, within so many seconds
SHARE = verb("draft.share", role="editor", can_be_undone=False, touches=(Share,))  # the link is ended instead
RENEW_SHARE = verb("draft.renew_share", asks="draft.share", can_be_undone=False, touches=(Share,))
END_SHARE = verb("draft.end_share", asks="draft.share", can_be_undone=False, touches=(Share,))


def share(actor: Actor, draft_id: int, *, hours: int, with_scores: bool) -> tuple[Share, str]:
    """A link to a draft; the share and its token, which is kept nowhere. Raises ApplicationError."""
    draft = get_for(actor, "draft.share", Draft.objects.defer("document"), pk=draft_id)
    expires_at = _until(hours)
    if sum(one.is_open for one in draft.shares.filter(ended_at=None)) >= MOST_OPEN:
        raise ApplicationError("error.shares_many", most=MOST_OPEN)
    token, token_hash = new_token()
    with recorded(actor, SHARE, draft, hours=hours) as recording:
        made = Share.objects.create(
            draft=draft, token_hash=token_hash, with_scores=with_scores, created_by=actor.person, expires_at=expires_at
        )
        recording.made(made)
    return made, token


def renew(actor: Actor, draft_id: int, share_id: int, hours: int) -> Share:
    """Let a link last so many hours from now on, also one that has expired; one that was ended stays so. Raises NotFoundError."""
    draft = get_for(actor, "draft.share", Draft.objects.defer("document"), pk=draft_id)
    found = draft.shares.filter(pk=share_id, ended_at=None).first()
    if found is None:
        raise NotFoundError("error.not_found")
    expires_at = _until(hours)
    with recorded(actor, RENEW_SHARE, draft, hours=hours) as recording:
        recording.watch([found], "expires_at")
        found.expires_at = expires_at
        found.save(update_fields=["expires_at"])
    return found


def end(actor: Actor, draft_id: int, share_id: int) -> None:
    """End a link: whoever came by it is out with their next request. Raises NotFoundError."""
    draft = get_for(actor, "draft.share", Draft.objects.defer("document"), pk=draft_id)
    found = draft.shares.filter(pk=share_id).first()
    if found is None:
        raise NotFoundError("error.not_found")
    with recorded(actor, END_SHARE, draft) as recording:
        recording.watch([found], "ended_at")
        found.ended_at = found.ended_at or timezone.now()
        found.save(update_fields=["ended_at"])


def shares_of(draft: Draft) -> list[Share]:
    """A draft's links with who came, the newest first."""
    return list(draft.shares.select_related("created_by").prefetch_related("visits"))


def opened(token: str, came_from: str) -> Share:
    """The share of a token. Raises NotFoundError for one that is over or never was, TooOftenError when many such came from one address."""
    if tries.are_too_many(came_from):
        raise TooOftenError("error.guest_tries")
    found = Share.objects.select_related("draft").filter(token_hash=hash_of(token)).first()
    if found is None or not found.is_open or found.draft.archived_at is not None:
        tries.note(came_from)
        raise NotFoundError("error.link_over")
    return found


def enter(found: Share, name: str) -> ShareVisit:
    """Somebody comes by a link and says their name. Raises ApplicationError."""
    clean = one_line(name)
    if not 0 < len(clean) <= 80:
        raise ApplicationError("error.guest_name")
    if found.visits.count() >= MOST_VISITS:
        raise TooOftenError("error.guest_tries")
    return ShareVisit.objects.create(share=found, name=clean)


def guest_of(visit_id: int, draft_id: int) -> tuple[Actor, Share]:
    """Who came by a link, as long as it is open and for its draft. Raises NotFoundError."""
    visit = ShareVisit.objects.select_related("share__draft__workspace").defer("share__draft__document").filter(pk=visit_id).first()
    if visit is None or visit.share.draft_id != draft_id or not visit.share.is_open or visit.share.draft.archived_at is not None:
        raise NotFoundError("error.link_over")
    return Actor(None, visit.share.draft.workspace, GUEST, guest=visit.name, draft=draft_id), visit.share


def note_save(visit_id: int) -> None:
    """A visitor saved."""
    ShareVisit.objects.filter(pk=visit_id).update(saves=F("saves") + 1, last_at=timezone.now())


def picture_for(actor: Actor, draft_id: int, asset_id: int, beginning: str) -> Asset:
    """A picture of the draft's text. beginning: of the hash of its content. Raises NotFoundError for one that the text does not show."""
    draft = get_for(actor, "draft.see", Draft.objects.only("document", "workspace_id"), pk=draft_id)
    found = Asset.objects.filter(workspace=draft.workspace_id, pk=asset_id, content_hash__startswith=beginning).first()
    if found is None or found.address not in pictures_in(draft.document):
        raise NotFoundError("error.not_found")
    return found


def end_shares_of(workspace_id: int, person_id: int) -> None:
    """The links that a person handed out open nothing any more, nor do the visits by them."""
    Share.objects.filter(draft__workspace_id=workspace_id, created_by_id=person_id, ended_at=None).update(ended_at=timezone.now())


def _until(hours: int) -> object:
    if not 0 < hours <= MOST_HOURS:
        raise ApplicationError("error.share_hours", most=MOST_HOURS)
    return timezone.now() + timedelta(hours=hours)


class _Tries:
    """Links that were none, by where they came from; in this process."""

    def __init__(self) -> None:
        self.lock = threading.Lock()
        self.by_address: dict[str, deque[float]] = {}

    def are_too_many(self, address: str) -> bool:
        with self.lock:
            times = self.by_address.get(address, deque())
            while times and times[0] < time.monotonic() - TRIES_WITHIN:
                times.popleft()
            return len(times) >= MOST_TRIES

    def forget(self) -> None:
        """As if none had been tried."""
        with self.lock:
            self.by_address.clear()

    def note(self, address: str) -> None:
        with self.lock:
            if len(self.by_address) > 10_000:
                self.by_address.clear()
            self.by_address.setdefault(address, deque(maxlen=MOST_TRIES)).append(time.monotonic())


tries = _Tries()
