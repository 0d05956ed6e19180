import django.db.models.deletion
from django.db import migrations, models

import hembit.apps.checks.packing


class Migration(migrations.Migration):
    """What was submitted and judged gets a place of its own, packed."""

    dependencies = [("checks", "0004_check_sequence"), ("jobs", "0004_order_of_writing")]

    operations = [
        migrations.CreateModel(
            name="CheckBody",
            fields=[
                (
                    "check_kept",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.PROTECT,
                        primary_key=True,
                        related_name="body",
                        serialize=False,
                        to="checks.check",
                    ),
                ),
                ("despite", models.CharField(blank=True, max_length=400)),
                ("content", hembit.apps.checks.packing.PackedField()),
            ],
            options={
                "indexes": [
                    models.Index(
                        condition=models.Q(("despite", ""), _negated=True),
                        fields=["despite"],
                        name="check_read_live_all_the_same",
                    )
                ],
            },
        ),
    ]
