"""The one screen through which every table comes in."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.files.tables import MOST_BYTES
from fundament.messages import label, say
from fundament.web.accounts.requests import actor_of
from fundament.web.bodies import takes_bodies_of
from fundament.web.errors import ApplicationError
from fundament.web.imports.models import TableImport
from fundament.web.imports.services import taking
from fundament.web.numbers import whole_number
from fundament.web.templating import message_of
from fundament.web.typed import fields_typed, typed


@require_GET
def imports(request: HttpRequest) -> HttpResponse:
    """What was brought in lately."""
    return render(request, "imports/list.html", {"imports": taking.imports_for(actor_of(request))})


@takes_bodies_of(MOST_BYTES + 100_000)
@require_POST
def new_import(request: HttpRequest) -> HttpResponse:
    """Give a file."""
    actor = actor_of(request)
    upload = request.FILES.get("file")
    pasted = typed(request, "pasted")
    if upload is None and not pasted.strip():
        raise ApplicationError("error.no_file")
    content = upload.read(MOST_BYTES + 1) if upload is not None else pasted.encode("utf-8", errors="replace")
    about = {name.removeprefix("about_"): value[:200] for name, value in fields_typed(request) if name.startswith("about_")}
    row = taking.offer(actor, typed(request, "kind"), content, (upload.name or "") if upload is not None else "pasted", about)
    return redirect("import", row.pk)


@require_GET
def one_import(request: HttpRequest, import_id: int) -> HttpResponse:
    """What was understood of a table, and how far it is."""
    actor = actor_of(request)
    row = taking.import_for(actor, import_id)
    importer = taking.importer_of(row.kind)
    context: dict[str, Any] = {"import": row, "kind": row.kind, "about": importer.about(actor, row.about)}
    if row.look is not None:
        context |= _look_context(row)
    return render(request, "imports/one.html", context)


def _look_context(row: TableImport) -> dict[str, Any]:
    look = row.look or {}
    importer = taking.importer_of(row.kind)
    fields = row.fields or {}
    choices = [(one.key, label(f"field.{one.key}")) for one in importer.table.fields] + (
        [("month", label("field.month"))] if importer.table.months else []
    )
    columns = [
        {
            "number": number,
            "heading": heading,
            "field": fields.get(str(number), ""),
            "cells": [line[number] for line in look["preview"]][:3],
        }
        for number, heading in enumerate(look["understood"]["headings"])
    ]
    return {
        "look": look,
        "columns": columns,
        "choices": choices,
        "sheet": look["understood"]["sheet"],
        "missing": [label(f"field.{key}") for key in look["missing"]],
        "reasons": [(reason["row"], say(message_of(reason["reason"]))) for reason in look["reasons"]],
        "notes": [say(message_of(note)) for note in look["notes"]],
    }


@require_POST
def say_columns(request: HttpRequest, import_id: int) -> HttpResponse:
    """Say what the columns are."""
    fields = {
        number: value
        for name, value in fields_typed(request)
        if name.startswith("column-") and (number := whole_number(name.removeprefix("column-"), 4)) is not None
    }
    taking.say_columns(actor_of(request), import_id, fields, typed(request, "sheet"))
    return redirect("import", import_id)


@require_POST
def take(request: HttpRequest, import_id: int) -> HttpResponse:
    """Have the rows taken."""
    taking.begin(actor_of(request), import_id)
    return redirect("import", import_id)


@require_POST
def stop(request: HttpRequest, import_id: int) -> HttpResponse:
    """Stop."""
    taking.stop(actor_of(request), import_id)
    return redirect("import", import_id)
