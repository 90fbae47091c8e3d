"""A simulated opener: limits, force learning, eyes, battery, slack cable. Time passes only when it is told to.

The door stands at a height above the floor [in]; its marks are fully closed (0) and fully open. Source of what it does: handbook
of the trade, openers (common practice); speeds and pulls are estimates.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from hinge.errors import BadInputError, ContradictionError
from hinge.opener.limits import EIGHTH, USUAL_IN_PER_TURN, End

PracticeKind = Literal["rail_screw", "rail_button", "fixed_chain", "shaft", "canopy"]
Eyes = Literal["clear", "blocked", "dark", "bridged"]
Fault = Literal["none", "travel_module", "capacitor", "gear_stripped", "board"]
BY_SCREW, BY_BUTTON = ("rail_screw", "canopy"), ("rail_button", "shaft")
OPEN_IN, BLOCK_IN = 84.0, 1.5
SPEED_IN_PER_S, STEP_S = 7.0, 0.25
# A button kind waits so long for the next press; a fixed chain learns over so many runs, end to end. Common practice.
WAITS_S, LEARNS_OVER = 30.0, 4
# It lifts a door that is up to so much heavier than its springs carry [lb], learned or not; estimate.
LIFTS_LB = 30.0
UNITS_DIFFER, MOST_PLAY_TURNS, READING_SD_IN, MOST_OFF_IN = 0.2, 0.1, 0.1, 9.0
LONGEST_WAIT_S, NEAR_IN = 600.0, 0.01
# With such a fault it does not move a door; by the names the fault finder has for them. Common practice.
STILL: dict[Fault, str] = {
    "capacitor": "It hums and does not move.",
    "gear_stripped": "Its motor runs, the door does not move.",
    "board": "Nothing happens, though its lamp is lit.",
}
# With a bad travel module a run ends anywhere, after so much of travel [in]; estimate.
STOPS_AFTER_IN = (5.0, 70.0)
NOT_SEEING, SLACK = "Its eyes do not see: it does not close.", "A cable is slack: it does not move down."


@dataclass(frozen=True)
class Ran:
    """A quarter of a second of travel: from where to where [in], whether the eyes saw, whether the control was held."""

    start_in: float
    end_in: float
    sees: bool
    held: bool


@dataclass
class Opener:
    """One unit on a 7 ft door. `seed` says how it differs from others of its kind."""

    kind: PracticeKind
    seed: int = 0
    door_in: float = 0.0
    joined: bool = True
    mains: bool = True
    battery: bool = False
    eyes: Eyes = "clear"
    block: bool = False
    slack: bool = False
    heavy_lb: float = 0.0
    fault: Fault = "none"
    going: Literal["up", "down", ""] = ""
    setting: End | Literal[""] = ""
    said: str = ""
    ran: list[Ran] = field(default_factory=list)

    def __post_init__(self) -> None:
        self._chance = np.random.default_rng(self.seed)
        self._per_turn_in = USUAL_IN_PER_TURN * math.exp(self._chance.normal(0, UNITS_DIFFER))
        self._play, self._way = self._chance.uniform(0, MOST_PLAY_TURNS), {"up": 0.0, "down": 0.0}
        self._waited_s, self._runs, self._last_way = 0.0, 0, "up"
        self._from: End | Literal[""] = ""
        self._lost_after_in = math.inf
        self.stops: dict[End, float | None] = {"up": None, "down": None}
        if self.kind in BY_SCREW:
            low = self._chance.uniform(0.0, MOST_OFF_IN)
            self.stops = {"up": OPEN_IN - self._chance.uniform(0.0, MOST_OFF_IN), "down": low}
            self.door_in = low

    @property
    def alive(self) -> bool:
        """Whether it has any power."""
        return self.mains or self.battery

    @property
    def sees(self) -> bool:
        """Whether the receiver sees the sender; wires that are bridged tell it nothing."""
        return self.alive and self.eyes == "clear"

    @property
    def learned(self) -> bool:
        """Whether it knows the force this door takes."""
        return self._runs >= (LEARNS_OVER if self.kind == "fixed_chain" else 2)

    def press(self) -> None:
        """One press of the wall control or a remote. Raises ContradictionError where it does nothing."""
        self._require_may_run()
        if self.going:
            self._last_way, self.going = self.going, ""
            return
        self._start("down" if self._last_way == "up" and not self._at("down") else "up")

    def hold(self, seconds: float) -> None:
        """The wall control held down so long [s]: it closes while held, eyes or not, and opens where it is let go before.

        One on the shaft has no such way: it moves down only with everything right.
        """
        self._require_may_run()
        if self.kind == "shaft" and not self.sees:
            raise _no(NOT_SEEING)
        if self.slack:
            raise _no(SLACK)
        self.going = "down"
        self._pass(seconds, held=True)
        if self.going == "down":
            self.going = "up"

    def wait(self, seconds: float) -> None:
        """Let time pass [s]."""
        if not 0 < seconds <= LONGEST_WAIT_S:
            raise BadInputError("It is waited for a while.", "seconds", seconds, f"over 0 to {LONGEST_WAIT_S:.0f}", "s")
        self._pass(seconds, held=False)

    def turn(self, end: End, turns: float) -> None:
        """Turn a limit screw, clockwise positive, by eighths. Raises ContradictionError on a kind that has none."""
        if self.kind not in BY_SCREW:
            raise _no("This kind has no limit screws.")
        if self.going:
            raise _no("Not while it runs.")
        if abs(turns) > 40 or abs(turns * EIGHTH - round(turns * EIGHTH)) > 1e-9:
            raise BadInputError("A screw is turned by eighths.", "turns", turns, "eighths, 40 at most", "turns")
        lost = min(abs(turns), self._play) if turns * self._way[end] < 0 else 0.0
        moved = math.copysign(max(abs(turns) - lost, 0.0), turns) * self._per_turn_in
        stop = self.stops[end]
        assert stop is not None
        # More travel is upward at the open end, downward at the closed one.
        self.stops[end] = min(max(stop + (moved if end == "up" else -moved), -12.0), OPEN_IN + 12.0)
        self._way[end] = turns or self._way[end]
        self._void()

    def measure(self, end: End) -> float:
        """Where the empty trolley stops, read with a tape to an eighth: beyond the mark positive [in]. Only with the door released."""
        stop = self.stops[end]
        if self.joined:
            raise _no("Release the door first, and run the trolley empty.")
        if stop is None:
            raise _no("That limit is not set.")
        off = stop - OPEN_IN if end == "up" else -stop
        return round((off + self._chance.normal(0, READING_SD_IN)) * 8) / 8

    def begin_setting(self) -> None:
        """Hold the set button of a kind that has one."""
        self._require_alive()
        if self.kind not in BY_BUTTON:
            raise _no("This kind has no set button.")
        self.setting, self._waited_s, self.stops, self.going = "up", 0.0, {"up": None, "down": None}, ""
        self._void()

    def jog(self, by_in: float) -> None:
        """Hold “up” or “down” while a limit is set: the door moves so far [in]; a unit on the shaft goes down with all eyes on it alone."""
        self._require_setting()
        self._require_joined()
        self._require_drives()
        if by_in < 0 and self.kind == "shaft" and (not self.sees or self.slack):
            raise _no("It moves down only with its eyes seeing and its cables tight.")
        self._move(min(max(self.door_in + by_in, 0.0), OPEN_IN), held=True)
        self._waited_s = 0.0

    def store(self) -> None:
        """Press the set button: the door's place is this limit."""
        self._require_setting()
        end: End = "up" if self.setting == "up" else "down"
        self.stops[end], self._waited_s = self.door_in, 0.0
        self.setting, self.said = ("down", "one short beep") if end == "up" else ("", "three short beeps")

    def push_stop(self, end: End) -> None:
        """Push a stop of the fixed chain to the carriage until it clicks."""
        if self.kind != "fixed_chain":
            raise _no("This kind has no stops to push.")
        self.stops[end], self.said = self.door_in, "click"
        self._void()

    def lift(self, to_in: float) -> None:
        """Move a released door by hand to a height [in]."""
        if self.joined and self.kind != "fixed_chain":
            raise _no("Release the door first.")
        if not 0 <= to_in <= OPEN_IN:
            raise BadInputError("The door stands between closed and open.", "to_in", to_in, f"0 to {OPEN_IN:g}", "in")
        self.door_in, self.going = to_in, ""

    def join(self, joined: bool) -> None:
        """Join the door to it, or release it."""
        if self.going:
            raise _no("Not while it runs.")
        self.joined = joined

    def _start(self, way: End) -> None:
        if way == "down" and not self.sees:
            self.said = "lamp blinks: the eyes do not see"
            raise _no(NOT_SEEING)
        if way == "down" and self.slack:
            raise _no(SLACK)
        self._from = "down" if self._at("down") else "up" if self._at("up") else ""
        self.going, self.said = way, ""
        self._lost_after_in = self._chance.uniform(*STOPS_AFTER_IN) if self.fault == "travel_module" else math.inf

    def _pass(self, seconds: float, held: bool) -> None:
        for _ in range(round(seconds / STEP_S)):
            if not self.going and not self.setting:
                return
            self._tick(held)

    def _tick(self, held: bool) -> None:
        if self.setting:
            self._waited_s += STEP_S
            if self._waited_s > WAITS_S:
                self.setting, self.said = "", "one long beep"
        if not self.alive:
            self.going, self.setting = "", ""
        if not self.going or not self.joined:
            return
        if self._at(self.going):
            self._arrived(self.going)
            return
        stop = self.stops[self.going]
        assert stop is not None
        if self.going == "down":
            if self.slack:
                self.going, self.said = "", "stopped: slack cable"
                return
            if not held and not self.sees:
                self._turn_back("eyes")
                return
            if self.block and self.door_in - SPEED_IN_PER_S * STEP_S <= BLOCK_IN and stop < BLOCK_IN:
                self._move(max(BLOCK_IN, stop), held)
                self._turn_back("contact")
                return
            self._move(max(stop, self.door_in - SPEED_IN_PER_S * STEP_S), held)
        elif self.heavy_lb > LIFTS_LB:
            self.going, self.said = "", "stopped: too heavy"
            return
        else:
            self._move(min(stop, self.door_in + SPEED_IN_PER_S * STEP_S), held)
        if self._at(self.going):
            self._arrived(self.going)
        elif self._lost_after_in <= 0:
            self._last_way, self.going, self.said, self._from = self.going, "", "stopped on the way, lamp blinks", ""

    def _arrived(self, end: End) -> None:
        if self._from and self._from != end:
            self._runs += 1
        self._from, self._last_way, self.going = "", end, ""

    def _turn_back(self, why: str) -> None:
        self.going, self.said, self._from = "up", f"reversed: {why}", ""

    def _move(self, to_in: float, held: bool) -> None:
        self.ran.append(Ran(self.door_in, to_in, self.sees, held))
        self._lost_after_in -= abs(to_in - self.door_in)
        self.door_in = to_in

    def _at(self, end: End) -> bool:
        """Whether the door stands at this limit, or beyond it."""
        stop = self.stops[end]
        beyond = 0.0 if stop is None else self.door_in - stop if end == "up" else stop - self.door_in
        return stop is not None and beyond > -NEAR_IN

    def _void(self) -> None:
        self._runs, self._from = 0, ""

    def _require_may_run(self) -> None:
        self._require_alive()
        self._require_drives()
        if self.setting:
            raise _no("Its limits are being set.")
        up, down = self.stops["up"], self.stops["down"]
        if up is None or down is None:
            raise _no("A limit is missing: it would run against nothing.")
        if up - down < NEAR_IN:
            raise _no("Its limits lie over each other.")
        self._require_joined()

    def _require_joined(self) -> None:
        if not self.joined:
            raise _no("The door is not joined to it.")

    def _require_drives(self) -> None:
        if self.fault in STILL:
            raise _no(STILL[self.fault])

    def _require_alive(self) -> None:
        if not self.alive:
            raise _no("It is dead: no mains and no battery.")

    def _require_setting(self) -> None:
        self._require_alive()
        if not self.setting:
            raise _no("No limit is being set: hold the set button first.")


def _no(why: str) -> ContradictionError:
    return ContradictionError(why, "", None, "")
