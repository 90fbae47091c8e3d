"""What a shop's export holds besides its calls, row by row: the same fields going out and coming in."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator, Mapping, Sequence
from datetime import date, datetime, time
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, field_validator

from hinge.desk.travel import TravelTable
from hinge.file.booked import LEAST_MIN, MOST_MIN
from hinge.measure.cells import read_cell, written_cell
from server.doors.service import DETAILS
from server.stock.models import FIRST_VAN
from server.stock.vans import MOST_VANS

FORMAT = "north-hinge/shop/1"
Name = Annotated[str, Field(max_length=200)]
OptionalCell = BeforeValidator(lambda value: None if value == "" else value)


VanNumber = Annotated[int, Field(ge=FIRST_VAN, le=MOST_VANS)]


class ExportPart(BaseModel):
    """A part of the export: no field but these, each read from JSON or from a cell of CSV."""

    model_config = ConfigDict(extra="forbid", frozen=True)


class PersonPart(ExportPart):
    """Somebody of the shop, without a password."""

    username: Annotated[str, Field(min_length=1, max_length=150)]
    name: Annotated[str, Field(max_length=120)]
    role: Literal["lead", "technician", "desk", "apprentice"]
    works_here: bool
    passed_lessons: list[Annotated[str, Field(max_length=40)]] = []


class ListPart(ExportPart):
    """A list as it was loaded: from which file and by whom, and of which van."""

    kind: Literal["rates", "van", "parts"]
    van: VanNumber = FIRST_VAN
    file_name: Annotated[str, Field(max_length=120)]
    by: str


class VanPart(ExportPart):
    """A van, and the sign-in name of its driver; empty where it is shared."""

    number: VanNumber
    name: Annotated[str, Field(min_length=1, max_length=60)]
    driver: str


class ShopPart(ExportPart):
    """The shop itself."""

    format: Literal["north-hinge/shop/1"]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Annotated[str, Field(max_length=120)]
    phone: Annotated[str, Field(max_length=40)]
    latitude_deg: float | None
    longitude_deg: float | None
    time_zone: Annotated[str, Field(max_length=60)]
    ways: dict[str, str]
    opens_at: time = time(8)
    closes_at: time = time(17)
    travel: TravelTable = TravelTable()
    minutes: dict[str, Annotated[int, Field(ge=LEAST_MIN, le=MOST_MIN)]] = {}
    asked_lessons: list[Annotated[str, Field(max_length=40)]] = []
    people: Annotated[list[PersonPart], Field(min_length=1)]
    lists: list[ListPart]
    vans: Annotated[list[VanPart], Field(max_length=MOST_VANS)] = []


class ChangePart(ExportPart):
    """Who changed what in a door's file."""

    by: Annotated[str, Field(max_length=120)]
    at: datetime
    says: Annotated[str, Field(max_length=120)]
    what: dict[str, list[Any]]


class SheetPart(ExportPart):
    """A bench sheet kept with a door."""

    key: UUID
    title: Annotated[str, Field(max_length=80)]
    says: Annotated[str, Field(max_length=300)]
    address: Annotated[str, Field(max_length=1000)]
    by: str
    at: datetime


class FilePart(ExportPart):
    """A door's file."""

    key: UUID
    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Annotated[str, Field(max_length=200)]
    customer: Annotated[str, Field(max_length=120)]
    phone: Annotated[str, Field(max_length=120)]
    email: Annotated[str, Field(max_length=254)] = ""
    access_notes: Annotated[str, Field(max_length=1000)]
    visited_at: Annotated[datetime | None, OptionalCell]
    put_away: Name
    merged_into: UUID | None
    record: dict[str, Any]
    changes: list[ChangePart]
    bench_sheets: list[SheetPart]


class BookingPart(ExportPart):
    """A booking; the window is of the shop's own clock."""

    key: UUID
    door_key: UUID
    day: date
    from_time: Annotated[time | None, OptionalCell]
    until_time: Annotated[time | None, OptionalCell]
    complaint: Annotated[str, Field(max_length=60)]
    note: Annotated[str, Field(max_length=600)]
    cancelled: Name
    technician: str
    helper: str = ""
    call_key: Annotated[UUID | None, OptionalCell]


class FollowUpPart(ExportPart):
    """What is to be done later at a door, and how it ended."""

    door_key: UUID
    key: UUID
    what: Literal["yearly", "springs", "declined", "parts", "warranty", "sun", "other"]
    due: date
    note: Annotated[str, Field(max_length=600)]
    ended: Name
    by: str


class MovePart(ExportPart):
    """Pieces that came to a van or went from it [in for sizes]."""

    at: datetime
    van: VanNumber = FIRST_VAN
    part: Annotated[str, Field(max_length=80)]
    wire_in: float
    inside_diameter_in: float
    length_in: float
    hand: Literal["left", "right", ""]
    pieces: int
    why: Literal["loaded", "counted", "restocked", "taken_out", "passed_on", "used", "cut", "put_back"]
    id: Annotated[UUID | None, OptionalCell]
    call_key: Annotated[UUID | None, OptionalCell]
    where: Annotated[str, Field(max_length=120)]
    by: str

    @field_validator("wire_in", "inside_diameter_in", "length_in")
    @classmethod
    def _finite(cls, value: float) -> float:
        if not 0 <= value < 1e4:
            raise ValueError(f"{value} in is no size, 0 to 10000 in")
        return value


def columns_of(part: type[ExportPart]) -> list[str]:
    """The columns of a table of such parts."""
    return list(part.model_fields)


def list_name(kind: str, van: int) -> str:
    """The file a list is in: the first van's by its kind alone."""
    return f"lists/{kind}.csv" if van == FIRST_VAN else f"lists/{kind}-{van}.csv"


DOOR_COLUMNS = ("key", *DETAILS, "visited_at")


def csv_of(names: Sequence[str], rows: Iterable[Mapping[str, Any]]) -> str:
    """Rows as CSV text in which no cell is run as a formula."""
    text = io.StringIO()
    writer = csv.DictWriter(text, names, lineterminator="\n", extrasaction="ignore")
    writer.writeheader()
    writer.writerows({name: written_cell(value) for name, value in row.items()} for row in rows)
    return text.getvalue()


def rows_of_csv(text: str) -> Iterator[dict[str, str]]:
    """The rows of such a text, as they were."""
    for row in csv.DictReader(io.StringIO(text, newline="")):
        yield {name: read_cell(value or "") for name, value in row.items()}
