"""A plan as a paper for a writer: what to write, before why."""

from __future__ import annotations

import datetime
from collections.abc import Sequence

from fundament.core.message import message
from fundament.core.yardstick.section_groups.statements import figures_side_by_side
from fundament.messages import format_day, label, number, say, words
from fundament.rendering.paper import Block, Facts, Heading, Paper, Paragraph, Section, Table
from fundament.schemas.plan import Plan, PlannedSection

MOST_TERMS, MOST_ENTITIES, MOST_STATEMENTS = 60, 30, 30
_ONE, _MANY = "one_of", "kinds"  # how the kinds of pages are called


def plan_paper(plan: Plan, *, kinds: Sequence[tuple[str, int]] = (), subtopics: Sequence[str] = (), logo: bytes = b"") -> Paper:
    """kinds: of the results, with their numbers. subtopics: the most shared ones, for a plan without outline."""
    title = say(message("plan.title", keyword=plan.keyword))
    blocks: list[Block] = [Heading(1, title), Paragraph(_answer(plan), lead=True), Facts(_facts(plan))]
    blocks += [Heading(2, label("plan.intent"))]
    blocks += [Paragraph(part) for part in plan.intent.split("\n\n") if part.strip()]
    if kinds:
        found = [f"{count} {label(f'{_ONE if count == 1 else _MANY}.{kind}')}" for kind, count in kinds]
        blocks.append(Paragraph(say(message("plan.kinds", read=sum(count for _, count in kinds), kinds=found)), muted=True))
    blocks += [Heading(2, label("plan.outline")), *_outline(plan, subtopics)]
    blocks += [Heading(2, label("plan.head")), *_head(plan)]
    if plan.questions or plan.related:
        blocks += [Heading(2, label("plan.questions")), *_questions(plan)]
    if any(statement.decision != "dropped" for statement in plan.statements):
        blocks += [Heading(2, label("plan.statements")), *_statements(plan)]
    blocks += [Heading(2, label("plan.terms")), Paragraph(say(message("plan.terms_said")), muted=True), *_terms(plan)]
    blocks += [Heading(2, label("plan.entities")), Paragraph(say(message("plan.entities_said")), muted=True), *_entities(plan)]
    blocks += [Heading(2, label("plan.structure")), _structure(plan)]
    blocks += [Heading(2, label("plan.competitors")), _competitors(plan), Paragraph(say(message("plan.last")), muted=True)]
    return Paper(title, f"{plan.workspace} · {title}", plan.market.language, blocks, logo)


def _answer(plan: Plan) -> str:
    if plan.aim is None or plan.enough is None:
        return say(message("plan.answer_without_aim", words=round(plan.planned_words, -1), usual=list(plan.words)))
    return say(
        message("plan.answer", words=round(plan.planned_words, -1), usual=list(plan.words), aim=round(plan.aim), enough=round(plan.enough))
    )


def _facts(plan: Plan) -> list[tuple[str, str]]:
    at = plan.market
    market = say(message("plan.market", country=at.country_name, language=at.language_name, device=at.device))
    if at.place:
        market = say(message("plan.market_place", place=at.place, market=market))
    if at.results_of:
        market = say(message("plan.market_day", market=market, day=_day(at.results_of)))
    facts = [(label("plan.keyword"), plan.keyword), (label("plan.market_name"), market)]
    if plan.study != plan.keyword:
        facts.insert(0, (label("plan.study"), plan.study))
    if plan.assignee or plan.due:
        due = _day(plan.due) if plan.due else ""
        code = "plan.assigned" if plan.assignee and due else "plan.assigned_undated" if plan.assignee else "plan.due_alone"
        facts.append((label("plan.assignee"), say(message(code, name=plan.assignee, due=due))))
    if plan.secondary:
        told = [
            f"{k.phrase} ({say(message('plan.secondary_facts', whole=k.whole, pages=len(plan.competitors), headed=k.headed))}"
            + (f"; {say(message('plan.searches', volume=k.volume))})" if k.volume is not None else ")")
            for k in plan.secondary
        ]
        facts.append((label("plan.secondary"), "\n".join(told)))
    facts.append((label("plan.made"), _day(plan.made_at[:10])))
    return facts


def _day(day: str) -> str:
    parsed = datetime.date.fromisoformat(day)
    return format_day(parsed)


def _of(pages: int, plan: Plan) -> str:
    return words("number.of", of=pages, all=len(plan.competitors))


def _outline(plan: Plan, subtopics: Sequence[str]) -> list[Block]:
    if not plan.sections:
        return [Paragraph(say(message("plan.no_outline", subtopics=list(subtopics))))]
    return [_section(section, len(plan.competitors)) for section in plan.sections]


