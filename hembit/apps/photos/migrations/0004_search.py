import django.db.models.deletion
from django.db import migrations, models

# What each caption holds, three letters at a time, without the texts themselves (FTS5, contentless): a
# row is taken out by what stood in it.
MAKE = [
    """
    CREATE VIRTUAL TABLE photos_search
    USING fts5(caption, content = '', detail = none, tokenize = 'trigram')
    """,
    "INSERT INTO photos_search (rowid, caption) SELECT sequence, caption FROM photos_photo",
    """
    CREATE TRIGGER photos_search_added AFTER INSERT ON photos_photo BEGIN
        INSERT INTO photos_search (rowid, caption) VALUES (new.sequence, new.caption);
    END
    """,
    """
    CREATE TRIGGER photos_search_changed AFTER UPDATE OF caption ON photos_photo BEGIN
        INSERT INTO photos_search (photos_search, rowid, caption)
        VALUES ('delete', old.sequence, old.caption);
        INSERT INTO photos_search (rowid, caption) VALUES (new.sequence, new.caption);
    END
    """,
    """
    CREATE TRIGGER photos_search_removed AFTER DELETE ON photos_photo BEGIN
        INSERT INTO photos_search (photos_search, rowid, caption)
        VALUES ('delete', old.sequence, old.caption);
    END
    """,
]
UNMAKE = [
    "DROP TRIGGER photos_search_removed",
    "DROP TRIGGER photos_search_changed",
    "DROP TRIGGER photos_search_added",
    "DROP TABLE photos_search",
]


class Migration(migrations.Migration):
    """What captions hold, to be found by any three letters of it."""

    dependencies = [("photos", "0003_in_order")]

    operations = [
        migrations.RunSQL(MAKE, UNMAKE),
        migrations.CreateModel(
            name="PhotoCaption",
            fields=[
                (
                    "photo",
                    models.OneToOneField(
                        db_column="rowid",
                        on_delete=django.db.models.deletion.DO_NOTHING,
                        primary_key=True,
                        serialize=False,
                        to="photos.photo",
                        to_field="sequence",
                    ),
                ),
                ("caption", models.TextField()),
            ],
            options={"db_table": "photos_search", "managed": False},
        ),
    ]
