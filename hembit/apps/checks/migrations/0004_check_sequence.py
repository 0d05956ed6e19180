from django.db import migrations, models


class Migration(migrations.Migration):
    """A check has its place in the order of writing; jobs' migration fills it, with its own."""

    dependencies = [("base", "0001_initial"), ("checks", "0003_title_and_figure")]

    operations = [
        migrations.AddField(
            model_name="check",
            name="sequence",
            field=models.PositiveBigIntegerField(default=0, editable=False),
            preserve_default=False,
        ),
    ]
