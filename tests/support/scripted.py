"""Bringing a call to where a test begins: read once, each thing decided as the server would decide it, written at once."""

from __future__ import annotations

import uuid
from collections.abc import Iterable, Mapping

from django.db import transaction
from django.utils import timezone

from hinge.call.commands import read_command
from hinge.call.log import CallLog
from hinge.site.gates import gate_groups
from hinge.view.needs import needs_of
from server.calls.models import Call, Entry, iso
from server.calls.service import listed
from server.people.models import Person
from server.stock import call_stock
from server.stock.service import rates_of_shop

Said = tuple[str, Mapping[str, object]]
SIDES = ("left", "right")


def gates(*group_ids: str) -> list[Said]:
    """Every gate of these groups met."""
    return [("gate", {"gate": gate.id, "met": True}) for group in gate_groups() if group.id in group_ids for gate in group.gates]


@transaction.atomic
def tell(person: Person, call_key: uuid.UUID | str, said: Iterable[Said]) -> None:
    """What was said, in order; what ends a call is entered by the service alone."""
    call, rates, moment, rows = Call.objects.get(key=call_key), rates_of_shop(), timezone.now(), []
    facts = call.facts()
    for place, (kind, body) in enumerate(said, start=call.entries.count() + 1):
        log, needed, entry_id = CallLog(facts), needs_of(facts), str(uuid.uuid4())
        event = log.say(read_command({"kind": kind} | body), entry_id, person.name, iso(moment), rates).body
        facts = log.call
        rows.append(
            Entry(
                call=call, client_id=entry_id, position=place, body=event.model_dump(mode="json"),
                by=person, by_name=person.name, at=moment,
            )
        )  # fmt: skip
        if (needs := needs_of(facts)) != needed:
            call_stock.follow(person, call.key, call.door.name, needs, moment)
    Entry.objects.bulk_create(rows)
    Call.objects.filter(pk=call.pk).update(**listed(facts))
