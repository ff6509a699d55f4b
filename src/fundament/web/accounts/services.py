"""What the other parts need to know about who is asking."""

from django.contrib.auth.models import AbstractBaseUser
from django.core.exceptions import PermissionDenied

from fundament.web.accounts.models import Workspace


def workspace_of(user: AbstractBaseUser) -> Workspace:
    """The workspace a person works in. Raises PermissionDenied for a person without one."""
    workspace = Workspace.objects.filter(memberships__user=user).order_by("memberships__id").first()
    if workspace is None:
        raise PermissionDenied("Your account belongs to no workspace yet. Ask whoever invited you.")
    return workspace
