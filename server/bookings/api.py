"""The day's work: calls booked, moved, called off and started; the day as a printed sheet and as a calendar's feed."""

import uuid
from datetime import date, datetime, time, timedelta
from itertools import groupby
from typing import Annotated, Literal

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from django_scopes import scope
from ninja import Query, Router
from ninja.throttling import AnonRateThrottle
from pydantic import BaseModel, Field

from hinge.file.booked import Expected
from hinge.questions.ahead_of_call import CallAhead
from hinge.view.state import StageName
from server.bookings import mail, service
from server.bookings.calendar import calendar_of, visit_calendar_of
from server.bookings.confirmation import confirmation_of, reminder_of
from server.bookings.models import Booking, BookingStanding, FeedLink
from server.calls import ahead
from server.calls.api import CallOut, call_out
from server.config.errors import file_of
from server.config.pdf import pdf_of
from server.config.request_body import RequestBody, written, written_json
from server.followups.service import standing
from server.people.scope import person_of
from server.people.service import crew_of
from server.people.signed_in import WorksOnDoors
from server.people.throttle import ahead as ahead_rate

router, WORKS = Router(tags=["bookings"]), WorksOnDoors()
BACK_DAYS, FEED_DAYS = 14, 120


class BookingOut(BaseModel):
    """A booking; `window` in words, `technician` the sign-in name of who goes, `helper` of who goes along, and what it asks for.

    `stage` is how far its call is, empty before it is begun. `set_out_at` and `set_out_by`: who is on the way, since when.
    `email` is where the customer's letters go, empty where none can.
    `come_back`: once it is done, by when somebody comes back for what was left open.
    """

    key: uuid.UUID
    version: int
    door_key: uuid.UUID
    door_name: str
    place: str
    phone: str
    access_notes: str
    day: date
    from_time: time | None
    until_time: time | None
    window: str
    complaint: str
    note: str
    technician: str
    technician_name: str
    helper: str
    helper_name: str
    standing: BookingStanding
    cancelled: str
    call_key: uuid.UUID | None
    stage: StageName | Literal[""]
    expected: Expected
    confirmation: str
    reminder: str
    email: str
    set_out_at: datetime | None
    set_out_by: str
    come_back: date | None


class DayOut(BaseModel):
    """A day: its bookings in order of time and place, and the minutes that those which stand will take."""

    day: date
    calls: int
    minutes: int
    bookings: list[BookingOut]


class Colleague(BaseModel):
    """Somebody who works here."""

    username: str
    name: str


class DaysOut(BaseModel):
    """Some days in order, and who can be sent."""

    days: list[DayOut]
    people: list[Colleague]


Day = Annotated[date, Query(ge=date(2000, 1, 1), le=date(2200, 1, 1))]


class NewBooking(service.BookingInput):
    """A booking under a key the client made."""

    key: uuid.UUID


class ChangedBooking(service.BookingInput):
    """A changed booking, with the version it was read at."""

    version: int


class StartBooked(RequestBody):
    """The call to start, under a key the client made."""

    key: uuid.UUID


class LetterIn(RequestBody):
    """Which letter is sent."""

    letter: mail.Letter


class SentOut(BaseModel):
    """Where a letter went."""

    sent_to: str


class StartedCall(BaseModel):
    """The call that was started."""

    key: uuid.UUID


class BookedAhead(BaseModel):
    """A call that is not begun, as it would be under a key to begin it with, and the answers ahead of it."""

    call: CallOut
    ahead: CallAhead


class LinkOut(BaseModel):
    """When the link was made that a calendar reads; `address` only in the answer that made it."""

    made_at: datetime | None
    address: str = ""


