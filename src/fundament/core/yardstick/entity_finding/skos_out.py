"""A yardstick's entities as SKOS (W3C, "SKOS Simple Knowledge Organization System Reference", 2009), in Turtle, for other programs and other studies."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.yardstick.model import Entity

BASE = "urn:fundament:"


def write_skos(entities: Sequence[Entity], keyword: str, language: str) -> bytes:
    """One scheme with a concept for each entity: its name as preferred label, its aliases as alternative ones, its key as notation; of each kind a collection. `read_skos` reads names, aliases and kinds again."""
    from rdflib import Graph, Literal, URIRef
    from rdflib.namespace import DCTERMS, RDF, SKOS

    graph = Graph()
    graph.bind("skos", SKOS)
    graph.bind("dcterms", DCTERMS)
    scheme = URIRef(f"{BASE}scheme")
    graph.add((scheme, RDF.type, SKOS.ConceptScheme))
    graph.add((scheme, DCTERMS.title, Literal(keyword, lang=language)))
    kinds: dict[str, URIRef] = {}
    for entity in entities:
        concept = URIRef(f"{BASE}entity:{entity.key}")
        graph.add((concept, RDF.type, SKOS.Concept))
        graph.add((concept, SKOS.inScheme, scheme))
        graph.add((concept, SKOS.prefLabel, Literal(entity.name, lang=language)))
        graph.add((concept, SKOS.notation, Literal(entity.key)))
        for alias in entity.aliases:
            graph.add((concept, SKOS.altLabel, Literal(alias, lang=language)))
        if entity.kind:
            if entity.kind not in kinds:
                kinds[entity.kind] = URIRef(f"{BASE}kind:{len(kinds) + 1}")
                graph.add((kinds[entity.kind], RDF.type, SKOS.Collection))
                graph.add((kinds[entity.kind], SKOS.prefLabel, Literal(entity.kind, lang=language)))
            graph.add((kinds[entity.kind], SKOS.member, concept))
    written: bytes = graph.serialize(format="turtle", encoding="utf-8")
    return written
