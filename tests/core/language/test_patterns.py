"""No pattern that meets a text from outside takes longer than in proportion to its length.

Its steps on 40 kB of every character class and of its own pieces in turn are at most 22 times those on 2 kB.
"""

from __future__ import annotations

import ast
import importlib
import itertools
import pkgutil
import re
from collections.abc import Iterable, Iterator
from pathlib import Path
from re import _constants as ops
from re import _parser as parser
from typing import Any

import pytest

import fundament.core
import fundament.files
import fundament.providers
import fundament.rendering
import fundament.web
from tests.matching_steps import Matcher, TooManyStepsError

STARTS_SOMETHING = re.compile(r"\.(migrations|management|settings|asgi|serve)\b")  # and meets no text
SMALL, LARGE, MOST_TIMES = 2_000, 40_000, 22
FEW_STEPS = 10  # for each character of the small text: what takes no more there cannot grow with the square of the length
LITTLE, MOST_STEPS = 1_500, 1_000  # where every repetition is bounded: characters; steps for each of them, always
CLASSES = (
    "1",
    "a",
    "A",
    "é",
    "_",
    " ",
    "\n",
    ".",
    "-",
    "'",
    '"',
    "/",
    "@",
    "<",
    "Aa ",
    "a ",
    "a.",
    "a. ",
    "1.",
    "1 ",
    "a-",
    "a'",
    "A-",
    "<a ",
)


def _modules() -> Iterator[Any]:
    for package in (fundament.core, fundament.providers, fundament.files, fundament.rendering, fundament.web):
        for found in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
            if not STARTS_SOMETHING.search(found.name):
                yield importlib.import_module(found.name)


def _patterns_in(value: Any, depth: int = 0) -> Iterator[re.Pattern[Any]]:
    if isinstance(value, re.Pattern):
        yield value
    elif isinstance(value, dict) and depth < 3:
        yield from _patterns_of(value.values(), depth)
    elif isinstance(value, list | tuple | set | frozenset) and depth < 3:
        yield from _patterns_of(value, depth)


def _patterns_of(values: Iterable[Any], depth: int) -> Iterator[re.Pattern[Any]]:
    for value in values:
        yield from _patterns_in(value, depth + 1)


def all_patterns() -> dict[str, tuple[re.Pattern[Any], bool]]:
    """Each pattern of a module by its source, and whether it is only matched at a place ("_HERE" in its name)."""
    found = {}
    for module in _modules():
        for name, value in list(vars(module).items()):
            for pattern in _patterns_in(value):
                found[str(pattern.pattern)] = pattern, name.endswith("_HERE")
    return dict(sorted(found.items()))


def _a_character_of(op: Any, value: Any) -> str:
    """One that the class takes."""
    for candidate in "1aA .-_'\"<>/:,é|\n€#":
        matcher = Matcher(re.compile("x"))
        takes = matcher._single(op, value)
        if takes is not None and takes(candidate):
            return candidate
    return ""


def pieces_of(items: Any) -> list[str]:
    """The literals and a character of each class of a pattern, runs of literals as one."""
    found: list[str] = []
    run = ""
    for op, value in items:
        if op is ops.LITERAL:
            run += chr(value)
            continue
        if run:
            found.append(run)
        run = ""
        if op in (ops.IN, ops.NOT_LITERAL, ops.ANY):
            found.append(_a_character_of(op, value))
        elif op in (ops.MAX_REPEAT, ops.MIN_REPEAT, ops.POSSESSIVE_REPEAT):
            found += pieces_of(value[2])
        elif op is ops.SUBPATTERN:
            found += pieces_of(value[3])
        elif op is ops.ATOMIC_GROUP:
            found += pieces_of(value)
        elif op is ops.BRANCH:
            for part in value[1][:6]:
                found += pieces_of(part)
        elif op in (ops.ASSERT, ops.ASSERT_NOT):
            found += pieces_of(value[1])
    return [piece for piece in [*found, run] if piece]


def _source(pattern: re.Pattern[Any]) -> str:
    return pattern.pattern.decode("latin-1") if isinstance(pattern.pattern, bytes) else str(pattern.pattern)


