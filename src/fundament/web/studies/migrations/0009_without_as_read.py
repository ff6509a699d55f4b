from django.db import migrations


class Migration(migrations.Migration):
    """What the migration before has carried over goes."""

    dependencies = [("studies", "0008_readings_as_read")]

    operations = [migrations.RemoveField(model_name="result", name="as_read")]