def booking_out(booking: Booking, come_back: date | None = None) -> BookingOut:
    """A booking as it is answered, and when its door is come back to."""
    door, who, expected = booking.door, booking.technician, booking.expected()
    same = {name: getattr(booking, name) for name in service.BookingInput.model_fields if name not in ("technician", "helper")}
    return BookingOut(
        **same,
        key=booking.key,
        version=booking.version,
        door_key=door.key,
        door_name=door.name,
        place=door.place,
        phone=door.phone,
        access_notes=door.access_notes,
        window=booking.window,
        technician=who.username if who else "",
        technician_name=who.name if who else "",
        helper=booking.helper.username if booking.helper else "",
        helper_name=booking.helper.name if booking.helper else "",
        standing=booking.standing,
        call_key=booking.call.key if booking.call and booking.standing in ("under_way", "done") else None,
        stage=booking.call.stage_now if booking.call and booking.standing in ("under_way", "done") else "",
        expected=expected,
        confirmation=confirmation_of(booking, expected),
        reminder=reminder_of(booking),
        email=door.email if mail.can_mail(booking) else "",
        set_out_at=booking.set_out_at,
        set_out_by=booking.set_out_by.name if booking.set_out_by else "",
        come_back=come_back if booking.standing == "done" else None,
    )


def _days(first: date, days: int) -> list[DayOut]:
    bookings = list(service.between(first, days))
    back = service.come_back_of(bookings)
    rows_of = groupby(bookings, key=lambda one: one.day)
    by_day = {day: [booking_out(one, back.get(one.door_id)) for one in rows] for day, rows in rows_of}
    found = []
    for day in (first + timedelta(days=after) for after in range(days)):
        rows = by_day.get(day, [])
        standing = [one for one in rows if one.standing != "cancelled"]
        minutes = sum(one.expected.triage.minutes for one in standing)
        found.append(DayOut(day=day, calls=len(standing), minutes=minutes, bookings=rows))
    return found


@router.get("/bookings", response=DaysOut, operation_id="bookings")
def bookings(request: HttpRequest, day: Day, days: Annotated[int, Query(ge=1, le=31)] = 7) -> HttpResponse:
    """Some days of bookings from a day on, those called off among them."""
    here = crew_of(person_of(request).shop_id)
    return written(DaysOut(days=_days(day, days), people=[Colleague(username=one.username, name=one.name) for one in here]))


@router.post("/doors/{uuid:key}/bookings", response=BookingOut, operation_id="book_call")
def book_call(request: HttpRequest, key: uuid.UUID, given: NewBooking) -> BookingOut:
    """Book a call at a door; posting the same key again changes nothing."""
    return booking_out(service.book(person_of(request), key, given.key, given))


@router.put("/bookings/{uuid:key}", response=BookingOut, operation_id="change_booking")
def change_booking(request: HttpRequest, key: uuid.UUID, given: ChangedBooking) -> BookingOut:
    """Move a booking, hand it over, call it off or take it up again; a stale version is refused with what stands now."""
    return booking_out(service.change(person_of(request), key, given.version, given))


@router.get("/doors/{uuid:key}/bookings", response=list[BookingOut], operation_id="bookings_of_door")
def bookings_of_door(request: HttpRequest, key: uuid.UUID) -> list[BookingOut]:
    """The last bookings of a door, newest first, and how each stands."""
    bookings = list(service.last_of_door(key))
    back = service.come_back_of(bookings[:1])
    return [booking_out(one, back.get(one.door_id) if one is bookings[0] else None) for one in bookings]


@router.post("/bookings/{uuid:key}/on-the-way", response=BookingOut, operation_id="set_out", auth=WORKS)
def set_out(request: HttpRequest, key: uuid.UUID) -> BookingOut:
    """Say that one is on the way."""
    return booking_out(service.set_out(person_of(request), key, True))


@router.delete("/bookings/{uuid:key}/on-the-way", response=BookingOut, operation_id="not_set_out", auth=WORKS)
def not_set_out(request: HttpRequest, key: uuid.UUID) -> BookingOut:
    """Say that one is not on the way after all."""
    return booking_out(service.set_out(person_of(request), key, False))


