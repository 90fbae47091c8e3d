"""Entries are kept in their third shape from now on; older ones keep their own number."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("calls", "0006_photos")]

    operations = [migrations.AlterField("entry", "version", models.PositiveSmallIntegerField(default=3))]
