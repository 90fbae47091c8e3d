"""The tables of the books, each added up by the database: of the months asked for, by the shop's clock."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import date
from typing import Any

from django.db.models import Avg, Count, F, Q, QuerySet

from server.insight.models import CallCount

BACK = Q(back_for__in=("same", "our_work"))
# Of what is seldom only the most frequent rows are told.
MOST_ROWS = 40


@dataclass(frozen=True)
class Months:
    """From the month of one day to the month of another, both within."""

    first: date
    last: date

    @property
    def calls(self) -> QuerySet[CallCount]:
        """The calls that were closed in them."""
        return CallCount.objects.filter(month__gte=self.first.replace(day=1), month__lte=self.last)

    def all_of(self) -> dict[str, int]:
        """How many calls, how many call-backs, how many whose proofs failed first, and how many had any proof tried."""
        return self.calls.aggregate(
            calls=Count("pk"),
            backs=Count("pk", filter=BACK),
            same=Count("pk", filter=Q(back_for="same")),
            proved=Count("pk", filter=Q(proofs_tried__gt=0)),
            failed_first=Count("pk", filter=Q(proofs_failed__gt=0)),
        )

    def by_cause(self) -> Iterable[Mapping[str, Any]]:
        """The causes, those found most first: how often, on which carrier, and how often a call-back."""
        rows = self.calls.exclude(cause="").values("cause", "carrier")
        return rows.annotate(calls=Count("pk"), backs=Count("pk", filter=BACK)).order_by("-calls", "cause", "carrier")[:MOST_ROWS]

    def by_month(self) -> Iterable[Mapping[str, Any]]:
        """Each month: how many calls, and how many call-backs."""
        return self.calls.values("month").annotate(calls=Count("pk"), backs=Count("pk", filter=BACK)).order_by("month")

    def by_work(self) -> list[dict[str, Any]]:
        """The work on what carries the door: how many calls, the call-backs that came of it, and the proofs that failed first."""
        failed = Count("pk", filter=Q(proofs_failed__gt=0))
        rows = self.calls.values("work").annotate(calls=Count("pk"), failed_first=failed).order_by("-calls")
        came_of = self.calls.filter(BACK).values_list("back_of__count__work").annotate(backs=Count("pk"))
        backs = dict(came_of)
        return [row | {"backs": backs.get(row["work"], 0)} for row in rows]

    def by_complaint(self) -> Iterable[Mapping[str, Any]]:
        """What customers say: how many calls, their minutes on average, and the minutes that were reckoned with."""
        rows = self.calls.exclude(complaint="").exclude(minutes=None).values("complaint")
        means = rows.annotate(calls=Count("pk"), mean_min=Avg("minutes"), reckoned_min=Avg("expected_min"))
        return means.annotate(over_min=F("mean_min") - F("reckoned_min")).order_by("-calls", "complaint")[:MOST_ROWS]
