"""The books for a lead: what the shop's calls add up to, the calls behind each figure, and all of it as CSV."""

import csv
import io
import uuid
from datetime import date, datetime
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from hinge.call.knowledge import causes, complaints
from hinge.measure.cells import written_cell
from server.config.errors import file_of
from server.insight.books import BACK, Months
from server.insight.models import CallCount
from server.insight.service import count_uncounted, uncounted
from server.people.models import Person
from server.people.scope import person_of, require_lead

router = Router(tags=["insight"])
# So many of the calls from before are counted each time somebody looks: what one waits for stays short.
COUNTED_A_LOOK = 50
SHOWN = 60
WORK = {"": "nothing that carries the door", "replaced": "something new put on", "set": "what hung there set anew"}
COLUMNS = (
    "closed_at", "door", "complaint", "cause", "carrier", "work", "minutes", "expected_min", "checks", "proofs_tried", "proofs_failed",
    "back_for",
)  # fmt: skip


class TotalOut(Schema):
    """All calls of the months, the call-backs among them (`same`: for the same cause), and proofs that failed first."""

    calls: int
    backs: int
    same: int
    proved: int
    failed_first: int


class MonthRow(Schema):
    """A month, by its first day."""

    month: date
    calls: int
    backs: int


class CauseRow(Schema):
    """A cause on one kind of carrier."""

    cause: str
    text: str
    carrier: str
    calls: int
    backs: int


class WorkRow(Schema):
    """The work on what carries the door: `backs` came of it."""

    work: str
    text: str
    calls: int
    backs: int
    failed_first: int


class ComplaintRow(Schema):
    """What customers say: minutes from begin to close on average, what was reckoned with, and the difference [min]."""

    complaint: str
    text: str
    calls: int
    mean_min: float
    reckoned_min: float
    over_min: float


class BooksOut(Schema):
    """The books of some months; `uncounted` calls from before are not in them yet."""

    since: date
    until: date
    total: TotalOut
    months: list[MonthRow]
    causes: list[CauseRow]
    work: list[WorkRow]
    complaints: list[ComplaintRow]
    uncounted: int


class CountedCall(Schema):
    """A call behind a figure."""

    key: uuid.UUID
    door_name: str
    closed_at: datetime
    cause: str
    minutes: int | None
    expected_min: int
    back_for: str
    back_of: uuid.UUID | None


Day = Annotated[date, Query(ge=date(2000, 1, 1), le=date(2200, 1, 1))]
Id = Annotated[str, Field(max_length=120)]


def _lead_of(request: HttpRequest) -> Person:
    person = person_of(request)
    require_lead(person)
    return person


@router.get("/insight", response=BooksOut, operation_id="books")
def books(request: HttpRequest, since: Day, until: Day) -> BooksOut:
    """The books of the months from one day to another; leads only."""
    _lead_of(request)
    count_uncounted(COUNTED_A_LOOK)
    months = Months(since, until)
    return BooksOut(
        since=since.replace(day=1),
        until=until,
        total=TotalOut(**months.all_of()),
        months=[MonthRow(**row) for row in months.by_month()],
        causes=[CauseRow(text=_cause(row["cause"]), **row) for row in months.by_cause()],
        work=[WorkRow(text=WORK[row["work"]], **row) for row in months.by_work()],
        complaints=[ComplaintRow(text=complaints().get(row["complaint"], row["complaint"]), **row) for row in months.by_complaint()],
        uncounted=uncounted().count(),
    )


@router.get("/insight/calls", response=list[CountedCall], operation_id="calls_behind")
def calls_behind(
    request: HttpRequest,
    since: Day,
    until: Day,
    cause: Id = "",
    carrier: Annotated[str, Field(max_length=20)] = "",
    complaint: Id = "",
    work: Literal["", "none", "replaced", "set"] = "",
    only: Literal["", "backs", "failed_first"] = "",
) -> list[CountedCall]:
    """The calls behind a figure, newest first; leads only."""
    _lead_of(request)
    asked = {"cause": cause, "carrier": carrier, "complaint": complaint}
    rows = Months(since, until).calls.filter(**{name: value for name, value in asked.items() if value})
    if work:
        rows = rows.filter(work="" if work == "none" else work)
    if only:
        rows = rows.filter(BACK) if only == "backs" else rows.filter(proofs_failed__gt=0)
    found = rows.select_related("call", "door", "back_of").order_by("-closed_at", "-pk")[:SHOWN]
    return [
        CountedCall(
            key=one.call.key,
            door_name=one.door.name,
            closed_at=one.closed_at,
            cause=_cause(one.cause),
            minutes=one.minutes,
            expected_min=one.expected_min,
            back_for=one.back_for,
            back_of=one.back_of.key if one.back_of else None,
        )
        for one in found
    ]


@router.get("/insight/calls.csv", operation_id="books_csv", openapi_extra=file_of("text/csv"))
def books_csv(request: HttpRequest, since: Day, until: Day) -> HttpResponse:
    """Every counted call of the months as CSV, a row each; leads only."""
    shop = _lead_of(request).shop
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(COLUMNS)
    for one in Months(since, until).calls.select_related("door").order_by("closed_at", "pk").iterator(chunk_size=1000):
        writer.writerow([_cell(one, name, shop.wall_time(one.closed_at)) for name in COLUMNS])
    named = {"Content-Disposition": 'attachment; filename="calls.csv"'}
    return HttpResponse(text.getvalue(), content_type="text/csv", headers=named)


def _cell(one: CallCount, name: str, closed: datetime) -> object:
    if name == "closed_at":
        return closed.isoformat(timespec="minutes")
    return written_cell(one.door.name if name == "door" else getattr(one, name))


def _cause(name: str) -> str:
    return causes()[name].text if name in causes() else name
