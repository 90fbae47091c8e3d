"""Calls: started, read, entered on, and what is answered for them."""

import uuid
from datetime import datetime
from typing import Annotated, Literal

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Query, Router, Schema, Status
from pydantic import Field

from hinge.call.commands import Command
from hinge.call.facts import Call as Facts
from hinge.past.ageing import BalanceYears, balance_years
from hinge.past.memory import SpringsAge, age_of_springs
from hinge.questions.ahead_of_call import CallAhead
from hinge.questions.of_call import CallBalance, CallSizing, balance_of, sizing_of
from hinge.questions.size import SizeOptions
from hinge.questions.sun import SunPlace
from hinge.questions.sun_of_call import CallSun, sun_of
from hinge.view.build import build_call_view
from hinge.view.finding import CallFinding, finding_of
from hinge.view.state import CallState, StageName
from hinge.view.steps import CallProcedures, procedures_of
from hinge.view.timeline import Timeline
from server.calls import ahead, ahead_tally, photos, service
from server.calls.models import Call, iso
from server.config.errors import file_of
from server.config.paging import Mark, page_of
from server.config.request_body import RequestBody, written, written_json
from server.doors.models import Door
from server.people import throttle
from server.people.scope import person_of
from server.people.signed_in import SignedIn, WorksOnDoors
from server.people.throttle import heavy
from server.stock.service import lists_of_shop

# Each is fitted anew: about a second for all.
YEARS_BACK = 12
# The desk sees which calls there were, and no more of them.
router, LISTED = Router(tags=["calls"], auth=WorksOnDoors()), SignedIn()


class CallRow(Schema):
    """A call in a list; `stage` is the one to take it up at, empty where that is not known."""

    key: uuid.UUID
    door_key: uuid.UUID
    door_name: str
    place: str
    technician: str
    complaint: str
    cause: str
    started_at: datetime
    closed_at: datetime | None
    abandoned: bool
    stage: StageName | Literal[""]


class Calls(Schema):
    """A page of the calls under way, newest first, with the marks of the pages before and after; and the last ones closed."""

    under_way: list[CallRow]
    before: str
    after: str
    closed: list[CallRow]


class CallOut(Schema):
    """A call with its state, and how many entries made it."""

    key: uuid.UUID
    door_key: uuid.UUID
    door_name: str
    place: str
    customer: str
    phone: str
    access_notes: str
    technician: str
    started_at: datetime
    entries: int
    state: CallState


class NewCall(RequestBody):
    """A call to start, under a key the client made."""

    key: uuid.UUID


class NewEntry(RequestBody):
    """An entry under an id the client made; the same id again is the same entry."""

    id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")
    body: Command


def _row(call: Call) -> CallRow:
    return CallRow(
        key=call.key,
        door_key=call.door.key,
        door_name=call.door.name,
        place=call.door.place,
        technician=call.technician,
        complaint=call.complaint_text,
        cause=call.cause_text,
        started_at=call.started_at,
        closed_at=call.closed_at,
        abandoned=call.abandoned,
        stage=call.stage_now,
    )


def call_out(call: Call, facts: Facts) -> CallOut:
    """A call as it is told, with its state."""
    return CallOut(
        key=call.key,
        door_key=call.door.key,
        door_name=call.door.name,
        place=call.door.place,
        customer=call.door.customer,
        phone=call.door.phone,
        access_notes=call.door.access_notes,
        technician=call.technician,
        started_at=call.started_at,
        entries=facts.count,
        state=build_call_view(facts, call.claimed_elsewhere),
    )


def _out(call: Call, facts: Facts) -> HttpResponse:
    return written(call_out(call, facts))


def _one(key: uuid.UUID) -> Call:
    return get_object_or_404(Call.objects.select_related("door"), key=key)


@router.get("/calls", response=Calls, operation_id="calls", auth=LISTED)
def calls(request: HttpRequest, at: Mark = "") -> Calls:
    """Calls under way, newest first, and the twelve closed last."""
    mine = Call.objects.select_related("door")
    page = page_of(mine.filter(closed_at=None), "-started_at", at)
    return Calls(
        under_way=[_row(call) for call in page.rows],
        before=page.before,
        after=page.after,
        closed=[_row(call) for call in mine.exclude(closed_at=None).order_by("-closed_at")[:12]],
    )


@router.post("/doors/{uuid:key}/calls", response=CallOut, operation_id="start_call")
def start_call(request: HttpRequest, key: uuid.UUID, given: NewCall) -> HttpResponse:
    """Start a call at a door, or take up the one under way there."""
    call = service.start(person_of(request), key, given.key)
    return _out(call, call.facts())


