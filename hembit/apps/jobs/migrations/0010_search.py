import django.db.models.deletion
from django.db import migrations, models

# What each entry holds, three letters at a time, without the texts themselves (FTS5, contentless): a
# row is taken out by what stood in it.
MAKE = [
    """
    CREATE VIRTUAL TABLE jobs_search USING fts5(data, content = '', detail = none, tokenize = 'trigram')
    """,
    "INSERT INTO jobs_search (rowid, data) SELECT sequence, data FROM jobs_entry",
    """
    CREATE TRIGGER jobs_search_added AFTER INSERT ON jobs_entry BEGIN
        INSERT INTO jobs_search (rowid, data) VALUES (new.sequence, new.data);
    END
    """,
    """
    CREATE TRIGGER jobs_search_changed AFTER UPDATE OF data ON jobs_entry BEGIN
        INSERT INTO jobs_search (jobs_search, rowid, data) VALUES ('delete', old.sequence, old.data);
        INSERT INTO jobs_search (rowid, data) VALUES (new.sequence, new.data);
    END
    """,
    """
    CREATE TRIGGER jobs_search_removed AFTER DELETE ON jobs_entry BEGIN
        INSERT INTO jobs_search (jobs_search, rowid, data) VALUES ('delete', old.sequence, old.data);
    END
    """,
]
UNMAKE = [
    "DROP TRIGGER jobs_search_removed",
    "DROP TRIGGER jobs_search_changed",
    "DROP TRIGGER jobs_search_added",
    "DROP TABLE jobs_search",
]


class Migration(migrations.Migration):
    """What entries hold, to be found by any three letters of it."""

    dependencies = [("jobs", "0009_in_order")]

    operations = [
        migrations.RunSQL(MAKE, UNMAKE),
        migrations.CreateModel(
            name="EntryWords",
            fields=[
                (
                    "entry",
                    models.OneToOneField(
                        db_column="rowid",
                        on_delete=django.db.models.deletion.DO_NOTHING,
                        primary_key=True,
                        serialize=False,
                        to="jobs.entry",
                        to_field="sequence",
                    ),
                ),
                ("data", models.TextField()),
            ],
            options={"db_table": "jobs_search", "managed": False},
        ),
    ]