@router.get("/bookings/{uuid:key}/visit.ics", operation_id="visit_calendar", openapi_extra=file_of("text/calendar"))
def visit_calendar(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The visit for the customer's own calendar: when somebody comes, what to do until then, and nothing else of the file."""
    booking = get_object_or_404(service.with_details(Booking.objects.all()), key=key)
    answer = HttpResponse(visit_calendar_of(booking), content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="visit-{booking.day.isoformat()}.ics"'
    return answer


@router.post("/bookings/{uuid:key}/letters", response=SentOut, operation_id="send_letter")
def send_letter(request: HttpRequest, key: uuid.UUID, given: LetterIn) -> SentOut:
    """Send the customer the confirmation or the reminder; touched again right after, it goes out once."""
    booking = get_object_or_404(service.with_details(Booking.objects.all()), key=key)
    mail.send(person_of(request), booking, given.letter)
    return SentOut(sent_to=booking.door.email)


@router.post("/bookings/{uuid:key}/call", response=StartedCall, operation_id="start_booked", auth=WORKS)
def start_booked(request: HttpRequest, key: uuid.UUID, given: StartBooked) -> StartedCall:
    """Start the call of a booking, its complaint entered; or take up the one started for it."""
    return StartedCall(key=service.begin(person_of(request), key, given.key).key)


@router.get("/bookings/{uuid:key}/ahead", response=BookedAhead, operation_id="booked_ahead", auth=WORKS, throttle=ahead_rate())
def booked_ahead(request: HttpRequest, key: uuid.UUID, counted: bool = False) -> HttpResponse:
    """The call of a booking as it would be were it started now, and what it would show: to begin it where there is no signal."""
    person = person_of(request)
    call, facts = service.as_begun(person, key)
    told = ahead.of(call, facts, person, True, counted)
    return written_json(f'{{"call":{call_out(call, facts).model_dump_json()},"ahead":{told}}}')


@router.get("/bookings/day.pdf", operation_id="day_sheet", openapi_extra=file_of("application/pdf"))
def day_sheet(request: HttpRequest, day: Day, technician: Annotated[str, Query(max_length=150)] = "") -> HttpResponse:
    """The day as a printed sheet, of one person's calls where one is named."""
    (found,) = _days(day, 1)
    rows = [one for one in found.bookings if one.standing != "cancelled" and technician in ("", one.technician, one.helper)]
    whose = next((one.name for one in crew_of(person_of(request).shop_id).filter(username=technician)), "") if technician else ""
    shown = {"day": day, "whose": whose, "bookings": rows, "shop": person_of(request).shop}
    answer = HttpResponse(pdf_of("bookings/day.html", shown, person_of(request).units), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="day-{day.isoformat()}.pdf"'
    return answer


@router.get("/session/calendar", response=LinkOut, operation_id="calendar_link")
def calendar_link(request: HttpRequest) -> LinkOut:
    """Whether a calendar may read the bookings, and since when."""
    link = FeedLink.objects.filter(person=person_of(request)).first()
    return LinkOut(made_at=link.made_at if link else None)


@router.post("/session/calendar", response=LinkOut, operation_id="new_calendar_link")
def new_calendar_link(request: HttpRequest) -> LinkOut:
    """A new private address for one's calendar; the one before is void."""
    secret = service.new_link(person_of(request))
    return LinkOut(made_at=timezone.now(), address=request.build_absolute_uri(f"/api/calendar/{secret}/bookings.ics"))


@router.delete("/session/calendar", response=LinkOut, operation_id="revoke_calendar_link")
def revoke_calendar_link(request: HttpRequest) -> LinkOut:
    """No calendar reads the bookings any more."""
    FeedLink.objects.filter(person=person_of(request)).delete()
    return LinkOut(made_at=None)


@router.get(
    "/calendar/{secret}/bookings.ics",
    operation_id="calendar",
    auth=None,
    throttle=[AnonRateThrottle("60/m")],
    openapi_extra=file_of("text/calendar"),
)
def calendar(request: HttpRequest, secret: Annotated[str, Field(max_length=80)]) -> HttpResponse:
    """The bookings of whoever made this address, those nobody has yet, and the follow-ups they kept, for a calendar program."""
    person = service.person_of_link(secret)
    if person is None:
        raise Http404
    with scope(shop=person.shop_id):
        found = service.between(timezone.now().date() - timedelta(days=BACK_DAYS), FEED_DAYS)
        mine = [one for one in found if one.technician_id in (None, person.pk) or one.helper_id == person.pk]
        due = standing(timezone.now().date() + timedelta(days=FEED_DAYS - BACK_DAYS)).filter(by=person)
        text = calendar_of(f"{person.shop.name}: {person.name}", mine, list(due))
    return HttpResponse(text, content_type="text/calendar; charset=utf-8")
