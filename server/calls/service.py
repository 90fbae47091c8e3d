"""Starting a call and entering things on it; each in one transaction under the call's row lock."""

import uuid
from collections import Counter
from datetime import datetime

from django.shortcuts import get_object_or_404
from django.utils import timezone

from hinge.call.commands import Deferred, FactSet, Said
from hinge.call.decide import said_again
from hinge.call.facts import Call as Facts
from hinge.call.log import CallLog
from hinge.errors import BadInputError, OutOfStepError
from hinge.faults.knowledge import faults
from hinge.past.memory import Past, remembered
from hinge.view.build import record_after
from hinge.view.needs import needs_of
from hinge.view.stages import stage_now
from server.calls.loaded_work import require_may_work
from server.calls.models import Call, Entry, iso
from server.calls.signals import call_closed, left_for_later
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import apply_closed_call, require_filed
from server.people.models import Person
from server.people.yard import is_of_yard, require_no_practice
from server.stock import call_stock
from server.stock.service import rates_of_shop

COUNTED_CALLS = 200
# So many closed calls are read for what the file knows; by whom that is signed.
LOOKED_BACK, FILE = 6, "the door's file"


@mutation
def start(person: Person, door_key: uuid.UUID, key: uuid.UUID, at: datetime | None = None) -> Call:
    """Start a call at a door under a client-made key.

    A repeat, or a second tablet at the same door, gets the call that is already under way.
    """
    require_no_practice(key)
    door = get_object_or_404(Door.objects.select_for_update(), key=door_key)
    repeated = Call.objects.filter(key=key).first()
    if repeated:
        if repeated.door_id != door.pk:
            raise OutOfStepError("This call's key was used at another door.", "key", str(key))
        return repeated
    require_filed(door)
    under_way = Call.objects.filter(door=door, closed_at=None).first()
    if under_way:
        return under_way
    started, record = at or timezone.now(), door.door_record.model_dump(mode="json")
    call = Call.objects.create(shop=person.shop, door=door, key=key, technician=person.name, started_at=started, record_at_start=record)
    known = [FactSet(kind="fact", fact=fact, holds=True) for fact in _known_from_file(door, started)]
    Entry.objects.bulk_create(
        Entry(call=call, client_id=f"file-{place:05d}", position=place, body=fact.model_dump(mode="json"), by_name=FILE, at=started)
        for place, fact in enumerate(known, start=1)
    )
    return call


def past_of(door: Door, calls: int = LOOKED_BACK) -> list[Past]:
    """The door's last closed calls, newest first."""
    closed = Call.objects.filter(door=door, abandoned=False).exclude(closed_at=None).order_by("-closed_at")
    return [Past(one.closed_at.date(), one.facts()) for one in closed.prefetch_related("entries")[:calls] if one.closed_at]


def _known_from_file(door: Door, now: datetime) -> list[str]:
    """What the file knows before anybody looks: it is entered on the call, to be seen and switched off there."""
    side = door.place and Door.objects.filter(place=door.place, put_away="").exclude(pk=door.pk).exists()
    return [*(["two_doors"] if side else []), *remembered(past_of(door), now.date())]


@mutation
def enter(person: Person, call_key: uuid.UUID, entry_id: str, command: Said, at: datetime | None = None) -> tuple[Call, Facts]:
    """Decide one command, append what happened, and return the call with its facts.

    The same id with the same command is the same entry: nothing is written twice. Raises what `decide`
    raises, and OutOfStepError for an id used for something else.
    """
    call = get_object_or_404(Call.objects.select_for_update(), key=call_key)
    rows = list(call.entries.all())
    facts = call.facts(rows)
    known = next((row for row in rows if row.client_id == entry_id), None)
    if known:
        if not said_again(command, known.events()):
            raise OutOfStepError("This id was used for another entry.", "id", entry_id)
        return call, facts
    if command.kind == "photographed" and not call.photos.filter(key=command.photo).exists():
        raise BadInputError("This photo is not here.", "photo", command.photo, "a photo that was sent")
    if not is_of_yard(call_key):
        require_may_work(person, facts, command)
    log, needed, moment = CallLog(facts), needs_of(facts), at or timezone.now()
    event = log.say(command, entry_id, person.name, iso(moment), rates_of_shop()).body
    facts = log.call
    place = rows[-1].position + 1 if rows else 1
    Entry.objects.create(
        call=call, client_id=entry_id, position=place, body=event.model_dump(mode="json"), by=person, by_name=person.name, at=moment
    )
    if isinstance(event, Deferred):
        left_for_later.send(sender=Call, call=call, person=person, event=event, entry_id=entry_id)
    _keep_lists_current(call, facts, person, moment)
    if (needs := needs_of(facts)) != needed:
        call_stock.follow(person, call.key, call.door.name, needs, moment)
    return call, facts


def listed(facts: Facts) -> dict[str, str]:
    """What a list and a count go by: complaint and cause by their ids, and the stage to take the call up at."""
    return {"complaint": (facts.complaint or "")[:120], "cause": (facts.cause or "")[:120], "stage": stage_now(facts)}


def counted(complaint: str) -> dict[str, int]:
    """The causes of the shop's last closed calls with a complaint, those found most first."""
    closed = Call.objects.filter(complaint=complaint, abandoned=False).exclude(closed_at=None).exclude(cause="")
    last = closed.order_by("-closed_at").values_list("cause", flat=True)[:COUNTED_CALLS]
    return dict(Counter(cause for cause in last if cause in faults().causes).most_common())


def _keep_lists_current(call: Call, facts: Facts, person: Person, moment: datetime) -> None:
    changed = {name: words for name, words in listed(facts).items() if getattr(call, name) != words}
    for name, words in changed.items():
        setattr(call, name, words)
    if facts.closed and call.closed_at is None:
        call.closed_at, call.abandoned = moment, bool(facts.abandoned)
        if not facts.abandoned:
            apply_closed_call(Door.objects.select_for_update().get(pk=call.door_id), person, record_after(facts), moment)
        call.save()
        if not facts.abandoned:
            call_closed.send(sender=Call, call=call)
    elif changed:
        call.save(update_fields=[*changed])
