"""A person's corrections of what counts of a page. They hang on the blocks' keys and are put on the reading where it is used; the reading itself stays as it
was read. Nothing is analysed here: the figures, and the analysis of the page as corrected, are a job's."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.errors import CoreError, StoredValueError
from fundament.core.reading.block_keys import block_keys
from fundament.core.reading.corrections import overruled
from fundament.core.reading.model import Reading
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import Recording, recorded
from fundament.web.history.verbs import verb
from fundament.web.sites.services.readings import as_core
from fundament.web.studies.models import BlockCorrection, Result, Study
from fundament.web.studies.results.reading import note_counts


def result_for(actor: Actor, action: str, study_id: int, result_id: int) -> Result:
    """A result that was read, of a study of the actor's workspace."""
    found = (
        Result.objects.select_related("study", "reading")
        .filter(pk=result_id, study_id=study_id, study__workspace=actor.workspace, reading__isnull=False)
        .first()
    )
    if found is None:
        raise NotFoundError("error.not_found")
    ask(actor, action, found.study)
    return found


def reading_of(result: Result) -> Reading:
    """What was read of a result's page, with its corrections. Raises StoredValueError."""
    assert result.reading is not None
    return overruled(as_core(result.reading)[0], corrections_of(result))


def overrule(actor: Actor, study_id: int, result_id: int, block_key: str | Sequence[str], counts: bool) -> Result:
    """Decide whether a block of a page counts, or several, all or none; the figures follow. Raises CoreError for a block that is not there, or when nothing would count."""
    result = result_for(actor, "study.correct", study_id, result_id)
    wanted = [block_key] if isinstance(block_key, str) else list(dict.fromkeys(block_key))
    with recorded(actor, OVERRULE, result, counts=counts) as recording:
        result = _locked(result)
        plain = _as_read(result)
        blocks = dict(zip(block_keys(plain.blocks), plain.blocks, strict=True))
        if not wanted or not set(wanted) <= set(blocks):
            raise CoreError("error.no_such_block")
        known = {row.block_key: row for row in BlockCorrection.objects.filter(result=result, block_key__in=wanted)}
        needless = [known[key] for key in wanted if blocks[key].main == counts and key in known]  # as it was read: no correction is needed
        recording.taken_away(needless)
        BlockCorrection.objects.filter(pk__in=[row.pk for row in needless]).delete()
        for key in wanted:
            if blocks[key].main != counts and key not in known:
                recording.made(BlockCorrection.objects.create(result=result, block_key=key, counts=counts, by=actor.person))
        _apply(result, recording)
    return result


def as_it_was_read(actor: Actor, study_id: int, result_id: int) -> Result:
    """Put what counts of a page back to how it was read."""
    result = result_for(actor, "study.correct", study_id, result_id)
    with recorded(actor, AS_READ, result) as recording:
        result = _locked(result)
        rows = list(result.corrections.all())
        recording.taken_away(rows)
        result.corrections.all().delete()
        _apply(result, recording)
    return result


def corrections_of(result: Result) -> dict[str, bool]:
    """The corrections of a page by the keys of its blocks."""
    return dict(result.corrections.values_list("block_key", "counts"))


def _locked(result: Result) -> Result:
    Study.objects.select_for_update().get(pk=result.study_id)
    return Result.objects.select_related("study", "reading").get(pk=result.pk)


def _as_read(result: Result) -> Reading:
    assert result.reading is not None
    try:
        return as_core(result.reading)[0]
    except StoredValueError as error:
        raise ApplicationError(error.message.code, **error.message.values) from None


def _apply(result: Result, recording: Recording) -> None:
    """Have what lists show follow the corrections."""
    fields = ("words", "headings", "images", "page_kind", "published", "read_url")
    recording.watch([result], *fields)
    reading = overruled(_as_read(result), corrections_of(result))
    if not reading.word_count:
        raise CoreError("error.nothing_counts")
    note_counts(result, reading)
    result.save(update_fields=fields)


def follow_result(result_id: int) -> None:
    """The figures of a result's study follow when its page was corrected."""
    from fundament.web.studies.figures.making import follow

    found = Result.objects.filter(pk=result_id).values_list("study_id", "chosen").first()
    if found is not None and found[1]:
        follow(found[0])


OVERRULE = verb("study.overrule", asks="study.correct", follow=follow_result, touches=(BlockCorrection, Result))
AS_READ = verb("study.as_read", asks="study.correct", follow=follow_result, touches=(BlockCorrection, Result))
