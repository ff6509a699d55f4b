"""What the other parts need to know about who is asking."""

from django.contrib.auth.models import AbstractBaseUser
from django.core.exceptions import PermissionDenied

from fundament.web.accounts.models import Membership, Workspace


def workspace_of(user: AbstractBaseUser) -> Workspace:
    """The workspace a person works in. Raises PermissionDenied for a person without one."""
    return Workspace.objects.get(pk=workspace_id_of(user))


def workspace_id_of(user: AbstractBaseUser) -> int:
    """The number of that workspace, for asking whether something belongs to it."""
    found = Membership.objects.filter(user_id=user.pk).order_by("id").values_list("workspace_id", flat=True).first()
    if found is None:
        raise PermissionDenied("Your account belongs to no workspace yet. Ask whoever invited you.")
    return found
