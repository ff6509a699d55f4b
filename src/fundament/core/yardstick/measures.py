"""The measures of length and structure, each declared once: what it counts, in which unit, and what it earns. Their names are in `fundament.messages`."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Measure:
    """key: stable. is_mean: an average per unit, which does not grow with the length of a text. points: of the ten for length and structure; 0 earns
    nothing. counted: the count that earns, where not all that is there does (crammed sentences, headings without text below)."""

    key: str
    is_mean: bool = False
    points: float = 0.0
    counted: str = ""


MEASURES = (
    Measure("words", points=3.0, counted="counted_words"),
    Measure("sentences"),
    Measure("paragraphs", points=0.5, counted="counted_paragraphs"),
    Measure("words_per_paragraph", is_mean=True, points=0.5),
    Measure("words_per_sentence", is_mean=True),
    Measure("h1"),
    Measure("h2", points=2.0, counted="counted_h2"),
    Measure("h3", points=0.75, counted="counted_h3"),
    Measure("question_headings", points=0.5, counted="counted_question_headings"),
    Measure("images"),
    Measure("images_with_alt", points=1.0),
    Measure("list_items", points=0.25, counted="counted_list_items"),
    Measure("table_cells"),
    Measure("internal_links", points=0.75),
    Measure("external_links", points=0.75),
    Measure("bold"),
    Measure("exact_keyword", counted="counted_exact_keyword"),
)
MEASURE = {measure.key: measure for measure in MEASURES}
EARNING = tuple(measure for measure in MEASURES if measure.points)
