"""Numbers out of addresses and forms."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from fundament.web.numbers import MOST_DIGITS, page_number, whole_number, whole_numbers


@given(st.text())
def test_anything_typed_is_a_whole_number_or_none(typed: str) -> None:
    number = whole_number(typed)
    assert number is None or (0 <= number < 10**MOST_DIGITS and typed.lstrip("0") == (str(number) if number else ""))
    assert 1 <= page_number(typed, 7) <= 7 and page_number(typed) >= 1


def test_what_is_no_number_is_passed_over() -> None:
    assert whole_numbers(["3", "", "-1", "٣", "²", "1.0", " 4", "9" * 400, "0", "12"]) == [3, 0, 12]
    assert (page_number("0", 5), page_number("9", 5), page_number("3", 0), page_number("8")) == (1, 5, 1, 8)
    assert whole_number("12345", 4) is None and whole_number("1234", 4) == 1234
