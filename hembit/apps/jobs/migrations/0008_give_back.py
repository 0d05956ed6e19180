from django.db import OperationalError, migrations


def vacuum(apps, schema_editor):
    """The file becomes as small as what is in it; where there is no room to do so, it stays."""
    try:
        with schema_editor.connection.cursor() as cursor:
            cursor.execute("VACUUM")
    except OperationalError:
        pass


class Migration(migrations.Migration):
    """What packing made free is given back to the disk."""

    atomic = False

    dependencies = [("jobs", "0007_narrow")]

    operations = [migrations.RunPython(vacuum, migrations.RunPython.noop, elidable=True)]
