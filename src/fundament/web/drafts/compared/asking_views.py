"""Questions people ask and related searches: where the competitors and our page answer them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET

from fundament.core.yardstick.model import PageSummary
from fundament.core.yardstick.other_pages.answers import VERDICTS, Answer
from fundament.messages import label, words
from fundament.web.drafts.measuring.seeing import draft_to_show, drafts_to_choose
from fundament.web.drafts.measuring.texts import text_of
from fundament.web.drafts.models import Draft
from fundament.web.drawings.matrix import matrix
from fundament.web.studies.decisions.opened import opened
from fundament.web.studies.figures.asking import Asked, asked_of
from fundament.web.studies.models import Study
from fundament.web.tables import Column, exported, table_of

STEPS = dict(zip(VERDICTS, (4, 2, 0), strict=True))  # how dark a square is
MOST_SHOWN = 3  # answers in their own words


def _columns(study: Study, pages: Sequence[PageSummary], draft: Draft | None, may_decide: bool) -> tuple[Column, ...]:
    columns = [
        Column("asked", lambda a: a.text.lower(), lambda a: a.text, {"question": lambda a: a.text, "kind": lambda a: a.kind}, number=False, heads_row=True),
        Column("answered", lambda a: a.answered, lambda a: words("number.of", of=a.answered, all=len(a.on)), wraps=False),
        Column("answers", lambda a: a.answered, lambda a: _squares(a, pages), {page.url: _verdict_on(n) for n, page in enumerate(pages)}, number=False, sorts=False),
        Column("where", lambda a: "", _where, {}, number=False, sorts=False),
    ]  # fmt: skip
    if draft is not None:
        columns.insert(
            1, Column("our_page", lambda a: _order(a.ours), lambda a: _ours(a.ours), {"ours": lambda a: _verdict(a.ours)}, number=False)
        )
    if may_decide:
        columns.append(Column("in_outline", lambda a: "", lambda a: _sends(study, a), {}, number=False, sorts=False, wraps=False))
    return tuple(columns)


def _verdict(answer: Answer | None) -> str:
    return label(f"answer.{answer.verdict}") if answer else ""


def _verdict_on(number: int) -> Any:
    return lambda asked: _verdict(asked.on[number])


def _order(answer: Answer | None) -> int:
    return VERDICTS.index(answer.verdict) if answer else len(VERDICTS)


def _ours(answer: Answer | None) -> SafeString:
    if answer is None:
        return SafeString("")
    return format_html('<span title="{}">{}</span>', answer.text[:300], _verdict(answer))


def _squares(asked: Asked, pages: Sequence[PageSummary]) -> SafeString:
    cells = [
        (STEPS[answer.verdict], f"{page.url}: {_verdict(answer)}" + (f", “{answer.text[:120]}”" if answer.text else ""))
        for page, answer in zip(pages, asked.on, strict=True)
    ]
    return matrix(cells, label=words("matrix.answered", pages=asked.answered, of=len(asked.on)))


def _where(asked: Asked) -> SafeString:
    """The best answers in the competitors' own words."""
    said = [answer for answer in asked.on if answer.text]
    found = sorted(said, key=lambda answer: (VERDICTS.index(answer.verdict), len(answer.text)))[:MOST_SHOWN]
    return format_html_join("", '<q>{}</q> <span class="muted">{}</span><br>', ((answer.text[:140], _verdict(answer)) for answer in found))


def _sends(study: Study, asked: Asked) -> SafeString:
    return format_html(
        '<form method="post" action="{0}" hx-post="{0}" hx-target="#decided"><input type="hidden" name="heading" value="{1}"><button class="btn btn-sm btn-outline-secondary" aria-label="{2}">{3}</button></form>',
        reverse("add-heading", args=[study.pk]), asked.text[:300], words("outline_send.named", name=asked.text[:300]), words("outline_send.short"),
    )  # fmt: skip


@require_GET
def questions(request: HttpRequest, study_id: int) -> HttpResponse:
    """All that came with the study's results, and who answers it."""
    open_ = opened(request, study_id, "questions")
    study, compiled, context = open_.study, open_.compiled, open_.context
    if compiled is None:
        return render(request, "drafts/compared/questions.html", context)
    drafts = drafts_to_choose(open_.actor, study)
    draft = draft_to_show(request.GET.get("draft", ""), drafts)
    asked = asked_of(study, compiled, text_of(draft).reading(compiled.language) if draft else None)
    columns = _columns(study, compiled.yardstick.pages, draft, context["may_decide"])
    table = table_of(request, asked, columns, first="-answered", text=lambda a: a.text, keep=("draft",))
    file = exported(request, table, f"questions-{study.pk}")
    if file is not None:
        return file
    open_ones = [one.text for one in asked if one.kind == "question" and not one.answered]
    context |= {"table": table, "drafts": drafts, "draft": draft, "asked": asked, "open_ones": open_ones}
    return render(request, "drafts/compared/questions.html", context)
