"""A study's figures: the consensus of its chosen competitors, which identities its things are, and the yardstick that decisions make of it.

A consensus that was made before is at hand at once; a new one is made by a job, never inside a request. Putting a study on a consensus takes some tens of
milliseconds (loading it, matching some 250 things), and is done with the study's row locked.
"""

from __future__ import annotations

import hashlib
import json
import logging
import uuid

from django.db import transaction

from fundament.core import upcasting
from fundament.core.consensus.additions import with_additions
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.keys import Proposed, proposals
from fundament.core.consensus.known_things import KINDS, KnownThings
from fundament.core.errors import CoreError, StoredValueError
from fundament.core.kept import Kept
from fundament.core.plain import from_plain, to_plain
from fundament.core.reading.corrections import overruled, without_repeated
from fundament.core.version import CONSENSUS_VERSION
from fundament.core.yardstick import model as core
from fundament.fair import FairLock
from fundament.web.live.notify import announce
from fundament.web.sites.services.readings import hashes_of, pairs_of, store_reading
from fundament.web.studies.figures.known_things import known_things_of
from fundament.web.studies.models import BlockCorrection, Consensus, CurrentConsensus, Identity, KeyAlias, Result, Study
from fundament.web.studies.queueing import queue_figures
from fundament.web.studies.signals import figures_changed

logger = logging.getLogger(__name__)
_building = FairLock()  # one consensus at a time in a process: more would only make all of them slow
MOST_BYTES_LOADED, BYTES_OF_CONSENSUS = 40_000_000, 20  # a consensus takes so many times its compressed size, by estimate
loaded: Kept[tuple[str, str], core.Consensus] = Kept(MOST_BYTES_LOADED)
MOST_TRIES = 5  # how often a job begins anew because the choice changed while it worked


def chosen_of(study: Study) -> list[Result]:
    """The competitors as they are chosen now."""
    return list(
        study.results.filter(chosen=True, reading__isnull=False).select_related("reading").defer("reading__reading", "reading__analysis")
    )


def consensus_hash(study: Study, chosen: list[Result]) -> str:
    """A hash of all that goes into the consensus of these competitors."""
    readings = hashes_of([result.reading for result in chosen if result.reading is not None])
    corrections = corrections_by_result(chosen)
    parts = [[r.rank, reading, sorted(corrections.get(r.pk, {}).items())] for r, reading in zip(chosen, readings, strict=True)]
    made_with = [parts, study.keyword, secondary_of(study), study.own_entities, CONSENSUS_VERSION]
    return hashlib.sha256(json.dumps(made_with).encode()).hexdigest()


def secondary_of(study: Study) -> list[str]:
    """The study's secondary keywords, in order."""
    return list(study.secondary_keywords.values_list("phrase", flat=True))


def corrections_by_result(results: list[Result]) -> dict[int, dict[str, bool]]:
    """The corrections of several pages, by result and key of the block."""
    found: dict[int, dict[str, bool]] = {}
    for result, key, counts in BlockCorrection.objects.filter(result__in=results).values_list("result_id", "block_key", "counts"):
        found.setdefault(result, {})[key] = counts
    return found


def follow(study_id: int) -> None:
    """Bring a study's figures along after its choice, corrections or entities changed; to be called in the transaction that changes them.

    Where the consensus is at hand the figures are right when this returns; else a job makes it, and the study says so.
    """

    study = Study.objects.select_for_update().get(pk=study_id)
    if study.state != "ready":
        return
    chosen = chosen_of(study)
    if not chosen:
        _place(study, None)
        return
    known = Consensus.objects.filter(hash=consensus_hash(study, chosen)).first()
    if known is not None and _place(study, known):
        return
    study.figures, study.figures_problem = "making", None
    study.save(update_fields=["figures", "figures_problem"])
    queue_figures(study)
    announce(study.workspace_id, f"study:{study.pk}", what="figures")


