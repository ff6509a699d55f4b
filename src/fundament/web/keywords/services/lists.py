"""Making keyword lists, putting phrases on them and taking them off."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from django.db import transaction
from django.db.models import Max, QuerySet
from django.utils import timezone

from fundament.core.language.packs import words_of_all
from fundament.core.language.words import count_words
from fundament.core.yardstick.structure import is_question
from fundament.web.accounts.roles import Actor, ask, get_for, seen_by
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.keywords.models import MOST_CHARACTERS, Keyword, KeywordList
from fundament.web.typed import one_line, storable

MOST_KEYWORDS = 200_000  # of a list
MOST_LOGGED = 500  # changed at once by hand
BATCH = 2_000
ADD = verb("keywords.add", asks="keywords.change", touches=(Keyword,))
REMOVE = verb("keywords.remove", asks="keywords.change", touches=(Keyword,))
RENAME = verb("keywords.rename", asks="keywords.change", touches=(KeywordList,))
ARCHIVE = verb("keywords.archive", asks="keywords.change", touches=(KeywordList,))
RESTORE = verb("keywords.restore", asks="keywords.change", touches=(KeywordList,))
CREATE = verb("keywords.create", asks="keywords.change", touches=(KeywordList,))


@dataclass(frozen=True)
class Phrase:
    """A phrase with what is known of it, before it is stored."""

    phrase: str
    volume: float | None = None
    months: dict[str, float] = field(default_factory=dict)
    difficulty: float | None = None
    cost: float | None = None
    competition: float | None = None
    intent: str = ""


def create_list(actor: Actor, name: str, *, country: str = "", language: str = "", source: str = "") -> KeywordList:
    """An empty list. Raises ApplicationError for a name that is none."""
    ask(actor, "keywords.change")
    with transaction.atomic():
        made = KeywordList.objects.create(
            workspace=actor.workspace, name=_name(name), country=country, language=language, source=source[:300], created_by=actor.person,
            archived_at=timezone.now(),
        )  # fmt: skip
        with recorded(actor, CREATE, made, name=made.name) as recording:
            recording.watch([made], "archived_at")  # undone, it is put away with all that came onto it since
            made.archived_at = None
            made.save(update_fields=["archived_at"])
    return made


def list_for(actor: Actor, list_id: int, action: str = "keywords.see") -> KeywordList:
    """A list of the actor's workspace. Raises NotFoundError."""
    found: KeywordList = get_for(actor, action, KeywordList.objects.all(), pk=list_id)
    return found


def lists_for(actor: Actor, *, archived: bool = False) -> QuerySet[KeywordList]:
    """The lists of the actor's workspace, the newest first."""
    ask(actor, "keywords.see")
    return seen_by(actor, KeywordList.objects.filter(archived_at__isnull=not archived)).select_related("created_by")


def store(to: KeywordList, phrases: Iterable[Phrase]) -> int:
    """Put phrases on a list, in order; those that are on it already get what is newly known of them. How many there were."""
    place = Keyword.objects.filter(list=to).aggregate(last=Max("place"))["last"] or 0
    batch: dict[str, Keyword] = {}
    count = 0
    for phrase in phrases:
        plain = cleaned(phrase.phrase)
        if not plain:
            continue
        place += 1
        count += 1
        if count > MOST_KEYWORDS:
            raise ApplicationError("error.too_many_keywords", most=MOST_KEYWORDS)
        batch[phrase_key(plain)] = _row(to, place, plain, phrase)
        if len(batch) >= BATCH:
            _store(batch)
            batch = {}
    _store(batch)
    return count


def _store(batch: dict[str, Keyword]) -> None:
    Keyword.objects.bulk_create(
        batch.values(), update_conflicts=True, unique_fields=["list", "key"],
        update_fields=["volume", "months", "difficulty", "cost", "competition", "intent", "removed_at"],
    )  # fmt: skip


def _row(to: KeywordList, place: int, plain: str, phrase: Phrase) -> Keyword:
    volume = phrase.volume
    if volume is None and phrase.months:
        last = sorted(phrase.months)[-12:]
        volume = sum(phrase.months[month] for month in last) / len(last)
    return Keyword(
        list=to, place=place, phrase=plain, key=phrase_key(plain), words=min(count_words(plain), 1_000), is_question=asks(plain), volume=volume,
        months=phrase.months, difficulty=phrase.difficulty, cost=phrase.cost, competition=phrase.competition, intent=phrase.intent[:30],
    )  # fmt: skip


