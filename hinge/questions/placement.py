"""Question: where an opener on a rail goes, what is in its way, and what would cure that."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel, model_validator

from hinge.document import Between, Document, told
from hinge.door.sections import Door
from hinge.door.track import Place, Track, path_of, shaft_place
from hinge.errors import BadInputError
from hinge.opener.rail import (
    ARM_MOST_DEG,
    BRACKET_ABOVE_IN,
    EYES_MOST_IN,
    STRUT_FROM_IN,
    USUAL_THICKNESS_IN,
    PlacedDoorKind,
    TopSection,
    Travel,
    arm_lengths,
    arm_of,
    fastened,
    travel_of,
)
from hinge.questions.question import Question
from hinge.text.marks import say_length, say_rule

Height = Annotated[float, Between(0, 400, "in")]
# Rail and bracket stand so far to either side of the rail's line; a torsion spring so far round its shaft; estimates.
RAIL_HALF_IN, SPRING_HALF_IN = 1.0, 1.25
# A rail for a door of 7 ft ends so far from the wall; a higher door takes an extension. Common practice.
RAIL_FOR_IN = 84.0
# The bracket of a canopy arm stands so far above the door's top edge; common practice.
CANOPY_ABOVE_IN = 0.5
CONTROL_LEAST_IN, RELEASE_LEAST_IN, OUTLET_MOST_IN = 60.0, 72.0, 72.0
NO_ARM = f" No arm reaches over the whole travel and leans within {ARM_MOST_DEG:.0f}° closed: look at the highest point again."
LONGER_RAIL = f" A door over {say_rule('7 ft')} takes the rail’s extension."
SHOWN_EVERY_IN = 6.0
TAPE_IN = 1 / 16  # less than a tape shows is in nobody's way


class Beam(Document):
    """Something that hangs from the ceiling across the rail: its underside above the floor and how far it is from the door [in]."""

    underside_in: Height
    from_door_in: Height


class PlacementQuestion(Document):
    """A door on its track and what stands round it; `highest_in` is the highest point of travel as measured [in].

    A canopy or one-piece door is placed by what was measured alone.
    """

    kind: PlacedDoorKind = "sectional"
    door: Door | None = None
    track: Track | None = None
    thickness_in: Annotated[float, Between(0.5, 6, "in")] = USUAL_THICKNESS_IN
    highest_in: Height | None = None
    bracket_above_in: Annotated[float, Between(0.5, 12, "in")] | None = None
    ceiling_in: Height | None = None
    beam: Beam | None = None
    vehicle_in: Height | None = None
    top_section: TopSection | None = None
    width_in: Height | None = None

    @model_validator(mode="after")
    def _can_be_placed(self) -> PlacementQuestion:
        if self.kind == "sectional" and (self.door is None or self.track is None):
            raise told(BadInputError("A sectional door is placed by its door and track.", "door", None, "door and track"))
        if self.kind != "sectional" and self.highest_in is None:
            raise told(
                BadInputError("Raise the door and measure its highest point.", "highest_in", None, "the highest point of travel", "in")
            )
        return self


class ArmAt(BaseModel):
    """The arm at a height of the bottom edge [in]: its end on the door, its trolley, and how far it leans off the vertical [deg]."""

    position_in: float
    door: Place
    trolley: Place
    off_vertical_deg: float


class ArmAnswer(BaseModel):
    """The arm: shortest that reaches, longest that leans no more than allowed, one to use [in]; and where it is over the travel."""

    shortest_in: float
    longest_in: float
    use_in: float
    closed_deg: float
    most_closed_deg: float
    at: list[ArmAt]


class Dimension(BaseModel):
    """A thing that has its place, in words, with the height or distance it is bound by [in]."""

    what: str
    bound_in: float
    says: str


class InTheWay(BaseModel):
    """Something in the way: by how much [in], what would cure it, and what that takes; no minutes where it is another's work."""

    what: str
    short_by_in: float
    cure: str
    minutes: int | None


class PlacementAnswer(BaseModel):
    """Where everything goes [in above the floor]; the arm where the door's geometry is known."""

    highest_in: float
    highest_at_in: float | None
    computed_highest_in: float | None
    bracket_in: float
    reach_in: float | None
    trolley_travel_in: float | None
    arm: ArmAnswer | None
    dimensions: list[Dimension]
    in_the_way: list[InTheWay]
    sentence: str


def placement(asked: PlacementQuestion) -> PlacementAnswer:
    """Bracket, rail and arm of an opener on a rail, and what is in their way."""
    travel = travel_of(asked.door, asked.track, asked.thickness_in) if asked.door and asked.track and asked.kind == "sectional" else None
    computed, at = travel.highest if travel else (None, None)
    highest = asked.highest_in if asked.highest_in is not None else computed
    assert highest is not None  # the question refuses to be without
    bracket = highest + (asked.bracket_above_in or BRACKET_ABOVE_IN[asked.kind])
    arm = _arm(travel, bracket) if travel else None
    xs = [one.trolley.x_in for one in arm.at] if arm else []
    reach = max(xs) if xs else None
    in_the_way = _in_the_way(asked, bracket, reach)
    return PlacementAnswer(
        highest_in=round(highest, 3),
        highest_at_in=at,
        computed_highest_in=round(computed, 3) if computed is not None else None,
        bracket_in=round(bracket, 3),
        reach_in=round(reach, 3) if reach is not None else None,
        trolley_travel_in=round(xs[-1] - xs[0], 3) if xs else None,
        arm=arm,
        dimensions=_dimensions(asked, bracket, reach),
        in_the_way=in_the_way,
        sentence=_sentence(asked, highest, computed, bracket, arm, in_the_way) + ("" if arm or travel is None else NO_ARM),
    )


