"""Workspaces and who belongs to them."""

from django.conf import settings
from django.db import models


class Workspace(models.Model):
    """People who share studies and drafts."""

    name = models.CharField(max_length=200)
    created_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name


class Membership(models.Model):
    """A person in a workspace."""

    ROLES = (("owner", "Owner"), ("editor", "Editor"), ("writer", "Writer"))

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="memberships")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=20, choices=ROLES, default="writer")

    class Meta:
        constraints = (models.UniqueConstraint(fields=["workspace", "user"], name="one_membership_each"),)

    def __str__(self) -> str:
        return f"{self.user} in {self.workspace}"
