import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

from fundament.core.documents.schema import SCHEMA_VERSION


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0003_invitations_and_sign_ins"),
        ("drafts", "0001_initial"),
        ("sites", "0001_initial"),
        ("studies", "0007_without_the_old"),
    ]

    operations = [
        migrations.RenameField(model_name="revision", old_name="reason", new_name="cause"),
        migrations.AlterField(
            model_name="revision", name="cause",
            field=models.CharField(choices=[("kept", "Kept now and then"), ("conflict", "Could not be saved over a newer text"), ("before", "Before another was taken over"), ("published", "Published")], default="kept", max_length=10),
        ),
        migrations.AddField(model_name="revision", name="name", field=models.CharField(blank=True, default="", max_length=200), preserve_default=False),
        migrations.AlterField(model_name="revision", name="name", field=models.CharField(blank=True, max_length=200)),
        migrations.AddField(model_name="revision", name="document", field=models.JSONField(null=True)),
        migrations.AddField(model_name="revision", name="document_schema", field=models.PositiveSmallIntegerField(default=SCHEMA_VERSION)),
        migrations.AddField(model_name="draft", name="document", field=models.JSONField(null=True)),
        migrations.AddField(model_name="draft", name="document_schema", field=models.PositiveSmallIntegerField(default=SCHEMA_VERSION)),
        migrations.AddField(
            model_name="draft", name="workspace",
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name="drafts", to="accounts.workspace"),
        ),
        migrations.AddField(
            model_name="draft", name="measured_study",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="measured_drafts", to="studies.study"),
        ),
        migrations.AddField(
            model_name="draft", name="page",
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="drafts", to="sites.page"),
        ),
        migrations.AddField(model_name="draft", name="kept_at", field=models.DateTimeField(blank=True, null=True)),
        migrations.AddField(model_name="draft", name="archived_at", field=models.DateTimeField(blank=True, null=True)),
        migrations.AlterModelOptions(name="draft", options={"ordering": ("-updated_at", "-id")}),
        migrations.CreateModel(
            name="ScorePoint",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("version", models.PositiveIntegerField()),
                ("core_version", models.CharField(max_length=40)),
                ("total", models.FloatField()),
                ("aim", models.FloatField()),
                ("enough", models.FloatField()),
                ("parts", models.JSONField()),
                ("words", models.PositiveIntegerField()),
                ("measured_at", models.DateTimeField(auto_now_add=True)),
                ("consensus", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name="score_points", to="studies.consensus")),
                ("draft", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="score_points", to="drafts.draft")),
                ("revision", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="score_points", to="drafts.revision")),
            ],
            options={"ordering": ("-measured_at", "-id")},
        ),
        migrations.CreateModel(
            name="Publication",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("since", models.DateField()),
                ("created_at", models.DateTimeField(auto_now_add=True)),
                ("created_by", models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to=settings.AUTH_USER_MODEL)),
                ("draft", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="publications", to="drafts.draft")),
                ("page", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="publications", to="sites.page")),
                ("revision", models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name="publications", to="drafts.revision")),
                ("workspace", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="publications", to="accounts.workspace")),
            ],
        ),
    ]
