"""Says what is set up and what is missing."""

from __future__ import annotations

import sys
from typing import Any

from django.core.management.base import BaseCommand

from fundament.web.operating.services.checking import findings


class Command(BaseCommand):
    help = "Say what is set up and what is missing; ends with 1 when something is wrong."
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        found = list(findings())
        for finding in found:
            self.stdout.write(f"{finding.level:5}  {finding.sentence}")
        if any(finding.level == "wrong" for finding in found):
            sys.exit(1)
