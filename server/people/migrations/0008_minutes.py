"""Minutes a shop reckons with itself."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('people', '0007_desk'),
    ]

    operations = [
        migrations.AddField(
            model_name='shop',
            name='minutes',
            field=models.JSONField(db_default={}, default=dict),
        ),
    ]
