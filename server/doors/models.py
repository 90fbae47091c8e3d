"""Door files: one door, one file, for decades."""

import uuid

from django.db import models

from hinge.procedure.record import DoorRecord
from server.people.models import Shop


class Door(models.Model):
    """A door and what is known of it. `record` holds a `DoorRecord` document."""

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="doors")
    key = models.UUIDField(default=uuid.uuid4)
    name = models.CharField(max_length=120)
    place = models.CharField(max_length=200, blank=True)
    customer = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40, blank=True)
    access_notes = models.TextField(max_length=1000, blank=True)
    record = models.JSONField(default=dict)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="door_key_of_shop")]
        indexes = [models.Index(fields=["shop", "name"], name="door_by_name")]

    def __str__(self) -> str:
        return self.name

    @property
    def door_record(self) -> DoorRecord:
        """The record, read."""
        return DoorRecord.model_validate(self.record)
