"""What is to be done at a door later, and by when."""

import uuid
from datetime import date
from typing import ClassVar

from django.db import models

from server.doors.models import Door
from server.people.models import Person, Shop
from server.people.tenancy import OfShop


class FollowUp(models.Model):
    """Something to come back to a door for. `ended` says how it ended (done, booked, not wanted any more); empty while it stands."""

    class What(models.TextChoices):
        YEARLY = "yearly", "Yearly check"
        SPRINGS = "springs", "Springs due"
        DECLINED = "declined", "Advised, and declined"
        PARTS = "parts", "Parts on order"
        WARRANTY = "warranty", "Warranty ends"
        SUN = "sun", "Prove the eyes in the low sun"
        OTHER = "other", "Something else"

    # In so many days each is usually looked at again. Common practice for the yearly check; the others are estimates.
    USUAL_DAYS: ClassVar[dict[str, int]] = {
        "yearly": 365, "springs": 365, "declined": 30, "parts": 7, "warranty": 365, "sun": 30, "other": 30,
    }  # fmt: skip

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="follow_ups")
    door = models.ForeignKey(Door, on_delete=models.PROTECT, related_name="follow_ups")
    key = models.UUIDField(default=uuid.uuid4)
    what = models.CharField(max_length=12, choices=What.choices)
    due = models.DateField()
    note = models.CharField(max_length=600, blank=True)
    ended = models.CharField(max_length=200, blank=True)
    by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="follow_ups")
    version = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(auto_now=True)

    shop_path = "shop"
    objects: ClassVar[OfShop["FollowUp"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="follow_up_key_of_shop")]
        indexes = [models.Index(fields=["shop", "ended", "due", "id"], name="follow_up_by_due")]

    def __str__(self) -> str:
        return f"{self.door}: {self.what}, {self.due}"

    def days_late(self, today: date) -> int:
        """How many days it is over, below zero while there is time."""
        return (today - self.due).days
