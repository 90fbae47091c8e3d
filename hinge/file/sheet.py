"""A sheet of measurements as typed: what was read, what is wrong with it, and the documents it adds up to."""

from __future__ import annotations

from pydantic import BaseModel

from hinge.carriers.counterweight import hub_of
from hinge.carriers.kinds import CarrierKind, OnDoor
from hinge.door.track import path_of
from hinge.errors import HingeError
from hinge.file.description import DoorDescription, describe_door
from hinge.file.setup import (
    NOT_ON_A_CALL,
    Setup,
    carrier_of,
    cycles_of,
    is_one_piece,
    kind_of,
    missing_of,
    needed_of,
    on_door_of,
    setup_of,
)
from hinge.measure.fields import Measured, Value, asked_for, read_field, usual_choice, write_value
from hinge.sizing.ideal import require_drum
from hinge.springs.counterweight import Hub


class AskedField(BaseModel):
    """A field this door can be asked for; `needed` when nothing can be computed without it, `rare` when seldom.

    `usual` is what a choice is taken for until it is made.
    """

    field: str
    group: str
    needed: bool
    rare: bool
    usual: str


class Sheet(BaseModel):
    """Values [in their fields' units] and how they are written; a problem for each field that could not be read."""

    values: dict[str, Value]
    texts: dict[str, str]
    problems: dict[str, str]
    asked: list[AskedField]
    missing: list[str]
    carried_by: CarrierKind
    setup: Setup | None
    wrong_setup: str
    on_door: OnDoor | None
    hub: Hub | None
    said: DoorDescription
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
        except HingeError as refused:
            problems[name] = refused.message
    (setup, wrong), on_door = understood(values), on_door_of(values)
    return Sheet(
        values=values,
        texts={name: write_value(name, value) for name, value in values.items()},
        problems=problems,
        asked=asked_of(values),
        missing=missing_of(values),
        carried_by=kind_of(values),
        setup=setup,
        wrong_setup=wrong,
        on_door=on_door,
        cycles_wanted=cycles_of(values),
        hub=hub_of(values),
        said=describe_door(values, on_door),
    )


def asked_of(measured: Measured) -> list[AskedField]:
    """The fields to ask for at a door of which so much is known."""
    needed = needed_of(measured)
    return [
        AskedField(
            field=field.name,
            group=field.group,
            needed=field.name in needed,
            rare=field.rare,
            usual=field.choices.get(usual_choice(measured, field.name), ""),
        )
        for field in asked_for(measured)
    ]


def understood(measured: Measured) -> tuple[Setup | None, str]:
    """The door's documents, and why they cannot be had or cannot all be true. Never raises."""
    if is_one_piece(measured):
        return None, NOT_ON_A_CALL
    try:
        setup, carrier = setup_of(measured), carrier_of(measured)
        if setup is not None:
            path_of(setup.door, setup.track)
            drum = setup.drum.on(setup.track) if setup.drum else None
            if drum and carrier.tapers:
                require_drum(setup.track, drum)
        carrier.from_measured(measured)
    except HingeError as wrong:
        return None, f"These numbers do not go together. {wrong.message}"
    return setup, ""
