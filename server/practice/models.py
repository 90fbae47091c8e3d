"""Runs on practice doors."""

from datetime import date
from typing import ClassVar

from django.db import models
from django.utils import timezone

from server.calls.models import Call
from server.people.models import Person, Shop
from server.people.tenancy import OfShop


class PracticeRun(models.Model):
    """One person's run on a practice door. Its call is one of the shop's practice yard; the run belongs to the shop.

    The site is that of `seed` with `causes` and `complaint`; `deeds` is what was done by hand and eye, each after so many entries of
    the call.
    `lesson` or `level` says what it was for, `day` whose door of the day it is, `advice` how much was told. `report` is kept once
    it is ended; `missed_causes` are the causes that were not found and put right.
    """

    class Advice(models.TextChoices):
        NONE = "none"
        HINTS = "hints"
        ALL = "all"

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="practice_runs")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="practice_runs")
    call = models.OneToOneField(Call, on_delete=models.PROTECT, related_name="practice_run")
    key = models.UUIDField()
    seed = models.BigIntegerField()
    causes = models.JSONField(default=list)
    complaint = models.CharField(max_length=120)
    lesson = models.CharField(max_length=40, blank=True)
    level = models.CharField(max_length=12, blank=True)
    day = models.DateField(null=True)
    advice = models.CharField(max_length=8, choices=Advice.choices, default=Advice.HINTS)
    deeds = models.JSONField(default=list)
    started_at = models.DateTimeField(default=timezone.now)
    ended_at = models.DateTimeField(null=True)
    passed = models.BooleanField(default=False)
    missed_causes = models.JSONField(default=list)
    report = models.JSONField(null=True)

    shop_path = "shop"
    objects: ClassVar[OfShop["PracticeRun"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="practice_run_key_of_shop")]
        indexes = [models.Index(fields=["shop", "person", "started_at", "id"], name="practice_run_by_person")]

    def __str__(self) -> str:
        return f"{self.person}: {self.lesson or self.level or self.day}"

    @staticmethod
    def seed_of_day(shop: Shop, day: date) -> int:
        """The door of a day: another one each day, the same for everybody of a shop."""
        return day.toordinal() * 1000 + shop.pk % 1000
