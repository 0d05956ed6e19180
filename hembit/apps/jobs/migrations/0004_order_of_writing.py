from django.db import migrations, models

MODELS = ("entry", "job", "partfinding", "reading", "wait")
IN_TURN = (
    ("jobs", "job", "opened_at"),
    ("checks", "check", "kept_at"),
    ("jobs", "wait", "started_at"),
    ("jobs", "entry", "at"),
    ("jobs", "partfinding", "at"),
)
"""What was written at one time, in the order in which it was."""
AT_ONCE = 500


def number_what_is_there(apps, schema_editor):
    """By the clock, once: nothing else is known of what was written before."""
    found = []
    for place, (app, name, at) in enumerate(IN_TURN):
        rows = apps.get_model(app, name).objects.order_by(at, "pk").values_list(at, "pk")
        found += [(when, place, number, pk) for number, (when, pk) in enumerate(rows)]
    found.sort(key=lambda one: one[:3])
    numbered = {place: {} for place in range(len(IN_TURN))}
    for sequence, (_, place, _, pk) in enumerate(found, start=1):
        numbered[place][pk] = sequence
    for place, (app, name, _) in enumerate(IN_TURN):
        _store(apps.get_model(app, name), numbered[place])
        if name == "check":
            _store(apps.get_model("jobs", "reading"), numbered[place])
    apps.get_model("base", "counter").objects.create(pk=1, last=len(found))


def _store(model, numbered):
    pks = list(numbered)
    for start in range(0, len(pks), AT_ONCE):
        rows = model.objects.only("pk").in_bulk(pks[start : start + AT_ONCE])
        for pk, row in rows.items():
            row.sequence = numbered[pk]
        model.objects.bulk_update(rows.values(), ["sequence"], batch_size=100)


class Migration(migrations.Migration):
    """Records follow each other in the order of writing, not by the clock."""

    dependencies = [
        ("base", "0001_initial"),
        ("checks", "0004_check_sequence"),
        ("jobs", "0003_another_new_part"),
    ]

    operations = [
        *(
            migrations.AddField(
                model_name=name,
                name="sequence",
                field=models.PositiveBigIntegerField(default=0, editable=False),
                preserve_default=False,
            )
            for name in MODELS
        ),
        migrations.AddField(
            model_name="entry",
            name="void",
            field=models.CharField(blank=True, max_length=200, default=""),
            preserve_default=False,
        ),
        migrations.RunPython(number_what_is_there, migrations.RunPython.noop),
        migrations.AlterModelOptions(name="entry", options={"ordering": ["sequence"]}),
        migrations.AlterModelOptions(name="reading", options={"ordering": ["sequence"]}),
        migrations.RemoveIndex(model_name="reading", name="jobs_readin_positio_8bd3b2_idx"),
        migrations.AddIndex(
            model_name="reading",
            index=models.Index(
                fields=["position", "sequence"], name="jobs_readin_positio_4ed716_idx"
            ),
        ),
    ]
