"""The fifteen kinds of call that are told most: what the customer says, what is at fault, and what each look shows.

Source: the handbook's pages on finding a fault and on openers; what a look shows that is not named here is what a sound door shows.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from hinge.faults.find import find
from hinge.faults.knowledge import faults
from hinge.faults.reason import CANT_TELL

NO_BEAM = {"lights": "receiver_out", "cover": "neither", "close_command": "flashes", "run_opener": "will_not_start_down"}
NO_BEAM |= {"hold_to_close": "closes_held", "light_while_running": "dark"}
HALF_A_BEAM = {"close_command": "flashes", "run_opener": "will_not_start_down", "hold_to_close": "closes_held"}


@dataclass(frozen=True)
class ToldCall:
    """A call: its complaint, the cause behind it, and the outcome of each look that shows it."""

    complaint: str
    cause: str
    sees: Mapping[str, str]
    facts: tuple[str, ...] = ()


CALLS: dict[str, ToldCall] = {
    "sun late in the day, visited at noon": ToldCall("will_not_close", "eye_sun", {"same_hour": "yes", "shade": "no_sun"}, ("low_sun",)),
    "sun while it shines": ToldCall("same_hour", "eye_sun", NO_BEAM | {"same_hour": "yes", "shade": "came_back"}),
    "beams that cross, two doors not ticked": ToldCall(
        "will_not_close", "eye_crossing", HALF_A_BEAM | {"neighbour_beam": "changes", "cover": "neither", "lights": "receiver_dim"}
    ),
    "lock-out at the wall": ToldCall(
        "remote_only_fails",
        "wall_lock",
        {"lock_out": "was_on", "remote_button": "no", "remote_battery": "no_change", "remote_code": "no_change"},
    ),
    "lock-out, told as a dead wall control": ToldCall("wall_only_fails", "wall_lock", {"lock_out": "was_on", "wall_button": "no"}),
    "remote with a short range": ToldCall(
        "remote_only_fails",
        "remote_range",
        {"remote_button": "near", "lamp_out": "range_back", "aerial": "free", "remote_battery": "no_change"},
    ),
    "eyes without lights": ToldCall(
        "will_not_close",
        "eyes_dead",
        NO_BEAM | {"lights": "no_lights", "cover": "no_lights", "aim": "no_change", "known_pair": "closes"},
    ),
    "a shorted staple": ToldCall(
        "will_not_close",
        "eye_staple",
        NO_BEAM | {"lights": "both_out", "eye_supply": "missing", "staples": "through", "swap_eyes": "stays_with_wire"},
    ),
    "a travel module": ToldCall(
        "stops_anywhere",
        "travel_module",
        {"run_opener": "stops_anywhere", "where_it_stops": "different", "set_limits_again": "do_not_hold"},
    ),
    "eyes knocked by our own work": ToldCall(
        "will_not_close", "eye_knocked_by_work", NO_BEAM | {"aim": "stays_after_work", "eye_stored": "work"}, ("work_lately",)
    ),
    "a slack-cable monitor too shallow": ToldCall(
        "shaft_will_not_go_down", "slack_monitor", {"slack_cable": "off_cable", "close_command": "flashes"}, ("shaft_opener",)
    ),
    "weight added": ToldCall(
        "heavy",
        "weight_added",
        {
            "lift_by_hand": "heavy",
            "mid_hold": "sinks",
            "toss": "at_24",
            "weigh": "heavier",
            "added": "yes",
            "lift_profile": "shifted",
            "trim": "does_not",
        },
        ("torsion",),
    ),
    "a cable off": ToldCall("crooked", "cable_off", {"cables": "off", "lift_by_hand": "crooked", "mid_hold": "sinks"}, ("torsion",)),
    "an extension spring broken": ToldCall(
        "bang",
        "extension_broken",
        {
            "extension_springs": "broken",
            "coil_gap": "no_spring",
            "lift_by_hand": "heavy",
            "mid_hold": "drops",
            "toss": "at_12",
            "run_opener": "strains",
        },
    ),
    "a limit too deep": ToldCall(
        "touches_and_reverses", "down_limit_deep", {"run_opener": "at_floor", "close_command": "turns_back", "back_off_limit": "stays_down"}
    ),
    "a released trolley": ToldCall(
        "runs_door_still", "trolley_released", {"trolley": "released", "run_opener": "runs_still", "watch_drive": "all"}
    ),
}


@dataclass
class Went:
    """How a search went: the checks that were made, and what was held to be the cause at the end."""

    checks: list[str] = field(default_factory=list)
    cause: str | None = None
    ended: str = ""


def usual(check: str) -> str:
    """What a sound door shows."""
    one = faults().checks[check]
    return list(one.outcomes)[max(range(len(one.usually)), key=one.usually.__getitem__)]


def searched(call: ToldCall, slip_at: int | None = None, slip: str = CANT_TELL, most: int = 12) -> Went:
    """Make what is proposed first until the cause is certain, or rested on, or so many checks were made.

    The answer at `slip_at` is `slip` instead of the truth. What is put right and was not at fault changes nothing: the search goes on.
    """
    went, answers, cured = Went(), [], []
    while len(went.checks) <= most:
        found = find(call.complaint, call.facts, answers, cured)
        went.cause, went.ended = found.confirmed or (found.causes[0].cause if found.ended else None), found.ended
        if went.cause == call.cause or not (found.confirmed or found.next):
            return went
        if found.confirmed:
            cured, answers = [*cured, found.confirmed], []
            continue
        check = found.next[0].check
        outcome = slip if len(went.checks) == slip_at else call.sees.get(check, usual(check))
        went.checks.append(check)
        answers.append((check, outcome))
    return went
