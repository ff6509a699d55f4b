"""What people search for around a study: asked of the catalogue by a job, once the study is read. Everything works without it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from django.db import transaction

from fundament.core.errors import SaidError, StoredValueError
from fundament.core.message import Message
from fundament.core.reading.model import Reading
from fundament.core.yardstick.model import Term, Yardstick
from fundament.core.yardstick.other_pages.demand import CLOSE, demand_key, look_for
from fundament.providers.keywords import CatalogueKeyword
from fundament.web.live.notify import announce
from fundament.web.sites.services.answers import provider_of
from fundament.web.sites.services.readings import reading_as_core
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Demand, Study

MOST_TERMS, MOST_OF_SEED, MOST_SEED_WORDS = (
    12,
    300,
    2,
)  # what is asked for: keyword, secondary keywords, the heaviest short terms; each question may cost


def ask_demand(study: Study) -> list[Message]:
    """Ask the catalogue for what is searched around a study, and look for it on the pages. What is to be said where it could not be used; then what was known stays."""
    try:
        catalogue = provider_of("keywords")
        if catalogue is None:
            return []
        known: dict[str, CatalogueKeyword] = {}
        for seed in _seeds(study):
            for found in catalogue.search(seed, country=study.country, language=study.language, most=MOST_OF_SEED):
                known.setdefault(found.keyword.lower(), found)
    except SaidError as error:
        return [error.message]
    _keep(study, known)
    return []


def _seeds(study: Study) -> list[str]:
    compiled = compiled_of(study.pk)
    terms = [term.name for term in compiled.yardstick.terms if len(term.name.split()) <= MOST_SEED_WORDS] if compiled else []
    secondary = study.secondary_keywords.values_list("phrase", flat=True)
    return list(dict.fromkeys([study.keyword, *secondary, *terms[:MOST_TERMS]]))


def _pages_read(study: Study) -> list[tuple[int, Reading]]:
    """(rank, reading) of each page that was read."""
    results = list(study.results.filter(state="read", reading__isnull=False).select_related("reading").defer("reading__analysis"))
    pages = []
    for result in results:
        assert result.reading is not None
        try:
            pages.append((result.rank, reading_as_core(result.reading)))
        except StoredValueError:
            continue  # it is listed as such, and made anew
    return pages


def look_again(study_id: int) -> None:
    """Look for what is in demand on the pages as they are now; nothing is asked of anybody."""
    study = Study.objects.filter(pk=study_id).first()
    rows = list(Demand.objects.filter(study_id=study_id)) if study is not None else []
    if study is None or not rows:
        return
    pages = _pages_read(study)
    looked = look_for([row.phrase for row in rows], [page for _, page in pages], study.keyword, study.language)
    answered = {found.phrase: [pages[number][0] for number in found.answered] for found in looked}
    changed = [row for row in rows if answered.get(row.phrase, []) != row.answered]
    for row in changed:
        row.answered = answered.get(row.phrase, [])
    with transaction.atomic():
        Demand.objects.bulk_update(changed, ["answered"], batch_size=500)
        announce(study.workspace_id, f"study:{study.pk}", what="observed")


def _keep(study: Study, known: dict[str, CatalogueKeyword]) -> None:
    pages = _pages_read(study)
    looked = look_for([row.keyword for row in known.values()], [page for _, page in pages], study.keyword, study.language)
    rows = [
        Demand(
            study=study, phrase=found.phrase, key=found.key[:300], volume=known[found.phrase.lower()].volume, difficulty=known[found.phrase.lower()].difficulty,
            answered=[pages[number][0] for number in found.answered], closeness=found.closeness,
        )
        for found in looked
    ]  # fmt: skip
    with transaction.atomic():
        Demand.objects.filter(study=study).delete()
        Demand.objects.bulk_create(rows)
        announce(study.workspace_id, f"study:{study.pk}", what="observed")


def volumes_of(study: Study) -> dict[str, float]:
    """Searches a month of what is known, by lemmas."""
    return dict(Demand.objects.filter(study=study, volume__isnull=False).order_by("volume").values_list("key", "volume"))


def volume_of_term(term: Term, volumes: dict[str, float]) -> float | None:
    """Searches a month of a term, in the form that is searched most."""
    found = [volumes[key] for phrase in term.phrases if (key := " ".join(phrase)) in volumes]
    return max(found) if found else None


def volumes_of_phrases(study: Study, phrases: Iterable[str], volumes: dict[str, float]) -> dict[str, float]:
    """Searches a month of phrases, those that are known."""
    keys = {phrase: demand_key(phrase, study.language) for phrase in phrases}
    return {phrase: volumes[key] for phrase, key in keys.items() if key in volumes}


@dataclass(frozen=True)
class DemandRow:
    """A phrase in demand. answered: by how many of the competitors chosen now. standing: "term", "outline", "secondary" where it is taken up already, else ""."""

    phrase: str
    volume: float | None
    difficulty: float | None
    answered: int
    closeness: float
    standing: str

    @property
    def key(self) -> str:
        """What tells its row from others."""
        return self.phrase


def _compared(study: Study, yardstick: Yardstick | None) -> set[int]:
    """The ranks of the pages that are compared."""
    if yardstick is not None:
        return {page.rank for page in yardstick.pages}
    return set(study.results.filter(chosen=True).values_list("rank", flat=True))


def count_unused(study: Study, yardstick: Yardstick) -> int:
    """How many phrases in demand and close to the subject no competitor answers."""
    compared, own = _compared(study, yardstick), _own_keys(study)
    rows = Demand.objects.filter(study=study, closeness__gte=CLOSE).values_list("key", "answered")
    return sum(1 for key, ranks in rows if key not in own and not compared & set(ranks))


def _own_keys(study: Study) -> set[str]:
    """The keys of the study's keyword and of its secondary keywords."""
    phrases = [study.keyword, *study.secondary_keywords.values_list("phrase", flat=True)]
    return {demand_key(phrase, study.language) for phrase in phrases}


def demand_of(study: Study, yardstick: Yardstick | None, *, unused_only: bool) -> list[DemandRow]:
    """What is in demand and close to the study's subject, most searched first, without the study's own keyword. unused_only: what no competitor answers, and what is no secondary keyword."""
    chosen = _compared(study, yardstick)
    terms = {" ".join(phrase) for term in (yardstick.terms if yardstick else ()) for phrase in term.phrases}
    headings = {demand_key(heading, study.language) for heading in study.outline.values_list("heading", flat=True)}
    own, keyword = _own_keys(study), demand_key(study.keyword, study.language)
    rows = []
    for row in Demand.objects.filter(study=study, closeness__gte=CLOSE):
        answered = len(chosen & set(row.answered))
        if row.key == keyword or (unused_only and (answered or row.key in own)):
            continue
        standing = "term" if row.key in terms else "outline" if row.key in headings else "secondary" if row.key in own else ""
        rows.append(DemandRow(row.phrase, row.volume, row.difficulty, answered, row.closeness, standing))
    return rows
