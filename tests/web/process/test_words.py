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
from fundament.core.language.packs import pack_of, packs
from fundament.messages import language_name
from fundament.web.accounts.models import TIME_ZONES
from fundament.web.drafts.desk.panels import PANELS
from fundament.web.drafts.desk.panels_beside import beside_panels
from fundament.web.drafts.models import Draft
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.studies.results.correcting import reading_of
from tests.web.people.addresses import ADDRESSES
from tests.words import MADE_UP, made_up

pytestmark = pytest.mark.slow

TEMPLATES = Path(fundament.__file__).parent / "web" / "templates"
READ = ("title", "aria-label", "placeholder", "alt")  # attributes that a person reads
NO_WORDS = re.compile(r"\{#.*?#\}|\{%.*?%\}|\{\{.*?\}\}|<!--.*?-->|<(script|style)\b.*?</\1>", re.DOTALL)
# a name, units, names of formats and of keys on the keyboard
DATED = re.compile(
    r"\b\d+ [a-z]{3,9}(?: \d{4})?(?:, [\d:]+)?\b|^\d+ |[\d,.]+\s(?:bytes|kb|mb)|\bfundament_\w+|https?://\S+|[\w.-]+\.example\S*"
)  # days, places in a list, sizes, settings, addresses
PLAIN_ALONE, MADE = re.compile(r"[A-Za-z]{2,}"), re.compile(f"[{MADE_UP}]")
OF_ITS_OWN = {
    "Fundament",
    "MB",
    "ms",
    "px",
    "https",
    "CSV",
    "XLSX",
    "SKOS",
    "JSON",
    "PDF",
    "DOCX",
    "HTML",
    "Markdown",
    "TTL",
    "TF-IDF",
    "WDF*IDF",
    "BM25",
}


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


def parts_of(answer: Any) -> list[str]:
    """The pieces of HTML in an answer: the page, or what is put into one."""
    if answer.status_code != 200:
        return []
    kind = answer["Content-Type"].partition(";")[0]
    pieces = [answer.content.decode()] if kind == "text/html" else [*answer.json().values()] if kind == "application/json" else []
    return [piece for piece in pieces if isinstance(piece, str) and "<" in piece]


@pytest.fixture
def in_made_up_words(monkeypatch: pytest.MonkeyPatch) -> None:
    catalogue = made_up()
    monkeypatch.setattr(messages, "catalogue_of", lambda language: catalogue)


def test_every_screen_takes_its_words_from_the_files(
    signed_in: Client, study: Study, draft: Draft, places: dict[str, dict[str, Any]], in_made_up_words: None
) -> None:
    """In a language made up, what is in plain letters is data: of the pages, of the person, of the market."""
    found: dict[str, str] = {}
    asked = [(name, reverse(name, kwargs=places[name])) for name, (method, _) in ADDRESSES.items() if method == "GET" and name in places]
    asked += [(f"panel of {panel}", f"{reverse('draft-panel', args=[draft.pk])}?panel={panel}") for panel in (*PANELS, *beside_panels())]
    walked = set()
    for name, address in asked:
        for part in parts_of(signed_in.get(address)):
            walked.add(name)
            found |= {text: name for text in read_of(part) if PLAIN_ALONE.search(text)}
    known = data_of(study)
    assert {"results", "terms", "plan", "draft", "panel of edits", "members", "account"} <= walked
    unsaid = sorted((text, name) for text, name in found.items() if not is_data(text, known))
    assert not unsaid, "\n".join(f"{name}: {text[:120]}" for text, name in unsaid)


def is_data(text: str, known: str) -> bool:
    """Whether every piece of a text stands in the data, or is a day, a size, an address or a setting."""
    plain = " ".join(text.split()).lower().rstrip("….")
    if MADE.search(text):  # data put into words: each word of it is data
        return all(word in known for word in re.findall(r"[a-z]{3,}", re.sub(rf"\w*[{MADE_UP}]\w*", " ", DATED.sub("", plain))))
    pieces = re.split(r"[,…“”]|: ", DATED.sub("", plain))
    return plain in known or all(piece.strip() in known or not PLAIN_ALONE.search(piece) for piece in pieces)


def data_of(study: Study) -> str:
    """Everything that is no word of the interface: what the rows of the database hold, what was read of the pages, names of the standard lists."""
    held = [str(value) for model in apps.get_models() for row in model._default_manager.values_list()[:500] for value in row]
    held += [block.text for result in study.results.filter(state="read") for block in reading_of(result).blocks]
    compiled = compiled_of(study.pk)
    assert compiled is not None
    listed = [*TIME_ZONES, *(language_name(pack.code) for pack in packs().values()), pack_of("en").prose.questions]
    return " ".join(" ".join([*held, repr(compiled.yardstick), *listed, *OF_ITS_OWN]).split()).lower()
