"""How hard it is to be among the competitors: facts, sides and verdict."""

from __future__ import annotations

from dataclasses import replace

from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.other_pages.hardness import hardness


def with_uses(yardstick: Yardstick, exact: int, score: float) -> Yardstick:
    pages = tuple(
        replace(page, url=f"https://h{n}.example/x", keyword_uses=dict.fromkeys(("title", "h1"), (exact, 0)))
        for n, page in enumerate(yardstick.pages)
    )
    return replace(yardstick, pages=pages, page_scores={page.url: score for page in pages})


def test_every_fact_speaks_for_one_side_and_the_verdict_follows(yardstick: Yardstick) -> None:
    strong = with_uses(yardstick, 1, 80.0)
    observed = {page.url: {"referring_sites": 500.0, "site_trust": 80.0} for page in strong.pages}
    hard = hardness(strong, observed=observed, ages={page.url: 0.1 for page in strong.pages})
    assert hard.verdict == "hard" and len(hard.favours) <= 1  # their addresses lack the keyword
    assert {m.code for m in hard.against} == {
        "hard.in_title",
        "hard.in_heading",
        "hard.score",
        "hard.referring_sites",
        "hard.site_trust",
        "hard.age",
    }
    weak = with_uses(yardstick, 0, 30.0)
    open_ = hardness(weak, observed={}, ages={page.url: 5.0 for page in weak.pages})
    assert open_.verdict == "open" and not open_.against


def test_what_is_known_of_two_pages_says_nothing(yardstick: Yardstick) -> None:
    pages = with_uses(yardstick, 1, 80.0)
    few = {page.url: {"referring_sites": 9_000.0} for page in pages.pages[:2]}
    codes = {m.code for m in hardness(pages, observed=few, ages={pages.pages[0].url: 0.1}).against}
    assert "hard.referring_sites" not in codes and "hard.age" not in codes


def test_a_higher_figure_never_makes_it_easier(yardstick: Yardstick) -> None:
    verdicts = {"open": 0, "mixed": 1, "hard": 2}
    last = 0
    for score in (10.0, 46.0, 64.0, 66.0, 100.0):
        now = verdicts[hardness(with_uses(yardstick, 1, score), observed={}, ages={}).verdict]
        assert now >= last
        last = now
