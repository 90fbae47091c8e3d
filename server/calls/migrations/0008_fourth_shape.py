"""Entries are kept in their fourth shape from now on; older ones keep their own number."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("calls", "0007_third_shape")]

    operations = [migrations.AlterField("entry", "version", models.PositiveSmallIntegerField(default=4))]
