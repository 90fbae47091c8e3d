"""What is to be done at doors later: a list, by door and by kind; kept, moved, ended."""

import uuid
from datetime import date
from typing import Annotated

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router, Schema

from server.config.paging import Mark, page_of
from server.followups import service
from server.followups.models import FollowUp
from server.people.scope import person_of

router = Router(tags=["follow-ups"])
SHOWN = 40


class FollowUpOut(Schema):
    """A follow-up; `what_text` in words, `days_late` below zero while there is time."""

    key: uuid.UUID
    version: int
    door_key: uuid.UUID
    door_name: str
    place: str
    phone: str
    what: FollowUp.What
    what_text: str
    due: date
    days_late: int
    note: str
    ended: str
    by: str


class Kind(Schema):
    """A kind of follow-up, in words, and in how many days it is usually due."""

    id: FollowUp.What
    text: str
    usual_days: int


class FollowUpsOut(Schema):
    """A page of what stands, the most pressing first, with the marks of the pages before and after; every kind there is."""

    follow_ups: list[FollowUpOut]
    before: str
    after: str
    kinds: list[Kind]


class NewFollowUp(service.FollowUpInput):
    """A follow-up under a key the client made."""

    key: uuid.UUID


class ChangedFollowUp(service.FollowUpInput):
    """A changed follow-up, with the version it was read at."""

    version: int


def _out(one: FollowUp) -> FollowUpOut:
    same = {name: getattr(one, name) for name in service.FollowUpInput.model_fields}
    return FollowUpOut(
        **same,
        key=one.key,
        version=one.version,
        door_key=one.door.key,
        door_name=one.door.name,
        place=one.door.place,
        phone=one.door.phone,
        what_text=FollowUp.What(one.what).label,
        days_late=one.days_late(timezone.now().date()),
        by=one.by.name,
    )


@router.get("/follow-ups", response=FollowUpsOut, operation_id="follow_ups")
def follow_ups(
    request: HttpRequest,
    what: FollowUp.What | None = None,
    door: uuid.UUID | None = None,
    until: Annotated[date | None, Query()] = None,
    at: Mark = "",
) -> FollowUpsOut:
    """What stands, the most pressing first, of one kind, at one door, or up to a day."""
    found = service.standing(until)
    if what is not None:
        found = found.filter(what=what)
    if door is not None:
        found = found.filter(door__key=door)
    page = page_of(found, "due", at, SHOWN)
    return FollowUpsOut(
        follow_ups=[_out(one) for one in page.rows],
        before=page.before,
        after=page.after,
        kinds=[Kind(id=kind, text=kind.label, usual_days=FollowUp.USUAL_DAYS[kind]) for kind in FollowUp.What],
    )


@router.post("/doors/{uuid:key}/follow-ups", response=FollowUpOut, operation_id="keep_follow_up")
def keep_follow_up(request: HttpRequest, key: uuid.UUID, given: NewFollowUp) -> FollowUpOut:
    """Keep a follow-up at a door; posting the same key again changes nothing."""
    return _out(service.keep(person_of(request), key, given.key, given))


@router.put("/follow-ups/{uuid:key}", response=FollowUpOut, operation_id="change_follow_up")
def change_follow_up(request: HttpRequest, key: uuid.UUID, given: ChangedFollowUp) -> FollowUpOut:
    """Move it, say how it ended, or take it up again; a stale version is refused with what stands now."""
    return _out(service.change(person_of(request), key, given.version, given))
