"""What a check was kept under is called dead or live, as everywhere else; it was called machine."""

from django.db import migrations

STEP = 500


def rename(apps, schema_editor):
    Check = apps.get_model("checks", "Check")
    last = 0
    while True:
        found = list(Check.objects.filter(sequence__gt=last).order_by("sequence")[:STEP])
        if not found:
            return
        last = found[-1].sequence
        changed = [one for one in found if "machine" in one.submission]
        for one in changed:
            one.submission["dead_or_live"] = one.submission.pop("machine")
        Check.objects.bulk_update(changed, ["submission"])


class Migration(migrations.Migration):
    atomic = False  # it may be interrupted, and goes on where it was

    dependencies = [("checks", "0004_check_sequence")]

    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]
