from django.db import migrations, models

BESIDE = """
UPDATE doors_word JOIN (
    SELECT door_id, LEFT(CONCAT(' ', GROUP_CONCAT(text ORDER BY text SEPARATOR ' ')), 700) AS words FROM doors_word GROUP BY door_id
) AS of_door USING (door_id) SET beside = words
"""


class Migration(migrations.Migration):
    dependencies = [("doors", "0006_lists_of_what_is_filed"), ("people", "0005_units")]

    operations = [
        migrations.AddField("word", "beside", models.CharField(db_collation="utf8mb4_bin", default="", max_length=700)),
        migrations.RunSQL(BESIDE, migrations.RunSQL.noop),
        migrations.RemoveIndex("word", "word_of_shop"),
        migrations.AddIndex("word", models.Index(fields=["shop", "text", "beside", "door"], name="word_of_shop")),
    ]
