from django.db import migrations, transaction

STEP = 500


def pack_all(apps, schema_editor):
    """Each step is a transaction of its own: what was interrupted goes on where it was."""
    PartFinding = apps.get_model("jobs", "PartFinding")
    while True:
        with transaction.atomic():
            found = list(PartFinding.objects.filter(packed__isnull=True).order_by("pk")[:STEP])
            if not found:
                return
            for one in found:
                one.packed = one.finding
            PartFinding.objects.bulk_update(found, ["packed"])


class Migration(migrations.Migration):
    """Findings are packed as verdicts are."""

    atomic = False

    dependencies = [("jobs", "0005_packed_finding")]

    operations = [
        migrations.RunPython(pack_all, migrations.RunPython.noop, elidable=True),
    ]
