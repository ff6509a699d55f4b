from django.db import migrations


class Migration(migrations.Migration):
    """What the migration before has carried over goes."""

    dependencies = [("studies", "0006_carry_over")]

    operations = [
        migrations.RemoveField(model_name="study", name="old_problem"),
        migrations.RemoveField(model_name="study", name="questions"),
        migrations.RemoveField(model_name="result", name="old_problem"),
        migrations.RemoveField(model_name="result", name="old_advice"),
        migrations.RemoveField(model_name="result", name="overrides"),
        migrations.RemoveField(model_name="result", name="notes"),
        migrations.RemoveField(model_name="result", name="score"),
        migrations.DeleteModel(name="YardstickRecord"),
    ]
