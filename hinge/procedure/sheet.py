"""A sheet of measurements as typed: what was read, what is wrong with it, and the documents it adds up to."""

from __future__ import annotations

from pydantic import BaseModel

from hinge.door.track import path_of
from hinge.errors import HingeError
from hinge.measure.fields import DEFAULT_CHOICES, Measured, Value, asked_for, read_field, write_value
from hinge.procedure.record import (
    NOT_ON_A_CALL,
    CarrierKind,
    OnDoor,
    Setup,
    cycles_of,
    hub_of,
    is_one_piece,
    kind_of,
    missing_of,
    needed_of,
    on_door_of,
    setup_of,
)
from hinge.procedure.state import Asked
from hinge.questions.documents import HubIn
from hinge.sizing.ideal import require_drum


class Sheet(BaseModel):
    """Values [in their fields' units] and how they are written; a problem for each field that could not be read."""

    values: dict[str, Value]
    texts: dict[str, str]
    problems: dict[str, str]
    asked: list[Asked]
    missing: list[str]
    carried_by: CarrierKind
    setup: Setup | None
    wrong_setup: str
    on_door: OnDoor | None
    hub: HubIn | None
    cycles_wanted: float


def read_sheet(typed: dict[str, str]) -> Sheet:
    """Read everything typed on a sheet, field by field; what cannot be read is told and left out."""
    values: dict[str, Value] = {}
    problems: dict[str, str] = {}
    for name, text in typed.items():
        if not text.strip():
            continue
        try:
            values[name] = read_field(name, text)
        except HingeError as wrong:
            problems[name] = wrong.message
    setup, carried_by = setup_of(values), kind_of(values)
    return Sheet(
        values=values,
        texts={name: write_value(name, value) for name, value in values.items()},
        problems=problems,
        asked=asked_of(values),
        missing=missing_of(values),
        carried_by=carried_by,
        setup=setup,
        wrong_setup=wrong_in(values, setup, carried_by),
        on_door=on_door_of(values),
        cycles_wanted=cycles_of(values),
        hub=hub_of(values) if all(name in values for name in ("hub_core_in", "strap_in", "hub_turns")) else None,
    )


def asked_of(measured: Measured) -> list[Asked]:
    """The fields to ask for at a door of which so much is known."""
    needed = needed_of(measured)
    return [
        Asked(
            field=field.name,
            group=field.group,
            needed=field.name in needed,
            rare=field.rare,
            usual=field.choices.get(DEFAULT_CHOICES.get(field.name, ""), ""),
        )
        for field in asked_for(measured)
    ]


def wrong_in(measured: Measured, setup: Setup | None, carried_by: CarrierKind) -> str:
    """Why the measurements cannot all be true or are not covered, or nothing."""
    if is_one_piece(measured):
        return NOT_ON_A_CALL
    if setup is None:
        return ""
    try:
        door, track = setup.door.build(), setup.track.build()
        path_of(door, track)
        drum = setup.drum.build(track) if setup.drum else None
        if drum and carried_by == "torsion":
            require_drum(track, drum)
    except HingeError as wrong:
        return wrong.message
    return ""
