"""Jobs about members, queued."""

from __future__ import annotations

from fundament.web.operating.services.queueing import queue


def queue_password_mail(name_or_mail: str) -> None:
    """The mail with a link for a new password."""
    queue("mail_password_link", name_or_mail=name_or_mail)
