"""Calls that are booked for a day, and the private address under which a calendar reads them."""

import uuid
from typing import ClassVar, Literal

from django.db import models

from hinge.file.booked import Expected, expected_of
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person, Shop
from server.people.tenancy import OfShop

BookingStanding = Literal["booked", "on_the_way", "under_way", "done", "cancelled"]
# What a door is come back to for, where the work of a call was left open; yearly checks and the like are none of it.
COME_BACK = ("declined", "parts", "sun", "other")


class Booking(models.Model):
    """A visit to a door, booked for a day of the shop's own calendar.

    `from_time` and `until_time` are the window the customer was told; both empty for any time of the day. `call` is what
    was started for it. `helper` is a second person who goes along. `cancelled` says why nobody comes. `set_out_at` and `set_out_by`:
    who is on the way since when, until the call is begun.
    """

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="bookings")
    door = models.ForeignKey(Door, on_delete=models.PROTECT, related_name="bookings")
    key = models.UUIDField(default=uuid.uuid4)
    day = models.DateField()
    from_time = models.TimeField(null=True)
    until_time = models.TimeField(null=True)
    complaint = models.CharField(max_length=60)
    note = models.CharField(max_length=600, blank=True)
    technician = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="bookings")
    helper = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    call = models.ForeignKey(Call, on_delete=models.PROTECT, null=True, related_name="bookings")
    cancelled = models.CharField(max_length=200, blank=True)
    set_out_at = models.DateTimeField(null=True)
    set_out_by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    version = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(auto_now=True)

    shop_path = "shop"
    objects: ClassVar[OfShop["Booking"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="booking_key_of_shop")]
        indexes = [models.Index(fields=["shop", "day"], name="booking_by_day")]

    def __str__(self) -> str:
        return f"{self.door}, {self.day}"

    @property
    def standing(self) -> BookingStanding:
        """How it stands. A call that was abandoned was never begun."""
        if self.cancelled:
            return "cancelled"
        if self.call is None:
            return "on_the_way" if self.set_out_at else "booked"
        if self.call.abandoned:
            return "booked"
        return "done" if self.call.closed_at else "under_way"

    @property
    def is_to_come(self) -> bool:
        """Whether it stands and nobody has begun."""
        return self.standing in ("booked", "on_the_way")

    @property
    def window(self) -> str:
        """The window in words."""
        if self.from_time is None or self.until_time is None:
            return "any time"
        return f"{self.from_time:%H:%M}–{self.until_time:%H:%M}"

    def expected(self) -> Expected:
        """What it will ask for, by what the door's file knows today."""
        return expected_of(self.complaint, self.door.door_record, self.shop.own_minutes)


class FeedLink(models.Model):
    """The address under which a person's calendar reads the bookings: its secret's hash. Another link, and the old one is void."""

    person = models.OneToOneField(Person, on_delete=models.CASCADE, related_name="feed_link")
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)
    # As often as the person's were then: it ends with them.
    sessions_ended = models.PositiveIntegerField(default=0)

    def __str__(self) -> str:
        return f"made {self.made_at:%Y-%m-%d}"
