"""Telling open screens, in every process, that something changed. The screens ask for what they need; nothing but names and numbers travels here."""

from __future__ import annotations

import json
from typing import Any

from django.db import connection

CHANNEL = "fundament"
LEFT = "left"  # what happened to a person who is no member any more; their open screens end


def announce(workspace_id: int, topic: str, **more: Any) -> None:
    """Say that something about a thing ("study:12") changed. PostgreSQL delivers it when the transaction is committed, and not when it is rolled back."""
    payload = json.dumps({"workspace": workspace_id, "topic": topic, **more})
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_notify(%s, %s)", [CHANNEL, payload])
