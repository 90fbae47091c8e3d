"""Starting a call and entering things on it; each in one transaction under the call's row lock."""

import uuid
from datetime import datetime

from django.shortcuts import get_object_or_404
from django.utils import timezone

from hinge.call.commands import Said
from hinge.call.decide import decide, said_again
from hinge.call.events import entry_of
from hinge.call.evolve import Call as Facts
from hinge.call.evolve import evolve
from hinge.call.knowledge import causes, complaints
from hinge.call.shown import record_after
from hinge.errors import OutOfStep
from server.calls.models import Call, Entry, iso
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import carry_on
from server.people.models import Person
from server.stock.service import lists_of_shop


@mutation
def start(person: Person, door_key: uuid.UUID, key: uuid.UUID, at: datetime | None = None) -> Call:
    """Start a call at a door under a client-made key.

    A repeat, or a second tablet at the same door, gets the call that is already under way.
    """
    door = get_object_or_404(Door.objects.select_for_update(), key=door_key)
    repeated = Call.objects.filter(key=key).first()
    if repeated:
        if repeated.door_id != door.pk:
            raise OutOfStep("This call's key was used at another door.", "key", str(key))
        return repeated
    under_way = Call.objects.filter(door=door, closed_at=None).first()
    return under_way or Call.objects.create(
        shop=person.shop,
        door=door,
        key=key,
        technician=person.name,
        started_at=at or timezone.now(),
        record_at_start=door.door_record.model_dump(mode="json"),
    )


@mutation
def enter(person: Person, call_key: uuid.UUID, entry_id: str, command: Said, at: datetime | None = None) -> tuple[Call, Facts]:
    """Decide one command, append what happened, and return the call with its facts.

    The same id with the same command is the same entry: nothing is written twice. Raises what `decide`
    raises, and OutOfStep for an id used for something else.
    """
    call = get_object_or_404(Call.objects.select_for_update(), key=call_key)
    rows = list(call.entries.all())
    facts = call.facts(rows)
    known = next((row for row in rows if row.client_id == entry_id), None)
    if known:
        if not said_again(command, known.events()):
            raise OutOfStep("This id was used for another entry.", "id", entry_id)
        return call, facts
    event, moment = decide(facts, command, lists_of_shop()), at or timezone.now()
    facts = evolve(facts, entry_of(entry_id, person.name, iso(moment), event))
    place = rows[-1].position + 1 if rows else 1
    Entry.objects.create(
        call=call, client_id=entry_id, position=place, body=event.model_dump(mode="json"), by=person, by_name=person.name, at=moment
    )
    if event.kind in ("complaint", "found", "withdrawn", "closed"):
        _keep_lists_current(call, facts, person, moment)
    return call, facts


def words_of(facts: Facts) -> dict[str, str]:
    """What a list says of a call."""
    complaint = facts.complaints[-1][0] if facts.complaints else ""
    cause = facts.cause or ""
    return {
        "complaint": complaints().get(complaint, complaint)[:120],
        "cause": (causes()[cause].text if cause in causes() else cause)[:120],
    }


def _keep_lists_current(call: Call, facts: Facts, person: Person, moment: datetime) -> None:
    for name, words in words_of(facts).items():
        setattr(call, name, words)
    if facts.closed and call.closed_at is None:
        call.closed_at = moment
        carry_on(Door.objects.select_for_update().get(pk=call.door_id), person, record_after(facts), moment)
    call.save()
