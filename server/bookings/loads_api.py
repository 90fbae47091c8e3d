"""What to load for a day, and what to order for a week: shown, as CSV and on paper."""

import csv
import io
import uuid
from datetime import date
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router
from pydantic import BaseModel

from hinge.measure.cells import written_cell
from hinge.stock.visit_loads import NeedLine, OrderLine
from hinge.text.render import READERS, render
from server.bookings.api import Day
from server.bookings.loads import VanDay, van_days, week_order
from server.config.errors import file_of
from server.config.pdf import pdf_of
from server.people.scope import person_of

router = Router(tags=["stock"])


class VisitLoadOut(BaseModel):
    """A visit and what it needs: the booking, its door and window in words, and who goes."""

    booking: uuid.UUID
    door_name: str
    window: str
    technician_name: str
    lines: list[NeedLine]


class VanLoadsOut(BaseModel):
    """A van by its number and name, and the visits it is to serve."""

    number: int
    name: str
    visits: list[VisitLoadOut]


class OrderOut(BaseModel):
    """What to order for the week from a day on."""

    day: date
    lines: list[OrderLine]


@router.get("/vans/loads", response=list[VanLoadsOut], operation_id="van_loads")
def van_loads(request: HttpRequest, day: Day) -> list[VanLoadsOut]:
    """What the visits of a day need against each van: what is on it, and what the others have."""
    return [_out(one) for one in van_days(person_of(request), day)]


def _out(one: VanDay) -> VanLoadsOut:
    visits = [
        VisitLoadOut(
            booking=booking.key,
            door_name=booking.door.name,
            window=booking.window,
            technician_name=booking.technician.name if booking.technician else "",
            lines=load.lines,
        )
        for booking, load in one.loads
    ]
    return VanLoadsOut(number=one.van.number, name=one.van.name, visits=visits)


Week = Annotated[date | None, Query(ge=date(2000, 1, 1), le=date(2200, 1, 1))]


def _order(request: HttpRequest, day: date | None) -> OrderOut:
    shop = person_of(request).shop
    first = day or shop.wall_time(timezone.now()).date()
    return OrderOut(day=first, lines=week_order(first, shop))


@router.get("/order", response=OrderOut, operation_id="order")
def order(request: HttpRequest, day: Week = None) -> OrderOut:
    """What to order for the week from a day on, today where none is named."""
    return _order(request, day)


@router.get("/order.csv", operation_id="order_csv", openapi_extra=file_of("text/csv"))
def order_csv(request: HttpRequest, day: Week = None) -> HttpResponse:
    """The same as CSV: what, how many pieces (empty where somebody has to say), and what for."""
    text, told = io.StringIO(), _order(request, day)
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(["what", "pieces", "why"])
    reader = READERS[person_of(request).units]
    for one in told.lines:
        words = [one.words, one.pieces or "", "; ".join(one.why)]
        writer.writerow([written_cell(render(cell, reader) if isinstance(cell, str) else cell) for cell in words])
    return _file(text.getvalue().encode(), "text/csv", f"order-{told.day.isoformat()}.csv")


@router.get("/order.pdf", operation_id="order_pdf", openapi_extra=file_of("application/pdf"))
def order_pdf(request: HttpRequest, day: Week = None) -> HttpResponse:
    """The same on paper."""
    person, told = person_of(request), _order(request, day)
    drawn = pdf_of("bookings/order.html", {"shop": person.shop, "day": told.day, "lines": told.lines}, person.units)
    return _file(drawn, "application/pdf", f"order-{told.day.isoformat()}.pdf")


def _file(content: bytes, kind: str, name: str) -> HttpResponse:
    return HttpResponse(content, content_type=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})
