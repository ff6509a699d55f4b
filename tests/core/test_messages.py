"""What people read: every code has words, and the words ask for what the code brings."""

from __future__ import annotations

import ast
import re
from pathlib import Path
from typing import Any

import pytest

from fundament.core.message import message
from fundament.messages import catalogue_of, label, say, spoken, words
from fundament.messages.catalogue import Catalogue
from tests.words import TAG_OR_ENTITY, asked

SOURCE = Path(__file__).resolve().parents[2] / "src" / "fundament"
MAKERS = {"message", "Message", "CoreError", "PageError", "ServiceError", "ProviderError", "QuotaError", "StoredValueError", "ApplicationError",
          "NotFoundError", "NotAllowedError", "ChangedSinceError", "_NotConnectedError", "FileError", "words", "said_later"}  # fmt: skip
SCRIPTS = SOURCE.parents[1] / "frontend" / "source"
TAGS = {"<b>", "</b>", "<em>", "</em>", "<strong>", "</strong>", "<kbd>", "</kbd>", "<code>", "</code>"}


def in_files(key: str) -> str:
    return key.replace(".", "-").replace(" ", "_")


def made() -> list[tuple[str, set[str], str]]:
    """(code, names of its values, where) of every message and error with a plain code in the sources, and of every tag in the templates."""
    found = []
    for path in SOURCE.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if not isinstance(node, ast.Call) or getattr(node.func, "id", "") not in MAKERS or not node.args:
                continue
            names = {keyword.arg for keyword in node.keywords}
            for code in ast.walk(node.args[0]):
                if (
                    isinstance(code, ast.Constant)
                    and isinstance(code.value, str)
                    and re.fullmatch(r"\w+(\.\w+)*\.\w*[a-z0-9]", code.value)
                    and None not in names
                ):
                    found.append((code.value, {str(name) for name in names}, f"{path.name}:{node.lineno}"))
    for path in (SOURCE / "web" / "templates").rglob("*.html"):
        for tag in re.findall(r"\{% say (.*?) %\}", path.read_text(encoding="utf-8"), re.DOTALL):
            key = re.match(r"""(['"])([\w.]+)\1""", tag)
            if key:
                found.append((key[2], set(re.findall(r"\s(\w+)=", tag)), path.name))
    for path in SCRIPTS.rglob("*.ts"):
        for key, values in re.findall(r"""inWords\("([\w.]+)"(?:, \{(.*?) \})?""", path.read_text(encoding="utf-8")):
            found.append((key, set(re.findall(r"(\w+)(?=[:,]|$)", re.sub(r"\(.*\)|\[.*\]|\"[^\"]*\"", "", values).strip())), path.name))
    return found


def test_every_message_has_words_that_ask_for_what_it_brings() -> None:
    known = asked()
    wrong = [(where, code) for code, names, where in made() if in_files(code) not in known or not known[in_files(code)][0] <= names]
    assert not wrong and len(made()) > 1_500


def test_no_words_stand_there_for_nobody() -> None:
    """Words of screens that no template says; a key that is put together in the code is said by the groups below."""
    everything = "\n".join(
        path.read_text(encoding="utf-8")
        for suffix in ("*.py", "*.html", "*.ts")
        for path in SOURCE.rglob(suffix)
        if "en-gb" not in path.parts
    )
    everything += "\n".join(path.read_text(encoding="utf-8") for path in SCRIPTS.rglob("*.ts"))
    unsaid = [
        name for name, (_, _, of_screens) in asked().items()
        if (of_screens or name.startswith("browser-")) and name.replace("-", ".", 1) not in everything
    ]  # fmt: skip
    assert not unsaid


