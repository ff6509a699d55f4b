"""A person's own entities."""

from __future__ import annotations

from dataclasses import replace

import pytest

from fundament.core.errors import CoreError
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score
from fundament.core.yardstick.entity_finding.skos import read_skos
from fundament.core.yardstick.entity_finding.skos_out import write_skos
from fundament.core.yardstick.model import ComparedPage, OwnEntity, Settings, Yardstick
from gold.yardsticks import yardstick_of
from tests.conftest import KEYWORD
from tests.core.reading.without_page import without_page
from tests.helpers import raises_saying

TURTLE = b"""@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix x: <http://x.example/> .
x:cream a skos:Concept ; skos:prefLabel "barrier cream"@en, "Hautcreme"@de ; skos:altLabel "hand cream"@en ; skos:broader x:goods .
x:goods a skos:Concept ; skos:prefLabel "protective goods"@en ."""
XML = b"""<?xml version="1.0"?><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="http://www.w3.org/2004/02/skos/core#">
<skos:Concept rdf:about="http://x.example/cream"><skos:prefLabel xml:lang="en">barrier cream</skos:prefLabel>
<skos:altLabel xml:lang="en">hand cream</skos:altLabel><skos:broader rdf:resource="http://x.example/goods"/></skos:Concept>
<skos:Concept rdf:about="http://x.example/goods"><skos:prefLabel xml:lang="en">protective goods</skos:prefLabel></skos:Concept></rdf:RDF>"""
JSON = b"""{"@context": {"skos": "http://www.w3.org/2004/02/skos/core#"}, "@graph": [
{"@id": "http://x.example/cream", "@type": "skos:Concept", "skos:prefLabel": {"@value": "barrier cream", "@language": "en"},
 "skos:altLabel": {"@value": "hand cream", "@language": "en"}, "skos:broader": {"@id": "http://x.example/goods"}},
{"@id": "http://x.example/goods", "@type": "skos:Concept", "skos:prefLabel": {"@value": "protective goods", "@language": "en"}}]}"""


@pytest.mark.parametrize(("content", "name"), [(TURTLE, "own.ttl"), (XML, "own.rdf"), (JSON, "own.jsonld")])
def test_the_three_formats_say_the_same(content: bytes, name: str) -> None:
    assert read_skos(content, name) == (
        OwnEntity("barrier cream", "protective goods", ("hand cream",)),
        OwnEntity("protective goods", "concept"),
    )


@pytest.mark.parametrize(
    ("content", "name", "says"),
    [
        (b"x", "own.csv", "Turtle"),
        (b"not turtle at all {", "own.ttl", "cannot be read"),
        (b"{", "own.jsonld", "not valid JSON"),
        (b'{"@context": "https://x.example/context.json", "@id": "x"}', "own.jsonld", "Put the context into the file"),
        (b"@prefix skos: <http://www.w3.org/2004/02/skos/core#> .", "own.ttl", "no concept"),
        (b" " * 5_000_001, "own.ttl", "larger"),
    ],
)
def test_what_cannot_be_taken_is_said(content: bytes, name: str, says: str) -> None:
    with raises_saying(CoreError, says):
        read_skos(content, name)


HEAD = b"@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix xl: <http://www.w3.org/2008/05/skos-xl#> . @prefix x: <http://x.example/> .\n"


@pytest.mark.parametrize(
    "content",
    [
        b"""x:set a skos:Collection ; skos:prefLabel "a shelf"@en . x:all a skos:ConceptScheme ; skos:prefLabel "the shop"@en .
            x:row a skos:OrderedCollection ; skos:prefLabel "a row"@en . x:cream skos:prefLabel "barrier cream"@en ; skos:inScheme x:all .
            x:goods a skos:Concept ; skos:prefLabel "protective goods"@en ; skos:narrower x:cream .""",
        b"""x:cream a skos:Concept ; xl:prefLabel [ xl:literalForm "barrier cream"@en ] , [ xl:literalForm "Hautcreme"@de ] ; skos:broader _:g .
            _:g a skos:Concept ; skos:prefLabel "protective goods"@en-GB .""",
        b"""[] skos:prefLabel "barrier cream"@en ; skos:broader [ skos:prefLabel "protective goods"@en , "Schutzmittel"@de ] .""",
    ],
)
def test_only_concepts_are_entities_however_they_are_linked(content: bytes) -> None:
    assert read_skos(HEAD + content, "own.ttl") == (
        OwnEntity("barrier cream", "protective goods"),
        OwnEntity("protective goods", "concept"),
    )


def test_a_group_of_concepts_in_a_vocabulary_of_its_own_is_none() -> None:
    more = b"""
    @prefix iso: <http://purl.org/iso25964/skos-thes#> . @prefix rdfs: <http://www.w3.org/2000/01/rdf-schema#> .
    x:group a iso:ConceptGroup ; skos:prefLabel "Care of hands"@en ; skos:member x:cream .
    x:theme a x:Theme ; skos:prefLabel "Themes"@en .
    x:Made rdfs:subClassOf skos:Concept . x:soap a x:Made ; skos:prefLabel "soap"@en .
    x:lye skos:prefLabel "lye"@en ; skos:related x:soap ."""
    assert [entity.name for entity in read_skos(TURTLE + more, "own.ttl")] == ["barrier cream", "lye", "protective goods", "soap"]


def test_labels_of_another_language_are_left() -> None:
    assert [e.name for e in read_skos(TURTLE, "own.ttl", "de")] == ["Hautcreme"]


def test_own_entities_are_looked_for_whether_competitors_name_them_or_not(articles: list[ComparedPage]) -> None:
    own = (OwnEntity("barrier cream", "substance", ("hand cream",)), OwnEntity("mortar", "thing of ours"))
    yardstick = yardstick_of(articles, KEYWORD, replace(Settings(), own_entities=own))
    cream = next(e for e in yardstick.entities if e.name == "barrier cream")
    mortar = next(e for e in yardstick.entities if e.name == "mortar")
    assert cream.own and cream.pages == 0 and cream.weight > 0
    assert mortar.kind == "thing of ours" and mortar.pages > 5
    assert sum(e.name == "mortar" for e in yardstick.entities) == 1
    assert "barrier cream" in {e.name for e in without_page(yardstick, yardstick.pages[0].url).entities}
    draft = read_draft("<p>Rub a little hand cream into your hands before you mix the mortar with them.</p>", language="en")
    assert (
        next(i.state for i in score(draft, CompiledYardstick(yardstick)).items_of("entities") if i.subject == "barrier cream")
        == "recognised"
    )


def test_what_is_written_is_read_again(yardstick: Yardstick) -> None:
    written = write_skos(yardstick.entities, yardstick.keyword, "en")
    again = {entity.name: entity for entity in read_skos(written, "own.ttl")}
    assert len(again) == len({entity.name for entity in yardstick.entities}) > 5
    for entity in yardstick.entities:
        assert set(again[entity.name].aliases) == set(entity.aliases) - {entity.name}
        assert again[entity.name].kind == (entity.kind or "concept")
    assert write_skos(yardstick.entities, yardstick.keyword, "en") == written
