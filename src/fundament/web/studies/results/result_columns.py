"""The columns of a study's results, on the screen and in the file."""

from __future__ import annotations

from typing import Any

from fundament.messages import say
from fundament.web.tables import Column
from fundament.web.templating import message_of

UNKNOWN = -1.0  # sorts below every figure


def result_columns(*, with_observed: bool) -> tuple[Column, ...]:
    """with_observed: whether the screen shows what is observed elsewhere; the file has it in any case. Rows are results with `score` and `observed`."""
    return (
        Column("competitor", lambda r: not r.chosen, export={"competitor": lambda r: r.chosen}, number=False),
        Column("rank", lambda r: r.rank, rises=True),
        Column("page", lambda r: r.title.lower(), export={"url": lambda r: r.url, "title": lambda r: r.title}, number=False),
        Column("kind", lambda r: r.page_kind, export={"kind": lambda r: r.page_kind}, number=False),
        Column("words", lambda r: r.words),
        Column("headings", lambda r: r.headings, narrow=False),
        Column("images", lambda r: UNKNOWN if r.images is None else r.images, export={"images": lambda r: "" if r.images is None else r.images}, narrow=False),
        Column("date", lambda r: r.published, narrow=False),
        _observed("referring_sites", with_observed, "referring_sites"),
        _observed("trust", with_observed, "site_trust", "page_trust"),
        _observed("first_byte", with_observed, "ttfb_ms", "lcp_ms"),
        Column("score", lambda r: UNKNOWN if r.score is None else r.score, export={"score": lambda r: "" if r.score is None else round(r.score, 2)}),
        Column("advice", lambda r: _said(r.advice), shown=False),
        Column("problem", lambda r: _said(r.problem), shown=False),
    )  # fmt: skip


def _observed(key: str, shown: bool, *kinds: str) -> Column:
    return Column(
        key,
        lambda r: r.observed.get(kinds[0], UNKNOWN),
        export={kind: lambda r, kind=kind: r.observed.get(kind, "") for kind in kinds},  # type: ignore[misc]
        shown=shown,
        narrow=False,
    )


def _said(message: Any) -> str:
    return say(message_of(message)) if message else ""
