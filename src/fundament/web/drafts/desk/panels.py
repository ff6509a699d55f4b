"""What the panel beside the text holds: edits, or one part of the score."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from fundament.core.checks import checks
from fundament.core.checks.denied import DeniedSentences
from fundament.core.edits.model import Edit
from fundament.core.edits.next_edits import target_of
from fundament.core.edits.places import heading_places
from fundament.core.scoring.evidence import best_blocks
from fundament.core.scoring.guards.verdicts import DOUBTED
from fundament.core.scoring.model import MOST_ON_WORD, Item, Score
from fundament.core.scoring.parts import PART, PARTS
from fundament.core.scoring.statements import COUNTABLE, target_key
from fundament.messages import label, say, say_all, subject_of, words
from fundament.web.drafts.desk.panels_beside import BESIDE, beside_panels, statements_by_target
from fundament.web.drafts.desk.zones import zone_context
from fundament.web.drafts.measuring.measuring import Measured
from fundament.web.typed import storable

SORTS, TABLE_SORTS = ("usual", "sure", "kind", "section"), ("weight", "gain", "name", "state")
PANELS = ("edits", *(part.key for part in PARTS))
MOST_EDITS = 30
SUBSTANCE = "substance"  # passages that say little beside their terms
DENIED = "denied"  # in the place of a part: the sentences that earn nothing
BEGUN, LEAST_OF_PLAN, MOST_OF_PLAN, LEAST_OFFERED = 1 / 3, 0.9, 1.25, 150  # shares of the planned length, words
LEAST_BOUND = 0.1  # points of an edit whose least and most are worth showing
_NARROW = "\u00a0"  # a space where no line breaks


def offered_words(words: int, planned: int) -> int:
    """The length that is offered as the plan of a text that is far from it: its own, to the ten; 0 where it is near. A short text is offered its own below nine tenths, and from a third on:
    one that is only begun has another length to come."""
    if words < max(LEAST_OFFERED, BEGUN * planned) or LEAST_OF_PLAN * planned <= words <= MOST_OF_PLAN * planned:
        return 0
    return round(words, -1)


@dataclass(frozen=True)
class PanelView:
    """How a panel is looked at. only: a kind of edit, or a state. sort: of SORTS or TABLE_SORTS, "" for the usual one. find: words that a subject has. here: id of a block; edits of its section come first."""

    only: str = ""
    sort: str = ""
    find: str = ""
    here: str = ""

    @staticmethod
    def asked(values: Mapping[str, Any]) -> PanelView:
        """Out of an address or a body; what is none is left out."""
        only, sort, find, here = (storable(str(values.get(name) or ""))[:60] for name in ("only", "sort", "find", "here"))
        return PanelView(only, sort if sort in (*SORTS, *TABLE_SORTS) else "", find, here)


USUAL_VIEW = PanelView()


def panel_name(asked: str, *, for_guest: bool = False) -> str:
    """The panel that is asked for; the edits when there is none of that name for whoever asks."""
    return asked if asked in PANELS or asked in beside_panels(for_guest=for_guest) else "edits"


def panel_context(measured: Measured, panel: str, view: PanelView = USUAL_VIEW, *, for_guest: bool = False) -> dict[str, Any]:
    """The context of the panel's template."""
    panel = panel_name(panel, for_guest=for_guest)
    context: dict[str, Any] = {
        "panel": panel,
        "measured": measured,
        "score": measured.score,
        "panels": PANELS,
        "panels_beside": beside_panels(for_guest=for_guest),
        "view": view,
    }
    score, compiled = measured.score, measured.compiled
    if score is None or compiled is None:
        return context
    context["verdict"] = verdict_of(score)
    context["is_enough"] = score.is_enough
    context["ticks"] = sorted(compiled.yardstick.page_scores.values())
    if panel in BESIDE:
        return context  # what it holds: `panels_beside.beside_context`
    if panel == "edits":
        context["stated"] = COUNTABLE
        context["still_open"] = open_things(score) if score.aim and score.total >= score.aim else []
        context["notes"] = [
            say(note) for note in score.notes if not note.code.startswith(("score.denied", "score.substance"))
        ]  # these stand below, see `denied`
        looked_at = ((DOUBTED, score.doubted),)
        context["offered_words"] = offered_words(measured.words, compiled.planned_words)
        context["displaced"] = max((edit.gain.displaced for edit in measured.edits), default=0.0)
        context["to_look_at"] = [(key, label(f"passages.{key}"), len({one.block for one in found})) for key, found in looked_at if found]
        sections = Sections.of(measured)
        listed = [
            edit for edit in measured.edits if not isinstance(checks()[edit.finding.check], DeniedSentences)
        ]  # they have a list of their own, see `denied`
        edits = _looked_at(listed, view, sections)
        context["edits"] = [_edit_row(edit, sections) for edit in edits[:MOST_EDITS]]
        context["more_edits"] = max(0, len(edits) - MOST_EDITS)
        context["kinds"] = list(Counter(edit.finding.check for edit in listed).items())
        context["sorts"] = SORTS
        context["faults"] = [(f.check, f.subject or subject_of(f), say_all(f.messages)) for f in measured.findings]
        return context
    part = PART[panel]
    items = score.items_of(panel)
    gains = {(e.finding.check, e.finding.subject_key): e.gain.middle for e in measured.edits}
    ceilings = [t.ceiling for t in compiled.yardstick.terms] if panel == "terms" else []
    words = statements_by_target(measured.statements)
    context["part"] = part
    context["part_score"] = next(p for p in score.shown_parts if p.name == panel)
    context["rows"] = [
        {
            "item": item,
            "subject": subject_of(item),
            "reason": say_all(item.reason),
            "gain": _gain(item, gains),
            "missed": item.max - item.points,
            "ceiling": ceilings[number] if ceilings else item.high,
            "target": target_key(item.part, item.key),
            "word": words.get(target_key(item.part, item.key), ""),
        }
        for number, item in enumerate(items)
    ]
    context["rows"] = _rows_looked_at(context["rows"], view)
    context["sorts"], context["states"], context["all_rows"] = TABLE_SORTS, part.states, len(items)
    if panel == "placement":
        context |= zone_context(measured)
    counts = Counter(item.state for item in items)
    context["summary"] = ", ".join(f"{counts[state]} {label(f'state.{state}')}" for state in part.states if counts[state])
    return context


