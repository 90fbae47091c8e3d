"""Calls and what happened on them."""

import uuid
from collections.abc import Iterable
from datetime import datetime
from typing import ClassVar, Literal, cast

from django.db import models
from django.utils import timezone

from hinge.call.events import VERSION, Event, entry_of, upcast
from hinge.call.events import Entry as Happened
from hinge.call.evolve import fold
from hinge.call.facts import Call as Facts
from hinge.call.knowledge import causes, complaints
from hinge.file.record import DoorRecord, read_record
from hinge.view.state import StageName
from hinge.view.timeline import Timeline, timeline
from server.doors.models import Door
from server.people.models import Person, Shop
from server.people.tenancy import OfShop


class Call(models.Model):
    """A visit to a door. What happened on it are its entries; the rest is for lists and counts.

    `complaint` and `cause` are what was said and found last, by the knowledge's ids; what it no longer knows stands as it was written.
    `stage` is the one to take it up at; empty where nothing was entered since that is kept.

    `claimed_elsewhere`: it was closed in another place and brought in; its gates and proofs are as claimed there.
    `abandoned`: it was started by mistake, and nothing was done. `is_counted`: the books have it.
    """

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="calls")
    door = models.ForeignKey(Door, on_delete=models.PROTECT, related_name="calls")
    key = models.UUIDField(default=uuid.uuid4)
    technician = models.CharField(max_length=120)
    started_at = models.DateTimeField(default=timezone.now)
    closed_at = models.DateTimeField(null=True)
    claimed_elsewhere = models.BooleanField(default=False)
    abandoned = models.BooleanField(default=False)
    record_at_start = models.JSONField(default=dict)
    complaint = models.CharField(max_length=120, blank=True)
    cause = models.CharField(max_length=120, blank=True)
    stage = models.CharField(max_length=12, blank=True)
    is_counted = models.BooleanField(default=False, db_default=False)

    shop_path = "shop"
    objects: ClassVar[OfShop["Call"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="call_key_of_shop")]
        indexes = [
            models.Index(fields=["shop", "closed_at", "started_at", "id"], name="call_by_close"),
            models.Index(fields=["shop", "complaint", "closed_at"], name="call_by_complaint"),
            models.Index(fields=["shop", "is_counted", "closed_at"], name="call_to_count"),
        ]

    def __str__(self) -> str:
        return f"{self.door}, {self.started_at:%Y-%m-%d}"

    @property
    def record(self) -> DoorRecord:
        """What the door's file knew when the call started."""
        return read_record(self.record_at_start)

    @property
    def complaint_text(self) -> str:
        """The complaint in words."""
        return complaints().get(self.complaint, self.complaint)

    @property
    def stage_now(self) -> StageName | Literal[""]:
        """The stage to take it up at, as a list says it."""
        return cast('StageName | Literal[""]', self.stage)

    @property
    def cause_text(self) -> str:
        """What was found, in words."""
        return causes()[self.cause].text if self.cause in causes() else self.cause

    def facts(self, rows: "Iterable[Entry] | None" = None) -> Facts:
        """What the entries add up to. Never raises, whatever was stored."""
        told = self.entries.all() if rows is None else rows
        return fold(self.record, (happened for row in told for happened in row.happened()))

    def timeline(self) -> Timeline:
        """What happened, entry by entry, in words."""
        return timeline(self.record, (happened for row in self.entries.all() for happened in row.happened()))


class Entry(models.Model):
    """One thing that happened on a call, in the shape of its `version`. Appended, never changed."""

    call = models.ForeignKey(Call, on_delete=models.PROTECT, related_name="entries")
    # Ids that differ only in case are two ids.
    client_id = models.CharField(max_length=64, db_collation="utf8mb4_bin")
    position = models.PositiveIntegerField()
    version = models.PositiveSmallIntegerField(default=VERSION)
    body = models.JSONField()
    by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True)
    by_name = models.CharField(max_length=120)
    at = models.DateTimeField(default=timezone.now)

    shop_path = "call__shop"
    objects: ClassVar[OfShop["Entry"]] = OfShop()

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["call", "client_id"], name="entry_once"),
            models.UniqueConstraint(fields=["call", "position"], name="entry_in_order"),
        ]

    def __str__(self) -> str:
        return f"{self.call}: {self.position}"

    def events(self) -> list[Event]:
        """What happened, lifted to today's shape."""
        return upcast(self.version, self.body)

    def happened(self) -> list[Happened]:
        """The same, signed."""
        return [entry_of(self.client_id, self.by_name, iso(self.at), event) for event in self.events()]


def iso(moment: datetime) -> str:
    """A moment as ISO 8601 in UTC."""
    return moment.isoformat()


class Photo(models.Model):
    """A photo of a call: scaled, and with nothing in it but the picture. Its entry says what it shows."""

    call = models.ForeignKey(Call, on_delete=models.PROTECT, related_name="photos")
    key = models.UUIDField()
    jpeg = models.BinaryField()
    by = models.ForeignKey(Person, on_delete=models.PROTECT)
    at = models.DateTimeField(default=timezone.now)

    shop_path = "call__shop"
    objects: ClassVar[OfShop["Photo"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["call", "key"], name="photo_once")]

    def __str__(self) -> str:
        return f"{self.call}: {self.key}"


class AheadTally(models.Model):
    """Of the entries of a day, how many were shown as the server then answered, how many otherwise, how many only once it had answered."""

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="+")
    day = models.DateField()
    as_answered = models.PositiveIntegerField(default=0)
    otherwise = models.PositiveIntegerField(default=0)
    not_ahead = models.PositiveIntegerField(default=0)

    shop_path = "shop"
    objects: ClassVar[OfShop["AheadTally"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "day"], name="ahead_tally_of_day")]

    def __str__(self) -> str:
        return f"{self.day}: {self.as_answered}, {self.otherwise}, {self.not_ahead}"
