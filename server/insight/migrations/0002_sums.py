"""Checks, the finder, readings and lives of springs in the books; sums by month."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('calls', '0011_is_counted'),
        ('doors', '0011_email'),
        ('insight', '0001_initial'),
        ('people', '0008_minutes'),
    ]

    operations = [
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
            ],
        ),
        migrations.CreateModel(
            name='StaleMonth',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('month', models.DateField()),
            ],
        ),
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
        migrations.AddIndex(
            model_name='callcount',
            index=models.Index(fields=['shop', 'month'], name='count_by_month'),
        ),
        migrations.AddIndex(
            model_name='callcount',
            index=models.Index(fields=['shop', 'cause', 'closed_at'], name='count_by_cause_newest'),
        ),
        migrations.AddIndex(
            model_name='callcount',
            index=models.Index(fields=['shop', 'complaint', 'closed_at'], name='count_by_complaint_newest'),
        ),
        migrations.AddIndex(
            model_name='callcount',
            index=models.Index(fields=['shop', 'closed_at'], name='count_newest'),
        ),
        migrations.AddField(
            model_name='monthsum',
            name='shop',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='people.shop'),
        ),
        migrations.AddField(
            model_name='stalemonth',
            name='shop',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='people.shop'),
        ),
        migrations.AddConstraint(
            model_name='monthsum',
            constraint=models.UniqueConstraint(fields=('shop', 'of', 'month', 'name', 'also'), name='one_sum_of_a_month'),
        ),
        migrations.AddIndex(
            model_name='stalemonth',
            index=models.Index(fields=['shop', 'month'], name='stale_month'),
        ),
        # After the new ones: the shop's foreign key needs an index that begins with it.
        migrations.RemoveIndex(
            model_name='callcount',
            name='count_by_cause',
        ),
        migrations.RemoveIndex(
            model_name='callcount',
            name='count_by_complaint',
        ),
        migrations.RemoveIndex(
            model_name='callcount',
            name='count_by_work',
        ),
    ]
