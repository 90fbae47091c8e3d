"""What each check shows on a simulated site, and each proof: how the door moves where a hand moves it, what stands there to be seen else.

What is seen is what the causes that are there show most of the time; which of several it is goes by the site, and is the same
whenever it is looked at again.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from hinge.balance.readings import Outcome
from hinge.faults.knowledge import HUNDRED, Check, faults
from hinge.practice.garage import Garage, wrong_of
from hinge.practice.mechanics import Lift

# What a cause shows less often than so is a slip of who looks, not of the door [share].
LEAST_SHOWN = 0.12
# What a hand calls heavy, and what it can hardly lift, hot, or held at one place [lb]; estimate.
HEAVY_LB, HARDLY_LB, HOT_LB, BINDS_LB = 32.0, 75.0, 18.0, 18.0
# A door that is tossed up has so much of its own drag's work to spend [in of travel]; estimate.
TOSS_IN = 54.0
HAND_IN = 12.0
TOSSES = {"at_12": 12.0, "at_24": 24.0, "at_42": 42.0, "at_54": 54.0, "at_66": 66.0}
DROPS: dict[Outcome, str] = {"holds": "stays", "creeps_down": "sinks", "runs_down": "drops", "creeps_up": "rises", "runs_up": "rises"}
# What is not there to be seen, by what the door has.
NOT_THERE: dict[str, dict[str, str]] = {
    "extension": {"coil_gap": "no_spring", "springs_alike": "alike", "cone_marks": "straight"},
    "torsion": {"extension_springs": "none", "pulleys": "none"},
    "counterweight": {"coil_gap": "no_spring", "extension_springs": "none", "pulleys": "none", "cone_marks": "straight"},
    "no shaft opener": {"slack_cable": "none", "monitor_depth": "none", "lock_bolt": "none"},
    "alone": {"neighbour_beam": "no_neighbour", "neighbour_brightness": "no_neighbour"},
}
# The parts of the door whose causes make a proof fail; a door that runs when it is let go makes none of them.
FAILS: dict[str, frozenset[str]] = {
    "eyes": frozenset({"eyes", "eye_wire"}),
    "reversal": frozenset({"settings", "electronics", "power", "drive", "track", "rollers", "edges"}),
    "free_running": frozenset({"track", "rollers", "sections", "edges", "cables"}),
    "limits": frozenset({"settings", "electronics"}),
    "force": frozenset({"settings"}),
    "hold_to_close": frozenset({"controls"}),
    "release": frozenset(),
    "labels": frozenset(),
    "cycles": frozenset({"drive", "electronics", "power", "track", "rollers"}),
}


def shown(garage: Garage, check_id: str, causes: Sequence[str], lift: Lift) -> str:
    """The outcome of a check while these causes stand and so much carries the door."""
    absent = _absent(garage)
    if check_id in absent:
        return absent[check_id]
    by_hand = {"lift_by_hand": _lifted, "mid_hold": _held, "toss": _tossed}.get(check_id)
    return by_hand(garage, causes, lift) if by_hand else _seen(garage, check_id, causes)


def passes(proof: str, causes: Sequence[str], stays: bool) -> bool:
    """Whether a proof is passed while these causes stand on a door that `stays`, or creeps at the most, where it is let go."""
    known = faults().causes
    return stays and not any(known[cause].part in FAILS[proof] for cause in causes)


def _absent(garage: Garage) -> dict[str, str]:
    told = dict(NOT_THERE[garage.record.kind or "torsion"])
    if garage.record.measured.get("opener_kind") != "shaft":
        told |= NOT_THERE["no shaft opener"]
    return told if {"eye_crossing"} & {*garage.causes} else told | NOT_THERE["alone"]


def _lifted(garage: Garage, causes: Sequence[str], lift: Lift) -> str:
    feels = {wrong_of(cause).feel for cause in causes}
    if feels & {"stuck", "crooked"}:
        return "stuck" if "stuck" in feels else "crooked"
    moves = garage.moves
    at = np.linspace(2.0, moves.door.height_in - 12.0, 24)
    net, drag = moves.net(at, lift), moves.drag(at)
    up = net + drag
    usual = float(np.median(drag))
    if float(up.max()) > HARDLY_LB and float(np.median(up)) > HARDLY_LB * 0.7:
        return "very_heavy"
    if float(drag.max()) - usual > BINDS_LB:
        return "binds"
    if float((net + drag).min()) < -HOT_LB:
        return "hot"
    return "heavy" if float(np.median(up)) > HEAVY_LB else "easy"


def _held(garage: Garage, causes: Sequence[str], lift: Lift) -> str:
    return DROPS[garage.moves.let_go(42.0, lift)]


def _tossed(garage: Garage, causes: Sequence[str], lift: Lift) -> str:
    """It coasts on what the hand gave it, then goes where it stays."""
    moves = garage.moves
    at = np.arange(HAND_IN, moves.door.height_in + 0.5, 1.0)
    net, drag = moves.net(at, lift), moves.drag(at)
    left = float(np.median(drag)) * TOSS_IN - np.cumsum(net + drag)
    stopped = np.flatnonzero(left <= 0)
    if not stopped.size or float(at[stopped[0]]) > 72.0:
        return "flies"
    rests = moves.glide(float(at[stopped[0]]), lift, moves.door.height_in)
    return min(TOSSES, key=lambda name: abs(TOSSES[name] - rests)) if rests < 74.0 else "flies"


def _seen(garage: Garage, check_id: str, causes: Sequence[str]) -> str:
    check = faults().checks[check_id]
    rows = check.rows()
    usual = list(check.outcomes)[int(np.argmax(check.usually))]
    absent = {*_absent(garage).values()} & {*check.outcomes}
    seen = [_drawn(garage, check_id, check, cause, rows[cause]) for cause in causes if cause in rows]
    signs = [outcome for outcome in seen if outcome != usual and outcome not in absent]
    # A cause's own check shows it, whatever else is there.
    own = [outcome for cause in causes for by, outcome in [faults().causes[cause].confirmed_by] if by == check_id and outcome in signs]
    return (own or signs or [usual])[0]


def _drawn(garage: Garage, check_id: str, check: Check, cause: str, row: Sequence[float]) -> str:
    by, outcome = faults().causes[cause].confirmed_by
    if by == check_id:
        return outcome
    shares = np.array(row) / HUNDRED
    shares = np.where(shares >= LEAST_SHOWN, shares, 0.0)
    return str(garage.chance(check_id, cause).choice(list(check.outcomes), p=shares / shares.sum()))
