from django.db import migrations

# Readings move to the sites' app with their numbers, so that all that points at them can stay as it is.
COPY_READINGS = """
INSERT INTO sites_storedreading (id, content_hash, version, url, reading, analysis, analysis_version, read_at)
SELECT id, content_hash, version, url, reading, analysis, version, read_at FROM studies_reading;
SELECT setval(pg_get_serial_sequence('sites_storedreading', 'id'), (SELECT max(id) FROM sites_storedreading))
WHERE EXISTS (SELECT 1 FROM sites_storedreading);
"""


class Migration(migrations.Migration):
    dependencies = [("sites", "0001_initial"), ("studies", "0003_own_entities")]

    operations = [migrations.RunSQL(COPY_READINGS, migrations.RunSQL.noop)]
