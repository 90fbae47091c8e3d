"""Where letters to the customer go."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('doors', '0010_several_phones'),
    ]

    operations = [
        migrations.AddField(
            model_name='door',
            name='email',
            field=models.CharField(blank=True, db_default='', default='', max_length=254),
        ),
    ]
