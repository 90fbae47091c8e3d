"""Documents that come in: a call, or a door's whole file; whole or not at all, and never twice."""

import base64
import uuid
from collections.abc import Mapping, Sequence
from datetime import datetime
from itertools import pairwise
from typing import Any

from hinge.call import history
from hinge.call.events import entry_of, read_strictly
from hinge.call.facts import Call as Facts
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError
from hinge.file.record import DoorRecord, read_record_strictly
from hinge.view.build import record_after
from hinge.view.needs import needs_of
from server.calls.models import Call, Photo
from server.calls.models import Entry as Row
from server.calls.photos import scaled
from server.calls.service import listed
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import DETAILS, open_file, require_filed
from server.exchange.document import DOOR_FORMATS, FORMATS, CallDocument, CallPart, DoorDocument, DoorPart, OneCall, PhotoPart
from server.people.models import Person
from server.people.scope import require_lead
from server.people.yard import require_no_practice
from server.stock import call_stock
from server.stock.service import rates_of_shop

Pictures = Mapping[str, bytes]


def import_call(lead: Person, document: Any) -> Call:
    """Recreate a call, and its door where the shop does not have it; leads only.

    A door the shop has keeps its own details and record. A closed call is kept as claimed elsewhere; one under way must
    pass today's rules entry by entry. Raises a HingeError naming what is wrong by its path.
    """
    require_lead(lead)
    told = read(CallDocument, document)
    # Before its pictures are read, and again where nobody can bring it in meanwhile.
    _require_new(told)
    return _import_call(lead, told, _pictures([told], [""]))


def _require_new(told: CallDocument) -> None:
    if Call.objects.filter(key=told.call.key).exists():
        raise ContradictionError("This call is in your shop already.", "call.key", told.call.key, "a call that is not here yet")


@mutation
def _import_call(lead: Person, told: CallDocument, pictures: Pictures) -> Call:
    _require_new(told)
    return _bring_in(lead, _door(lead, told.door), told, FORMATS[told.format], "", pictures)


def import_door(lead: Person, document: Any) -> tuple[Door, int]:
    """Recreate a door's file with its calls, and say how many came in: those the shop has are left as they are; leads only."""
    require_lead(lead)
    told = read(DoorDocument, document)
    there = _here(told)
    new = [(place, one) for place, one in enumerate(told.calls) if one.call.key not in there]
    return _import_door(lead, told, _pictures([one for _, one in new], [f"calls.{place}." for place, _ in new]))


def _here(told: DoorDocument) -> set[str]:
    """The keys of those calls that the shop has."""
    return {str(key) for key in Call.objects.filter(key__in=[one.call.key for one in told.calls]).values_list("key", flat=True)}


@mutation
def _import_door(lead: Person, told: DoorDocument, pictures: Pictures) -> tuple[Door, int]:
    door, keys = _door(lead, told.door), [one.call.key for one in told.calls]
    twice = next((place for place, key in enumerate(keys) if key in keys[:place]), None)
    if twice is not None:
        raise ContradictionError("Two calls have the same key.", f"calls.{twice}.call.key", keys[twice], "one key a call")
    there = _here(told)
    new = [(place, one) for place, one in enumerate(told.calls) if one.call.key not in there]
    for place, one in new:
        _bring_in(lead, door, one, DOOR_FORMATS[told.format], f"calls.{place}.", pictures)
    return door, len(new)


def _door(lead: Person, part: DoorPart) -> Door:
    details = {name: getattr(part, name) for name in DETAILS}
    door = open_file(lead, uuid.UUID(part.key), details, read_record_strictly(part.record, "door.record"))
    while door.merged_into:
        door = door.merged_into
    door = Door.objects.select_for_update().get(pk=door.pk)
    require_filed(door, "door.key")
    return door


def bring_back_call(lead: Person, door: Door, told: CallDocument) -> bool:
    """A call of the shop's own export at a door, as it stood, whatever became of that door since; False where it is here already."""
    if Call.objects.filter(key=told.call.key).exists():
        return False
    mutation(_bring_in)(lead, door, told, FORMATS[told.format], "", _pictures([told], [""]), told.call.claimed_elsewhere)
    return True


