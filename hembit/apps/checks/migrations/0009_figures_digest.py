from django.db import migrations, models

from hembit.apps.checks.figures_digest import digest_of

_AT_ONCE = 500


def fill(apps, schema_editor):
    """By which figures each check was judged, from what it keeps."""
    Check, CheckBody = apps.get_model("checks", "Check"), apps.get_model("checks", "CheckBody")
    rows = []
    for body in CheckBody.objects.select_related("check_kept").iterator(chunk_size=_AT_ONCE):
        body.check_kept.figures_digest = digest_of(body.content["submission"]["spec"])
        rows.append(body.check_kept)
        if len(rows) == _AT_ONCE:
            Check.objects.bulk_update(rows, ["figures_digest"])
            rows = []
    Check.objects.bulk_update(rows, ["figures_digest"])


class Migration(migrations.Migration):
    """Null is for the moment of adding alone: a column that may not be would make the table anew,
    without the triggers that its search goes by."""

    dependencies = [("checks", "0008_search")]

    operations = [
        migrations.AddField(
            "check", "figures_digest", models.BinaryField(max_length=16, null=True, editable=False)
        ),
        migrations.RunPython(fill, migrations.RunPython.noop, elidable=True),
        migrations.AddIndex(
            "check", models.Index(fields=["figures_digest"], name="check_by_figures")
        ),
    ]
