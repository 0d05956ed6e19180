from django.db import migrations, models


class Migration(migrations.Migration):
    """A reading of another new part says so."""

    dependencies = [("jobs", "0002_reading_relation")]

    operations = [
        migrations.AlterField(
            model_name="reading",
            name="relation",
            field=models.CharField(
                choices=[
                    ("corrects", "Corrects"),
                    ("again", "Again"),
                    ("dried", "Dried"),
                    ("cleaned", "Cleaned"),
                    ("tightened", "Tightened"),
                    ("cooled", "Cooled"),
                    ("another_part", "Another Part"),
                ],
                default="corrects",
                max_length=12,
            ),
        )
    ]
