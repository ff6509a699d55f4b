from django.db import migrations, models


class Migration(migrations.Migration):
    """A person can say that a passage is fine."""

    dependencies = [("drafts", "0008_sharing")]

    operations = [
        migrations.AlterField(
            model_name="statement",
            name="kind",
            field=models.CharField(
                choices=[
                    ("there", "There already"), ("covered", "Covered"), ("not_covered", "Not covered"), ("ours", "This is ours"),
                    ("fine", "This is fine"), ("not_for_page", "Not for this page"),
                ],
                max_length=12,
            ),
        ),
    ]
