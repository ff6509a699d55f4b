from django.db import migrations, models

# the tables of what counted failed sign-ins before
GONE = """
DROP TABLE IF EXISTS axes_accessattemptexpiration, axes_accessattempt, axes_accesslog, axes_accessfailurelog CASCADE;
DELETE FROM django_migrations WHERE app = 'axes';
DELETE FROM auth_permission WHERE content_type_id IN (SELECT id FROM django_content_type WHERE app_label = 'axes');
DELETE FROM django_content_type WHERE app_label = 'axes';
"""


class Migration(migrations.Migration):
    dependencies = [("accounts", "0004_logos"), ("auth", "0012_alter_user_first_name_max_length"), ("contenttypes", "0002_remove_content_type_name")]

    operations = [
        migrations.CreateModel(
            name="SignInTries",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("kind", models.CharField(max_length=10)),
                ("key", models.CharField(max_length=64)),
                ("failures", models.FloatField(default=0.0)),
                ("last_at", models.DateTimeField()),
            ],
        ),
        migrations.AddConstraint(
            model_name="signintries",
            constraint=models.UniqueConstraint(fields=("kind", "key"), name="sign_in_tries_once"),
        ),
        migrations.RunSQL(GONE, migrations.RunSQL.noop),
    ]
