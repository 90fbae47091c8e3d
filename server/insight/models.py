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
    left over night. `back_for` says why it is a call-back, `back_of` of which call. `lived` says how springs that were put on before
    lived against what was told, `lived_years` how long.
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
    # Known to the database too: a release from before writes a row without them.
    checks_made = models.JSONField(default=list, db_default=[])
    finder = models.CharField(max_length=8, blank=True, default="", db_default="")
    read_before = models.CharField(max_length=12, blank=True, default="", db_default="")
    read_after = models.CharField(max_length=12, blank=True, default="", db_default="")
    lasts_low_years = models.FloatField(null=True)
    lasts_high_years = models.FloatField(null=True)
    lived = models.CharField(max_length=8, blank=True, default="", db_default="")
    lived_years = models.FloatField(null=True)
    back_for = models.CharField(max_length=10, blank=True)
    back_of = models.ForeignKey(Call, on_delete=models.CASCADE, null=True, related_name="+")

    shop_path = "shop"
    objects: ClassVar[OfShop["CallCount"]] = OfShop()

    class Meta:
        indexes = [
            models.Index(fields=["shop", "month"], name="count_by_month"),
            # The calls behind a figure, newest first.
            models.Index(fields=["shop", "cause", "closed_at"], name="count_by_cause_newest"),
            models.Index(fields=["shop", "complaint", "closed_at"], name="count_by_complaint_newest"),
            models.Index(fields=["shop", "closed_at"], name="count_newest"),
            models.Index(fields=["door", "closed_at"], name="count_of_door"),
        ]

    def __str__(self) -> str:
        return f"{self.call}: {self.cause}"


class MonthSum(models.Model):
    """What the calls of a month add up to, one row for each thing that is told: the books read these, however many calls there are.

    `of` says what is added up, `name` and `also` of which: a cause and its carrier, say. `timed` calls have `minutes` and
    `expected_min`, summed up.
    """

    class Of(models.TextChoices):
        ALL = "all"
        CAUSE = "cause"
        COMPLAINT = "complaint"
        WORK = "work"
        CHECK = "check"
        FINDER = "finder"
        READING = "reading"
        LIVED = "lived"

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="+")
    month = models.DateField()
    of = models.CharField(max_length=10, choices=Of.choices)
    name = models.CharField(max_length=120, blank=True)
    also = models.CharField(max_length=20, blank=True)
    calls = models.PositiveIntegerField(default=0)
    backs = models.PositiveIntegerField(default=0)
    same = models.PositiveIntegerField(default=0)
    proved = models.PositiveIntegerField(default=0)
    failed_first = models.PositiveIntegerField(default=0)
    timed = models.PositiveIntegerField(default=0)
    minutes = models.PositiveIntegerField(default=0)
    expected_min = models.PositiveIntegerField(default=0)

    shop_path = "shop"
    objects: ClassVar[OfShop["MonthSum"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "of", "month", "name", "also"], name="one_sum_of_a_month")]

    def __str__(self) -> str:
        return f"{self.month:%Y-%m} {self.of} {self.name}: {self.calls}"


class StaleMonth(models.Model):
    """A month something was counted in since its sums were added up; a row for each time, so that nobody waits for another."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="+")
    month = models.DateField()

    shop_path = "shop"
    objects: ClassVar[OfShop["StaleMonth"]] = OfShop()

    class Meta:
        indexes = [models.Index(fields=["shop", "month"], name="stale_month")]

    def __str__(self) -> str:
        return f"{self.month:%Y-%m}"
