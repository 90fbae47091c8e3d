"""Runs on practice doors."""

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('calls', '0011_is_counted'),
        ('people', '0009_practice'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='PracticeRun',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('key', models.UUIDField()),
                ('seed', models.BigIntegerField()),
                ('causes', models.JSONField(default=list)),
                ('complaint', models.CharField(max_length=120)),
                ('lesson', models.CharField(blank=True, max_length=40)),
                ('level', models.CharField(blank=True, max_length=12)),
                ('day', models.DateField(null=True)),
                ('advice', models.CharField(choices=[('none', 'None'), ('hints', 'Hints'), ('all', 'All')], default='hints', max_length=8)),
                ('deeds', models.JSONField(default=list)),
                ('started_at', models.DateTimeField(default=django.utils.timezone.now)),
                ('ended_at', models.DateTimeField(null=True)),
                ('passed', models.BooleanField(default=False)),
                ('missed_causes', models.JSONField(default=list)),
                ('report', models.JSONField(null=True)),
                ('call', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='practice_run', to='calls.call')),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='practice_runs', to=settings.AUTH_USER_MODEL)),
                ('shop', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='practice_runs', to='people.shop')),
            ],
            options={
                'indexes': [models.Index(fields=['shop', 'person', 'started_at', 'id'], name='practice_run_by_person')],
                'constraints': [models.UniqueConstraint(fields=('shop', 'key'), name='practice_run_key_of_shop')],
            },
        ),
    ]
