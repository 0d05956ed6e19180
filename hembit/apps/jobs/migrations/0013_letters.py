from importlib import import_module

from django.db import migrations

from hembit.apps.base.texts.letters import following, texts_in

before = import_module("hembit.apps.jobs.migrations.0010_search")


class Migration(migrations.Migration):
    """What entries and jobs hold, to be found by three letters, and numbers however they are written."""

    dependencies = [("jobs", "0012_job_own_symptom")]

    operations = [
        migrations.RunSQL(before.UNMAKE, before.MAKE),
        migrations.DeleteModel("EntryWords"),
        migrations.RunSQL(*following("jobs_entry", "sequence", ("data",), (texts_in("data"),))),
        migrations.RunSQL(
            *following(
                "jobs_job",
                "number",
                ("complaint", "error_code", "choices"),
                ("{row}complaint", "{row}error_code", texts_in("choices")),
            )
        ),
    ]
