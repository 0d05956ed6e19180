from django.db import migrations, models


class Migration(migrations.Migration):
    """What was packed is not kept twice; lists go by the order of writing."""

    dependencies = [("checks", "0006_pack")]

    operations = [
        migrations.RemoveField("check", "submission"),
        migrations.RemoveField("check", "judgement"),
        migrations.AlterModelOptions("check", {"ordering": ["-sequence"]}),
        migrations.AlterField(
            "check", "sequence", models.PositiveBigIntegerField(editable=False, unique=True)
        ),
    ]
