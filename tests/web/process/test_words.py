"""Every word that a person reads on a screen comes from the files of words."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import pytest
from django.apps import apps
from django.test import Client
from django.urls import reverse
from lxml import html as lxml_html

import fundament
from fundament import messages
from fundament.web.drafts.models import Draft
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from tests.web.people.addresses import ADDRESSES
from tests.words import MADE_UP, made_up

TEMPLATES = Path(fundament.__file__).parent / "web" / "templates"
READ = ("title", "aria-label", "placeholder", "alt")  # attributes that a person reads
NO_WORDS = re.compile(r"\{#.*?#\}|\{%.*?%\}|\{\{.*?\}\}|<!--.*?-->|<(script|style)\b.*?</\1>", re.DOTALL)
# a name, units, names of formats and of keys on the keyboard
PLAIN_ALONE, MADE = re.compile(r"[A-Za-z]{2,}"), re.compile(f"[{MADE_UP}]")
OF_ITS_OWN = {"Fundament", "MB", "ms", "px", "https", "CSV", "XLSX", "SKOS", "JSON", "PDF", "DOCX", "HTML", "Markdown", "TTL", "en", "gb"}


def test_no_literal_word_stands_in_a_template() -> None:
    found = []
    for path in sorted(TEMPLATES.rglob("*.html")):
        source = path.read_text(encoding="utf-8")
        found += [(path.name, match) for match in re.findall(r"\|default(?:_if_none)?:\"([^\"]*[A-Za-z]{2}[^\"]*)\"", source)]
        found += [(path.name, match) for match in re.findall(r"\|pluralize\b[^ %}]*", source)]
        plain = NO_WORDS.sub(" ", source)
        for name, value in re.findall(r"\s([\w-]+)=\"([^\"]*)\"", plain):
            if name in READ and re.search(r"[A-Za-z]{2}", value) and "://" not in value:
                found.append((path.name, value))
        text = re.sub(r"&#?\w+;", " ", re.sub(r"<[^>]*>", " ", plain))
        found += [(path.name, word) for word in re.findall(r"[A-Za-z]{2,}", text) if word not in OF_ITS_OWN]
    assert not found


def read_of(page: str) -> list[str]:
    """What a person reads of a page: its texts, and the attributes that are read out or shown."""
    tree = lxml_html.fromstring(page)
    for element in tree.xpath("//script|//style"):
        element.drop_tree()
    texts = [text.strip() for text in tree.xpath("//text()")]
    return [text for text in [*texts, *(value.strip() for name in READ for value in tree.xpath(f"//@{name}"))] if text]


@pytest.fixture
def in_made_up_words(monkeypatch: pytest.MonkeyPatch) -> None:
    catalogue = made_up()
    monkeypatch.setattr(messages, "catalogue_of", lambda language: catalogue)


def test_every_screen_takes_its_words_from_the_files(
    signed_in: Client, study: Study, draft: Draft, places: dict[str, dict[str, Any]], in_made_up_words: None
) -> None:
    """In a language made up, a text in plain letters alone is data: of the pages, of the person, of the market. Everything else has words of the code in it."""
    found: dict[str, str] = {}
    walked = set()
    for name in (name for name, (method, _) in ADDRESSES.items() if method == "GET" and name in places):
        answer = signed_in.get(reverse(name, kwargs=places[name]))
        if answer.status_code == 200 and answer["Content-Type"].startswith("text/html") and answer.content.strip():
            walked.add(name)
            found |= {text: name for text in read_of(answer.content.decode()) if PLAIN_ALONE.search(text) and not MADE.search(text)}
    known = data_of(study)
    assert {"results", "terms", "plan", "draft", "draft-panel", "members", "account"} <= walked
    assert not {text: name for text, name in found.items() if " ".join(text.lower().split()).rstrip("….") not in known}


def data_of(study: Study) -> str:
    """Everything that is no word of the interface: what the rows of the database hold, names of countries and languages of the standard lists, keys on the keyboard."""
    held = [repr(row) for model in apps.get_models() for row in model._default_manager.values_list()[:500]]
    compiled = compiled_of(study.pk)
    assert compiled is not None
    return " ".join([*held, repr(compiled.yardstick), *OF_ITS_OWN]).lower()
