from django.db import migrations, models


class Migration(migrations.Migration):
    """The counter of the order of writing."""

    initial = True
    dependencies = []

    operations = [
        migrations.CreateModel(
            name="Counter",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("last", models.PositiveBigIntegerField(default=0)),
            ],
        ),
    ]
