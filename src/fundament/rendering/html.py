"""A paper as HTML: the inside for a screen, or a whole page of its own for the PDF."""

from __future__ import annotations

import base64
from html import escape
from pathlib import Path

from fundament.rendering.paper import Block, Facts, Heading, Paper, Paragraph, Points, Section, Table

STYLE = (Path(__file__).parent / "paper.css").read_text(encoding="utf-8")


def inside(paper: Paper, *, with_widths: bool = False) -> str:
    """The blocks. Everything in them is escaped. with_widths: columns as wide as the tables say, by inline styles, which a screen's policy forbids."""
    return "\n".join(_block(block, with_widths) for block in paper.blocks)


def page(paper: Paper, *, fonts: str = "") -> str:
    """A page of its own, with its style and logo in it. fonts: @font-face rules."""
    logo = f'<img class="logo" alt="" src="data:image/png;base64,{base64.b64encode(paper.logo).decode()}">' if paper.logo else ""
    return (
        f'<!doctype html><html lang="{escape(paper.language)}"><head><meta charset="utf-8"><title>{escape(paper.title)}</title>'
        f'<meta name="author" content="{escape(paper.source)}"><style>{fonts}{STYLE}</style></head>'
        f'<body class="paper"><p class="source">{escape(paper.source)}</p>{logo}{inside(paper, with_widths=True)}</body></html>'
    )


def _block(block: Block, with_widths: bool) -> str:
    match block:
        case Heading(level, text):
            return f"<h{level}>{escape(text)}</h{level}>"
        case Paragraph(text, lead, muted):
            kind = "lead" if lead else "remark" if muted else ""
            return f'<p class="{kind}">{_lines(text)}</p>' if kind else f"<p>{_lines(text)}</p>"
        case Facts(rows):
            return f"<dl>{''.join(f'<dt>{escape(name)}</dt><dd>{_lines(value)}</dd>' for name, value in rows)}</dl>"
        case Points(items):
            return f"<ul>{''.join(f'<li>{escape(item)}</li>' for item in items)}</ul>"
        case Table():
            return _table(block, with_widths)
        case Section(level, heading, facts, notes, meant):
            parts = [f'<h{level + 1}><span class="level">H{level}</span> {escape(heading)}</h{level + 1}>']
            parts += [f'<p class="remark">{escape(facts)}</p>'] if facts else []
            parts += [f'<p class="notes">{_lines(notes)}</p>'] if notes else []
            parts += [f'<p class="meant"><strong>{escape(name)}</strong> {escape(value)}</p>' for name, value in meant]
            return f'<section class="planned level-{level}">{"".join(parts)}</section>'
    raise TypeError(block)


def _table(table: Table, with_widths: bool) -> str:
    widths = "".join(f'<col style="width: {share:.1%}">' for share in table.widths if with_widths)

    def cells(tag: str, row: list[str]) -> str:
        return "".join(
            f"<{tag}{' class=number' if n in table.numbers else ''}{' scope=col' if tag == 'th' else ''}>{_lines(cell)}</{tag}>"
            for n, cell in enumerate(row)
        )

    head = cells("th", list(table.headings))
    body = "".join(f"<tr>{cells('td', list(row))}</tr>" for row in table.rows)
    return f"<table><colgroup>{widths}</colgroup><thead><tr>{head}</tr></thead><tbody>{body}</tbody></table>"


def _lines(text: str) -> str:
    return "<br>".join(escape(line) for line in text.splitlines())
