"""The first owner of a new workspace."""

from __future__ import annotations

import getpass
import sys
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import transaction

from fundament.web.accounts.models import Membership, Person, Workspace


class Command(BaseCommand):
    help = "Create a person who owns a new workspace. The password is asked for, or read from standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name")
        parser.add_argument("--workspace", default="Workspace")

    def handle(self, *args: Any, **options: Any) -> None:
        name = options["name"].strip()
        if not name or len(name) > 150:
            raise CommandError("Give a name of at most 150 letters.")
        if Person.objects.filter(username=name).exists():
            raise CommandError(f"There is somebody called {name} already.")
        password = getpass.getpass("Password: ") if sys.stdin.isatty() else sys.stdin.readline().rstrip("\n")
        try:
            validate_password(password)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from None
        with transaction.atomic():
            workspace = Workspace.objects.create(name=options["workspace"].strip()[:200] or "Workspace")
            person = Person.objects.create_user(name, password=password)
            Membership.objects.create(workspace=workspace, user=person, role="owner")
        self.stdout.write(f"{name} owns the workspace {workspace.name}.")
