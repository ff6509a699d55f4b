"""Rows of a database that were made once and are put back whenever a test finds it empty."""

from __future__ import annotations

from django.apps import apps
from django.db import connection, transaction


class KeptRows:
    """What stood in all tables that Django empties, as it was when it was kept."""

    def __init__(self) -> None:
        made_by_django = {model._meta.db_table for model in apps.get_models() if model._meta.app_label in ("contenttypes", "auth")}
        self.by_table: dict[str, bytes] = {}
        with connection.cursor() as cursor:
            for table in set(connection.introspection.django_table_names(only_existing=True, include_views=False)) - made_by_django:
                with cursor.copy(f'copy "{table}" to stdout') as rows:
                    self.by_table[table] = b"".join(bytes(row) for row in rows)

    def put_back(self) -> None:
        """New rows get numbers that go on from those of the tests before: nothing that a process keeps of an older draft is taken for a new one's."""
        with transaction.atomic(), connection.cursor() as cursor:
            for table, rows in self.by_table.items():
                if rows:
                    with cursor.copy(f'copy "{table}" from stdin') as into:
                        into.write(rows)
