"""Door files: one door, one file, for decades; and who changed what in it."""

import uuid
from typing import ClassVar

from django.db import models

from hinge.call.record import DoorRecord, read_record
from server.people.models import Person, Shop
from server.people.walls import OfShop


class Door(models.Model):
    """A door and what is known of it. `record` holds a `DoorRecord` document; `visited_at` when its last call closed."""

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="doors")
    key = models.UUIDField(default=uuid.uuid4)
    name = models.CharField(max_length=120)
    place = models.CharField(max_length=200, blank=True)
    customer = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40, blank=True)
    access_notes = models.TextField(max_length=1000, blank=True)
    record = models.JSONField(default=dict)
    visited_at = models.DateTimeField(null=True)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)

    shop_path = "shop"
    objects: ClassVar[OfShop["Door"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="door_key_of_shop")]
        indexes = [models.Index(fields=["shop", "name"], name="door_by_name")]

    def __str__(self) -> str:
        return self.name

    @property
    def door_record(self) -> DoorRecord:
        """The record, read. What of it cannot be read is told in it."""
        return read_record(self.record)


class Change(models.Model):
    """Who changed what in a door's file. `what` holds before and after by name. Appended, never changed."""

    door = models.ForeignKey(Door, on_delete=models.PROTECT, related_name="changes")
    by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True)
    by_name = models.CharField(max_length=120)
    at = models.DateTimeField(auto_now_add=True)
    says = models.CharField(max_length=120)
    what = models.JSONField(default=dict)

    shop_path = "door__shop"
    objects: ClassVar[OfShop["Change"]] = OfShop()

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{self.door}: {self.says}"
