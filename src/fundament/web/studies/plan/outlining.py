"""The outline of a study: headings, their order and levels, and what each section is meant to hold. An H3 stands under an H2 by construction."""

from __future__ import annotations

import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from fundament.core.outline.proposed_outline import proposed_subtopics, proposed_words
from fundament.core.outline.section_contents import CompetitorSections, SectionContents
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import Subtopic
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import ApplicationError, ChangedSinceError, NotFoundError
from fundament.web.history.services.record import Recording, recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import CurrentConsensus, Decision, OutlineNode, Study
from fundament.web.typed import one_line

MOST_NODES, MOST_HEADING, MOST_NOTES, MOST_SECTION_WORDS, MOST_MEANT = 200, 300, 5_000, 20_000, 40
WAYS = ("up", "down", "in", "out")


@dataclass
class _Line:
    """A node with its level, as the outline is written from top to bottom."""

    node: OutlineNode
    level: int


@dataclass(frozen=True)
class Section:
    """An H2 with its H3."""

    node: OutlineNode
    under: list[OutlineNode] = field(default_factory=list)


def sections_of(study: Study) -> list[Section]:
    """The outline from top to bottom."""
    found: list[Section] = []
    for line in _lines(study):
        if line.level == 2:
            found.append(Section(line.node))
        else:
            found[-1].under.append(line.node)
    return found


def node_for(study: Study, key: str) -> OutlineNode:
    """A heading of the outline. Raises NotFoundError."""
    node = OutlineNode.objects.filter(study=study, key=key).select_related("by").first()
    if node is None:
        raise NotFoundError("error.not_found")
    return _through_joins(study, [node])[0]


def add_heading(actor: Actor, study_id: int, heading: str, *, subtopic: str = "", after: str = "", level: int = 2) -> OutlineNode:
    """Add a heading at the end, or after another one. subtopic: the key of the one it is to cover; what it should hold is proposed from the competitors' sections."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    compiled = compiled_of(study.pk) if subtopic else None
    wanted = next((s for s in compiled.yardstick.subtopics if s.key == subtopic), None) if compiled else None
    if subtopic and wanted is None:
        raise NotFoundError("error.not_found")
    contents = _contents(study, compiled, [wanted]) if compiled and wanted else {}
    with recorded(actor, ADD, study) as recording:
        lines = _locked_lines(study)
        if subtopic and any(line.node.covers == subtopic for line in lines):
            raise ApplicationError("error.outline_has_subtopic")
        node = _node(actor, study, _heading(heading or (wanted.label if wanted else "")), subtopic, contents.get(subtopic), len(lines))
        place = next((n + 1 for n, line in enumerate(lines) if line.node.key == after), len(lines))
        lines.insert(place, _Line(node, 3 if level == 3 else 2))
        _write(lines, recording, made=[node])
        recording.values["name"] = node.heading
    return node


def add_proposed(actor: Actor, study_id: int) -> list[OutlineNode]:
    """Add the subtopics that are proposed and not there yet, in the competitors' usual order."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    compiled = compiled_of(study.pk)
    if compiled is None:
        raise ApplicationError("error.nothing_to_add_to")
    must = Decision.objects.filter(study=study, kind="subtopics", action="must").values_list("key", flat=True)
    there = {line.node.covers for line in _lines(study)}
    wanted = [s for s in proposed_subtopics(compiled.yardstick.subtopics, len(compiled.yardstick.pages), must) if s.key not in there]
    contents = _contents(study, compiled, wanted)
    with recorded(actor, ADD, study) as recording:
        lines = _locked_lines(study)
        there = {line.node.covers for line in lines}
        made = []
        for subtopic in wanted:
            if subtopic.key not in there:
                made.append(_node(actor, study, _heading(subtopic.label), subtopic.key, contents.get(subtopic.key), len(lines)))
                lines.append(_Line(made[-1], 2))
        _write(lines, recording, made=made)
        recording.values |= {"names": [node.heading for node in made[:5]], "count": len(made)}
    return made


