from django.db import migrations

# the tables of Django's own user, and what they are called now; the numbers of the rows stay, and so does all that points at them
RENAMED = (
    ("auth_user", "accounts_person", None),
    ("auth_user_groups", "accounts_person_groups", "user_id"),
    ("auth_user_user_permissions", "accounts_person_user_permissions", "user_id"),
)


def take_over_users(apps, schema_editor):
    """In a database that was made with Django's own user, its tables become the person's."""
    connection = schema_editor.connection
    with connection.cursor() as cursor:
        tables = set(connection.introspection.table_names(cursor))
        if "accounts_person" in tables or "auth_user" not in tables:
            return
        for old, new, column in RENAMED:
            cursor.execute(f'ALTER TABLE "{old}" RENAME TO "{new}"')
            if column:
                cursor.execute(f'ALTER TABLE "{new}" RENAME COLUMN "{column}" TO "person_id"')
        # Django's own user counts with 32 bits, a person with 64, and so does all that points at one
        cursor.execute('ALTER TABLE "accounts_person" ALTER COLUMN id TYPE bigint')
        cursor.execute(
            """SELECT conrelid::regclass::text, a.attname FROM pg_constraint c
               JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = c.conkey[1]
               WHERE c.contype = 'f' AND c.confrelid = 'accounts_person'::regclass"""
        )
        for table, column in cursor.fetchall():
            cursor.execute(f'ALTER TABLE {table} ALTER COLUMN "{column}" TYPE bigint')


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_initial")]

    operations = [migrations.RunPython(take_over_users, migrations.RunPython.noop)]
