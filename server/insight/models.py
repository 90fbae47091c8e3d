"""What is counted of each closed call, one row each, so that the database adds it up however many there are."""

from typing import ClassVar

from django.db import models

from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Shop
from server.people.tenancy import OfShop


class CallCount(models.Model):
    """The figures of a closed call, as `hinge.past.figures` has them; ids are the knowledge's.

    `month` is the first day of the month it was closed in, by the shop's clock. `minutes` is from begin to close, empty where it was
    left over night. `back_for` says why it is a call-back, `back_of` of which call.
    """

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="+")
    door = models.ForeignKey(Door, on_delete=models.CASCADE, related_name="+")
    call = models.OneToOneField(Call, on_delete=models.CASCADE, related_name="count")
    closed_at = models.DateTimeField()
    month = models.DateField()
    complaint = models.CharField(max_length=120, blank=True)
    cause = models.CharField(max_length=120, blank=True)
    carrier = models.CharField(max_length=20, blank=True)
    work = models.CharField(max_length=10, blank=True)
    checks = models.PositiveSmallIntegerField()
    proofs_tried = models.PositiveSmallIntegerField()
    proofs_failed = models.PositiveSmallIntegerField()
    minutes = models.PositiveSmallIntegerField(null=True)
    expected_min = models.PositiveSmallIntegerField()
    back_for = models.CharField(max_length=10, blank=True)
    back_of = models.ForeignKey(Call, on_delete=models.CASCADE, null=True, related_name="+")

    shop_path = "shop"
    objects: ClassVar[OfShop["CallCount"]] = OfShop()

    class Meta:
        indexes = [
            # Each table of the books is read off an index alone.
            models.Index(fields=["shop", "month", "cause", "carrier", "back_for"], name="count_by_cause"),
            models.Index(fields=["shop", "month", "complaint", "minutes", "expected_min"], name="count_by_complaint"),
            models.Index(fields=["shop", "month", "work", "back_for", "proofs_failed", "proofs_tried"], name="count_by_work"),
            models.Index(fields=["door", "closed_at"], name="count_of_door"),
        ]

    def __str__(self) -> str:
        return f"{self.call}: {self.cause}"
