"""Calls and what was entered on them."""

import uuid
from datetime import datetime

from django.db import models
from django.utils import timezone

from hinge.procedure.entries import Entry as HingeEntry
from hinge.procedure.entries import read_body
from hinge.procedure.record import DoorRecord
from server.doors.models import Door
from server.people.models import Person, Shop


class Call(models.Model):
    """A visit to a door. What happened on it are its entries; the rest is for lists."""

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="calls")
    door = models.ForeignKey(Door, on_delete=models.PROTECT, related_name="calls")
    key = models.UUIDField(default=uuid.uuid4)
    technician = models.CharField(max_length=120)
    started_at = models.DateTimeField(default=timezone.now)
    closed_at = models.DateTimeField(null=True)
    record_at_start = models.JSONField(default=dict)
    complaint = models.CharField(max_length=120, blank=True)
    cause = models.CharField(max_length=120, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="call_key_of_shop")]
        indexes = [models.Index(fields=["shop", "closed_at"], name="call_by_close")]

    @property
    def record(self) -> DoorRecord:
        """What the door's file knew when the call started."""
        return DoorRecord.model_validate(self.record_at_start)


class Entry(models.Model):
    """One thing that happened on a call. Appended, never changed."""

    call = models.ForeignKey(Call, on_delete=models.PROTECT, related_name="entries")
    client_id = models.CharField(max_length=64)
    position = models.PositiveIntegerField()
    body = models.JSONField()
    by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True)
    by_name = models.CharField(max_length=120)
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["call", "client_id"], name="entry_once"),
            models.UniqueConstraint(fields=["call", "position"], name="entry_in_order"),
        ]

    def as_hinge(self) -> HingeEntry:
        """The entry as the core takes it."""
        return HingeEntry(id=self.client_id, by=self.by_name, at=iso(self.at), body=read_body(self.body))


def iso(moment: datetime) -> str:
    """A moment as ISO 8601 in UTC."""
    return moment.isoformat()
