"""Stored values of earlier versions brought to the shape of today, step by step.

A stage has a step from a version where its values can still be used. Where there is none the value has to be made anew: a consensus from the readings, a
reading from the raw response.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

from fundament.core.errors import StoredValueError
from fundament.core.plain import from_plain
from fundament.core.version import STAGES

T = TypeVar("T")
Step = Callable[[dict[str, Any]], dict[str, Any]]


def _reading_from_3(plain: dict[str, Any]) -> dict[str, Any]:
    """Remarks and evidence were sentences; now they are codes with values."""
    evidence = [{**e, "found": ["as_written", {"text": e["found"]}]} for e in plain.get("kind_evidence", ())]
    return {
        **plain,
        "notes": [["as_written", {"text": note}] for note in plain.get("notes", ())],
        "kind_evidence": evidence,
        "version": "4",
    }


def _analysis_from_3(plain: dict[str, Any]) -> dict[str, Any]:
    """Nothing changed but the numbering of versions."""
    return {**plain, "version": "4"}


def _reading_from_4(plain: dict[str, Any]) -> dict[str, Any]:
    """The reader tells text from boxes about other pages better; what the older one read can still be compared, and is read anew with its page."""
    return {**plain, "version": "5"}


_CUE_OF_LABEL = {"PERSON": "person", "GPE": "place", "LOC": "place", "FAC": "place"}


def _analysis_from_4(plain: dict[str, Any]) -> dict[str, Any]:
    """Names had the label of a tagger; now they have the kind that a word beside them speaks for."""
    names = [{"text": name["text"], "cue": _CUE_OF_LABEL.get(name["label"], ""), "count": name["count"]} for name in plain.get("names", ())]
    return {**plain, "names": names, "version": "5"}


def _analysis_from_5(plain: dict[str, Any]) -> dict[str, Any]:
    """Names may have the kind of a class of things that stands beside them; the older ones have not, and lack a kind at most."""
    return {**plain, "version": "6"}


def _reading_from_5(plain: dict[str, Any]) -> dict[str, Any]:
    """Comments under articles, galleries and lines of dates are known better, and a formula is one word; what the older reader read can still be compared,
    and is read anew with its page."""
    return {**plain, "version": "6"}


def _analysis_from_6(plain: dict[str, Any]) -> dict[str, Any]:
    """The letters of formulas are no candidates; the older ones have them, on pages with formulas."""
    return {**plain, "version": "7"}


def _reading_from_6(plain: dict[str, Any]) -> dict[str, Any]:
    """Lists of what is needed, cards that are one link and what users say are told better, and letters are one sign with their accents; what the older
    reader read can still be compared, and is read anew with its page."""
    return {**plain, "version": "7"}


def _analysis_from_7(plain: dict[str, Any]) -> dict[str, Any]:
    """A letter with a hyphen is part of its word ("B-tree"), and no phrase begins inside a word with hyphens; the older ones have pieces of them, until their
    page is read anew."""
    return {**plain, "version": "8"}


def _analysis_from_8(plain: dict[str, Any]) -> dict[str, Any]:
    """German nouns have their own lemmas ("Bäume" is of "Baum", and was of the verb "bäumen"); German pages are analysed anew."""
    if plain["language"] == "de":
        raise KeyError("lemmas of nouns")
    return {**plain, "version": "9"}


def _reading_from_7(plain: dict[str, Any]) -> dict[str, Any]:
    """A reading names the makers that its page states; what the older reader read names none, until its page is read anew."""
    return {**plain, "version": "8"}


def _reading_from_8(plain: dict[str, Any]) -> dict[str, Any]:
    """In XHTML an element may be closed in its own tag; the older reader lost what followed some ("<script/>"), until the page is read anew."""
    return {**plain, "version": "9"}


def _analysis_from_9(plain: dict[str, Any]) -> dict[str, Any]:
    """Names that most languages write alike are names in German too; the older German pages lack them until they are read anew."""
    return {**plain, "version": "10"}


def _analysis_from_10(plain: dict[str, Any]) -> dict[str, Any]:
    """More German nouns have their own lemmas ("Mörtel", and genitives of names); German pages are analysed anew."""
    if plain["language"] == "de":
        raise KeyError("lemmas of nouns")
    return {**plain, "version": "11"}


STEPS: dict[tuple[str, str], tuple[str, Step]] = {  # (stage, from) -> (to, step)
    ("reading", "3"): ("4", _reading_from_3),
    ("analysis", "3"): ("4", _analysis_from_3),
    ("reading", "4"): ("5", _reading_from_4),
    ("analysis", "4"): ("5", _analysis_from_4),
    ("analysis", "5"): ("6", _analysis_from_5),
    ("reading", "5"): ("6", _reading_from_5),
    ("analysis", "6"): ("7", _analysis_from_6),
    ("reading", "6"): ("7", _reading_from_6),
    ("analysis", "7"): ("8", _analysis_from_7),
    ("analysis", "8"): ("9", _analysis_from_8),
    ("reading", "7"): ("8", _reading_from_7),
    ("reading", "8"): ("9", _reading_from_8),
    ("analysis", "9"): ("10", _analysis_from_9),
    ("analysis", "10"): ("11", _analysis_from_10),
}


def can_be_used(stage: str, version: str) -> bool:
    """Whether a value of this version can be brought to today's shape."""
    while version != STAGES[stage]:
        step = STEPS.get((stage, version))
        if step is None:
            return False
        version = step[0]
    return True


def load(stage: str, kind: type[T], version: str, plain: Any) -> T:
    """A stored value as the dataclass `kind`. Raises StoredValueError when it cannot be used and has to be made anew."""
    known = version
    while version != STAGES[stage]:
        step = STEPS.get((stage, version))
        if step is None:
            raise StoredValueError("stored.unknown_version", stage=stage, version=known)
        version, change = step
        try:
            plain = change(plain)
        except (KeyError, TypeError, AttributeError) as error:
            raise StoredValueError("stored.unreadable", stage=stage, version=known) from error
    try:
        return from_plain(kind, plain)
    except TypeError as error:
        raise StoredValueError("stored.unreadable", stage=stage, version=known) from error
