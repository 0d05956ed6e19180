from importlib import import_module

from django.db import migrations

from hembit.apps.base.texts.letters import following

before = import_module("hembit.apps.photos.migrations.0004_search")


class Migration(migrations.Migration):
    """What captions hold, to be found by three letters, and numbers however they are written."""

    dependencies = [("photos", "0004_search")]

    operations = [
        migrations.RunSQL(before.UNMAKE, before.MAKE),
        migrations.DeleteModel("PhotoCaption"),
        migrations.RunSQL(*following("photos_photo", "sequence", ("caption",))),
    ]
