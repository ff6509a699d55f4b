"""A person's own entities from SKOS files (W3C, "SKOS Simple Knowledge Organization System Reference", 2009): Turtle, RDF/XML or JSON-LD.

Nothing here opens a connection or a file, whatever a file names: what would be completed from elsewhere is refused before the library sees it, and the
library's own loader is taken away. The application reads files in a confined process on top of that.
"""

from __future__ import annotations

import functools
import json
from typing import Any
from xml.parsers import expat

from fundament.core.errors import CoreError
from fundament.core.yardstick.model import OwnEntity

FORMATS = {".ttl": "turtle", ".rdf": "xml", ".xml": "xml", ".jsonld": "json-ld", ".json": "json-ld"}
SKOS_XL_ADDRESS = "http://www.w3.org/2008/05/skos-xl#"
MOST_BYTES = 5_000_000
MOST_CONCEPTS = 2_000
MOST_ELEMENTS, MOST_DEPTH = 500_000, 60  # of an RDF/XML or JSON file


def read_skos(content: bytes, name: str, language: str = "en") -> tuple[OwnEntity, ...]:
    """The concepts of a SKOS file, by their names in alphabetical order.

    content: the file; name: its name, whose ending tells the format; language: labels in it are taken, or those without a language.
    Labels may be literals or resources of their own (SKOS-XL). Collections and schemes have labels too and are no concepts. A concept's kind is the label
    of the first concept above it, by skos:broader or by skos:narrower of that one, else of a collection it is a member of, or "concept". Raises CoreError when the file is too large, of an
    unknown format, not well-formed, would have to be completed from elsewhere, or holds no concept with a label.
    """
    kind_of_file = check_file(content, name)
    if kind_of_file == "json-ld":
        content = _json_of_its_own(content, name)
    elif kind_of_file == "xml":
        _check_xml(content, name)
    graph = _parse(content, kind_of_file, name)
    from rdflib.namespace import SKOS

    entities = []
    for concept in _concepts(graph):
        preferred = _labels(graph, concept, "prefLabel", language)
        if not preferred:
            continue
        others = _labels(graph, concept, "altLabel", language) + _labels(graph, concept, "hiddenLabel", language)
        broader = {*graph.objects(concept, SKOS.broader), *graph.subjects(SKOS.narrower, concept)} - {concept} or {
            *graph.subjects(SKOS.member, concept)
        }
        # a concept without an address has a new name at every reading, so the labels are put in order and not the concepts
        above = sorted(label for other in broader for label in _labels(graph, other, "prefLabel", language)[:1])
        aliases = tuple(label for label in dict.fromkeys(others) if label != preferred[0])
        entities.append(OwnEntity(preferred[0], above[0] if above else "concept", aliases))
    if not entities:
        raise CoreError("error.skos_empty", name=name)
    if len(entities) > MOST_CONCEPTS:
        raise CoreError("error.skos_many", name=name, concepts=len(entities), most=MOST_CONCEPTS)
    return tuple(sorted(entities, key=lambda entity: (entity.name.lower(), entity.name)))