def change(
    actor: Actor, study_id: int, key: str, *, seen: str, heading: str, notes: str, planned_words: int, terms: Sequence[str],
    entities: Sequence[str],
) -> OutlineNode:  # fmt: skip
    """Change what a section is to be. seen: `node_stamp` the node as the person saw it; what somebody else changed since is not overwritten.

    Raises ChangedSinceError, ApplicationError.
    """
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if len(notes) > MOST_NOTES or not 0 <= planned_words <= MOST_SECTION_WORDS:
        raise ApplicationError("error.outline_node", characters=MOST_NOTES, words=MOST_SECTION_WORDS)
    with recorded(actor, CHANGE, study) as recording:
        Study.objects.select_for_update().get(pk=study.pk)
        node = node_for(study, key)
        if node_stamp(node) != seen:
            raise ChangedSinceError("error.outline_changed", who=node.by.shown if node.by else "", heading=node.heading)
        recording.watch([node], "heading", "notes", "planned_words", "terms", "entities", "by", "changed_at")
        node.heading, node.notes, node.planned_words = _heading(heading), notes.strip(), planned_words
        node.terms, node.entities, node.by = list(terms)[:MOST_MEANT], list(entities)[:MOST_MEANT], actor.person
        node.save()
        recording.values["name"] = node.heading
    return node


def move(actor: Actor, study_id: int, key: str, way: str) -> None:
    """Move a heading up or down (an H2 with what is under it), or one level in or out. At the edge nothing happens."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if way not in WAYS:
        raise ApplicationError("error.no_such_move")
    with recorded(actor, MOVE, study) as recording:
        lines = _locked_lines(study)
        at = _place_of(lines, key)
        if way in ("in", "out"):
            lines[at].level = 3 if way == "in" else 2
        else:
            lines = _moved(lines, at, up=way == "up")
        _write(lines, recording)
        recording.values["name"] = lines[_place_of(lines, key)].node.heading


def move_after(actor: Actor, study_id: int, key: str, after: str, level: int = 2) -> None:
    """Put a heading (an H2 with what is under it) after another one, or first with ""."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, MOVE, study) as recording:
        lines = _locked_lines(study)
        block = lines[slice(*_block(lines, _place_of(lines, key)))]
        rest = [line for line in lines if line not in block]
        place = _place_of(rest, after) + 1 if after and after not in {line.node.key for line in block} else 0 if not after else -1
        if place >= 0:
            block[0].level = 3 if level == 3 else 2
            _write([*rest[:place], *block, *rest[place:]], recording)
            recording.values["name"] = block[0].node.heading


def remove(actor: Actor, study_id: int, key: str) -> None:
    """Take a heading out. What stood under it goes to the H2 before it."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, REMOVE, study) as recording:
        lines = _locked_lines(study)
        line = lines[_place_of(lines, key)]
        recording.taken_away([line.node])
        recording.values["name"] = line.node.heading
        rest = [other for other in lines if other is not line]
        _write(rest, recording)  # before it goes, for with it would go what is under it
        line.node.delete()


def take_headings(actor: Actor, study_id: int, headings: Sequence[tuple[str, int, str]]) -> int:
    """Make the outline what the headings of a draft are, in their order: (key of the block, level, text). Nodes that are there keep what was written of them; those that
    are not among the headings stay at the end. How many there are."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if len(headings) > MOST_NODES:
        raise ApplicationError("error.outline_long", most=MOST_NODES)
    with recorded(actor, TAKE, study, count=len(headings)) as recording:
        lines = _locked_lines(study)
        recording.watch([line.node for line in lines], "parent", "place", "heading", "by", "changed_at")
        by_key = {line.node.key: line for line in lines}
        by_text = {line.node.heading.casefold(): line for line in lines}
        found: list[_Line] = []
        made = []
        for key, level, text in headings:
            line = by_key.get(key) or by_text.get(text.casefold())
            if line is None or line in found:
                node = OutlineNode(
                    study=study, key=key if key not in by_key else _new_key(), heading=_heading(text), place=0, by=actor.person
                )
                node.save()
                made.append(node)
                line = _Line(node, level)
            elif line.node.heading != text:
                line.node.heading, line.node.by = _heading(text), actor.person
                line.node.save(update_fields=["heading", "by", "changed_at"])
            line.level = level
            found.append(line)
        _write([*found, *(line for line in lines if line not in found)], None)
        recording.made(*made)
    return len(found)


def follow_outline(study_id: int) -> None:
    """Tell whoever looks at the outline that it changed."""
    study = Study.objects.only("workspace_id").get(pk=study_id)
    announce(study.workspace_id, f"study:{study_id}", what="outline")


ADD = verb("outline.add", asks="study.decide", follow=follow_outline, touches=(OutlineNode,))
CHANGE = verb("outline.change", asks="study.decide", follow=follow_outline, touches=(OutlineNode,))
MOVE = verb("outline.move", asks="study.decide", follow=follow_outline, touches=(OutlineNode,))
REMOVE = verb("outline.remove", asks="study.decide", follow=follow_outline, touches=(OutlineNode,))
TAKE = verb("outline.take", asks="study.decide", follow=follow_outline, touches=(OutlineNode,))


