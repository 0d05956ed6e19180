from django.db import migrations

from hembit.apps.base.letters import following


class Migration(migrations.Migration):
    """What positions are called, to be found by three letters, and numbers however they are written."""

    dependencies = [("machines", "0008_circuit")]

    operations = [migrations.RunSQL(*following("machines_position", "id", ("name",)))]
