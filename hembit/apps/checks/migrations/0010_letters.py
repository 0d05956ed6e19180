from django.db import migrations

from hembit.apps.base.texts.letters import following


class Migration(migrations.Migration):
    """What labels hold, to be found by three letters, and numbers however they are written.

    The labels' other index is what a shop's own search goes by: it has nothing in it but the labels.
    """

    dependencies = [("checks", "0009_figures_digest")]

    operations = [migrations.RunSQL(*following("checks_check", "sequence", ("label",)))]
