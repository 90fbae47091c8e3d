"""The tables of the books: sums by month, added up by the database where something was counted since, and read from there."""

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from time import monotonic
from typing import Any

from django.db import connection
from django.db.models import Count, Q, QuerySet, Sum

from server.config.transactions import mutation
from server.insight.models import CallCount, MonthSum, StaleMonth

BACK = Q(back_for__in=("same", "our_work"))
# Of what is seldom only the most frequent rows are told.
MOST_ROWS = 40
Of = MonthSum.Of
TIMED = ~Q(minutes=None)
# A call of which the cause is not known tells nothing of causes, and so with the others.
TOLD: Mapping[str, tuple[tuple[str, ...], Q]] = {
    Of.ALL: ((), Q()),
    Of.CAUSE: (("cause", "carrier"), ~Q(cause="")),
    Of.COMPLAINT: (("complaint",), ~Q(complaint="")),
    Of.WORK: (("work",), Q()),
    Of.FINDER: (("finder",), ~Q(finder="")),
    Of.READING: (("read_before", "read_after"), ~Q(read_before="")),
    Of.LIVED: (("lived",), ~Q(lived="")),
}
ADDED = {
    "all_calls": Count("pk"),
    "all_backs": Count("pk", filter=BACK),
    "all_same": Count("pk", filter=Q(back_for="same")),
    "all_proved": Count("pk", filter=Q(proofs_tried__gt=0)),
    "all_failed_first": Count("pk", filter=Q(proofs_failed__gt=0)),
    "all_timed": Count("pk", filter=TIMED),
    "all_minutes": Sum("minutes"),
    # Of a call without minutes nothing is compared.
    "all_expected_min": Sum("expected_min", filter=TIMED),
}
SUMS = tuple(name.removeprefix("all_") for name in ADDED)


@dataclass(frozen=True)
class Months:
    """A shop's months, from that of one day to that of another, both within."""

    shop: int
    first: date
    last: date

    @property
    def calls(self) -> QuerySet[CallCount]:
        """The calls that were closed in them."""
        # A month is of the shop's clock: with a day to either side it is found by when calls were closed, the newest first.
        first, last = self.first.replace(day=1) - timedelta(days=1), self.last.replace(day=1) + timedelta(days=33)
        around = {"closed_at__gte": datetime.combine(first, time(), UTC), "closed_at__lt": datetime.combine(last, time(), UTC)}
        return CallCount.objects.filter(**around, **self._within())

    def add_up(self, seconds: float = math.inf) -> int:
        """Add up the months in which something was counted since, the newest first, one at least; how many so much time left over."""
        stale = list(StaleMonth.objects.filter(**self._within()).order_by("month").values_list("month", flat=True).distinct())
        ends = monotonic() + seconds
        while stale:
            add_up(self.shop, stale.pop())
            if monotonic() > ends:
                break
        return len(stale)

    def total(self) -> Mapping[str, int]:
        """The sums of all calls."""
        return next(iter(self._rows(Of.ALL)), {})

    def rows(self, of: str) -> list[Mapping[str, Any]]:
        """The sums of what is told of calls, most calls first."""
        return list(self._rows(of))[:MOST_ROWS]

    def months(self) -> list[Mapping[str, Any]]:
        """Each month from the first in which there was a call to the last, those between in which there was none among them."""
        there = {row["month"]: row for row in self.by_month()}
        every, last = sorted(there)[:1], max(there, default=self.last)
        while every and every[-1] < last:
            every.append((every[-1] + timedelta(days=31)).replace(day=1))
        return [there.get(month, {"month": month, "all_calls": 0, "all_backs": 0}) for month in every]

    def by_month(self, of: str = Of.ALL) -> Iterable[Mapping[str, Any]]:
        """Each month: how many calls, and how many call-backs; of all, or of each name."""
        return self._added(of, "month", "name").order_by("month", "name")

    def _rows(self, of: str) -> Iterable[Mapping[str, Any]]:
        return self._added(of, "name", "also").order_by("-all_calls", "name", "also")

    def _added(self, of: str, *by: str) -> QuerySet[Any, dict[str, Any]]:
        rows: QuerySet[Any, dict[str, Any]] = MonthSum.objects.filter(of=of, **self._within()).values(*by)
        added: QuerySet[Any, dict[str, Any]] = rows.annotate(**{f"all_{name}": Sum(name) for name in SUMS})
        return added

    def _within(self) -> dict[str, date]:
        return {"month__gte": self.first.replace(day=1), "month__lte": self.last}


@mutation
def add_up(shop: int, month: date) -> None:
    """Add the calls of a shop's month up anew. What is counted meanwhile marks the month again."""
    StaleMonth.objects.filter(pk__in=list(StaleMonth.objects.filter(month=month).values_list("pk", flat=True))).delete()
    calls = CallCount.objects.filter(month=month)
    made = [MonthSum(shop_id=shop, month=month, of=of, **row) for of in TOLD for row in _sums(calls, of)]
    made += [MonthSum(shop_id=shop, month=month, of=Of.CHECK, name=name[:120], calls=times) for name, times in _checks(shop, month)]
    MonthSum.objects.filter(month=month).delete()
    MonthSum.objects.bulk_create(made)


def _sums(calls: QuerySet[CallCount], of: str) -> Iterable[dict[str, Any]]:
    names, told = TOLD[of]
    grouped: QuerySet[Any, dict[str, Any]] = calls.filter(told).order_by().values(*(names or ("shop",)))
    # A call-back tells of the work it came of, in the month somebody had to come again.
    came_of = calls.filter(BACK).order_by().values_list("back_of__count__work").annotate(times=Count("pk"))
    backs = dict(came_of) if of == Of.WORK else {}
    for row in grouped.annotate(**ADDED):
        name, also = (*(row[one] for one in names), "", "")[:2]
        sums = {one: row[f"all_{one}"] or 0 for one in SUMS}
        yield {"name": name, "also": also} | sums | ({"backs": backs.get(name, 0)} if of == Of.WORK else {})


def _checks(shop: int, month: date) -> list[tuple[str, int]]:
    """How often each check was made on the calls of a month."""
    table = "JSON_TABLE(checks_made, '$[*]' COLUMNS (name VARCHAR(120) PATH '$')) AS made"
    with connection.cursor() as cursor:
        cursor.execute(
            f"SELECT made.name, COUNT(*) FROM insight_callcount JOIN {table} WHERE shop_id = %s AND month = %s GROUP BY made.name",
            [shop, month],
        )
        return list(cursor.fetchall())
