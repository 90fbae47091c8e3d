from django.db import migrations

from hinge.file.record import measured_of
from server.doors.words import LONGEST_WORDS, TEXTS, words_of_door

AT_ONCE = 500


def words(apps, schema_editor):
    """The doors there are get the ends of their phone numbers and their size among the words they are found by."""
    door, word = apps.get_model("doors", "Door"), apps.get_model("doors", "Word")
    last, filed = 0, door.objects.filter(put_away="").order_by("pk")
    while some := list(filed.filter(pk__gt=last)[:AT_ONCE]):
        last, made = some[-1].pk, []
        for one in some:
            measured = measured_of(one.record)
            size_in = (measured.get("width_in"), measured.get("height_in"))
            found = sorted(words_of_door({name: getattr(one, name) for name in TEXTS}, one.phone, size_in))
            beside = "".join(f" {text}" for text in found)[:LONGEST_WORDS]
            made += [word(shop_id=one.shop_id, door_id=one.pk, text=text, beside=beside) for text in found]
        word.objects.filter(door__in=[one.pk for one in some]).delete()
        word.objects.bulk_create(made)


class Migration(migrations.Migration):
    dependencies = [("doors", "0008_one_index_of_words")]

    operations = [migrations.RunPython(words, migrations.RunPython.noop)]
