"""A person's own entities from SKOS files (W3C, "SKOS Simple Knowledge Organization System Reference", 2009): Turtle, RDF/XML or JSON-LD."""

from __future__ import annotations

import json
from typing import Any

from fundament.core.errors import CoreError
from fundament.core.yardstick.model import OwnEntity

FORMATS = {".ttl": "turtle", ".rdf": "xml", ".xml": "xml", ".jsonld": "json-ld", ".json": "json-ld"}
MOST_BYTES = 5_000_000
MOST_CONCEPTS = 2_000


def read_skos(content: bytes, name: str, language: str = "en") -> tuple[OwnEntity, ...]:
    """The concepts of a SKOS file, by their names in alphabetical order.

    content: the file; name: its name, whose ending tells the format; language: labels in it are taken, or those without a language.
    A concept's kind is the label of the first concept above it (skos:broader), or "concept". Raises CoreError when the file is too large, of an
    unknown format, not well-formed, would have to be completed from the network, or holds no concept with a label.
    """
    ending = "." + name.lower().rpartition(".")[2]
    kind_of_file = FORMATS.get(ending)
    if kind_of_file is None:
        raise CoreError("error.skos_format", name=name)
    if len(content) > MOST_BYTES:
        raise CoreError("error.skos_large", name=name, megabytes=MOST_BYTES // 1_000_000)
    if kind_of_file == "json-ld":
        _refuse_remote_context(content, name)
    graph = _parse(content, kind_of_file, name)
    from rdflib.namespace import RDF, SKOS

    entities = []
    for concept in sorted(set(graph.subjects(RDF.type, SKOS.Concept)) | set(graph.subjects(SKOS.prefLabel, None)), key=str):
        preferred = _labels(graph, concept, SKOS.prefLabel, language)
        if not preferred:
            continue
        others = _labels(graph, concept, SKOS.altLabel, language) + _labels(graph, concept, SKOS.hiddenLabel, language)
        above = [
            label
            for broader in sorted(graph.objects(concept, SKOS.broader), key=str)
            for label in _labels(graph, broader, SKOS.prefLabel, language)
        ]
        aliases = tuple(label for label in dict.fromkeys(others) if label != preferred[0])
        entities.append(OwnEntity(preferred[0], above[0] if above else "concept", aliases))
    if not entities:
        raise CoreError("error.skos_empty", name=name)
    if len(entities) > MOST_CONCEPTS:
        raise CoreError("error.skos_many", name=name, concepts=len(entities), most=MOST_CONCEPTS)
    return tuple(sorted(entities, key=lambda entity: (entity.name.lower(), entity.name)))


def _parse(content: bytes, kind_of_file: str, name: str) -> Any:
    from rdflib import Graph

    graph = Graph()
    try:
        graph.parse(data=content, format=kind_of_file)
    except Exception as error:  # every parser of the library has errors of its own
        raise CoreError("error.skos_malformed", name=name, format=kind_of_file) from error
    return graph


def _refuse_remote_context(content: bytes, name: str) -> None:
    """A context that is an address would be fetched by the parser; nothing here goes to the network."""
    try:
        waiting = [json.loads(content)]
    except (ValueError, RecursionError):
        raise CoreError("error.skos_json", name=name) from None
    while waiting:
        value = waiting.pop()
        if isinstance(value, list):
            waiting.extend(value)
        elif isinstance(value, dict):
            contexts = value.get("@context", [])
            for context in contexts if isinstance(contexts, list) else [contexts]:
                if isinstance(context, str) or (isinstance(context, dict) and "@import" in context):
                    source = context if isinstance(context, str) else str(context["@import"])
                    raise CoreError("error.skos_remote", name=name, source=source)
            waiting.extend(value.values())


def _labels(graph: Any, concept: Any, predicate: Any, language: str) -> list[str]:
    found = []
    for label in graph.objects(concept, predicate):
        spoken = (getattr(label, "language", None) or "").split("-")[0].lower()
        text = " ".join(str(label).replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8").split())
        if text and spoken in ("", language):
            found.append((spoken == "", text))
    return [text for _, text in sorted(found)]
