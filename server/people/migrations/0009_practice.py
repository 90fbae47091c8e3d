"""The practice yard of a shop, apprentices, and lessons asked for and passed."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('people', '0008_minutes'),
    ]

    operations = [
        migrations.AddField(
            model_name='person',
            name='passed_lessons',
            field=models.JSONField(db_default=[], default=list),
        ),
        migrations.AddField(
            model_name='shop',
            name='asked_lessons',
            field=models.JSONField(db_default=[], default=list),
        ),
        migrations.AddField(
            model_name='shop',
            name='practice_of',
            field=models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='practice_yard', to='people.shop'),
        ),
        migrations.AlterField(
            model_name='person',
            name='role',
            field=models.CharField(choices=[('technician', 'Technician'), ('lead', 'Lead'), ('desk', 'Desk'), ('apprentice', 'Apprentice')], default='technician', max_length=12),
        ),
    ]
