import uuid

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

# Readings move to the sites' app with their numbers, so that all that points at them can stay as it is.
COPY_READINGS = """
INSERT INTO sites_storedreading (id, content_hash, version, url, reading, analysis, analysis_version, read_at)
SELECT id, content_hash, version, url, reading, analysis, version, read_at FROM studies_reading;
SELECT setval(pg_get_serial_sequence('sites_storedreading', 'id'), (SELECT max(id) FROM sites_storedreading))
WHERE EXISTS (SELECT 1 FROM sites_storedreading);
"""


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
    dependencies = [
        ("accounts", "0003_invitations_and_sign_ins"),
        ("sites", "0001_initial"),
        ("studies", "0003_own_entities"),
    ]

    operations = [
        migrations.RunSQL(COPY_READINGS, migrations.RunSQL.noop),
        migrations.AlterField(
            model_name="result", name="reading",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name="results", to="sites.storedreading"),
        ),
        migrations.AlterField(
            model_name="result", name="as_read",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name="corrected_results", to="sites.storedreading"),
        ),
        migrations.DeleteModel(name="Reading"),
        migrations.CreateModel(
            name="Consensus",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("hash", models.CharField(max_length=64, unique=True)),
                ("version", models.CharField(max_length=20)),
                ("data", models.BinaryField()),
                ("made_at", models.DateTimeField(auto_now_add=True)),
            ],
        ),
        migrations.AlterModelOptions(name="study", options={"ordering": ("-created_at", "-id"), "verbose_name_plural": "studies"}),
        migrations.AddField(model_name="study", name="name", field=models.CharField(blank=True, max_length=200, default=""), preserve_default=False),
        migrations.AlterField(model_name="study", name="name", field=models.CharField(blank=True, max_length=200)),
        migrations.AddField(
            model_name="study", name="site",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="studies", to="sites.site"),
        ),
        migrations.AddField(
            model_name="study", name="page_to_rework",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="studies", to="sites.page"),
        ),
        migrations.AddField(
            model_name="study", name="figures",
            field=models.CharField(blank=True, choices=[("", "There"), ("making", "Being worked out"), ("failed", "Could not be worked out")], default="", max_length=10),
        ),
        migrations.AddField(model_name="study", name="figures_problem", field=models.JSONField(blank=True, null=True)),
        migrations.AddField(model_name="study", name="planned_words", field=models.PositiveIntegerField(default=0)),
        migrations.AddField(model_name="study", name="archived_at", field=models.DateTimeField(blank=True, null=True)),
        migrations.RenameField(model_name="study", old_name="problem", new_name="old_problem"),
        migrations.AddField(model_name="study", name="problem", field=models.JSONField(blank=True, null=True)),
        migrations.CreateModel(
            name="Ranking",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("source", models.CharField(max_length=10)),
                ("questions", models.JSONField(blank=True, default=list)),
                ("asked_at", models.DateTimeField(auto_now_add=True)),
                ("study", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="rankings", to="studies.study")),
            ],
            options={"ordering": ("-asked_at", "-id")},
        ),
        migrations.CreateModel(
            name="RankedResult",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("rank", models.PositiveSmallIntegerField()),
                ("url", models.TextField()),
                ("title", models.TextField(blank=True)),
                ("snippet", models.TextField(blank=True)),
                ("ranking", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="results", to="studies.ranking")),
            ],
            options={"ordering": ("rank",), "constraints": [models.UniqueConstraint(fields=("ranking", "rank"), name="one_address_per_rank")]},
        ),
        migrations.RenameField(model_name="result", old_name="problem", new_name="old_problem"),
        migrations.RenameField(model_name="result", old_name="advice", new_name="old_advice"),
        migrations.AddField(model_name="result", name="problem", field=models.JSONField(blank=True, null=True)),
        migrations.AddField(model_name="result", name="advice", field=models.JSONField(blank=True, null=True)),
        migrations.AddField(model_name="result", name="read_url", field=models.TextField(blank=True, default=""), preserve_default=False),
        migrations.AlterField(model_name="result", name="read_url", field=models.TextField(blank=True)),
        migrations.AddField(
            model_name="result", name="ranked",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to="studies.rankedresult"),
        ),
        migrations.CreateModel(
            name="CompetitorChoice",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("chosen", models.BooleanField()),
                ("reason", models.JSONField(blank=True, null=True)),
                ("since", models.DateTimeField()),
                ("until", models.DateTimeField(blank=True, null=True)),
                ("by", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to=settings.AUTH_USER_MODEL)),
                ("result", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="choices", to="studies.result")),
            ],
            options={"constraints": [models.UniqueConstraint(condition=models.Q(("until", None)), fields=("result",), name="one_open_choice")]},
        ),
        migrations.CreateModel(
            name="BlockCorrection",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("block_key", models.CharField(max_length=40)),
                ("counts", models.BooleanField()),
                ("made_at", models.DateTimeField(auto_now_add=True)),
                ("by", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to=settings.AUTH_USER_MODEL)),
                ("result", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="corrections", to="studies.result")),
            ],
            options={"constraints": [models.UniqueConstraint(fields=("result", "block_key"), name="one_correction_per_block")]},
        ),
        migrations.CreateModel(
            name="CurrentConsensus",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("stamp", models.UUIDField(default=uuid.uuid4)),
                ("keys", models.JSONField(default=dict)),
                ("joined", models.JSONField(default=dict)),
                ("split", models.JSONField(default=dict)),
                ("lost", models.JSONField(default=list)),
                ("changed_at", models.DateTimeField(auto_now=True)),
                ("consensus", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name="studies", to="studies.consensus")),
                ("study", models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name="current", to="studies.study")),
            ],
        ),
        migrations.CreateModel(
            name="Identity",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("kind", models.CharField(max_length=12)),
                ("key", models.CharField(max_length=40)),
                ("name", models.CharField(max_length=500)),
                ("members", models.JSONField(default=list)),
                ("pages", models.JSONField(default=list)),
                ("study", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="identities", to="studies.study")),
            ],
            options={"constraints": [models.UniqueConstraint(fields=("study", "key"), name="one_identity_per_key")]},
        ),
        migrations.CreateModel(
            name="KeyAlias",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("kind", models.CharField(max_length=12)),
                ("old", models.CharField(max_length=40)),
                ("new", models.CharField(max_length=40)),
                ("reason", models.CharField(max_length=20)),
                ("since", models.DateTimeField(auto_now_add=True)),
                ("study", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="aliases", to="studies.study")),
            ],
            options={"constraints": [models.UniqueConstraint(fields=("study", "old"), name="one_alias_per_key")]},
        ),
        migrations.CreateModel(
            name="Decision",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("kind", models.CharField(max_length=12)),
                ("key", models.CharField(max_length=40)),
                ("action", models.CharField(choices=[("kept", "Kept"), ("dropped", "Dropped"), ("own target", "Own target"), ("must", "Must"), ("may", "May")], max_length=12)),
                ("low", models.PositiveIntegerField(blank=True, null=True)),
                ("high", models.PositiveIntegerField(blank=True, null=True)),
                ("note", models.CharField(blank=True, max_length=500)),
                ("decided_at", models.DateTimeField(auto_now=True)),
                ("by", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to=settings.AUTH_USER_MODEL)),
                ("study", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="decisions", to="studies.study")),
            ],
            options={"constraints": [models.UniqueConstraint(fields=("study", "key"), name="one_decision_per_key")]},
        ),
        migrations.RunPython(as_messages, migrations.RunPython.noop),
        migrations.RunPython(rankings_and_choices, migrations.RunPython.noop),
        migrations.RunPython(corrections_by_key, migrations.RunPython.noop),
    ]
