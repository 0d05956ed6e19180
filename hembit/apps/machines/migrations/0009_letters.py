from django.db import migrations

from hembit.apps.base.texts.letters import following


class Migration(migrations.Migration):
    """What machines and positions are called, and serials, to be found by three letters, and numbers
    however they are written.
    """

    dependencies = [("machines", "0008_circuit")]

    operations = [
        migrations.RunSQL(
            *following("machines_machine", "id", ("name", "place", "model", "serial", "note"))
        ),
        migrations.RunSQL(*following("machines_position", "id", ("name",))),
        migrations.RunSQL(*following("machines_fittedpart", "id", ("serial",))),
    ]
