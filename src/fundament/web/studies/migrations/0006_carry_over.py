from django.db import migrations


def as_messages(apps, schema_editor):
    """Sentences that were stored become messages with nothing but their text."""

    def said(text):
        return ["as_written", {"text": text}] if text else None

    for study in apps.get_model("studies", "Study").objects.all():
        study.problem = said(study.old_problem)
        study.save(update_fields=["problem"])
    for result in apps.get_model("studies", "Result").objects.all():
        result.problem, result.advice = said(result.old_problem), said(result.old_advice)
        result.read_url = result.reading.url if result.reading_id else ""
        result.save(update_fields=["problem", "advice", "read_url"])


def rankings_and_choices(apps, schema_editor):
    """What ranked when a study was opened, and how the choice stands, become rows of their own."""
    Ranking, Ranked = apps.get_model("studies", "Ranking"), apps.get_model("studies", "RankedResult")
    Choice = apps.get_model("studies", "CompetitorChoice")
    for study in apps.get_model("studies", "Study").objects.all():
        results = list(study.results.order_by("rank"))
        if not results:
            continue
        ranking = Ranking.objects.create(study=study, source="typed" if study.addresses else "service", questions=study.questions)
        Ranking.objects.filter(pk=ranking.pk).update(asked_at=study.created_at)
        for result in results:
            result.ranked = Ranked.objects.create(
                ranking=ranking, rank=result.rank, url=result.url, title=result.title, snippet=result.snippet
            )
            result.save(update_fields=["ranked"])
            if result.state == "read":
                proposed = result.chosen == (result.advice is None)
                Choice.objects.create(
                    result=result, chosen=result.chosen, reason=result.advice, since=study.created_at,
                    by=None if proposed else study.created_by,
                )  # fmt: skip


def corrections_by_key(apps, schema_editor):
    """Corrections hung on the numbers of blocks; from now on they hang on the blocks' keys."""
    from fundament.core.reading.block_keys import block_keys
    from fundament.core.reading.model import Block

    Correction = apps.get_model("studies", "BlockCorrection")
    for result in apps.get_model("studies", "Result").objects.exclude(overrides={}).select_related("as_read"):
        if result.as_read is None:
            continue
        keys = block_keys([Block(b["kind"], b["level"], b["text"]) for b in result.as_read.reading["blocks"]])
        for number, counts in result.overrides.items():
            if int(number) < len(keys):
                Correction.objects.create(result=result, block_key=keys[int(number)], counts=counts, by=result.study.created_by)


class Migration(migrations.Migration):
    dependencies = [("studies", "0005_firm_ground")]

    operations = [
        migrations.RunPython(as_messages, migrations.RunPython.noop),
        migrations.RunPython(rankings_and_choices, migrations.RunPython.noop),
        migrations.RunPython(corrections_by_key, migrations.RunPython.noop),
    ]
