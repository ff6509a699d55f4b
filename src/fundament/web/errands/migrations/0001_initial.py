import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [("accounts", "0005_sign_in_tries"), migrations.swappable_dependency(settings.AUTH_USER_MODEL)]

    operations = [
        migrations.CreateModel(
            name="Errand",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("kind", models.CharField(max_length=40)),
                ("about", models.CharField(max_length=200)),
                ("arguments", models.JSONField(default=dict)),
                ("content", models.BinaryField(null=True)),
                ("state", models.CharField(default="waiting", max_length=10)),
                ("problem", models.JSONField(blank=True, null=True)),
                ("go_to", models.CharField(blank=True, max_length=300)),
                ("result", models.JSONField(blank=True, null=True)),
                ("asked_at", models.DateTimeField(auto_now_add=True)),
                ("person", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="+", to=settings.AUTH_USER_MODEL)),
                ("workspace", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="errands", to="accounts.workspace")),
            ],
        ),
        migrations.AddConstraint(
            model_name="errand",
            constraint=models.UniqueConstraint(condition=models.Q(("state__in", ["waiting", "working"])), fields=("person", "kind"), name="errand_one_of_a_kind"),
        ),
    ]
