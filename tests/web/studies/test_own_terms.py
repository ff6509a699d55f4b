"""Own terms as people paste them."""

from __future__ import annotations

import pytest

from fundament.web.studies.decisions.own_terms import own_terms_in


@pytest.mark.parametrize(
    ("line", "name", "uses"),
    [
        ("lime putty", "lime putty", None), ("lime putty; 3", "lime putty", (3, 3)), ("lime  putty\t2\t5", "lime putty", (2, 5)),
        ("lime putty, 2-4", "lime putty", (2, 4)), ("lime putty;2 to 4;", "lime putty", (2, 4)), ("sand, sharp", "sand, sharp", None),
        ("sand, sharp, 2", "sand, sharp", (2, 2)), ("NHL 3.5", "NHL 3.5", None), ("25 mm", "25 mm", None), ("7", "7", None),
        ("mortar\t12345", "mortar 12345", None), ("mix; ٣", "mix; ٣", None),
    ],
)  # fmt: skip
def test_a_line_is_a_term_with_its_uses(line: str, name: str, uses: tuple[int, int] | None) -> None:
    (found,) = own_terms_in(line)
    assert (found.name, found.uses) == (name, uses) and found.typed == line.strip()


def test_a_term_given_twice_counts_as_given_last_and_empty_lines_are_none() -> None:
    found = own_terms_in("lime; 2\n\n  \nsand\nlime; 5\n")
    assert [(one.name, one.uses) for one in found] == [("lime", (5, 5)), ("sand", None)]
