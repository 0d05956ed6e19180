import django.db.models.deletion
from django.db import migrations, models

# Its rows are the checks' own by their sequence, and follow them by triggers, whoever writes.
# Two blanks before each word: one or two letters then find the beginnings of words.
PADDED = "'  ' || replace(label, ' ', '  ')"
PADDED_NEW = PADDED.replace("label", "new.label")
MAKE = [
    "CREATE VIRTUAL TABLE checks_search USING fts5(label, tokenize = 'trigram')",
    f"INSERT INTO checks_search (rowid, label) SELECT sequence, {PADDED} FROM checks_check",
    f"""
    CREATE TRIGGER checks_search_added AFTER INSERT ON checks_check BEGIN
        INSERT INTO checks_search (rowid, label) VALUES (new.sequence, {PADDED_NEW});
    END
    """,
    f"""
    CREATE TRIGGER checks_search_changed AFTER UPDATE OF label ON checks_check BEGIN
        UPDATE checks_search SET label = {PADDED_NEW} WHERE rowid = new.sequence;
    END
    """,
    """
    CREATE TRIGGER checks_search_removed AFTER DELETE ON checks_check BEGIN
        DELETE FROM checks_search WHERE rowid = old.sequence;
    END
    """,
]
UNMAKE = [
    "DROP TRIGGER checks_search_removed",
    "DROP TRIGGER checks_search_changed",
    "DROP TRIGGER checks_search_added",
    "DROP TABLE checks_search",
]


class Migration(migrations.Migration):
    """The labels of kept checks, to be found by any three letters of them (SQLite FTS5)."""

    dependencies = [("checks", "0007_narrow")]

    operations = [
        migrations.RunSQL(MAKE, UNMAKE),
        migrations.CreateModel(
            name="CheckLabel",
            fields=[
                (
                    "check_kept",
                    models.OneToOneField(
                        db_column="rowid",
                        on_delete=django.db.models.deletion.DO_NOTHING,
                        primary_key=True,
                        serialize=False,
                        to="checks.check",
                        to_field="sequence",
                    ),
                ),
                ("label", models.TextField()),
            ],
            options={"db_table": "checks_search", "ordering": ["-check_kept_id"], "managed": False},
        ),
    ]
