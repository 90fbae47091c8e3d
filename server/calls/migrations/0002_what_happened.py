from django.db import migrations, models


def visited(apps, schema_editor):
    """A door keeps itself when it was last visited; until now that was asked of its calls."""
    door, call = apps.get_model("doors", "Door"), apps.get_model("calls", "Call")
    last = call.objects.exclude(closed_at=None).values("door").annotate(at=models.Max("closed_at"))
    for row in last.iterator():
        door.objects.filter(pk=row["door"]).update(visited_at=row["at"])


class Migration(migrations.Migration):
    dependencies = [("calls", "0001_initial"), ("doors", "0002_who_changed_what")]

    operations = [
        migrations.AddField("call", "claimed_elsewhere", models.BooleanField(default=False)),
        # What stands there is of the first shape; what is written from now on of the second.
        migrations.AddField("entry", "version", models.PositiveSmallIntegerField(default=1)),
        migrations.AlterField("entry", "version", models.PositiveSmallIntegerField(default=2)),
        migrations.AlterField("entry", "client_id", models.CharField(db_collation="utf8mb4_bin", max_length=64)),
        migrations.RunPython(visited, migrations.RunPython.noop),
    ]
