from django.db import migrations, models

import hembit.apps.checks.packing


class Migration(migrations.Migration):
    """What was packed is not kept twice."""

    dependencies = [("jobs", "0006_pack_findings")]

    operations = [
        migrations.RemoveField("partfinding", "finding"),
        migrations.RenameField("partfinding", "packed", "finding"),
        migrations.AlterField("partfinding", "finding", hembit.apps.checks.packing.PackedField()),
    ]