def add_phrases(actor: Actor, list_id: int, text: str) -> tuple[int, int]:
    """Put phrases on a list that were typed or pasted, one a line: how many are new, and how many were on it."""
    to = list_for(actor, list_id, "keywords.change")
    wanted = dict.fromkeys(plain for line in storable(text).splitlines() if (plain := cleaned(line)))
    if len(wanted) > MOST_LOGGED:
        raise ApplicationError("error.too_many_at_once", count=len(wanted), most=MOST_LOGGED)
    with recorded(actor, ADD, to) as recording:
        there = {
            row.key: row for row in Keyword.objects.select_for_update().filter(list=to, key__in=[phrase_key(plain) for plain in wanted])
        }
        back = [row for row in there.values() if row.removed_at is not None]
        recording.watch(back, "removed_at")
        Keyword.objects.filter(pk__in=[row.pk for row in back]).update(removed_at=None)
        place = Keyword.objects.filter(list=to).aggregate(last=Max("place"))["last"] or 0
        new: dict[str, str] = {}
        for plain in wanted:
            if phrase_key(plain) not in there:
                new.setdefault(phrase_key(plain), plain)
        rows = Keyword.objects.bulk_create(_row(to, place + n, plain, Phrase(plain)) for n, plain in enumerate(new.values(), 1))
        recording.made(*rows)
        recording.values |= {"names": list(new.values())[:5], "count": len(rows) + len(back)}
    return len(rows) + len(back), len(wanted) - len(rows) - len(back)


def remove(actor: Actor, list_id: int, keyword_ids: Sequence[int]) -> int:
    """Take keywords off a list; how many."""
    of = list_for(actor, list_id, "keywords.change")
    if len(keyword_ids) > MOST_LOGGED:
        raise ApplicationError("error.too_many_at_once", count=len(keyword_ids), most=MOST_LOGGED)
    with recorded(actor, REMOVE, of) as recording:
        rows = list(Keyword.objects.filter(list=of, pk__in=keyword_ids, removed_at=None))
        recording.watch(rows, "removed_at")
        Keyword.objects.filter(pk__in=[row.pk for row in rows]).update(removed_at=timezone.now())
        recording.values |= {"names": [row.phrase for row in rows[:5]], "count": len(rows)}
    return len(rows)


def copy_to_new(actor: Actor, list_id: int, keyword_ids: Sequence[int], name: str) -> KeywordList:
    """A new list of some of a list's keywords, with all that is known of them."""
    of = list_for(actor, list_id)
    made = create_list(actor, name, country=of.country, language=of.language, source=of.name)
    rows = Keyword.objects.filter(list=of, pk__in=keyword_ids, removed_at=None)
    store(made, (Phrase(r.phrase, r.volume, r.months, r.difficulty, r.cost, r.competition, r.intent) for r in rows))
    return made


def rename(actor: Actor, list_id: int, name: str) -> KeywordList:
    """Call a list something else."""
    row = list_for(actor, list_id, "keywords.change")
    with recorded(actor, RENAME, row, name=_name(name)) as recording:
        recording.watch([row], "name")
        row.name = _name(name)
        row.save(update_fields=["name"])
    return row


def archive(actor: Actor, list_id: int, *, away: bool) -> KeywordList:
    """Put a list away, or take it back."""
    row = list_for(actor, list_id, "keywords.change")
    with recorded(actor, ARCHIVE if away else RESTORE, row, name=row.name) as recording:
        recording.watch([row], "archived_at")
        row.archived_at = timezone.now() if away else None
        row.save(update_fields=["archived_at"])
    return row


def cleaned(phrase: str) -> str:
    """A phrase on one line, or "" where it has no letter or digit, or is too long."""
    plain = one_line(phrase)
    return plain if any(sign.isalnum() for sign in plain) and len(plain) <= MOST_CHARACTERS else ""


def phrase_key(plain: str) -> str:
    """A phrase as it is compared."""
    return plain.lower()[:MOST_CHARACTERS]


def asks(plain: str) -> bool:
    """Whether a phrase is a question: it begins as one does."""
    first = plain.lower().partition(" ")[0]
    return " " in plain and (first in words_of_all("question_words") or is_question(plain))


def _name(name: str) -> str:
    plain = one_line(name)
    if not plain or len(plain) > 200:
        raise ApplicationError("error.list_name", most=200)
    return plain
