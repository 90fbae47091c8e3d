from django.db import migrations

from server.doors.words import LONGEST_WORD, TEXTS, words_of

AT_ONCE = 500


def words(apps, schema_editor):
    """The doors there are get the words they are found by."""
    door, word = apps.get_model("doors", "Door"), apps.get_model("doors", "Word")
    made = []
    for one in door.objects.order_by("pk").iterator(chunk_size=AT_ONCE):
        found = {text[:LONGEST_WORD] for name in TEXTS for text in words_of(getattr(one, name))}
        made += [word(shop_id=one.shop_id, door_id=one.pk, text=text) for text in sorted(found)]
        if len(made) > 10 * AT_ONCE:
            word.objects.bulk_create(made)
            made = []
    word.objects.bulk_create(made)


class Migration(migrations.Migration):
    dependencies = [("doors", "0003_at_any_size")]

    operations = [migrations.RunPython(words, migrations.RunPython.noop)]
