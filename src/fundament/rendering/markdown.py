"""A paper as Markdown (CommonMark, with tables as most programs read them)."""

from __future__ import annotations

import re

from fundament.rendering.paper import Block, Facts, Heading, Paper, Paragraph, Points, Section, Table

_SPECIAL = re.compile(r"([\\`*_{}\[\]<>#|~!])")
_LINE_START = re.compile(r"^(\s*\d*)([-+>=.)])")  # what would begin a list, a quote or a heading


def markdown_of(paper: Paper) -> str:
    """The paper as text."""
    return "\n\n".join(part for block in paper.blocks if (part := _block(block))) + "\n"


def escaped(text: str) -> str:
    """Text that stays what it is: nothing in it becomes a mark."""
    lines = [_LINE_START.sub(r"\1\\\2", _SPECIAL.sub(r"\\\1", line)) for line in text.splitlines()]
    return "  \n".join(lines)


def _block(block: Block) -> str:
    match block:
        case Heading(level, text):
            return f"{'#' * level} {_one_line(text)}"
        case Paragraph(text):
            return escaped(text)
        case Facts(rows):
            return "\n".join(f"- **{_one_line(name)}**: {_one_line(value)}" for name, value in rows)
        case Points(items):
            return "\n".join(f"- {_one_line(item)}" for item in items)
        case Table(headings, rows, numbers):
            marks = ["---:" if n in numbers else "---" for n in range(len(headings))]
            return "\n".join(_row(row) for row in [[_one_line(h) for h in headings], marks, *([_one_line(c) for c in row] for row in rows)])
        case Section(level, heading, facts, notes, meant):
            parts = [f"{'#' * (level + 1)} {_one_line(heading)}", escaped(facts), escaped(notes)]
            parts.append("\n".join(f"- **{_one_line(name)}**: {_one_line(value)}" for name, value in meant))
            return "\n\n".join(part for part in parts if part)
    raise TypeError(block)


def _one_line(text: str) -> str:
    return " ".join(escaped(text).split())


def _row(cells: list[str]) -> str:
    return f"| {' | '.join(cells)} |"
