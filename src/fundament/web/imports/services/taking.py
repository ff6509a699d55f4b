"""Bringing in a table: it is looked at, a person may put right what was understood, and then its rows are taken."""

from __future__ import annotations

import hashlib
import json
import zlib
from collections.abc import Iterator, Mapping
from typing import Any

from django.db import transaction

from fundament.confined import confined
from fundament.core.errors import SaidError
from fundament.core.plain import to_plain
from fundament.files.columns import Row
from fundament.files.looking import Look, load_readers, look_at, rows_of
from fundament.files.tables import MOST_BYTES
from fundament.web.accounts.roles import Actor, ask, get_for, seen_by
from fundament.web.errors import ApplicationError
from fundament.web.imports.models import RememberedColumns, TableImport
from fundament.web.imports.queueing import queue_look, queue_taking
from fundament.web.imports.registry import IMPORTERS, Importer
from fundament.web.live.notify import announce
from fundament.web.typed import storable

SECONDS, MEGABYTES = 60.0, 1_200  # to read one file
BATCH = 1_000
MOST_WAITING = 10  # of a workspace, of which the files are kept


class StoppedError(Exception):
    """Somebody stopped it."""


def offer(actor: Actor, kind: str, content: bytes, name: str, about: dict[str, Any] | None = None) -> TableImport:
    """Keep a file and have it looked at."""

    importer = importer_of(kind)
    ask(actor, importer.asks)
    if len(content) > MOST_BYTES:
        raise ApplicationError("error.file_too_large", megabytes=MOST_BYTES // 1_000_000)
    if not content.strip():
        raise ApplicationError("error.no_file")
    importer.about(actor, about or {})  # it is the actor's to bring something into
    with transaction.atomic():
        waiting = seen_by(actor, TableImport.objects.filter(state__in=("looking", "offered", "failed"))).order_by("-given_at")
        for old in list(waiting[MOST_WAITING - 1 :]):
            old.delete()
        plain = storable(name)[-200:]
        row = TableImport.objects.create(
            workspace=actor.workspace,
            kind=kind,
            about=about or {},
            name=plain or "table",
            content=zlib.compress(content, 3),
            by=actor.person,
        )
        queue_look(row)
    return row


def importer_of(kind: str) -> Importer:
    """What takes tables of a kind. Raises ApplicationError."""
    importer = IMPORTERS.get(kind)
    if importer is None:
        raise ApplicationError("error.no_such_table")
    return importer


def import_for(actor: Actor, import_id: int) -> TableImport:
    """An import of the actor's workspace that they may go on with, without its content."""
    row: TableImport = get_for(actor, "workspace.see", TableImport.objects.defer("content"), pk=import_id)
    ask(actor, importer_of(row.kind).asks)
    return row


def imports_for(actor: Actor) -> list[TableImport]:
    """The last imports of the actor's workspace."""
    return list(seen_by(actor, TableImport.objects.defer("content", "look")).select_related("by")[:50])


def say_columns(actor: Actor, import_id: int, fields: Mapping[int, str], sheet: str = "") -> TableImport:
    """Say what each column is ("" or nothing: left out), or that another sheet is meant; the file is looked at again, and what was said is remembered."""

    row = import_for(actor, import_id)
    importer = importer_of(row.kind)
    if row.state not in ("offered", "failed"):
        raise ApplicationError("error.import_under_way")
    allowed = {one.key for one in importer.table.fields} | ({"month"} if importer.table.months else set())
    chosen = {number: key for number, key in fields.items() if key}
    plain = [key for key in chosen.values() if key != "month"]
    if not set(chosen.values()) <= allowed:
        raise ApplicationError("error.no_such_field")
    if len(set(plain)) < len(plain):
        raise ApplicationError("error.field_twice", field=next(key for key in plain if plain.count(key) > 1))
    is_other_sheet = bool(sheet) and row.look is not None and sheet in row.look["sheets"] and sheet != row.look["understood"]["sheet"]
    row.sheet = sheet[:200] if is_other_sheet else row.sheet
    row.fields = None if is_other_sheet else {str(number): key for number, key in chosen.items()}
    row.state, row.problem = "looking", None
    with transaction.atomic():
        row.save(update_fields=["sheet", "fields", "state", "problem"])
        if not is_other_sheet and row.look is not None:
            RememberedColumns.objects.update_or_create(
                workspace=actor.workspace,
                kind=row.kind,
                headings=_hash_of(row.look["understood"]["headings"]),
                defaults={"fields": row.fields},
            )
        queue_look(row)
    return row


def begin(actor: Actor, import_id: int) -> TableImport:
    """Have the rows taken."""

    row = import_for(actor, import_id)
    with transaction.atomic():
        if row.look is None or row.look["missing"] or not row.look["taken"]:
            raise ApplicationError("error.nothing_to_take")
        changed = TableImport.objects.filter(pk=row.pk, state__in=("offered", "stopped")).update(state="waiting", done=0)
        if not changed:
            raise ApplicationError("error.import_under_way")
        queue_taking(row)
    row.refresh_from_db(fields=["state"])
    return row


def stop(actor: Actor, import_id: int) -> TableImport:
    """Stop before the next batch; nothing of it stays."""
    row = import_for(actor, import_id)
    TableImport.objects.filter(pk=row.pk, state__in=("waiting", "taking")).update(state="stopped")
    announce(row.workspace_id, f"import:{row.pk}", what="state")
    row.refresh_from_db(fields=["state"])
    return row


def look(import_id: int) -> None:
    """Look at a file, in a process of its own."""
    row = TableImport.objects.filter(pk=import_id, state="looking").first()
    if row is None:
        return
    importer = importer_of(row.kind)
    try:
        fields = _numbers(row.fields)
        found = _confined_look(row, importer, fields)
        if fields is None:
            known = RememberedColumns.objects.filter(
                workspace_id=row.workspace_id, kind=row.kind, headings=_hash_of(found.understood.headings)
            ).first()
            if known is not None:
                fields = _numbers(known.fields)
                found = _confined_look(row, importer, fields)
    except SaidError as error:
        _set(row, "failed", problem=list(error.message))
        return
    understood = found.understood
    columns = {**{str(n): key for n, key in understood.fields.items()}, **dict.fromkeys(map(str, understood.months), "month")}
    _set(row, "offered", look=to_plain(found), fields=columns)


def _confined_look(row: TableImport, importer: Importer, fields: dict[int, str] | None) -> Look:
    found: Look = confined(
        look_at, row.bytes(), row.name, importer.table, row.sheet, fields, prepare=load_readers, seconds=SECONDS, megabytes=MEGABYTES
    )
    return found


def take(import_id: int) -> None:
    """Take the rows of an import that waits; in one transaction, so that one that is stopped or fails leaves nothing."""
    row = TableImport.objects.select_related("workspace", "by").filter(pk=import_id, state__in=("waiting", "taking")).first()
    if row is None:
        return
    importer = importer_of(row.kind)
    _set(row, "taking")
    actor = Actor(row.by, row.workspace, "editor")  # who began it was allowed to, then
    try:
        rows = confined(
            rows_of, row.bytes(), row.name, importer.table, row.sheet, _numbers(row.fields) or {}, prepare=load_readers, seconds=SECONDS,
            megabytes=MEGABYTES,
        )  # fmt: skip
        with transaction.atomic():
            result = importer.store(actor, row.about, row.name, _batches(row, rows))
    except StoppedError:
        return
    except SaidError as error:
        _set(row, "failed", problem=list(error.message))
        return
    _set(row, "done", result=result, content=b"", done=len(rows))


def _batches(row: TableImport, rows: list[Row]) -> Iterator[list[Row]]:
    """The rows batch by batch; between two it is seen whether somebody stopped it, and told how far it is. Both go by a connection of their own, for what is being stored is
    not committed yet."""
    for at in range(0, len(rows), BATCH):
        if at and not _goes_on(row, at):
            raise StoppedError
        yield rows[at : at + BATCH]


def _goes_on(row: TableImport, done: int) -> bool:
    from threading import Thread

    found: list[bool] = []

    def ask_beside() -> None:
        from django.db import connection

        try:
            changed = TableImport.objects.filter(pk=row.pk, state="taking").update(done=done)
            announce(row.workspace_id, f"import:{row.pk}", what="progress")
            found.append(bool(changed))
        finally:
            connection.close()

    thread = Thread(target=ask_beside)
    thread.start()
    thread.join()
    return bool(found and found[0])


def give_up(import_id: int) -> None:
    """After a job's last attempt ended in an error nobody foresaw."""
    row = TableImport.objects.filter(pk=import_id, state__in=TableImport.WORKING).first()
    if row is not None:
        _set(row, "failed", problem=["error.import_fault", {}])


def _set(row: TableImport, state: str, **more: Any) -> None:
    for name, value in more.items():
        setattr(row, name, value)
    row.state = state
    with transaction.atomic():
        row.save(update_fields=["state", *more])
        announce(row.workspace_id, f"import:{row.pk}", what="state")


def _numbers(fields: Mapping[str, str] | None) -> dict[int, str] | None:
    return None if fields is None else {int(number): key for number, key in fields.items()}


def _hash_of(headings: Any) -> str:
    return hashlib.sha256(json.dumps(list(headings)).encode()).hexdigest()
