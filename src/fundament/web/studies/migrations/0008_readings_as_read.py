from django.db import migrations
from django.db.models import F


def as_read(apps, schema_editor):
    """A result keeps the reading as it was read; corrections are put on it where it is used."""
    Result = apps.get_model("studies", "Result")
    Result.objects.exclude(as_read=None).update(reading=F("as_read"))


class Migration(migrations.Migration):
    dependencies = [("studies", "0007_without_the_old")]

    operations = [
        migrations.RunPython(as_read, migrations.RunPython.noop),
    ]
