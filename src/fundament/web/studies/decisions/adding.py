"""What people add to what the competitors have in common: terms and entities of one's own, joins, parts that stand by themselves, secondary keywords."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from fundament.core.consensus.added import Split
from fundament.core.consensus.additions import check_entity, check_split, check_term
from fundament.core.consensus.keys import new_key, phrase_members
from fundament.core.errors import CoreError
from fundament.core.message import Message
from fundament.core.yardstick import model as core
from fundament.core.yardstick.secondary_keywords import cleaned
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import Recording, recorded
from fundament.web.history.verbs import Verb, verb
from fundament.web.studies.decisions.deciding import MOST_USES, Uses
from fundament.web.studies.figures.making import follow, load_consensus
from fundament.web.studies.models import Addition, CurrentConsensus, Decision, Identity, SecondaryKeyword, Study
from fundament.web.typed import one_line, storable

MOST_OWN = 200  # of a study
MOST_NAME = 120
NO_USES: Mapping[str, Uses | None] = {}
ADD_TERMS = verb("study.add_terms", asks="study.decide", follow=follow, touches=(Addition, Decision, Identity))
ADD_ENTITIES = verb("study.add_entities", asks="study.decide", follow=follow, touches=(Addition, Identity))
JOIN = verb("study.join", asks="study.decide", follow=follow, touches=(Addition,))
SPLIT = verb("study.split", asks="study.decide", follow=follow, touches=(Addition, Identity))
TAKE_BACK = verb("study.take_back", asks="study.decide", follow=follow, touches=(Addition,))
SECONDARY_KEYWORDS = verb("study.secondary_keywords", asks="study.decide", follow=follow, touches=(SecondaryKeyword,))


@dataclass(frozen=True)
class Added:
    """What came of adding several: those that were, and why the others were not."""

    rows: list[Addition]
    refused: list[tuple[str, Message]]


def add_terms(actor: Actor, study_id: int, names: Iterable[str], uses: Mapping[str, Uses | None] | None = None) -> Added:
    """Add terms of one's own; those that are none, or are there already, are refused one by one. uses: own targets by name."""
    return _add(actor, study_id, "terms", [(name, ()) for name in names], "", ADD_TERMS, uses or {})


def add_entity(actor: Actor, study_id: int, name: str, aliases: Sequence[str] = (), shown_kind: str = "") -> Added:
    """Add an entity of one's own."""
    return _add(actor, study_id, "entities", [(name, tuple(aliases))], shown_kind, ADD_ENTITIES)


def _add(
    actor: Actor, study_id: int, kind: str, named: Sequence[tuple[str, Sequence[str]]], shown_kind: str, verb: Verb,
    uses: Mapping[str, Uses | None] = NO_USES,
) -> Added:  # fmt: skip
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    found = Added([], [])
    with recorded(actor, verb, study) as recording:
        _, consensus = _current(study)
        check = check_term if kind == "terms" else check_entity
        there = {row.name.lower() for row in Addition.objects.filter(study=study, kind=kind, what="own")}
        for name, others in named:
            plain = one_line(name)
            try:
                if not plain or len(plain) > MOST_NAME:
                    raise CoreError("error.own_name", most=MOST_NAME)
                if len(there) >= MOST_OWN:
                    raise CoreError("error.too_many_own", most=MOST_OWN)
                if plain.lower() in there:
                    raise CoreError("error.added_already", name=plain)
                target = uses.get(name)
                if target is not None and not target[0] <= target[1] <= MOST_USES:
                    raise CoreError("error.own_target", most=MOST_USES)
                phrase = check(consensus, plain)
            except CoreError as error:
                found.refused.append((plain or name[:80], error.message))
                continue
            there.add(plain.lower())
            identity = _mint(study, kind, plain, sorted(phrase_members(plain, [phrase])), recording)
            row = Addition.objects.create(
                study=study,
                kind=kind,
                what="own",
                key=identity.key,
                name=plain,
                names=list(others),
                shown_kind=shown_kind[:40],
                by=actor.person,
            )
            recording.made(row)
            if target is not None:
                low, high = target
                recording.made(
                    Decision.objects.create(
                        study=study, kind=kind, key=row.key, action="own target", low=low, high=high, by=actor.person
                    )
                )  # fmt: skip
            found.rows.append(row)
        recording.values |= {"names": [row.name for row in found.rows[:5]], "count": len(found.rows)}
    return found