def check_file(content: bytes, name: str) -> str:
    """The format of a file, by its name. Raises CoreError for one that is none of FORMATS, or too large."""
    kind_of_file = FORMATS.get("." + name.lower().rpartition(".")[2])
    if kind_of_file is None:
        raise CoreError("error.skos_format", name=name)
    if len(content) > MOST_BYTES:
        raise CoreError("error.skos_large", name=name, megabytes=MOST_BYTES // 1_000_000)
    return kind_of_file


def load_parsers() -> None:
    """Load all that reading a file needs, so that nothing has to be opened then."""
    for content, name in (
        (b'<http://a.example/> <http://www.w3.org/2004/02/skos/core#prefLabel> "a" .', "a.ttl"),
        (
            b'<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:s="http://www.w3.org/2004/02/skos/core#">'
            b'<s:Concept rdf:about="http://a.example/"><s:prefLabel xml:lang="en">a</s:prefLabel></s:Concept></rdf:RDF>',
            "a.rdf",
        ),
        (
            b'{"@id": "http://a.example/", "http://www.w3.org/2004/02/skos/core#prefLabel": [{"@value": "a", "@language": "en"}]}',
            "a.jsonld",
        ),
    ):
        read_skos(content, name)


@functools.cache
def _library() -> Any:
    """rdflib, without what would load a context from elsewhere."""
    import rdflib
    from rdflib.plugins.shared.jsonld import context

    def refuse(*_: Any, **__: Any) -> Any:
        raise CoreError("error.skos_remote", name="")

    vars(context)["source_to_json"] = refuse
    return rdflib


def _parse(content: bytes, kind_of_file: str, name: str) -> Any:
    graph = _library().Graph()
    try:
        graph.parse(data=content, format=kind_of_file)
    except CoreError:
        raise CoreError("error.skos_remote", name=name) from None
    except MemoryError:
        raise
    except Exception:  # every parser of the library has errors of its own; what they say of other places is nobody's business
        raise CoreError("error.skos_malformed", name=name, format=kind_of_file) from None
    return graph


def _check_xml(content: bytes, name: str) -> None:
    """Refuse what an RDF/XML file has no need of: a document type with its entities, elements without number or end."""
    depth = elements = 0

    def refuse(*_: Any) -> int:
        raise CoreError("error.skos_doctype", name=name)

    def start(*_: Any) -> None:
        nonlocal depth, elements
        depth += 1
        elements += 1
        if depth > MOST_DEPTH or elements > MOST_ELEMENTS:
            raise CoreError("error.skos_shape", name=name)

    def end(*_: Any) -> None:
        nonlocal depth
        depth -= 1

    parser = expat.ParserCreate()
    parser.StartDoctypeDeclHandler = parser.EntityDeclHandler = parser.ExternalEntityRefHandler = refuse
    parser.StartElementHandler, parser.EndElementHandler = start, end
    try:
        parser.Parse(content, True)
    except CoreError:
        raise
    except (expat.ExpatError, ValueError, LookupError):
        raise CoreError("error.skos_malformed", name=name, format="xml") from None


def _json_of_its_own(content: bytes, name: str) -> bytes:
    """The file as JSON that says nothing of other places: a context that is an address would be fetched, wherever it stands. Written anew, so that what was
    looked at is what is read."""
    try:
        found = json.loads(content)
    except (ValueError, RecursionError):
        raise CoreError("error.skos_json", name=name) from None
    waiting = [(found, 0, False)]
    values = 0
    while waiting:
        value, depth, is_context = waiting.pop()
        values += 1
        if depth > MOST_DEPTH or values > MOST_ELEMENTS:
            raise CoreError("error.skos_shape", name=name)
        if isinstance(value, dict):
            if "@import" in value:
                raise CoreError("error.skos_remote", name=name)
            waiting += [(inner, depth + 1, key == "@context") for key, inner in value.items()]
        elif isinstance(value, list):
            waiting += [(inner, depth + 1, is_context) for inner in value]
        elif is_context and value is not None:
            raise CoreError("error.skos_remote", name=name)
    return json.dumps(found).encode()


def _label_of_its_own(which: str) -> Any:
    return _library().URIRef(SKOS_XL_ADDRESS + which)


def _concepts(graph: Any) -> list[Any]:
    """What is called a concept, or a kind of concept, or stands among concepts as only a concept does (below or above one, in a scheme).

    In a file that calls nothing a concept, also what else has a preferred label, but for collections of concepts and schemes of them.
    """
    from rdflib.namespace import RDF, RDFS, SKOS

    classes = {SKOS.Concept, *graph.transitive_subjects(RDFS.subClassOf, SKOS.Concept)}
    called = {subject for kind in classes for subject in graph.subjects(RDF.type, kind)}
    related = {
        end
        for link in (SKOS.broader, SKOS.narrower, SKOS.related, SKOS.broaderTransitive, SKOS.narrowerTransitive)
        for pair in graph.subject_objects(link)
        for end in pair
    }
    related |= {*graph.objects(None, SKOS.hasTopConcept), *graph.subjects(SKOS.topConceptOf, None)}
    others = {*graph.subjects(SKOS.member, None), *graph.subjects(SKOS.memberList, None), *graph.subjects(SKOS.hasTopConcept, None)}
    others |= {*graph.objects(None, SKOS.topConceptOf), *graph.objects(None, SKOS.inScheme)}
    for kind in (SKOS.Collection, SKOS.OrderedCollection, SKOS.ConceptScheme):
        others |= {
            subject for other in (kind, *graph.transitive_subjects(RDFS.subClassOf, kind)) for subject in graph.subjects(RDF.type, other)
        }
    found = called | related
    if not found:
        found = {*graph.subjects(SKOS.prefLabel, None), *graph.subjects(_label_of_its_own("prefLabel"), None)}
    return sorted(found - (others - called), key=str)


def _labels(graph: Any, concept: Any, which: str, language: str) -> list[str]:
    """The labels of a concept in a language, those in it before those in none; a label that is a resource has its text as skosxl:literalForm."""
    from rdflib.namespace import SKOS

    given = list(graph.objects(concept, SKOS[which]))
    given += [
        text
        for label in graph.objects(concept, _label_of_its_own(which))
        for text in graph.objects(label, _label_of_its_own("literalForm"))
    ]
    found = []
    for label in given:
        spoken = (getattr(label, "language", None) or "").split("-")[0].lower()
        text = " ".join(str(label).replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8").split())
        if text and spoken in ("", language):
            found.append((spoken == "", text))
    return [text for _, text in sorted(found)]