@dataclass(frozen=True)
class Sections:
    """Where edits belong: (id of its heading, the heading) for each block by number; ("", "") before the first heading. closest: of each subtopic by its key the block that answers it best."""

    of_block: tuple[tuple[str, str], ...] = ()
    closest: Mapping[str, int] = field(default_factory=dict)
    before: Mapping[str, str] = field(default_factory=dict)

    @staticmethod
    def of(measured: Measured) -> Sections:
        reading, features, compiled = measured.reading, measured.features, measured.compiled
        if reading is None or features is None or compiled is None:
            return Sections()
        now, of_block = ("", ""), []
        for block in reading.blocks:
            if block.kind == "heading":
                now = (block.key, block.text)
            of_block.append(now)
        covered = features.figures.levels(len(compiled.subtopic_weight))
        places = best_blocks(compiled, features).tolist()
        keys = [subtopic.key for subtopic in compiled.yardstick.subtopics]
        closest = {key: places[n] for n, key in enumerate(keys) if covered[n] > 0.0 and places[n] >= 0}
        return Sections(tuple(of_block), closest, heading_places(compiled, features, [block.key for block in reading.blocks]))

    def section(self, edit: Edit) -> tuple[str, str]:
        """(id of the heading, heading) of an edit's section; ("", "") for one that belongs nowhere in particular."""
        finding = edit.finding
        number = finding.block if finding.block >= 0 else self.closest.get(finding.subject_key, -1)
        return self.of_block[number] if 0 <= number < len(self.of_block) else ("", "")


def _looked_at(edits: Sequence[Edit], view: PanelView, sections: Sections) -> list[Edit]:
    """The edits that are asked for, in the order that is asked for; the usual gain breaks ties."""
    found = [edit for edit in edits if view.only in ("", edit.finding.check)]
    if view.sort == "sure":
        found.sort(key=lambda edit: -edit.gain.sure)
    elif view.sort == "kind":
        best = {
            check: max(edit.gain.middle for edit in found if edit.finding.check == check)
            for check in {edit.finding.check for edit in found}
        }
        found.sort(key=lambda edit: (-best[edit.finding.check], edit.finding.check))
    elif view.sort == "section":
        order = {section: number for number, section in enumerate(dict.fromkeys(sections.of_block))}
        found.sort(key=lambda edit: order.get(sections.section(edit), len(order)) if sections.section(edit)[0] else len(order))
    if view.here:
        found.sort(key=lambda edit: sections.section(edit)[0] != view.here)
    return found


