"""A text without evidence of the subject earns nothing anywhere.

The evidence is the share of the points for terms and entities that the text earns, with what the other guards leave of them. Below NO_EVIDENCE a text is taken
to be about something else, from FULL_EVIDENCE on about the subject; between the two all its points count in part.
"""

from __future__ import annotations

NO_EVIDENCE, FULL_EVIDENCE = 0.0, 0.0001


def evidence_of(terms: float, entities: float, most: float) -> float:
    """0..1. terms, entities: points earned; most: that could be."""
    return (terms + entities) / most if most else 0.0


def factor_of(evidence: float) -> float:
    """What is left of all points: 0..1."""
    return min(1.0, max(0.0, (evidence - NO_EVIDENCE) / (FULL_EVIDENCE - NO_EVIDENCE)))
