"""Jobs of the worker about members."""

from __future__ import annotations

from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from fundament.web.members.services.passwords import mail_link


@app.task(name="mail_password_link", retry=RetryStrategy(max_attempts=2, wait=30))
def mail_password_link_task(name_or_mail: str) -> None:
    """Mail a link for a new password. A job, so that the answer to who asks takes as long for an account that is there as for one that is not."""
    mail_link(name_or_mail)
