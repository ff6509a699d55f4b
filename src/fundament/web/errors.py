"""Errors of the application, each with a sentence of its own. One place turns them into answers (`sentences`)."""

from __future__ import annotations

from fundament.core.errors import SaidError


class ApplicationError(SaidError):
    """Something a person asked for cannot be done; nothing was changed."""

    status = 422


class NotFoundError(ApplicationError):
    """It is not there, or belongs to another workspace: nobody is told which."""

    status = 404


class NotAllowedError(ApplicationError):
    """The person's role does not go so far."""

    status = 403


class ChangedSinceError(ApplicationError):
    """Somebody changed it meanwhile."""

    status = 409


class TooOftenError(ApplicationError):
    """More than anybody does by hand; later it is possible again."""

    status = 429
