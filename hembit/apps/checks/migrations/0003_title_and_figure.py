from django.db import migrations, models


def split(apps, schema_editor):
    """Title and figure from what is stored: the judgement knows its title."""
    Check = apps.get_model("checks", "Check")
    for check in Check.objects.iterator(chunk_size=500):
        check.title = check.judgement["expectation"]["title"][:80]
        check.figure = check.summary.removeprefix(f"{check.title}: ")
        check.save(update_fields=["title", "figure"])


def join(apps, schema_editor):
    """The summary again, from title and figure."""
    Check = apps.get_model("checks", "Check")
    for check in Check.objects.iterator(chunk_size=500):
        check.summary = f"{check.title}: {check.figure}"[:80]
        check.save(update_fields=["summary"])


class Migration(migrations.Migration):

    dependencies = [
        ("checks", "0002_check_kept_by"),
    ]

    operations = [
        migrations.AddField("check", "title", models.CharField(max_length=80, default=""), False),
        migrations.AddField("check", "figure", models.CharField(max_length=80, default=""), False),
        migrations.AlterField("check", "summary", models.CharField(max_length=80, default="")),
        migrations.RunPython(split, join),
        migrations.RemoveField("check", "summary"),
    ]
