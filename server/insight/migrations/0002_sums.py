"""Checks, the finder, readings and lives of springs in the books; sums by month."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('insight', '0001_initial'),
        ('people', '0008_minutes'),
    ]

    operations = [
        migrations.AddField(
            model_name='callcount',
            name='checks_made',
            field=models.JSONField(db_default=[], default=list),
        ),
        migrations.AddField(
            model_name='callcount',
            name='finder',
            field=models.CharField(blank=True, db_default='', default='', max_length=8),
        ),
        migrations.AddField(
            model_name='callcount',
            name='lasts_high_years',
            field=models.FloatField(null=True),
        ),
        migrations.AddField(
            model_name='callcount',
            name='lasts_low_years',
            field=models.FloatField(null=True),
        ),
        migrations.AddField(
            model_name='callcount',
            name='lived',
            field=models.CharField(blank=True, db_default='', default='', max_length=8),
        ),
        migrations.AddField(
            model_name='callcount',
            name='lived_years',
            field=models.FloatField(null=True),
        ),
        migrations.AddField(
            model_name='callcount',
            name='read_after',
            field=models.CharField(blank=True, db_default='', default='', max_length=12),
        ),
        migrations.AddField(
            model_name='callcount',
            name='read_before',
            field=models.CharField(blank=True, db_default='', default='', max_length=12),
        ),
        migrations.CreateModel(
            name='MonthSum',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('month', models.DateField()),
                ('of', models.CharField(choices=[('all', 'All'), ('cause', 'Cause'), ('complaint', 'Complaint'), ('work', 'Work'), ('check', 'Check'), ('finder', 'Finder'), ('reading', 'Reading'), ('lived', 'Lived')], max_length=10)),
                ('name', models.CharField(blank=True, max_length=120)),
                ('also', models.CharField(blank=True, max_length=20)),
                ('calls', models.PositiveIntegerField(default=0)),
                ('backs', models.PositiveIntegerField(default=0)),
                ('same', models.PositiveIntegerField(default=0)),
                ('proved', models.PositiveIntegerField(default=0)),
                ('failed_first', models.PositiveIntegerField(default=0)),
                ('timed', models.PositiveIntegerField(default=0)),
                ('minutes', models.PositiveIntegerField(default=0)),
                ('expected_min', models.PositiveIntegerField(default=0)),
                ('shop', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='people.shop')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('shop', 'of', 'month', 'name', 'also'), name='one_sum_of_a_month')],
            },
        ),
        migrations.CreateModel(
            name='StaleMonth',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('month', models.DateField()),
                ('shop', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='people.shop')),
            ],
            options={
                'indexes': [models.Index(fields=['shop', 'month'], name='stale_month')],
            },
        ),
    ]
