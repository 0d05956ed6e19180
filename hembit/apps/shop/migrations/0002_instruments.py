"""Meters become instruments with revisions; calibrations, known resistors and leads beside them."""

from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("shop", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]
    operations = [migrations.RenameModel("ShopMeter", "Instrument")]
