from django.db import migrations

import hembit.apps.checks.packing


class Migration(migrations.Migration):
    dependencies = [("jobs", "0004_order_of_writing"), ("checks", "0008_search")]

    operations = [
        migrations.AddField(
            "partfinding", "packed", hembit.apps.checks.packing.PackedField(null=True)
        ),
    ]