def _rows_looked_at(rows: list[dict[str, Any]], view: PanelView) -> list[dict[str, Any]]:
    """Rows of a table of the panel that are asked for, in the order that is asked for."""
    words = view.find.lower().split()
    found = [row for row in rows if view.only in ("", row["item"].state) and all(word in row["subject"].lower() for word in words)]
    states = {
        "absent": 0,
        "only mentioned": 1,
        "below": 1,
        "perhaps covered": 2,
        "covered": 3,
        "within": 4,
        "recognised": 4,
        "headed": 4,
        "above": 5,
    }
    orders = {
        "gain": lambda row: -row["gain"], "name": lambda row: row["subject"].lower(), "state": lambda row: states.get(row["item"].state, 9),
    }  # fmt: skip
    return sorted(found, key=orders[view.sort]) if view.sort in orders else found


def _edit_row(edit: Any, sections: Sections) -> dict[str, Any]:
    finding = edit.finding
    check = checks()[finding.check]
    part = check.part if check.part in PART and PART[check.part].has_subjects and ":" not in finding.subject_key else ""
    return {
        "check": finding.check,
        "subject": subject_of(finding),
        "key": finding.subject_key,
        "section": sections.section(edit)[1],
        "before": sections.before.get(finding.subject_key) if finding.check == "head_subtopic" else None,
        "part": part,
        "text": say_all(finding.messages),
        "target": target_of(finding),
        "is_count": finding.subject_key in COUNTABLE,
        "gain": f"{edit.gain.middle:+.1f}",
        "bounds": words("number.span", low=f"{edit.gain.sure:.1f}", high=f"{edit.gain.reach:.1f}")
        if edit.gain.reach >= LEAST_BOUND
        else "",
        "shares": ", ".join(
            f"{label(name)}{_NARROW}{gain:+.1f}".replace("-", "−") for name, gain in edit.shares
        ),  # put together here, for speed
    }


def _gain(item: Item, gains: dict[tuple[str, str], float]) -> float:
    kinds = {"terms": ("use_term", "take_out"), "entities": ("name_entity",), "subtopics": ("head_subtopic", "answer_subtopic")}
    return max((gains.get((kind, item.key), 0.0) for kind in kinds.get(item.part, ())), default=0.0)


def verdict_of(score: Score) -> str:
    """One sentence on where a text stands, with what holds back from calling it enough."""
    if not score.aim and score.as_proposed is not None and score.as_proposed.aim:
        return words("verdict.nothing_left")
    if score.aim and score.is_aim_firm and score.total >= score.aim and not score.may_be_enough:
        proposed = score.as_proposed
        if proposed is not None and proposed.holds_back:
            return words("verdict.unconfirmed", aim=round(score.aim), total=round(proposed.total), aim_proposed=round(proposed.aim))
        if score.still_open:
            return words("verdict.still_open", aim=round(score.aim), open=open_names(score))
        if score.doubted:
            return words("verdict.doubted", aim=round(score.aim))
        rests = score.on_word + score.excused
        return words("verdict.on_word", aim=round(score.aim), rests=round(rests), most=round(MOST_ON_WORD))
    return verdict(score.total, score.aim, score.enough, is_firm=score.is_aim_firm)


def open_names(score: Score) -> list[str]:
    """What is still open before the text is called enough, as people call it."""
    return [thing["name"] for thing in open_things(score)]


def open_things(score: Score) -> list[dict[str, str]]:
    """The same with the part and the key of each."""
    names = {target_key(item.part, item.key): subject_of(item) for item in score.items}
    found = []
    for target in score.still_open:
        part, _, key = target.partition(":")
        found.append({"part": part, "key": key, "name": names.get(target, key)})
    return found


def verdict(total: float, aim: float, enough: float, *, is_firm: bool = True) -> str:
    """One sentence on where the text stands."""
    if not aim:
        return words("verdict.no_aim")
    if not is_firm and total >= aim:
        return words("verdict.above_few" if total > enough else "verdict.among_few", aim=round(aim), enough=round(enough))
    against = words("verdict.the_aim", aim=round(aim)) if is_firm else words("verdict.the_few", aim=round(aim), enough=round(enough))
    if total < aim:
        # what is shown is what can be taken off in the head: both figures stand beside it, rounded
        distance = round(aim) - round(total)
        if distance < 1:
            return words("verdict.less_than_a_point", against=against)
        return words("verdict.points_below", distance=distance, against=against)
    if total <= enough:
        return words("verdict.enough", aim=round(aim))
    return words("verdict.above_all", enough=round(enough))
