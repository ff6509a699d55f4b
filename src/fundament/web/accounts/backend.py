"""Who is signed in, with the workspaces they belong to, in one query: every request asks for both."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.backends import ModelBackend

from fundament.web.accounts.models import Membership, Person


class PersonBackend(ModelBackend):
    """Names and passwords as Django has them."""

    def get_user(self, user_id: Any) -> Person | None:
        """The person of a session; None when they may no longer sign in."""
        memberships = list(Membership.objects.filter(user=user_id).select_related("user", "workspace").order_by("id"))
        if not memberships:
            found: Person | None = super().get_user(user_id)
            return found
        person: Person = memberships[0].user
        person.memberships_of_request = memberships
        return person if self.user_can_authenticate(person) else None