def make_figures(study_id: int) -> None:
    """Make the consensus of a study's choice and put the study on it; safe to run again. The work is done outside of any lock; when the choice changed
    meanwhile it begins anew."""
    for _ in range(MOST_TRIES):
        study = Study.objects.filter(pk=study_id, state="ready").first()
        if study is None:
            return
        chosen = chosen_of(study)
        wanted = consensus_hash(study, chosen) if chosen else ""
        consensus = None
        if chosen:
            try:
                consensus = consensus_of(study, chosen, wanted)
                _extend(study, consensus, chosen)
            except CoreError as error:
                if _fail(study_id, wanted, error):
                    return
                continue
        with transaction.atomic():
            study = Study.objects.select_for_update().get(pk=study_id)
            now = chosen_of(study)
            if (consensus_hash(study, now) if now else "") == wanted and _place(study, consensus):
                return
    raise RuntimeError(f"the choice of study {study_id} changed {MOST_TRIES} times while its figures were made")


def _fail(study_id: int, wanted: str, error: CoreError) -> bool:
    """Note that the figures cannot be made, and why; False when the choice has changed since."""
    with transaction.atomic():
        study = Study.objects.select_for_update().get(pk=study_id)
        chosen = chosen_of(study)
        if (consensus_hash(study, chosen) if chosen else "") != wanted:
            return False
        study.figures, study.figures_problem = "failed", list(error.message)
        study.save(update_fields=["figures", "figures_problem"])
        announce(study.workspace_id, f"study:{study.pk}", what="figures")
    return True


def give_up(study_id: int) -> None:
    """After a job's last attempt ended in an error nobody foresaw: the study says so and can be tried again."""
    study = Study.objects.filter(pk=study_id).first()
    if study is not None and study.figures == "making":
        study.figures, study.figures_problem = "failed", ["error.figures_fault", {}]
        study.save(update_fields=["figures", "figures_problem"])
        announce(study.workspace_id, f"study:{study.pk}", what="figures")


def consensus_of(study: Study, chosen: list[Result], wanted: str) -> Consensus:
    """The consensus of these competitors: the one that is stored, or a new one. Raises CoreError when the pages have no text."""
    known = Consensus.objects.filter(hash=wanted).first()
    if known is not None:
        return known
    own = tuple(from_plain(core.OwnEntity, entity) for entity in study.own_entities)
    pages = compared_pages(chosen)
    with _building.turn_of(study.workspace_id):
        made = build_consensus(pages, study.keyword, core.Settings(own_entities=own, secondary_keywords=tuple(secondary_of(study))))
    stored, _ = Consensus.objects.get_or_create(hash=wanted, defaults={"version": made.version, "data": Consensus.packed(to_plain(made))})
    return stored


def compared_pages(chosen: list[Result]) -> list[core.ComparedPage]:
    """The results as competitors for the core, with what a person corrected and without what repeats over several pages of one site. A page that loses or
    gains something is analysed again, and that is stored."""
    pairs = pairs_of([result.reading_id for result in chosen if result.reading_id is not None])
    pages = [core.ComparedPage(result.rank, *pairs[result.reading_id]) for result in chosen if result.reading_id is not None]
    corrections = corrections_by_result(chosen)
    by_hand = [overruled(page.reading, corrections.get(r.pk, {})) for r, page in zip(chosen, pages, strict=True)]
    corrected = without_repeated(by_hand)
    found = []
    for r, page, reading in zip(chosen, pages, corrected, strict=True):
        if reading is page.reading:
            found.append(page)
        else:
            stored = store_reading(reading, account=r.study.workspace_id)
            found.append(core.ComparedPage(page.rank, *pairs_of([stored.pk])[stored.pk]))
    return found


def load_consensus(stored: Consensus) -> core.Consensus:
    """A stored consensus as the core's value; kept, for it never changes and most acts ask for it. Raises StoredValueError where it has to be made anew."""
    key = stored.hash, stored.version
    known = loaded.get(key)
    if known is None:
        known = upcasting.load("consensus", core.Consensus, stored.version, stored.plain())
        loaded.keep(key, known, BYTES_OF_CONSENSUS * len(stored.data))
    return known


