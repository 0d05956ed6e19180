from django.db import migrations, models

KINDS = ("igniter", "spark_igniter", "ignition_sequence", "thermocouple_magnet")
DEVICES = ("limit", "fuse", "switch", "pressure_switch")


def remember_what_was_fitted(apps, schema_editor):
    """A position that ever held a safety device is one."""
    parts = apps.get_model("machines", "fittedpart").objects
    held = {
        position
        for position, spec in parts.values_list("position", "spec").iterator()
        if spec["kind"] in KINDS or (spec["kind"] == "contact" and spec.get("device") in DEVICES)
    }
    position = apps.get_model("machines", "position")
    for number in held:
        position.objects.filter(pk=number).update(held_safety_device=True)


class Migration(migrations.Migration):
    """Whether a position is a safety device follows from everything that was ever fitted there."""

    dependencies = [("machines", "0002_model_and_serial")]

    operations = [
        migrations.AddField(
            model_name="position",
            name="held_safety_device",
            field=models.BooleanField(default=False, editable=False),
        ),
        migrations.RunPython(remember_what_was_fitted, migrations.RunPython.noop),
    ]