def texts_for(pattern: re.Pattern[Any]) -> list[str]:
    """What is repeated: each class, each own piece, and neighbouring pieces in turn."""
    pieces = pieces_of(parser.parse(_source(pattern), 0))[:14]
    pairs = [first + second for first, second in itertools.pairwise(pieces)]
    return [text for text in dict.fromkeys([*CLASSES, *pieces, *pairs, "".join(pieces)]) if text]


def _has_no_bound(items: Any) -> bool:
    for op, value in items:
        if op in (ops.MAX_REPEAT, ops.MIN_REPEAT, ops.POSSESSIVE_REPEAT):
            if value[1] is ops.MAXREPEAT or _has_no_bound(value[2]):
                return True
        elif (
            (op is ops.SUBPATTERN and _has_no_bound(value[3]))
            or (op is ops.ATOMIC_GROUP and _has_no_bound(value))
            or (op is ops.BRANCH and any(_has_no_bound(part) for part in value[1]))
            or (op in (ops.ASSERT, ops.ASSERT_NOT) and _has_no_bound(value[1]))
        ):
            return True
    return False


def too_slow(pattern: re.Pattern[Any], *, only_here: bool) -> Iterator[str]:
    """The pieces whose repetition takes too many steps. Where every repetition has a bound, so have the steps from each place, whatever the text's length."""
    matcher = Matcher(pattern)
    unbounded = _has_no_bound(parser.parse(_source(pattern), 0))
    small, large = (SMALL, LARGE) if unbounded else (LITTLE, LITTLE)
    for piece in texts_for(pattern):
        text = piece * (large // len(piece) + 1)
        try:
            few, _ = matcher.count(text[:small] + "!", most=MOST_STEPS * small, only_here=only_here)
            if unbounded and few > FEW_STEPS * small:
                matcher.count(text[:large] + "!", most=MOST_TIMES * few, only_here=only_here)
        except TooManyStepsError:
            yield piece


PATTERNS = all_patterns()


@pytest.mark.parametrize("source", PATTERNS, ids=[source[:40] for source in PATTERNS])
def test_steps_grow_with_the_text(source: str) -> None:
    pattern, only_here = PATTERNS[source]
    assert list(too_slow(pattern, only_here=only_here)) == []


@pytest.mark.parametrize("source", [r"\d[\d.,]*\s?€", r"[^>]+charset", r"(?:a+)+b", r"\s+-\s+"])
def test_what_is_quadratic_is_found(source: str) -> None:
    assert next(too_slow(re.compile(source), only_here=False), None)


def test_the_counting_matcher_finds_what_python_finds() -> None:
    """Else its steps would say nothing."""
    text = "Lime mortar costs £3.50 a bag; 1:3 with sand (NHL) – see www.lime.example/a_b or J. Smith's \"Notes\". <b class='x y'>Step 2.</b>\n\n- e.g. re-pointing\n"
    compared = 0
    for pattern, only_here in PATTERNS.values():
        if isinstance(pattern.pattern, str) and not only_here:
            expected = [found.span() for found in pattern.finditer(text) if found.group()]
            assert [span for span in Matcher(pattern).count(text)[1] if span[1] > span[0]] == expected, pattern.pattern
            compared += bool(expected)
    assert compared >= 15


def test_every_pattern_is_a_constant_of_its_module() -> None:
    """So that the tests above know it."""
    root = Path(fundament.core.__file__).parent.parent
    inside = []
    for path in [*root.glob("core/**/*.py"), *root.glob("providers/**/*.py")]:
        module = ast.parse(path.read_text())
        called = [node for node in ast.walk(module) if isinstance(node, ast.Call) and ast.unparse(node.func).startswith("re.")]
        in_functions = {id(node) for f in ast.walk(module) if isinstance(f, ast.FunctionDef) for node in ast.walk(f)}
        inside += [f"{path.name}:{call.lineno}" for call in called if ast.unparse(call.func) != "re.compile" or id(call) in in_functions]
    assert inside == []
