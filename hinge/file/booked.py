"""What a call will ask for, before anybody has been there: from the complaint and from what the door's file knows."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from pydantic import BaseModel

from hinge.faults.knowledge import faults
from hinge.faults.triage import Triage, triage
from hinge.file.record import DoorRecord
from hinge.measure.fields import Value

# What is booked where nobody complains.
VISIT = "check"
# What a shop reckons with itself, by complaint [min], in place of what is usual.
NO_OWN: Mapping[str, int] = MappingProxyType({})
LEAST_MIN, MOST_MIN = 10, 720


class Expected(BaseModel):
    """The complaint in words, what the desk says of it, and what carries the door, to be matched in the van."""

    complaint_text: str
    triage: Triage
    on_door: str


def expected_of(complaint: str, record: DoorRecord, own_minutes: Mapping[str, int] = NO_OWN) -> Expected:
    """What to expect at a door. A complaint that is not known any more counts as a plain visit, in its own words."""
    known = faults().complaints
    said = complaint if complaint in known else VISIT
    return Expected(
        complaint_text=known[said].text if said == complaint else complaint,
        triage=triage_of(said, record.measured, own_minutes.get(said)),
        on_door=record.on_door.words if record.on_door else "",
    )


def triage_of(complaint: str, measured: Mapping[str, Value], minutes: int | None = None) -> Triage:
    """What the desk says of a known complaint, by what is measured of the door; `minutes` where the shop reckons with its own."""
    weight, width = (measured.get(name) for name in ("weight_lb", "width_in"))
    sizes = [one if isinstance(one, float) else None for one in (weight, width)]
    return triage(complaint, weight_lb=sizes[0], width_in=sizes[1], minutes=minutes)
