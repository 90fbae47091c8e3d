"""Bench sheets kept with a door: a page of the bench and the inputs it had, in its address."""

import uuid
from typing import ClassVar

from django.db import models
from django.utils import timezone

from server.doors.models import Door
from server.people.models import Person, Shop
from server.people.tenancy import OfShop


class BenchSheet(models.Model):
    """One sheet: `address` is the page with its inputs, `says` its result in one line."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="+")
    door = models.ForeignKey(Door, on_delete=models.CASCADE, related_name="bench_sheets")
    key = models.UUIDField(default=uuid.uuid4)
    address = models.CharField(max_length=1000)
    title = models.CharField(max_length=80)
    says = models.CharField(max_length=300)
    by = models.ForeignKey(Person, on_delete=models.PROTECT)
    at = models.DateTimeField(default=timezone.now)

    shop_path = "shop"
    objects: ClassVar[OfShop["BenchSheet"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="bench_sheet_key_of_shop")]

    def __str__(self) -> str:
        return self.title
