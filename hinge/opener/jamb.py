"""Where the roller of a slack-cable monitor and the lock of an opener on the shaft go on the jamb."""

from __future__ import annotations

from itertools import accumulate

from pydantic import BaseModel

from hinge.door.sections import Door
from hinge.door.track import Track, path_of, shaft_place
from hinge.opener.rail import TOP_ROLLER_BELOW_IN
from hinge.text.marks import say_length

# The monitor's roller sits so far below the drum, on the side of the opener; the lock's hole so far above the centre of the third
# roller from the floor, within so much wire of the unit. Common practice (handbook of the trade); the maker's figure wins.
ROLLER_BELOW_IN = (2.0, 6.0)
HOLE_ABOVE_IN, WIRE_IN = 3.25, 120.0
# The bottom fixture's roller above the floor; estimate. The others sit at the joints of the sections, the last in the top fixture.
BOTTOM_ROLLER_IN = 3.0


class OnTheJamb(BaseModel):
    """Heights above the floor [in]: the drum's lower edge, the roller's highest and lowest place, the door's rollers, the lock's hole."""

    drum_in: float
    roller_from_in: float
    roller_to_in: float
    door_rollers_in: list[float]
    lock_in: float
    sentence: str


def on_the_jamb(door: Door, track: Track, drum_diameter_in: float) -> OnTheJamb:
    """Where both go beside a closed door on drums of that diameter [in]. Raises ContradictionError where track and door disagree."""
    drum = shaft_place(path_of(door, track), track, door).z_in - drum_diameter_in / 2
    low, high = drum - ROLLER_BELOW_IN[1], drum - ROLLER_BELOW_IN[0]
    rollers = [BOTTOM_ROLLER_IN, *accumulate(door.heights_in[:-1]), door.height_in - TOP_ROLLER_BELOW_IN]
    hole = rollers[2] + HOLE_ABOVE_IN
    said = (
        f"The monitor's roller between {say_length(low, feet=True)} and {say_length(high, feet=True)} above the floor; "
        f"the lock's hole at {say_length(hole, feet=True)}, {say_length(HOLE_ABOVE_IN)} above the third roller, or above the next "
        f"where a bracket is in the way; within {say_length(WIRE_IN, feet=True)} of wire."
    )
    heights = {"drum_in": drum, "roller_from_in": low, "roller_to_in": high, "lock_in": hole}
    return OnTheJamb(
        **{name: round(at, 3) for name, at in heights.items()}, door_rollers_in=[round(at, 3) for at in rollers], sentence=said
    )
