"""A calendar's private address ends when all of a person's sessions do."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("bookings", "0001_initial"), ("people", "__first__")]

    operations = [
        migrations.AddField("feedlink", "sessions_ended", models.PositiveIntegerField(default=0)),
        migrations.RunSQL(
            "UPDATE bookings_feedlink JOIN people_person ON people_person.id = person_id"
            " SET bookings_feedlink.sessions_ended = people_person.sessions_ended",
            migrations.RunSQL.noop,
        ),
    ]