def _arm(travel: Travel, rail_in: float) -> ArmAnswer | None:
    """The arm on a rail so high [in]; nothing where none reaches over the whole travel and leans no more than allowed."""
    shortest, longest, use = arm_lengths(travel, rail_in)
    if shortest > longest:
        return None
    arm = arm_of(travel, rail_in, use)
    last = len(travel.positions_in) - 1
    shown = sorted({*np.searchsorted(travel.positions_in, np.arange(0.0, travel.positions_in[-1], SHOWN_EVERY_IN)).tolist(), last})
    at = [
        ArmAt(
            position_in=float(travel.positions_in[row]),
            door=Place(x_in=round(float(travel.pivot[row, 0]), 3), z_in=round(float(travel.pivot[row, 1]), 3)),
            trolley=Place(x_in=round(float(arm.trolley_x_in[row]), 3), z_in=round(rail_in, 3)),
            off_vertical_deg=round(float(arm.off_vertical_deg[row]), 2),
        )
        for row in shown
    ]
    closed = round(float(arm.off_vertical_deg[0]), 2)
    sizes = {"shortest_in": shortest, "longest_in": longest, "use_in": use}
    return ArmAnswer(**{name: round(size, 3) for name, size in sizes.items()}, closed_deg=closed, most_closed_deg=ARM_MOST_DEG, at=at)


def _dimensions(asked: PlacementQuestion, bracket: float, reach: float | None) -> list[Dimension]:
    rows = [("Header bracket", bracket, f"On the centre line, {say_length(bracket, feet=True)} above the floor, on framing.")]
    if reach is not None:
        longer = asked.door is not None and asked.door.height_in > RAIL_FOR_IN
        said = f"The trolley runs to {say_length(reach, feet=True)} from the door; level with the floor, centred."
        rows.append(("Rail", reach, f"{said}{LONGER_RAIL if longer else ''}"))
    if asked.kind == "canopy":
        rows.append(
            ("Door bracket", CANOPY_ABOVE_IN, f"Bracket of the arm {say_rule('½ in')} above the door's top edge, on its centre line.")
        )
    if asked.kind == "sectional":
        rows.append(("Top section", STRUT_FROM_IN, fastened(asked.top_section, asked.width_in)))
    rows += [
        ("Eyes", EYES_MOST_IN, f"At most {say_rule('6 in')} above the floor, facing each other, level."),
        (
            "Wall control",
            CONTROL_LEAST_IN,
            f"At least {say_rule('5 ft')} above the floor or any step, in sight of the door, its label beside it.",
        ),
        ("Release handle", RELEASE_LEAST_IN, f"At least {say_rule('6 ft')} above the floor."),
        ("Outlet", OUTLET_MOST_IN, f"Grounded, within {say_rule('6 ft')} of the head, no extension cord."),
    ]
    return [Dimension(what=what, bound_in=round(bound, 3), says=says) for what, bound, says in rows]


def _in_the_way(asked: PlacementQuestion, bracket: float, reach: float | None) -> list[InTheWay]:
    top, under, found = bracket + RAIL_HALF_IN, bracket - RAIL_HALF_IN, list[tuple[str, float, str, int | None]]()
    if asked.ceiling_in is not None:
        cure = f"Set the bracket nearer, as the maker allows ({say_rule('1½ to 2 in')}), or take an opener on the shaft."
        found.append(("Ceiling", top - asked.ceiling_in, cure, 10))
    if asked.beam is not None and (reach is None or asked.beam.from_door_in < reach + 12):
        found.append(("Beam", top - asked.beam.underside_in, "Notching is the builder’s to say: take an opener on the shaft.", None))
    if asked.door and asked.track and asked.kind == "sectional":
        shaft = shaft_place(path_of(asked.door, asked.track), asked.track, asked.door).z_in
        clear = SPRING_HALF_IN + RAIL_HALF_IN
        near, above = clear - abs(bracket - shaft), say_length(shaft + clear, feet=True)
        cure = f"Set the bracket at {above} or higher, above the spring, or where the maker has it between the springs."
        found.append(("Spring line", near, cure, 10))
    if asked.vehicle_in is not None:
        found.append(("Vehicle", asked.vehicle_in - under, "Park it beyond the rail, or take an opener on the shaft.", None))
    return [
        InTheWay(what=what, short_by_in=round(short, 3), cure=cure, minutes=minutes)
        for what, short, cure, minutes in found
        if short > TAPE_IN
    ]


def _sentence(
    asked: PlacementQuestion, highest: float, computed: float | None, bracket: float, arm: ArmAnswer | None, in_the_way: list[InTheWay]
) -> str:
    there, above = say_length(highest, feet=True), say_length(bracket, feet=True)
    said = f"The door reaches {there} at its highest: the header bracket goes at {above}."
    if asked.highest_in is not None and computed is not None and abs(computed - highest) > 1:
        said += f" By its track it should reach {say_length(computed, feet=True)}: measure once more, the measured one stands."
    if arm:
        said += f" An arm of about {say_length(arm.use_in)} leans {arm.closed_deg:.0f}° closed; never more than {ARM_MOST_DEG:.0f}°."
    if asked.top_section == "bare":
        said += " Its top section is braced before the arm goes on."
    if in_the_way:
        said += " In the way: " + "; ".join(f"{one.what.lower()} by {say_length(one.short_by_in)}" for one in in_the_way) + "."
    return said


QUESTION = Question(PlacementQuestion, PlacementAnswer, placement)
