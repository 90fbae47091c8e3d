"""How many of the parts a call used did leave the van; of calls before, all of them as it was reckoned then."""

from collections import Counter

from django.db import migrations, models


def told_by_name(apps, schema_editor):
    """Names in small letters, and what was used counted as having left."""
    for row in apps.get_model("stock", "CallStock").objects.exclude(parts={}):
        pieces = Counter()
        for name, count in row.parts.items():
            pieces[name.casefold()] += count
        row.parts = row.left = dict(pieces)
        row.save(update_fields=["parts", "left"])


class Migration(migrations.Migration):
    dependencies = [("stock", "0004_named")]

    operations = [
        migrations.AddField(model_name="callstock", name="left", field=models.JSONField(default=dict)),
        migrations.RunPython(told_by_name, migrations.RunPython.noop),
    ]
