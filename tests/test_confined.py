"""What comes from outside is read in a process that opens nothing, takes no longer and no more than it may, and is ended."""

from __future__ import annotations

import http.server
from collections.abc import Iterator
from typing import Any

import pytest

from fundament.confined import ConfinedError, confined
from fundament.core.errors import CoreError
from fundament.core.yardstick.entity_finding.skos import load_parsers, read_skos
from tests import confined_work
from tests.answers import in_background


class Listener:
    """An address on loopback that notes whoever comes."""

    def __init__(self) -> None:
        self.heard: list[str] = []
        listener = self

        class Handler(http.server.BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                listener.heard.append(self.path)
                self.send_response(404)
                self.end_headers()

            def log_message(self, *_: Any) -> None:
                pass

        self.server = http.server.ThreadingHTTPServer(("127.0.0.1", 0), Handler)
        in_background(self.server)
        self.address = f"http://127.0.0.1:{self.server.server_port}/x"


@pytest.fixture
def listener() -> Iterator[Listener]:
    found = Listener()
    yield found
    found.server.shutdown()


CONCEPT = '"@id": "http://a.example/", "http://www.w3.org/2004/02/skos/core#prefLabel": "a"'
RDF = 'xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="http://www.w3.org/2004/02/skos/core#"'
SAYING = [  # every way a file can name another place, as (name, text); A is the address
    ("a.jsonld", '{"@context": "A", CONCEPT}'),
    ("a.jsonld", '{"@context": ["A"], CONCEPT}'),
    ("a.jsonld", '{"@context": [["A"]], CONCEPT}'),
    ("a.jsonld", '{"@context": [[["A"]], {}], CONCEPT}'),
    ("a.jsonld", '[[{"@context": {"@import": "A"}, CONCEPT}]]'),
    ("a.jsonld", '[[{"@import": "A"}]]'),
    ("a.jsonld", '{"@context": {"prefLabel": {"@id": "http://x.example/", "@context": [["A"]]}}, "prefLabel": {"@id": "x"}, CONCEPT}'),
    ("a.jsonld", '{"@graph": [{"@context": [null, "A"], CONCEPT}]}'),
    ("a.jsonld", '{"@context": {"@context": "A"}, CONCEPT}'),
    ("a.json", '{"\\u0040context": "A", CONCEPT}'),
    ("a.json", '{"@context": {}, "@context": "A", CONCEPT}'),
    ("a.rdf", f'<!DOCTYPE r [<!ENTITY e SYSTEM "A">]><rdf:RDF {RDF}><skos:Concept rdf:about="x"><skos:prefLabel>&e;</skos:prefLabel></skos:Concept></rdf:RDF>'),
    ("a.rdf", f'<!DOCTYPE r SYSTEM "A"><rdf:RDF {RDF}/>'),
    ("a.rdf", f'<!DOCTYPE r [<!ENTITY % e SYSTEM "A"> %e;]><rdf:RDF {RDF}/>'),
    ("a.rdf", f'<?xml-stylesheet href="A"?><rdf:RDF {RDF} xmlns:xi="http://www.w3.org/2001/XInclude"><xi:include href="A"/></rdf:RDF>'),
    ("a.rdf", f'<rdf:RDF {RDF} xml:base="A"><skos:Concept rdf:about=""><skos:broader rdf:resource="A"/></skos:Concept></rdf:RDF>'),
    ("a.ttl", "@base <A> . @prefix : <A#> . <> <http://www.w3.org/2002/07/owl#imports> <A> ."),
]  # fmt: skip


@pytest.mark.parametrize(("name", "text"), SAYING)
@pytest.mark.parametrize("scheme", ["http", "file", "ftp"])
def test_whatever_a_file_names_nobody_is_asked(listener: Listener, name: str, text: str, scheme: str) -> None:
    """In this process, as the command line reads files: the library's loader is gone."""
    address = {"http": listener.address, "file": "file:///etc/passwd", "ftp": listener.address.replace("http", "ftp")}[scheme]
    content = text.replace("CONCEPT", CONCEPT).replace("A", address).encode()
    with pytest.raises(CoreError) as refused:
        read_skos(content, name)
    assert not listener.heard
    assert refused.value.message.code in ("error.skos_remote", "error.skos_doctype", "error.skos_malformed", "error.skos_empty")
    assert set(refused.value.message.values) <= {"name", "format"}  # nothing the library says of open ports or files


def test_a_file_in_another_encoding_hides_nothing() -> None:
    text = f'<?xml version="1.0" encoding="utf-16"?><!DOCTYPE r [<!ENTITY a "b">]><rdf:RDF {RDF}/>'
    with pytest.raises(CoreError) as refused:
        read_skos(text.encode("utf-16"), "a.rdf")
    assert refused.value.message.code == "error.skos_doctype"


def test_six_levels_of_entities_are_refused_and_so_is_what_is_deep() -> None:
    entities = "".join(f'<!ENTITY e{n} "{f"&e{n - 1};" * 20}">' for n in range(1, 7))
    for content, code in (
        (f'<!DOCTYPE r [<!ENTITY e0 "x">{entities}]><r>&e6;</r>', "error.skos_doctype"),
        ("<a>" * 100_000, "error.skos_shape"),
        ("<a>" + "<b/>" * 600_000 + "</a>", "error.skos_shape"),
    ):
        with pytest.raises(CoreError) as refused:
            read_skos(content.encode(), "a.rdf")
        assert refused.value.message.code == code
    for text in ('{"a":' * 900 + "1" + "}" * 900, "[" * 100_000):
        with pytest.raises(CoreError) as refused:
            read_skos(text.encode(), "a.json")
        assert refused.value.message.code in ("error.skos_shape", "error.skos_json")


@pytest.mark.parametrize("door", sorted(confined_work.DOORS))
def test_a_confined_process_opens_nothing(listener: Listener, door: str) -> None:
    """Neither by Python's own ways, nor, with those guards gone, by the kernel's."""
    assert confined(confined_work.knock, door, listener.address, prepare=confined_work.load, seconds=20, megabytes=200) == "refused"
    assert not listener.heard


def test_a_confined_process_is_ended_by_its_clock_and_its_memory() -> None:
    with pytest.raises(ConfinedError) as slow:
        confined(confined_work.never_end, prepare=confined_work.load, seconds=0.3, megabytes=200)
    with pytest.raises(ConfinedError) as large:
        confined(confined_work.take, 400_000_000, prepare=confined_work.load, seconds=20, megabytes=100)
    with pytest.raises(ConfinedError) as ended:
        confined(confined_work.end, prepare=confined_work.load, seconds=20, megabytes=100)
    assert [error.value.message.code for error in (slow, large, ended)] == ["confined.slow", "confined.large", "confined.ended"]
    assert confined(confined_work.take, 10_000_000, prepare=confined_work.load, seconds=20, megabytes=100) == 10_000_000


def test_a_confined_reading_gives_what_a_reading_gives() -> None:
    content = b'<http://a.example/> <http://www.w3.org/2004/02/skos/core#prefLabel> "a" .'
    assert confined(read_skos, content, "a.ttl", prepare=load_parsers, seconds=20, megabytes=300) == read_skos(content, "a.ttl")
    with pytest.raises(CoreError) as refused:
        confined(read_skos, b"{", "a.ttl", prepare=load_parsers, seconds=20, megabytes=300)
    assert refused.value.message == ("error.skos_malformed", {"name": "a.ttl", "format": "turtle"})
