"""The books for a lead: what the shop's calls add up to, the calls behind each figure, and all of it as CSV."""

import csv
import io
import uuid
from collections import Counter
from collections.abc import Mapping
from datetime import date, datetime
from typing import Annotated, Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from hinge.call.knowledge import causes, complaints
from hinge.faults.knowledge import faults
from hinge.measure.cells import written_cell
from hinge.past.figures import Finder, Lived, taught_minutes
from server.config.errors import file_of
from server.insight.books import BACK, Months, Of
from server.insight.models import CallCount
from server.insight.service import count_uncounted, uncounted
from server.people.models import Person
from server.people.scope import person_of, require_lead

router = Router(tags=["insight"])
# So many of the calls from before are counted, and months added up, each time somebody looks: what one waits for stays short.
COUNTED_A_LOOK, ADDING_SECONDS = 50, 0.5
SHOWN, DRAWN_CAUSES = 60, 8
FINDER = {
    "first": "most likely from the complaint and the file alone",
    "looked": "most likely once it had been looked",
    "missed": "another cause was more likely to it",
}
READ = {
    "": "",
    "runs_up": "ran up",
    "creeps_up": "crept up",
    "holds": "held",
    "creeps_down": "crept down",
    "runs_down": "ran down",
}
LIVED = {"sooner": "sooner than was told", "as_told": "within the years that were told", "longer": "longer than was told"}
WORK = {"": "nothing that carries the door", "replaced": "something new put on", "set": "what hung there set anew"}
COLUMNS = (
    "closed_at", "door", "complaint", "cause", "carrier", "work", "minutes", "expected_min", "checks", "proofs_tried", "proofs_failed",
    "back_for", "finder", "read_before", "read_after", "lived", "lived_years",
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
    """What customers say: minutes from begin to close on average, what was reckoned with, and the difference [min].

    `usual_min` is what anybody reckons with, `own_min` what the shop does in its place; `taught_min` what its calls would teach it.
    """

    complaint: str
    text: str
    calls: int
    mean_min: float
    reckoned_min: float
    over_min: float
    usual_min: int | None
    own_min: int | None
    taught_min: int | None


class CheckRow(Schema):
    """A check of the fault finder: how often it was made, how long it takes, and how long it took in all [min]."""

    check: str
    text: str
    calls: int
    each_min: float
    all_min: float


class NamedRow(Schema):
    """Calls of one kind: how the finder did, or how long springs lived; in words."""

    name: str
    text: str
    calls: int


class ReadingRow(Schema):
    """What the door did when it was let go on arrival, and last after work, in words; empty where it was not read again."""

    before: str
    text: str
    after_text: str
    calls: int


class CauseMonths(Schema):
    """How often a cause was found in each of the months that are told, in their order."""

    cause: str
    text: str
    calls: list[int]


class BooksOut(Schema):
    """The books of some months; `uncounted` calls from before are not in them yet, nor what was counted in `to_add_up` months since."""

    since: date
    until: date
    total: TotalOut
    months: list[MonthRow]
    causes: list[CauseRow]
    work: list[WorkRow]
    complaints: list[ComplaintRow]
    cause_months: list[CauseMonths]
    checks: list[CheckRow]
    finder: list[NamedRow]
    readings: list[ReadingRow]
    lived: list[NamedRow]
    uncounted: int
    to_add_up: int


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
    shop = _lead_of(request).shop
    count_uncounted(COUNTED_A_LOOK)
    told = Months(shop.pk, since, until)
    left = told.add_up(ADDING_SECONDS)
    total, months = told.total(), told.months()
    return BooksOut(
        since=since.replace(day=1),
        until=until,
        total=TotalOut(**{name: total[f"all_{name}"] if total else 0 for name in TotalOut.model_fields}),
        months=[MonthRow(month=row["month"], calls=row["all_calls"], backs=row["all_backs"]) for row in months],
        causes=[
            CauseRow(cause=row["name"], text=_cause(row["name"]), carrier=row["also"], calls=row["all_calls"], backs=row["all_backs"])
            for row in told.rows(Of.CAUSE)
        ],
        cause_months=_cause_months(told, [row["month"] for row in months]),
        work=[
            WorkRow(
                work=row["name"],
                text=WORK[row["name"]],
                calls=row["all_calls"],
                backs=row["all_backs"],
                failed_first=row["all_failed_first"],
            )
            for row in told.rows(Of.WORK)
        ],
        complaints=[_complaint(row, shop.own_minutes) for row in told.rows(Of.COMPLAINT) if row["all_timed"]],
        checks=sorted((_check(row) for row in told.rows(Of.CHECK)), key=lambda row: -row.all_min),
        finder=[NamedRow(name=row["name"], text=FINDER[row["name"]], calls=row["all_calls"]) for row in told.rows(Of.FINDER)],
        readings=[
            ReadingRow(before=row["name"], text=READ[row["name"]], after_text=READ[row["also"]], calls=row["all_calls"])
            for row in told.rows(Of.READING)
        ],
        lived=[NamedRow(name=row["name"], text=LIVED[row["name"]], calls=row["all_calls"]) for row in told.rows(Of.LIVED)],
        uncounted=uncounted().count(),
        to_add_up=left,
    )


def _complaint(row: Mapping[str, Any], own: Mapping[str, int]) -> ComplaintRow:
    name, timed = row["name"], row["all_timed"]
    mean, reckoned = row["all_minutes"] / timed, row["all_expected_min"] / timed
    known = faults().complaints.get(name)
    usual = known.minutes if known else None
    now = own.get(name, usual)
    return ComplaintRow(
        complaint=name,
        text=complaints().get(name, name),
        calls=timed,
        mean_min=mean,
        reckoned_min=reckoned,
        over_min=mean - reckoned,
        usual_min=usual,
        own_min=own.get(name),
        taught_min=taught_minutes(timed, mean, now) if now is not None else None,
    )


def _check(row: Mapping[str, Any]) -> CheckRow:
    known = faults().checks.get(row["name"])
    each = known.minutes if known else 0.0
    text = known.ask if known else row["name"]
    return CheckRow(check=row["name"], text=text, calls=row["all_calls"], each_min=each, all_min=each * row["all_calls"])


def _cause_months(told: Months, months: list[date]) -> list[CauseMonths]:
    """The causes found most, month by month, on whatever carries the door."""
    found: dict[str, Counter[date]] = {}
    for row in told.by_month(Of.CAUSE):
        found.setdefault(row["name"], Counter())[row["month"]] += row["all_calls"]
    most = sorted(found, key=lambda name: (-found[name].total(), name))[:DRAWN_CAUSES]
    return [CauseMonths(cause=name, text=_cause(name), calls=[found[name][month] for month in months]) for name in most]


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
    check: Id = "",
    finder: Finder = "",
    lived: Lived = "",
    before: Annotated[str, Field(max_length=12)] = "",
) -> list[CountedCall]:
    """The calls behind a figure, newest first; leads only."""
    shop = _lead_of(request).shop_id
    asked = {"cause": cause, "carrier": carrier, "complaint": complaint, "finder": finder, "lived": lived, "read_before": before}
    rows = Months(shop, since, until).calls.filter(**{name: value for name, value in asked.items() if value})
    if work:
        rows = rows.filter(work="" if work == "none" else work)
    if check:
        rows = rows.filter(checks_made__contains=[check])
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
    for one in Months(shop.pk, since, until).calls.select_related("door").order_by("closed_at", "pk").iterator(chunk_size=1000):
        writer.writerow([_cell(one, name, shop.wall_time(one.closed_at)) for name in COLUMNS])
    named = {"Content-Disposition": 'attachment; filename="calls.csv"'}
    return HttpResponse(text.getvalue(), content_type="text/csv", headers=named)


def _cell(one: CallCount, name: str, closed: datetime) -> object:
    if name == "closed_at":
        return closed.isoformat(timespec="minutes")
    return written_cell(one.door.name if name == "door" else getattr(one, name))


def _cause(name: str) -> str:
    return causes()[name].text if name in causes() else name
