"""Complaint and cause by the knowledge's ids, in place of their words; and found by complaint."""

from django.db import migrations, models

from hinge.call.knowledge import causes, complaints


def to_ids(apps, schema_editor):
    call = apps.get_model("calls", "Call")
    ids = {"complaint": {text: name for name, text in complaints().items()}, "cause": {one.text: name for name, one in causes().items()}}
    for field, by_text in ids.items():
        for text in call.objects.values_list(field, flat=True).distinct():
            if text in by_text:
                call.objects.filter(**{field: text}).update(**{field: by_text[text]})


class Migration(migrations.Migration):
    dependencies = [("calls", "0004_abandoned")]

    operations = [
        migrations.RunPython(to_ids, migrations.RunPython.noop),
        migrations.AddIndex("call", models.Index(fields=["shop", "complaint", "closed_at"], name="call_by_complaint")),
    ]
