from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('people', '0003_where_the_shop_is'),
    ]

    operations = [
        migrations.AddField(
            model_name='shop',
            name='ways',
            field=models.JSONField(default=dict),
        ),
    ]
