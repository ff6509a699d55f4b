"""The plan of a study: what a writer is handed. Put together from what was decided; only the intent, the writer and the date are its own."""

from __future__ import annotations

import datetime
from collections import Counter
from collections.abc import Mapping

from django.utils import timezone

from fundament.core.outline.title_words import shared_title_words, usual_title_length
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.points import DESCRIPTION_LENGTH, TITLE_LENGTH
from fundament.core.yardstick.measures import MEASURES
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.secondary_keywords import secondary_rows
from fundament.messages import label, language_name
from fundament.schemas import plan as schema
from fundament.web.accounts.models import Person, WorkspaceLogo
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.studies.figures.asking import asked_of
from fundament.web.studies.figures.demand import volumes_of, volumes_of_phrases
from fundament.web.studies.models import Decision, Study
from fundament.web.studies.plan import outlining
from fundament.web.studies.plan.outlining import follow_outline
from fundament.web.typed import storable

MOST_INTENT = 2_000
STRUCTURE = ("words", "h2", "h3", "paragraphs", "images", "lists", "tables", "internal_links", "external_links")
PLAN = verb("study.plan", asks="study.decide", follow=follow_outline, touches=(Study,))


def plan_of(study: Study, compiled: CompiledYardstick) -> schema.Plan:
    """The plan as it is now."""
    yardstick = compiled.yardstick
    decisions = {row.key: row for row in Decision.objects.filter(study=study)}
    asked = asked_of(study, compiled)
    titles = [page.title for page in yardstick.pages]
    words = yardstick.structure["words"]
    return schema.Plan(
        study=study.shown,
        keyword=study.keyword,
        workspace=study.workspace.name,
        market=schema.Market(
            study.country, study.get_country_display(), study.language, language_name(study.language), study.device, study.place,
            study.as_of.isoformat() if study.as_of else "",
        ),
        made_at=timezone.localtime().isoformat(timespec="minutes"),
        planned_words=round(yardstick.planned_words),
        words=(round(words.p25), round(words.p75)),
        aim=round(yardstick.aim, 1) if yardstick.aim and yardstick.is_aim_firm else None,
        enough=round(yardstick.enough, 1) if yardstick.aim and yardstick.is_aim_firm else None,
        intent=study.intent,
        assignee=study.assignee.shown if study.assignee else "",
        due=study.due.isoformat() if study.due else "",
        secondary=_secondary(study, yardstick),
        sections=_sections(study, yardstick),
        terms=tuple(
            schema.PlannedTerm(t.key, t.name, t.low, t.high, t.ceiling, round(t.weight, 3), t.pages, *_decided(decisions, t.key))
            for t in yardstick.terms
            if t.weight > 0
        ),
        entities=tuple(
            schema.PlannedEntity(e.key, e.name, e.kind, round(e.weight, 3), e.pages, e.context[:8], *_decided(decisions, e.key))
            for e in yardstick.entities
            if e.weight > 0
        ),
        statements=tuple(
            schema.PlannedStatement(s.key, s.text, s.pages, tuple((one.url, one.text, one.figures) for one in s.stated), s.decision)
            for s in yardstick.statements
        ),
        questions=tuple(schema.PlannedQuestion(one.text, one.answered) for one in asked if one.kind == "question"),
        related=tuple(one.text for one in asked if one.kind == "search"),
        structure=tuple(
            schema.PlannedMeasure(m.key, label(m.key), round(r.p25, 1), round(r.median, 1), round(r.p75, 1))
            for m in MEASURES
            if m.key in STRUCTURE
            for r in (yardstick.structure[m.key],)
        ),
        head=schema.TitleAdvice(
            TITLE_LENGTH, DESCRIPTION_LENGTH, usual_title_length(titles), tuple(shared_title_words(titles, yardstick.language, [p.url for p in yardstick.pages]))
        ),
        competitors=tuple(
            schema.PlannedCompetitor(p.rank, p.url, p.title, p.words, _rounded(yardstick.page_scores.get(p.url))) for p in yardstick.pages
        ),
    )  # fmt: skip


def _rounded(score: float | None) -> float | None:
    return None if score is None else round(score, 1)


def _decided(decisions: Mapping[str, Decision], key: str) -> tuple[str, str]:
    found = decisions.get(key)
    return (found.action, found.note) if found else ("", "")


def _secondary(study: Study, yardstick: Yardstick) -> tuple[schema.PlannedKeyword, ...]:
    rows = secondary_rows(yardstick)
    searched = volumes_of_phrases(study, [row.phrase for row in rows], volumes_of(study)) if rows else {}
    return tuple(
        schema.PlannedKeyword(
            row.phrase, row.whole, row.in_part, row.headed, round(searched[row.phrase]) if row.phrase in searched else None
        )
        for row in rows
    )


def _sections(study: Study, yardstick: Yardstick) -> tuple[schema.PlannedSection, ...]:
    names = {term.key: term.name for term in yardstick.terms} | {entity.key: entity.name for entity in yardstick.entities}
    pages = {subtopic.key: subtopic.pages for subtopic in yardstick.subtopics}
    return tuple(
        schema.PlannedSection(
            node.key, node.level, node.heading, node.notes, node.planned_words, tuple(names[key] for key in node.holds_terms if key in names),
            tuple(names[key] for key in node.holds_entities if key in names), node.covers, pages.get(node.covers, 0),
        )
        for section in outlining.sections_of(study)
        for node in (section.node, *section.under)
    )  # fmt: skip


def kinds_of(study: Study) -> list[tuple[str, int]]:
    """What kinds of pages the results are, the most frequent first."""
    kinds = Counter(study.results.filter(state="read").values_list("page_kind", flat=True))
    return kinds.most_common()


def logo_of(study: Study) -> bytes:
    """The workspace's logo as a PNG, or nothing."""
    found = WorkspaceLogo.objects.filter(workspace_id=study.workspace_id).first()
    return found.content() if found else b""


def set_plan(actor: Actor, study_id: int, *, intent: str, assignee: int | None, due: str) -> Study:
    """Say what the searcher wants, who writes, and until when. due: an ISO date, or ""."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    intent = storable(intent).strip()
    if len(intent) > MOST_INTENT:
        raise ApplicationError("error.plan_intent", most=MOST_INTENT)
    try:
        until = datetime.date.fromisoformat(due) if due else None
    except ValueError:
        raise ApplicationError("error.plan_due", typed=due[:40]) from None
    person = Person.objects.filter(pk=assignee, memberships__workspace=actor.workspace).first() if assignee else None
    if assignee and person is None:
        raise ApplicationError("error.plan_assignee")
    with recorded(actor, PLAN, study) as recording:
        recording.watch([study], "intent", "assignee", "due")
        study.intent, study.assignee, study.due = intent, person, until
        study.save(update_fields=["intent", "assignee", "due"])
    return study
