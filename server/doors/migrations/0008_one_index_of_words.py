import django.utils.timezone
from django.db import migrations, models

# Made by the database beside the one it was replaced by, and of no model.
SPARE = "DROP INDEX IF EXISTS doors_word_shop_id_4bb79b3b ON doors_word"


class Migration(migrations.Migration):
    dependencies = [("doors", "0007_words_beside")]

    operations = [
        migrations.RunSQL(SPARE, migrations.RunSQL.noop),
        migrations.AlterField("change", "at", models.DateTimeField(default=django.utils.timezone.now)),
    ]