def node_stamp(node: OutlineNode) -> str:
    """Another one after every change of what is written of a node."""
    return node.changed_at.isoformat()


def _contents(study: Study, compiled: CompiledYardstick, subtopics: Iterable[Subtopic]) -> dict[str, tuple[SectionContents, int]]:
    """What the sections on these subtopics are proposed to hold, and their words, by key."""
    wanted = list(subtopics)
    if not wanted:
        return {}
    sections = CompetitorSections(compiled, compared_pages(chosen_of(study)))
    yardstick = compiled.yardstick
    whole = proposed_subtopics(yardstick.subtopics, len(yardstick.pages))
    words = proposed_words(wanted, yardstick.planned_words, whole)
    return {subtopic.key: (sections.contents(subtopic), words[subtopic.key]) for subtopic in wanted}


def _node(actor: Actor, study: Study, heading: str, subtopic: str, contents: tuple[SectionContents, int] | None, count: int) -> OutlineNode:
    if count >= MOST_NODES:
        raise ApplicationError("error.outline_long", most=MOST_NODES)
    held, words = contents or (SectionContents(), 0)
    node = OutlineNode(
        study=study, key=_new_key(), heading=heading, subtopic=subtopic, place=0, planned_words=words, terms=list(held.terms),
        entities=list(held.entities), by=actor.person,
    )  # fmt: skip
    node.save()
    return _through_joins(study, [node])[0]


def _new_key() -> str:
    return f"o-{uuid.uuid4().hex[:12]}"


def _heading(text: str) -> str:
    """One line. Raises ApplicationError where it is empty or too long."""
    plain = one_line(text)
    if not plain or len(plain) > MOST_HEADING:
        raise ApplicationError("error.outline_heading", most=MOST_HEADING, length=len(plain))
    return plain


def _lines(study: Study) -> list[_Line]:
    return [
        _Line(node, node.level) for node in _through_joins(study, list(OutlineNode.objects.filter(study=study).order_by("place", "id")))
    ]


def _through_joins(study: Study, nodes: list[OutlineNode]) -> list[OutlineNode]:
    """What the nodes are about now: a key that is a part of another one leads to that. What is stored stays, for a join can be taken back."""
    joined = CurrentConsensus.objects.filter(study=study).values_list("joined", flat=True).first() or {}
    for node in nodes:
        node.covers = joined.get(node.subtopic, node.subtopic)
        node.holds_terms = tuple(dict.fromkeys(joined.get(key, key) for key in node.terms))
        node.holds_entities = tuple(dict.fromkeys(joined.get(key, key) for key in node.entities))
    return nodes


def _locked_lines(study: Study) -> list[_Line]:
    """The outline, with the study's row locked."""
    Study.objects.select_for_update().get(pk=study.pk)
    return _lines(study)


def _place_of(lines: Sequence[_Line], key: str) -> int:
    for place, line in enumerate(lines):
        if line.node.key == key:
            return place
    raise NotFoundError("error.not_found")


def _block(lines: Sequence[_Line], at: int) -> tuple[int, int]:
    """From a heading to after the last one under it."""
    end = at + 1
    while lines[at].level == 2 and end < len(lines) and lines[end].level == 3:
        end += 1
    return at, end


def _moved(lines: list[_Line], at: int, *, up: bool) -> list[_Line]:
    """The lines with one moved past its neighbour: an H2 past a whole section, an H3 past one line."""
    start, end = _block(lines, at)
    block, rest = lines[start:end], [*lines[:start], *lines[end:]]
    if lines[at].level == 3:
        place = start + (-1 if up else 1)
        return [*rest[:place], *block, *rest[place:]] if 0 < place <= len(rest) else lines
    tops = [n for n, line in enumerate(rest) if line.level == 2]
    if up:
        before = [n for n in tops if n < start]
        place = before[-1] if before else start
    else:
        after = [n for n in tops if n > start]
        place = after[0] if after else len(rest)
    return [*rest[:place], *block, *rest[place:]]


def _write(lines: Sequence[_Line], recording: Recording | None, *, made: Sequence[OutlineNode] = ()) -> None:
    """Store the order and who stands under whom. The first heading is an H2, whatever it was. recording: None where the nodes are watched already."""
    if recording is not None:
        recording.watch([line.node for line in lines if line.node not in made], "parent", "place")
    top: OutlineNode | None = None
    for place, line in enumerate(lines):
        if line.level == 2 or top is None:
            top, line.node.parent = line.node, None
        else:
            line.node.parent = top
        line.node.place = place
    OutlineNode.objects.bulk_update([line.node for line in lines], ["parent", "place"])
    if recording is not None:
        recording.made(*made)