def test_no_sentence_stands_in_a_script() -> None:
    """A sentence, or a word with a capital that is shown, comes from the files; what an error says to whoever looks into it does not."""
    found = []
    for path in SCRIPTS.rglob("*.ts"):
        plain = re.sub(r"new Error\(.*?\)|^import .*$|//.*$", "", path.read_text(encoding="utf-8"), flags=re.MULTILINE)
        found += [
            (path.name, said)
            for said in re.findall(r"""["`]([A-Z][a-z]+ [a-z][^"`]*|[a-z]+ [a-z]+ [a-z]+[^"`]*)["`]""", plain)
            if "," not in said
        ]
    assert not found


def test_every_column_and_verb_has_a_name() -> None:
    from fundament.core.checks import checks
    from fundament.core.scoring.parts import PARTS
    from fundament.core.yardstick.measures import MEASURES

    keys = [*(f"check.{check}" for check in checks()), *(part.key for part in PARTS), *(measure.key for measure in MEASURES)]
    assert not [key for key in keys if spoken().label(key) is None]


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
        ("address.port", {"port": 8080}, "Port 8080 is"),
    ],
)  # fmt: skip
def test_numbers_and_names_are_put_into_words(code: str, values: dict[str, Any], words: str) -> None:
    assert words in say(message(code, **values))


def test_a_name_that_nothing_has_is_its_key_and_a_missing_value_is_an_error() -> None:
    assert label("no.such.thing") == "no.such.thing"
    with pytest.raises(KeyError, match=r"no\.such\.thing"):
        words("no.such.thing")
    with pytest.raises(KeyError, match="all"):
        words("number.of", of=3)


@pytest.mark.parametrize("source", ["a-b = { $x\n", "twice = one\ntwice = two\n", "Sentence without a name.\n"])
def test_a_fault_in_the_files_is_found_when_they_are_read(source: str) -> None:
    with pytest.raises(ValueError, match=r"FTL|twice"):
        Catalogue("en-gb", [source])


def test_words_of_another_language_have_its_plurals_and_numbers() -> None:
    polish = Catalogue("pl", ["pages = { $pages } { $pages ->\n    [one] strona\n    [few] strony\n   *[many] stron\n}\n"])
    assert [polish.words("pages", {"pages": n}) for n in (1, 3, 5, 22)] == ["1 strona", "3 strony", "5 stron", "22 strony"]
    assert Catalogue("de", ["words = { $words } Wörter\n"]).words("words", {"words": 1_250}) == "1.250 Wörter"


# words of a house language that a stranger does not understand, and what stands in their place: ../glossary and contributing
RETIRED = re.compile(
    r"put away|those in use|\blet go\b|put (?:them|all|back) |take (?:up|all)\b|heaviest|head a subtopic|name an entity|move a use|said of this text|on (?:your|somebody's) word|excused"
    r"|work out proposals|settled before|pages that (?:tell|sell)|against you|in your favour|newcomer|now and then|ours alone|(?:below|above) the line|without all these"
    r"|begin the next|\bas proposed\b|proposals taken|\btake (?:in|off|some out)\b|bring(?:s|ing)? (?:them )?in\b|brought in\b|\bdropped\b|not as usual|\bsay so\b(?<!you say so)|^Operating\b"
    r"|rule across|word for word|\btake out\b|\bin part\b|not for this page|(?<!\(the )(?<!usual range: the )\bmiddle half\b",
    re.IGNORECASE,
)


def test_no_retired_word_is_left() -> None:
    assert not {name: text for name, (_, text, _) in asked().items() if RETIRED.search(text)}


def test_what_is_put_into_pages_holds_only_tags_of_emphasis_and_the_rest_none() -> None:
    for name, (_, text, of_screens) in asked().items():
        marks = [mark for mark in TAG_OR_ENTITY.findall(text) if mark.startswith("<")]
        assert '"' not in text, name  # it would end an attribute
        assert not of_screens or set(marks) <= TAGS, name
        assert not of_screens or all(marks.count(f"<{tag}>") == marks.count(f"</{tag}>") for tag in ("b", "em", "strong", "kbd", "code")), (
            name
        )
    assert catalogue_of("en-gb").words("shared.save", {}) == "Save"
