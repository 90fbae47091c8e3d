"""What carries the door as a call goes on: on the file, measured anew, picked, hung and trimmed."""

from __future__ import annotations

from hinge.measure.tape import format_length
from hinge.procedure import entries as e
from hinge.procedure.knowledge import hanging
from hinge.procedure.record import CarrierKind, OnDoor, Setup
from hinge.procedure.state import Choice, Hanging, SpringCount
from hinge.questions.documents import HungDoor
from hinge.springs.extension import HOLE_CABLE_IN
from hinge.springs.torsion import BAR_IN, bar_force

CARRIER_WORDS: dict[CarrierKind, str] = {
    "torsion": "torsion springs",
    "extension": "extension springs",
    "counterweight": "a counterweight",
}
SIDES: dict[int, tuple[e.Side, ...]] = {1: ("single",), 2: ("left", "right"), 4: ("left", "left_outer", "right", "right_outer")}


def chosen_kind(choice: Choice) -> CarrierKind:
    """What kind a choice is."""
    if choice.extension is not None:
        return "extension"
    return "counterweight" if choice.counterweight is not None else "torsion"


def as_chosen(choice: Choice) -> OnDoor:
    """The choice as it hangs on the door once it is set up."""
    return OnDoor(
        springs=choice.springs,
        duplex=choice.duplex,
        quarter_turns=choice.quarter_turns,
        extension=choice.extension,
        counterweight=choice.counterweight,
    )


def hung_door(setup: Setup, on_door: OnDoor, kind: CarrierKind) -> HungDoor | None:
    """The door with what carries it, or None while that is not known or not set up."""
    door, track, drum = setup.door, setup.track, setup.drum
    if kind == "extension":
        return HungDoor(door=door, track=track, extension=on_door.extension) if on_door.extension else None
    if kind == "counterweight":
        stack = on_door.counterweight
        return HungDoor(door=door, track=track, drum=drum, counterweight=stack) if stack and drum else None
    if not on_door.springs or on_door.quarter_turns is None or drum is None:
        return None
    return HungDoor(door=door, track=track, drum=drum, springs=on_door.springs, quarter_turns=on_door.quarter_turns)


def trimmed(on_door: OnDoor | HungDoor, body: e.Trimmed) -> OnDoor | None:
    """What carries the door after a trim, or None where the trim does not go with it."""
    left = OnDoor(
        springs=on_door.springs or [],
        duplex=on_door.duplex if isinstance(on_door, OnDoor) else False,
        quarter_turns=on_door.quarter_turns,
        extension=on_door.extension,
        counterweight=on_door.counterweight,
    )
    if body.quarter_turns_per_spring is not None and left.quarter_turns is not None:
        return left.model_copy(update={"quarter_turns": left.quarter_turns + body.quarter_turns_per_spring})
    if body.cable_holes is not None and left.extension is not None:
        stretch = left.extension.open_stretch_in + body.cable_holes * HOLE_CABLE_IN / 2
        return (
            left.model_copy(update={"extension": left.extension.model_copy(update={"open_stretch_in": stretch})}) if stretch >= 0 else None
        )
    if body.small_plates is not None and left.counterweight is not None:
        plates = left.counterweight.plates
        small = plates.small + body.small_plates
        if small < 0:
            return None
        stack = left.counterweight.model_copy(update={"plates": plates.model_copy(update={"small": small})})
        return left.model_copy(update={"counterweight": stack})
    return None


def hanging_of(choice: Choice | None) -> Hanging | None:
    """How what was picked goes on, or None for torsion springs, which are wound."""
    if choice is None or choice.springs:
        return None
    stretch = format_length(choice.extension.open_stretch_in) if choice.extension else ""
    told = hanging(chosen_kind(choice))
    return Hanging(title=told.title, caution=told.caution, steps=[step.format(stretch=stretch) for step in told.steps])


def winding_of(choice: Choice | None, counts: dict[str, int]) -> list[SpringCount]:
    """Where each cone stands; a cone of a duplex turns both its springs."""
    if choice is None or not choice.springs or choice.quarter_turns is None:
        return []
    built = [spring.build(f"springs.{place}.") for place, spring in enumerate(choice.springs)]
    rate, planned = sum(spring.rate_lbin_per_turn for spring, _ in built), choice.quarter_turns
    torque = [round(rate * quarters / 4, 1) for quarters in range(planned + 1)]
    force = [round(bar_force(at, BAR_IN), 1) for at in torque]
    return [
        SpringCount(spring=side, done=counts.get(side, 0), planned=planned, torque_lbin=torque, bar_force_lb=force, bar_in=BAR_IN)
        # A count of three is refused now, but a call from before may hold one.
        for side in SIDES.get(built[0][1], SIDES[2])
    ]