def join(actor: Actor, study_id: int, keys: Sequence[str]) -> Addition:
    """Take several terms, entities or subtopics as one; that of the first key stays, with what was decided on it."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, JOIN, study) as recording:
        current, _ = _current(study)
        rows = {row.key: row for row in Identity.objects.filter(study=study, key__in=keys)}
        kinds = {row.kind for row in rows.values()}
        if len(rows) != len(set(keys)) or len(rows) != len(keys):
            raise NotFoundError("error.not_found")
        if len(keys) < 2 or len(kinds) > 1 or not set(keys) <= set(current.keys[next(iter(kinds))]):
            raise ApplicationError("error.join")
        # what was joined with one of the others before goes with it
        before = [row for row in Addition.objects.filter(study=study, what="join") if row.key in keys or set(row.others) & set(keys)]
        recording.taken_away(before)
        others = [*keys[1:]] + [key for row in before for key in (row.key, *row.others)]
        Addition.objects.filter(pk__in=[row.pk for row in before]).delete()
        made = Addition.objects.create(
            study=study, kind=kinds.pop(), what="join", key=keys[0], name=rows[keys[0]].name, by=actor.person,
            others=[key for key in dict.fromkeys(others) if key != keys[0]],
        )  # fmt: skip
        recording.made(made)
        recording.values["names"] = [rows[key].name for key in keys][:5]
    return made


def split_off(actor: Actor, study_id: int, key: str, members: Sequence[str], name: str = "") -> Addition:
    """Let some headings of a subtopic, or ways to write a term or entity, stand by themselves. members: see `core.consensus.keys.Proposed`."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, SPLIT, study) as recording:
        current, consensus = _current(study)
        whole = Identity.objects.filter(study=study, key=key).first()
        keys: dict[str, list[str]] = current.keys
        if whole is None or key not in keys[whole.kind]:
            raise NotFoundError("error.not_found")
        check_split(consensus, Split(whole.kind, keys[whole.kind].index(key), tuple(members), whole.name))
        plain = " ".join(name.split())[:MOST_NAME]
        identity = _mint(study, whole.kind, plain or whole.name, sorted(members), recording)
        made = Addition.objects.create(
            study=study, kind=whole.kind, what="split", key=identity.key, name=plain, others=[key], members=sorted(members), by=actor.person
        )
        recording.made(made)
        recording.values["name"] = whole.name
    return made


def take_back(actor: Actor, study_id: int, addition_id: int) -> str:
    """Take back what was added, joined or split off; its kind. What was decided on it is kept, and has lost its subject."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, TAKE_BACK, study) as recording:
        row = Addition.objects.filter(study=study, pk=addition_id).first()
        if row is None:
            raise NotFoundError("error.not_found")
        recording.values["name"] = row.name
        recording.taken_away([row])
        row.delete()
    return str(row.kind)


def set_secondary_keywords(actor: Actor, study_id: int, phrases: Iterable[str]) -> list[str]:
    """The study's secondary keywords, in order, in place of those it had. Raises CoreError for too many."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    wanted = cleaned((storable(phrase)[:200] for phrase in phrases), study.keyword)
    with recorded(actor, SECONDARY_KEYWORDS, study, count=len(wanted)) as recording:
        before = list(study.secondary_keywords.all())
        if [row.phrase for row in before] != list(wanted):
            recording.taken_away(before)
            study.secondary_keywords.all().delete()
            rows = [SecondaryKeyword.objects.create(study=study, place=place, phrase=phrase) for place, phrase in enumerate(wanted, 1)]
            recording.made(*rows)
    return list(wanted)


def _current(study: Study) -> tuple[CurrentConsensus, core.Consensus]:
    """The consensus a study stands on, with the study's row locked. Raises ApplicationError where there is none."""
    Study.objects.select_for_update().get(pk=study.pk)
    current = CurrentConsensus.objects.select_related("consensus").filter(study=study).first()
    if current is None or current.consensus is None:
        raise ApplicationError("error.nothing_to_add_to")
    return current, load_consensus(current.consensus)


def _mint(study: Study, kind: str, name: str, members: Sequence[str], recording: Recording) -> Identity:
    """A new identity. Its members are what competitors who come to have it are found by."""
    key = wanted = new_key(kind, members)
    number = 1
    while Identity.objects.filter(study=study, key=key).exists():
        number += 1
        key = f"{wanted}-{number}"
    identity = Identity.objects.create(study=study, kind=kind, key=key, name=name[:500], members=sorted(members), pages=[])
    recording.made(identity)
    return identity
