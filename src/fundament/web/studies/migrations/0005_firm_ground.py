import uuid

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0003_invitations_and_sign_ins"),
        ("sites", "0001_initial"),
        ("studies", "0004_readings_move"),
    ]

    operations = [
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
    ]
