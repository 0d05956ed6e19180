from django.db import migrations, models

# Those that are there get the next places in the order of writing, as they were taken.
NUMBER = [
    """
    UPDATE photos_photo SET sequence = counted.last + numbered.place
    FROM (SELECT id, row_number() OVER (ORDER BY taken_at, id) AS place FROM photos_photo) AS numbered,
         (SELECT coalesce(max(last), 0) AS last FROM base_counter) AS counted
    WHERE photos_photo.id = numbered.id
    """,
    """
    INSERT INTO base_counter (id, last) SELECT 1, count(*) FROM photos_photo WHERE true
    ON CONFLICT (id) DO UPDATE SET last = last + excluded.last
    """,
]


class Migration(migrations.Migration):
    """A photo knows its place in the order of writing; captions are read without their photos."""

    dependencies = [
        ("base", "0002_trail"),
        ("photos", "0002_erased_picture"),
    ]

    operations = [
        migrations.AddField(
            model_name="photo",
            name="sequence",
            field=models.PositiveBigIntegerField(editable=False, null=True),
        ),
        migrations.RunSQL(NUMBER, migrations.RunSQL.noop),
        migrations.AlterField(
            model_name="photo",
            name="sequence",
            field=models.PositiveBigIntegerField(editable=False, unique=True),
        ),
        migrations.AddIndex(
            model_name="photo",
            index=models.Index(
                condition=models.Q(("caption", ""), _negated=True),
                fields=["caption", "id"],
                name="photo_with_caption",
            ),
        ),
    ]
