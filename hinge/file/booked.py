"""What a call will ask for, before anybody has been there: from the complaint and from what the door's file knows."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import BaseModel

from hinge.faults.knowledge import faults
from hinge.faults.triage import Triage, triage
from hinge.file.record import DoorRecord
from hinge.measure.fields import Value

# What is booked where nobody complains.
VISIT = "check"


class Expected(BaseModel):
    """The complaint in words, what the desk says of it, and what carries the door, to be matched in the van."""

    complaint_text: str
    triage: Triage
    on_door: str


def expected_of(complaint: str, record: DoorRecord) -> Expected:
    """What to expect at a door. A complaint that is not known any more counts as a plain visit, in its own words."""
    known = faults().complaints
    said = complaint if complaint in known else VISIT
    return Expected(
        complaint_text=known[said].text if said == complaint else complaint,
        triage=triage_of(said, record.measured),
        on_door=record.on_door.words if record.on_door else "",
    )


def triage_of(complaint: str, measured: Mapping[str, Value]) -> Triage:
    """What the desk says of a known complaint, by what is measured of the door."""
    weight, width = (measured.get(name) for name in ("weight_lb", "width_in"))
    return triage(complaint, weight if isinstance(weight, float) else None, width if isinstance(width, float) else None)
