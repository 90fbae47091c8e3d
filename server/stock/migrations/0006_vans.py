"""Several vans: what there was is on the first."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('people', '0007_desk'),
        ('stock', '0005_left'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Van',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.PositiveSmallIntegerField(default=1)),
                ('name', models.CharField(max_length=60)),
            ],
        ),
        migrations.AddField(
            model_name='callstock',
            name='van',
            field=models.PositiveSmallIntegerField(db_default=1, default=1),
        ),
        migrations.AddField(
            model_name='shoplist',
            name='van',
            field=models.PositiveSmallIntegerField(db_default=1, default=1),
        ),
        migrations.AddField(
            model_name='stockitem',
            name='van',
            field=models.PositiveSmallIntegerField(db_default=1, default=1),
        ),
        migrations.AlterField(
            model_name='stockmove',
            name='why',
            field=models.CharField(choices=[('loaded', 'list loaded'), ('counted', 'counted'), ('restocked', 'restocked'), ('taken_out', 'taken out'), ('passed_on', 'passed on'), ('used', 'used on a call'), ('cut', 'left of one that was cut'), ('put_back', 'put back from a call')], max_length=10),
        ),
        migrations.AddConstraint(
            model_name='shoplist',
            constraint=models.UniqueConstraint(fields=('shop', 'kind', 'van'), name='one_list_of_a_van'),
        ),
        migrations.AddConstraint(
            model_name='stockitem',
            constraint=models.UniqueConstraint(fields=('shop', 'van', 'part', 'wire_in', 'inside_diameter_in', 'length_in', 'hand'), name='one_item_of_a_van'),
        ),
        # After the new ones: the shop's foreign key needs an index that begins with it.
        migrations.RemoveConstraint(
            model_name='shoplist',
            name='one_list_of_a_kind',
        ),
        migrations.RemoveConstraint(
            model_name='stockitem',
            name='one_item_of_a_size',
        ),
        migrations.AddField(
            model_name='van',
            name='driver',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='vans', to=settings.AUTH_USER_MODEL),
        ),
        migrations.AddField(
            model_name='van',
            name='shop',
            field=models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='vans', to='people.shop'),
        ),
        migrations.AddConstraint(
            model_name='van',
            constraint=models.UniqueConstraint(fields=('shop', 'number'), name='one_van_of_a_number'),
        ),
    ]