@router.get("/calls/{uuid:key}", response=CallOut, operation_id="call")
def call(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """A call as it stands."""
    found = _one(key)
    return _out(found, found.facts())


@router.get("/doors/{uuid:key}/calls", response=list[CallRow], operation_id="door_calls", auth=LISTED)
def door_calls(request: HttpRequest, key: uuid.UUID) -> list[CallRow]:
    """The calls at a door, newest first."""
    door = get_object_or_404(Door.objects.all(), key=key)
    return [_row(call) for call in Call.objects.select_related("door").filter(door=door).order_by("-started_at")[:50]]


@router.get("/doors/{uuid:key}/springs-age", response=SpringsAge | None, operation_id="springs_age", auth=LISTED)
def springs_age(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """How far the springs are that this shop put on last; nothing where it never did."""
    door = get_object_or_404(Door.objects.all(), key=key)
    return written(age_of_springs(service.past_of(door), timezone.now().date()))


@router.get("/doors/{uuid:key}/balance-years", response=BalanceYears | None, operation_id="balance_years", auth=LISTED, throttle=heavy())
def door_balance_years(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The balance of a door over its visits, and whether its springs tire; nothing where none was read."""
    door = get_object_or_404(Door.objects.all(), key=key)
    return written(balance_years(service.past_of(door, YEARS_BACK)))


@router.post("/calls/{uuid:key}/sizing", response=CallSizing, operation_id="call_sizing", throttle=heavy())
def call_sizing(request: HttpRequest, key: uuid.UUID, options: SizeOptions) -> HttpResponse:
    """What to put on the door of a call, as it is measured now."""
    return written(sizing_of(_one(key).facts(), lists_of_shop(person_of(request), key), options))


@router.get("/calls/{uuid:key}/balance", response=CallBalance | None, operation_id="call_balance", throttle=heavy())
def call_balance(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """What the readings of a call say; nothing while what carries the door is not known."""
    return written(balance_of(_one(key).facts()))


@router.get("/calls/{uuid:key}/finding", response=CallFinding | None, operation_id="call_finding")
def call_finding(request: HttpRequest, key: uuid.UUID, counted: bool = False) -> HttpResponse:
    """What is likely wrong, and what to look at next; nothing before there is a complaint.

    With `counted` the shop's own closed calls with the complaint stand beside the shares of the knowledge.
    """
    facts = _one(key).facts()
    return written(finding_of(facts, service.counted(facts.complaint) if facts.complaint else {}, counted))


@router.get("/calls/{uuid:key}/procedures", response=CallProcedures, operation_id="call_procedures")
def call_procedures(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The procedure the work follows, then those that cure what was found, step by step, by the shop's own ways."""
    return written(procedures_of(_one(key).facts(), person_of(request).shop.ways, lists_of_shop(person_of(request), key)))


@router.get("/calls/{uuid:key}/ahead", response=CallAhead, operation_id="call_ahead", throttle=throttle.ahead())
def call_ahead(request: HttpRequest, key: uuid.UUID, far: bool = False, counted: bool = False) -> HttpResponse:
    """What the call will show after each likely next entry, so that a device has the answer before the touch.

    `far` for the whole way to the end of the work; `counted` as for the finding.
    """
    found = _one(key)
    return written_json(ahead.of(found, found.facts(), person_of(request), far, counted))


@router.post("/ahead/tally", response={204: None}, operation_id="count_ahead")
def count_ahead(request: HttpRequest, given: ahead_tally.AheadCount) -> Status[None]:
    """Add to how often a device had shown what the server then answered."""
    ahead_tally.count(person_of(request).shop, given)
    return Status(204, None)


@router.get("/calls/{uuid:key}/timeline", response=Timeline, operation_id="call_timeline")
def call_timeline(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """Everything that happened on a call, in order, with who and when."""
    return written(_one(key).timeline())


@router.get("/calls/{uuid:key}/sun", response=CallSun, operation_id="call_sun", throttle=heavy())
def call_sun(request: HttpRequest, key: uuid.UUID, complaint_at: Annotated[str, Query(max_length=40)] = "") -> HttpResponse:
    """Whether the low sun stands in the receiver of the door of a call, and what is still to be said for that."""
    shop = person_of(request).shop
    place = None
    if shop.latitude_deg is not None and shop.longitude_deg is not None and shop.time_zone:
        place = SunPlace(latitude_deg=shop.latitude_deg, longitude_deg=shop.longitude_deg, time_zone=shop.time_zone)
    return written(sun_of(_one(key).facts(), place, timezone.now().year, complaint_at, iso(timezone.now())))


@router.post("/calls/{uuid:key}/entries", response=CallOut, operation_id="enter")
def enter(request: HttpRequest, key: uuid.UUID, given: NewEntry) -> HttpResponse:
    """Enter one thing on a call. A gate that stands open answers 409."""
    return _out(*service.enter(person_of(request), key, given.id, given.body))


PICTURE = {"requestBody": {"required": True, "content": {"image/*": {"schema": {"type": "string", "format": "binary"}}}}}
PhotoOf = Annotated[str, Query(max_length=64)]


@router.put(
    "/calls/{uuid:key}/photos/{uuid:photo}", response=CallOut, operation_id="keep_photo", openapi_extra=PICTURE, throttle=throttle.photos()
)
def keep_photo(
    request: HttpRequest, key: uuid.UUID, photo: uuid.UUID, of: PhotoOf = "", caption: Annotated[str, Query(max_length=200)] = ""
) -> HttpResponse:
    """Keep a photo with a call: the body is the picture. It is scaled, and what the camera wrote beside it is left out."""
    return _out(*photos.keep(person_of(request), key, photo, of, caption, request.body))


@router.get("/calls/{uuid:key}/photos/{uuid:photo}", operation_id="photo", openapi_extra=file_of("image/jpeg"))
def one_photo(request: HttpRequest, key: uuid.UUID, photo: uuid.UUID) -> HttpResponse:
    """A photo that stands on a call."""
    call = _one(key)
    kept = get_object_or_404(call.photos, key=photo)
    if all(one.photo != str(photo) for one, _ in call.facts().photos):
        raise Http404
    return HttpResponse(bytes(kept.jpeg), content_type="image/jpeg", headers={"Cache-Control": "private, max-age=86400"})