def _bring_in(
    lead: Person, door: Door, told: OneCall, version: int, under: str, pictures: Pictures, claimed_elsewhere: bool = True
) -> Call:
    """One call at a door; `under` is the path of its document."""
    part, where = told.call, f"{under}call"
    require_no_practice(uuid.UUID(part.key), f"{where}.key")
    _require_order(part, where)
    at_start = read_record_strictly(part.record_at_start, f"{where}.record_at_start")
    facts = _facts(part, at_start, version, where)
    _require_photos(told, facts, f"{under}photos")
    if part.closed_at is None and Call.objects.filter(door=door, closed_at=None).exists():
        raise ContradictionError(
            "A call is under way at this door already. Close that first.", f"{where}.closed_at", None, "no call under way"
        )
    call = Call.objects.create(
        shop=lead.shop,
        door=door,
        key=part.key,
        technician=part.technician,
        started_at=part.started_at,
        closed_at=part.closed_at,
        claimed_elsewhere=claimed_elsewhere and part.closed_at is not None,
        abandoned=bool(facts.abandoned),
        record_at_start=at_start.model_dump(mode="json"),
        **listed(facts),
    )
    Row.objects.bulk_create(
        Row(call=call, client_id=one.id, position=place, version=version, body=one.body, by_name=one.by, at=one.at)
        for place, one in enumerate(part.entries, start=1)
    )
    Photo.objects.bulk_create(
        Photo(call=call, key=one.key, jpeg=pictures[f"{under}photos.{place}.jpeg"], by=lead) for place, one in enumerate(told.photos)
    )
    if part.closed_at is None:
        call_stock.take_up(lead, call.key, door.name, needs_of(facts))
    return call


def _require_photos(told: OneCall, facts: Facts, where: str) -> None:
    """The photos that came along are those the entries tell of, each once."""
    came, told_of = [one.key for one in told.photos], {one.photo for one, _ in facts.photos}
    if len(came) != len(set(came)) or set(came) != told_of:
        raise ContradictionError(
            "The photos are not those the entries tell of.", where, len(came), f"{len(told_of)}, by their keys", "photos"
        )


def _pictures(calls: Sequence[OneCall], under: Sequence[str]) -> Pictures:
    """Every picture of a document by its path, read before anything is locked."""
    parts = {f"{at}photos.{place}.jpeg": one for at, call in zip(under, calls, strict=True) for place, one in enumerate(call.photos)}
    return dict(zip(parts, scaled([_decoded(one, where) for where, one in parts.items()], list(parts)), strict=True))


def _decoded(part: PhotoPart, where: str) -> bytes:
    try:
        return base64.b64decode(part.jpeg, validate=True)
    except ValueError as wrong:
        raise BadInputError("This is no picture that can be read.", where, None, "a JPEG in base64") from wrong


def _facts(part: CallPart, at_start: DoorRecord, version: int, where: str) -> Facts:
    entries = [
        [entry_of(one.id, one.by, one.at, event) for event in read_strictly(version, one.body, f"{where}.entries.{place}.body")]
        for place, one in enumerate(part.entries)
    ]
    if part.closed_at is None:
        return history.taken_up(at_start, entries, f"{where}.entries", rates_of_shop())
    facts = history.claimed(at_start, entries, f"{where}.entries")
    if part.record_after is not None:
        after = read_record_strictly(part.record_after, f"{where}.record_after")
        if after != record_after(facts):
            said = "What the call left on the door is not what its entries add up to."
            raise ContradictionError(said, f"{where}.record_after", None, "the turns that were counted, the values that were measured")
    return facts


def _require_order(part: CallPart, where: str) -> None:
    seen: set[str] = set()
    for place, entry in enumerate(part.entries):
        if entry.id in seen:
            raise ContradictionError("Two entries have the same id.", f"{where}.entries.{place}.id", entry.id, "one id an entry")
        seen.add(entry.id)
    times = [(f"{where}.started_at", part.started_at), *((f"{where}.entries.{place}.at", one.at) for place, one in enumerate(part.entries))]
    times += [(f"{where}.closed_at", part.closed_at)] if part.closed_at else []
    for (_, before), (field, after) in pairwise(times):
        if datetime.fromisoformat(after) < datetime.fromisoformat(before):
            raise ContradictionError("This happened before what stands above it.", field, after, f"{before} or later")