def _place(study: Study, consensus: Consensus | None) -> bool:
    """Put a study on a consensus: its things get their identities, and everybody who looks at it is told. The study's row is locked. False, and nothing changed, where what people
    added has to be counted on the pages first."""
    current, _ = CurrentConsensus.objects.get_or_create(study=study)
    current.consensus, current.extended, current.stamp = consensus, None, uuid.uuid4()
    if consensus is not None:
        standing = known_things_of(study, _loaded_or_gone(consensus))
        wanted = standing.hash_with(consensus.hash)
        if wanted:
            current.extended = Consensus.objects.filter(hash=wanted).first()
            if current.extended is None:
                return False
        _note_identities(study, current, standing)
    current.save()
    Study.objects.filter(pk=study.pk).update(figures="", figures_problem=None)
    study.figures, study.figures_problem = "", None
    announce(study.workspace_id, f"study:{study.pk}", what="figures", stamp=str(current.stamp))
    figures_changed.send(sender=Study, study_id=study.pk)
    return True


def _loaded_or_gone(consensus: Consensus) -> core.Consensus:
    """A stored consensus; one that cannot be read any more goes, for it can be made anew and nobody else can use it."""
    try:
        return load_consensus(consensus)
    except StoredValueError:
        consensus.delete()
        raise


def _extend(study: Study, consensus: Consensus, chosen: list[Result]) -> None:
    """Count what people added to a consensus, unless that was done before."""
    loaded = _loaded_or_gone(consensus)
    standing = known_things_of(study, loaded)
    wanted = standing.hash_with(consensus.hash)
    if not wanted or Consensus.objects.filter(hash=wanted).exists():
        return
    pages = compared_pages(chosen)
    with _building.turn_of(study.workspace_id):
        made = with_additions(loaded, pages, standing.additions)
    Consensus.objects.get_or_create(hash=wanted, defaults={"version": made.version, "data": Consensus.packed(to_plain(made))})


def _note_identities(study: Study, current: CurrentConsensus, standing: KnownThings) -> None:
    """Mint keys for what is new, and note what joined, split or is gone."""
    pages = [page.url for page in load_consensus(current.consensus).pages] if current.consensus else []
    Identity.objects.bulk_create(
        Identity(study=study, kind=thing.kind, key=key, name=thing.name[:500], members=sorted(thing.members), pages=pages)
        for thing, key in zip(standing.things, standing.matching.keys, strict=True)
        if key not in standing.known
    )
    current.keys = {kind: list(getattr(standing.keys, kind)) for kind in KINDS}
    current.extended_keys = {kind: list(getattr(standing.extended_keys, kind)) for kind in KINDS} if current.extended else {}
    here = {key for kind in KINDS for key in getattr(standing.extended_keys, kind)}
    current.joined, current.split = standing.joined, {key: list(parts) for key, parts in standing.matching.split.items()}
    current.lost = [key for key in standing.matching.lost if key not in here]
    _note_aliases(study, standing)


def _note_aliases(study: Study, standing: KnownThings) -> None:
    by_hand = {old for old, new in standing.joined.items() if standing.matching.joined.get(old) != new}
    there = {(alias.old, alias.new) for alias in study.aliases.all()}
    wanted = set(standing.joined.items())
    if there == wanted:
        return
    study.aliases.exclude(old__in=[old for old, new in wanted & there]).delete()
    KeyAlias.objects.bulk_create(
        KeyAlias(study=study, kind=standing.known[old].kind, old=old, new=new, reason="joined by hand" if old in by_hand else "joined")
        for old, new in sorted(wanted - there)
        if old in standing.known
    )


def proposed_by_key(study: Study) -> dict[str, tuple[Proposed, list[str]]]:
    """What each key of a study stands for now: the thing, and the pages that are compared."""
    current = CurrentConsensus.objects.select_related("consensus", "extended").filter(study=study).first()
    if current is None or current.used is None:
        return {}
    consensus = load_consensus(current.used)
    keys = [key for kind in KINDS for key in current.used_keys[kind]]
    pages = [page.url for page in consensus.pages]
    return {key: (thing, pages) for key, thing in zip(keys, proposals(consensus), strict=True)}
