"""What people read: every code has words, and the words ask for what the code brings."""

from __future__ import annotations

import ast
import string
from pathlib import Path
from typing import Any

import pytest

import fundament.messages
from fundament.core.message import message
from fundament.messages import label, say
from fundament.messages.en_gb import LABELS, TEXTS

SOURCE = Path(__file__).resolve().parents[2] / "src" / "fundament"
MAKERS = {"message", "Message", "CoreError", "PageError", "ServiceError", "ProviderError", "QuotaError", "StoredValueError", "ApplicationError",
          "NotFoundError", "NotAllowedError", "ChangedSinceError", "_NotConnectedError", "FileError"}  # fmt: skip


def made() -> list[tuple[str, set[str], str]]:
    """(code, names of its values, where) of every message and error with a plain code in the sources."""
    found = []
    for path in SOURCE.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if not isinstance(node, ast.Call) or getattr(node.func, "id", "") not in MAKERS or not node.args:
                continue
            code, names = node.args[0], {keyword.arg for keyword in node.keywords}
            if isinstance(code, ast.Constant) and None not in names:
                found.append((str(code.value), {str(name) for name in names}, f"{path.name}:{node.lineno}"))
    return found


def fields(pattern: str) -> set[str]:
    return {name for _, name, _, _ in string.Formatter().parse(pattern) if name}


def test_every_message_has_words_that_ask_for_what_it_brings() -> None:
    wrong = [(where, code) for code, names, where in made() if code not in TEXTS or not fields(TEXTS[code]) <= names]
    assert not wrong and len(made()) > 100


def test_every_column_and_verb_has_a_name() -> None:
    from fundament.core.checks import checks
    from fundament.core.scoring.parts import PARTS
    from fundament.core.yardstick.measures import MEASURES

    keys = [*(f"check.{check}" for check in checks()), *(part.key for part in PARTS), *(measure.key for measure in MEASURES)]
    assert not [key for key in keys if label(key) == key and key not in LABELS]


@pytest.mark.parametrize(
    ("code", "values", "words"),
    [
        ("reason.term", {"uses": 1, "pages": 3, "of": 9, "target": [2, 2]}, "1 use; 3 of 9 competitors use it, 2 at this length."),
        ("reason.term", {"uses": 12, "pages": 3, "of": 9, "target": [2, 4]}, "12 uses; 3 of 9 competitors use it, 2 to 4 at this length."),
        ("reason.entity_recognised", {"uses": 1}, "Named once with what belongs to it."),
        ("reason.entity_recognised", {"uses": 2}, "Named twice with what belongs to it."),
        ("reason.entity_recognised", {"uses": 7}, "Named 7 times with what belongs to it."),
        ("note.far_off", {"url": "https://a.example/", "words": 14_000}, "14,000 words"),
        ("advice.other_language", {"language": "de"}, "another language (German)"),
        ("reason.keyword_share", {"share": 0.5}, "50% of it"),
    ],
)  # fmt: skip
def test_numbers_and_names_are_put_into_words(code: str, values: dict[str, Any], words: str) -> None:
    assert words in say(message(code, **values))


def test_no_code_has_two_sentences() -> None:
    """Neither in one place nor in two."""
    folder = Path(fundament.messages.__file__).parent
    written: dict[str, list[str]] = {"texts": [], "labels": []}
    for path in folder.glob("en_gb*.py"):
        for node in ast.parse(path.read_text(encoding="utf-8")).body:
            if isinstance(node, ast.Assign) and isinstance(node.value, ast.Dict):
                kind = "labels" if "LABELS" in ast.unparse(node.targets[0]) else "texts"
                written[kind] += [key.value for key in node.value.keys if isinstance(key, ast.Constant)]
    for keys in written.values():
        assert len(keys) > 100 and [key for key in set(keys) if keys.count(key) > 1] == []
