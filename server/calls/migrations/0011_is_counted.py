"""Whether the books have a call; those of before are counted anew."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('calls', '0010_ahead_tally'),
        ('doors', '0010_several_phones'),
        ('people', '0008_minutes'),
    ]

    operations = [
        migrations.AddField(
            model_name='call',
            name='is_counted',
            field=models.BooleanField(db_default=False, default=False),
        ),
        migrations.AddIndex(
            model_name='call',
            index=models.Index(fields=['shop', 'is_counted', 'closed_at'], name='call_to_count'),
        ),
    ]