def _section(section: PlannedSection, competitors: int) -> Section:
    if section.words:
        code = "plan.section_facts" if section.pages else "plan.section_words"
    else:
        code = "plan.section_pages" if section.pages else "plan.section_own"
    facts = say(message(code, words=section.words, pages=section.pages, all=competitors))
    meant = [
        (label(f"plan.section_{kind}"), ", ".join(names))
        for kind, names in (("terms", section.terms), ("entities", section.entities))
        if names
    ]
    return Section(section.level, section.heading, facts, section.notes, meant)


def _head(plan: Plan) -> list[Block]:
    head = plan.head
    facts = [
        (label("plan.title_tag"), say(message("plan.head_title", length=list(head.title), usual=head.usual_title))),
        (label("plan.description"), say(message("plan.head_description", length=list(head.description)))),
    ]
    shared = [f"{word} ({count})" for word, count in head.shared]
    return [Facts(facts), *([Paragraph(say(message("plan.head_shared", words=shared)))] if shared else [])]


def _questions(plan: Plan) -> list[Block]:
    blocks: list[Block] = []
    if plan.questions:
        rows = [[question.text, _of(question.answered, plan)] for question in plan.questions]
        blocks += [
            Paragraph(say(message("plan.questions_said")), muted=True),
            Table([label("plan.col.question"), label("plan.col.answered")], rows, frozenset([1]), (0.8, 0.2)),
        ]
    if plan.related:
        blocks.append(Paragraph(f"{label('plan.related')}: {', '.join(plan.related)}."))
    return blocks


def _statements(plan: Plan) -> list[Block]:
    shown = [statement for statement in plan.statements if statement.decision != "dropped"]
    rows = [
        [
            statement.text,
            _of(statement.pages, plan),
            figures_side_by_side(figures for _, _, figures in statement.stated),
        ]
        for statement in sorted(shown, key=lambda statement: statement.decision != "kept")[:MOST_STATEMENTS]
    ]
    headings = [label(f"plan.col.{key}") for key in ("statement", "pages", "figures")]
    return [Paragraph(say(message("plan.statements_said")), muted=True), Table(headings, rows, frozenset([1]), (0.56, 0.14, 0.3))]


def _terms(plan: Plan) -> list[Block]:
    shown = plan.terms[:MOST_TERMS]
    has_notes = any(term.decision or term.note for term in shown)
    columns = ("term", "uses", "most", "pages", *(("note",) if has_notes else ()))
    rows = [[t.name, _span(t.low, t.high), number(t.ceiling), _of(t.pages, plan), _note(t.decision, t.note)][: len(columns)] for t in shown]
    widths = (0.36, 0.12, 0.1, 0.14, 0.28) if has_notes else (0.55, 0.15, 0.13, 0.17)
    return [Table([label(f"plan.col.{key}") for key in columns], rows, frozenset([1, 2, 3]), widths), *_cut(len(shown), len(plan.terms))]


def _cut(shown: int, everything: int) -> list[Block]:
    return [Paragraph(say(message("plan.terms_cut", shown=shown, all=everything)), muted=True)] if everything > shown else []


def _entities(plan: Plan) -> list[Block]:
    shown = plan.entities[:MOST_ENTITIES]
    rows = [[e.name, e.kind, _of(e.pages, plan), ", ".join(e.context[:5]) + _after(_note(e.decision, e.note))] for e in shown]
    headings = [label(f"plan.col.{key}") for key in ("entity", "kind", "pages", "context")]
    return [Table(headings, rows, frozenset([2]), (0.28, 0.16, 0.14, 0.42)), *_cut(len(shown), len(plan.entities))]


def _structure(plan: Plan) -> Table:
    headings = [label(f"plan.col.{key}") for key in ("measure", "usual", "median")]
    rows = [[m.name[:1].upper() + m.name[1:], _span(round(m.p25), round(m.p75)), number(round(m.median))] for m in plan.structure]
    return Table(headings, rows, frozenset([1, 2]), (0.5, 0.3, 0.2))


def _competitors(plan: Plan) -> Table:
    headings = [label(f"plan.col.{key}") for key in ("rank", "page", "words", "score")]
    rows = [
        [str(c.rank), f"{c.title}\n{c.url}" if c.title else c.url, number(c.words), "–" if c.score is None else f"{c.score:.0f}"]
        for c in plan.competitors
    ]
    return Table(headings, rows, frozenset([0, 2, 3]), (0.08, 0.68, 0.12, 0.12))


def _span(low: float, high: float) -> str:
    return number(low) if low == high else words("number.span", low=low, high=high)


def _note(decision: str, note: str) -> str:
    return ": ".join(filter(None, (label(f"decided.{decision}") if decision else "", note)))


def _after(note: str) -> str:
    return f" ({note})" if note else ""
