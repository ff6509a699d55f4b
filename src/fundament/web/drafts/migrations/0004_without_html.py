import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    """What the migration before has carried over goes."""

    dependencies = [("drafts", "0003_carry_over")]

    operations = [
        migrations.RemoveField(model_name="draft", name="html"),
        migrations.RemoveField(model_name="revision", name="html"),
        migrations.AlterField(model_name="draft", name="document", field=models.JSONField()),
        migrations.AlterField(model_name="revision", name="document", field=models.JSONField()),
        migrations.AlterField(
            model_name="draft", name="workspace",
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="drafts", to="accounts.workspace"),
        ),
    ]
