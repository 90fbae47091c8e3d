"""Follow-ups kept, moved and ended; each in one transaction under its row's lock."""

import uuid
from datetime import date, timedelta

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.utils import timezone
from pydantic import Field

from hinge.call.commands import Deferred
from hinge.call.knowledge import causes
from hinge.errors import OutOfRangeError, OutOfStepError
from server.calls.models import Call
from server.config.errors import StaleWriteError
from server.config.request_body import RequestBody
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import note, require_filed
from server.followups.models import FollowUp
from server.people.models import Person

# A torsion set of many cycles on a quiet door is due after decades.
AHEAD_DAYS = 365 * 40

# What is left for another day of a cause that has a follow-up of its own.
WHAT = {"eye_sun": FollowUp.What.SUN}


class FollowUpInput(RequestBody):
    """What is to be done later, by when; `ended` says how it ended."""

    what: FollowUp.What
    due: date
    note: str = Field("", max_length=600)
    ended: str = Field("", max_length=200)


def standing(until: date | None = None) -> QuerySet[FollowUp]:
    """What still stands, the most pressing first; up to a day where one is named."""
    found = FollowUp.objects.filter(ended="", door__put_away="").select_related("door", "by").order_by("due", "pk")
    return found if until is None else found.filter(due__lte=until)


@mutation
def keep(person: Person, door_key: uuid.UUID, key: uuid.UUID, wish: FollowUpInput) -> FollowUp:
    """Keep a follow-up at a door under a client-made key; a repeat gets the one kept before."""
    door = get_object_or_404(Door.objects.select_for_update(), key=door_key)
    repeated = FollowUp.objects.filter(key=key).select_related("door", "by").first()
    if repeated:
        if repeated.door_id != door.pk:
            raise OutOfStepError("This follow-up's key was used at another door.", "key", str(key))
        return repeated
    require_filed(door)
    _require_ahead(wish.due)
    kept = FollowUp.objects.create(shop=person.shop, door=door, key=key, by=person, what=wish.what, due=wish.due, note=wish.note)
    note(door, person, "kept a follow-up", {"due": ["", _words(kept)]})
    return kept


def keep_for_later(sender: type[Call], call: Call, person: Person, event: Deferred, entry_id: str, **_: object) -> None:
    """Keep a follow-up for what was left for another day on a call, once for its entry, within the call's own transaction."""
    what = WHAT.get(event.cause, FollowUp.What.OTHER)
    usual = timezone.localdate() + timedelta(days=FollowUp.USUAL_DAYS[what])
    due = max(date.fromisoformat(event.due), timezone.localdate()) if event.due else usual
    text = causes()[event.cause].text if event.cause in causes() else event.cause
    wish = FollowUpInput(what=what, due=due, note=f"{text}: {event.reason}"[:600], ended="")
    keep(person, call.door.key, uuid.uuid5(call.key, entry_id), wish)


@mutation
def change(person: Person, key: uuid.UUID, version: int, wish: FollowUpInput) -> FollowUp:
    """Move a follow-up, say how it ended, or take it up again. Raises StaleWriteError when it changed since `version` was read."""
    one = get_object_or_404(FollowUp.objects.select_for_update().select_related("door", "by"), key=key)
    if one.version != version:
        raise StaleWriteError({"version": one.version, "due": one.due.isoformat(), "ended": one.ended})
    if wish.due != one.due:
        _require_ahead(wish.due)
    before = _words(one)
    one.what, one.due, one.note, one.ended = wish.what, wish.due, wish.note, wish.ended.strip()
    one.version += 1
    one.save()
    if before != _words(one):
        note(one.door, person, "changed a follow-up", {"due": [before, _words(one)]})
    return one


def _words(one: FollowUp) -> str:
    return f"{one.get_what_display()}, {one.due.isoformat()}{f', ended: {one.ended}' if one.ended else ''}"


def _require_ahead(due: date) -> None:
    # Where the shop is, yesterday may not be over yet.
    first, last = timezone.now().date() - timedelta(days=1), timezone.now().date() + timedelta(days=AHEAD_DAYS)
    if not first <= due <= last:
        raise OutOfRangeError("A follow-up is for today or later.", "due", due.isoformat(), f"{first} to {last}")
