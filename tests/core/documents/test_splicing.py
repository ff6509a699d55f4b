"""A change put into the text it was made on gives the other, and nothing else is taken for one."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.documents.schema import clean_document
from fundament.core.documents.splicing import are_as_sent, spliced
from fundament.core.errors import CoreError

NODES = st.lists(st.sampled_from("abc").map(lambda text: {"type": "paragraph", "content": [{"type": "text", "text": text}]}), max_size=6)


@given(NODES, NODES, st.data())
def test_a_change_replaces_a_run_of_nodes(before: list[Any], content: list[Any], data: Any) -> None:
    first = data.draw(st.integers(0, len(before)))
    after = data.draw(st.integers(first, len(before)))
    change = {"from": first, "to": after, "count": len(before), "content": content}
    made = spliced({"type": "doc", "content": before}, change)
    assert made == {"type": "doc", "content": [*before[:first], *content, *before[after:]]}
    assert spliced({"type": "doc", "content": [*before, {"type": "horizontalRule"}]}, change) is None


@pytest.mark.parametrize(
    "change",
    [
        None, [], {}, {"from": 0, "to": 1, "count": 1}, {"from": 1, "to": 0, "count": 1, "content": []}, {"from": 0, "to": 2, "count": 1, "content": []},
        {"from": -1, "to": 0, "count": 1, "content": []}, {"from": True, "to": True, "count": True, "content": []},
        {"from": 0.0, "to": 1.0, "count": 1.0, "content": []}, {"from": "0", "to": "1", "count": "1", "content": []},
        {"from": 0, "to": 1, "count": 1, "content": "<p>"},
    ],
)  # fmt: skip
def test_what_is_no_change_is_refused(change: Any) -> None:
    with pytest.raises(CoreError):
        spliced({"type": "doc", "content": [{"type": "paragraph"}]}, change)


def test_a_document_that_had_to_be_cleaned_is_not_as_sent() -> None:
    fine = {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": "a"}]}, {"type": "horizontalRule"}]}
    strange = {"type": "doc", "content": [{"type": "box", "content": fine["content"]}, {"type": "horizontalRule"}]}
    assert are_as_sent(fine, clean_document(fine)) and not are_as_sent(strange, clean_document(strange))
    assert not are_as_sent(None, clean_document(fine)) and not are_as_sent({"content": 3}, clean_document(fine))
