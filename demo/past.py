"""Past calls: a technician who does what the page says, on doors that really have what is wrong; and yearly checks between them."""

from __future__ import annotations

import random
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from demo.kept import keep_call
from demo.visits import arrive, close, read_with_gauge, visit_at
from hinge.practice.garage import can_stand_on, garage_on
from hinge.questions.practice_call import technician_at
from server.doors.models import Door
from server.people.demo import DEMO_ACCOUNTS

YEARS, LOSS_PER_YEAR = 6, 0.014
NEWEST = datetime(2026, 11, 20, 16, 0, tzinfo=UTC)
PAST_CALLS = 60
CHECKED = "Balance, reversal and eyes shown. Monthly check explained."
# What is wrong with the doors of past calls, one after another; what does not stand on a door is passed over. Each third call is a check.
TROUBLES = (
    "spring_broken", "eye_knocked", "eye_blocked", "cable_off", "remote_battery", "eye_dirty", "spring_broken", "down_limit_deep",
    "remote_battery+eye_dirty", "dry", "eye_wing_nut", "lock_engaged", "spring_broken", "gear_stripped", "eye_knocked", "springs_tired",
    "trolley_released", "eye_splice", "wall_lock", "spring_broken", "eye_blocked", "rollers_worn", "remote_code", "weight_added",
    "eye_knocked", "spring_broken", "track_bent", "remote_battery", "eye_dirty", "dry", "lock_engaged", "spring_broken", "eye_blocked",
    "down_limit_deep", "hinge_broken+eye_wing_nut", "trolley_released", "turns_low", "arm_off", "eye_wing_nut", "remote_battery",
)  # fmt: skip
CHECK_EACH = 3
# So many sites are tried until a call there comes to its end: one in forty or so does not.
SEEDS = 6
# Somebody had to come again so many days later: by the number of the call before, and what was wrong then.
AGAIN = {9: (17, "turns_low"), 15: (9, "eye_wing_nut"), 36: (31, "eye_knocked"), 49: (22, "eye_blocked")}
# What the customer says, where it is not left to how often one says what.
SAID = {"turns_low": "worse_since_springs", "springs_tired": "heavy"}
# Springs put on so many years ago are broken now, by the number of the door.
WORN_YEARS = {3: 4.6, 12: 6.1, 19: 5.2}


@dataclass(frozen=True)
class PastCall:
    """A call that was made: when, at which door, and what was wrong there, joined by a plus."""

    at: datetime
    door: Door
    cause: str


def _past_calls(doors: list[Door], count: int) -> list[PastCall]:
    """Calls of two years and some from long ago, oldest first; now and then somebody had to come again."""
    made = []
    for number in range(count):
        at, door = NEWEST - timedelta(days=(count - number) * 11, hours=number % 7), doors[number % len(doors)]
        made.append(PastCall(at, door, "nothing" if number % CHECK_EACH == 2 else _trouble(door, number - number // CHECK_EACH)))
        if later := AGAIN.get(number):
            made.append(PastCall(at + timedelta(days=later[0]), door, later[1]))
    for number, years in WORN_YEARS.items():
        made += [PastCall(NEWEST - timedelta(days=round(365 * ago)), doors[number], "spring_broken") for ago in (years, 0.2)]
    return sorted(made, key=lambda one: one.at)


def _trouble(door: Door, place: int) -> str:
    """What is wrong, from a place of the list on, that this door can have."""
    place %= len(TROUBLES)
    return next(one for one in TROUBLES[place:] + TROUBLES if can_stand_on(door.door_record, one.split("+")))


def make_past(doors: list[Door], count: int, chance: random.Random) -> None:
    """Write past calls, so many besides those that came of others and those from long ago."""
    for number, past in enumerate(_past_calls(doors, count)):
        _make(past, number, chance)


def _make(past: PastCall, number: int, chance: random.Random) -> None:
    """A call as it goes with a technician who does what the page says, on a door that really has what is wrong."""
    by, record, name = chance.choice(DEMO_ACCOUNTS[:2]).name, past.door.door_record, f"past {number}"
    if past.cause == "nothing":
        _check(past.door, name, by, past.at, chance.uniform(0, 0.03))
        return
    causes = past.cause.split("+")
    sites = (garage_on(record, 1847 + 10 * number + more, causes, SAID.get(past.cause, "")) for more in range(SEEDS))
    visits = (technician_at(site, by, past.at).walk() for site in sites)
    visit = next((one for one in visits if one.call.closed), None)
    assert visit is not None, f"No call at {past.door.name} for {past.cause} comes to its end."
    keep_call(past.door, name, visit.log, past.at)


def make_yearly(door: Door) -> None:
    """A busy door whose springs tire: read with a gauge every year."""
    for year in range(YEARS):
        _check(door, f"yearly {year}", DEMO_ACCOUNTS[year % 2].name, NEWEST - timedelta(days=365 * (YEARS - year)), LOSS_PER_YEAR * year)


def _check(door: Door, name: str, by: str, started: datetime, tired: float) -> None:
    """A door with nothing wrong, read with a gauge, its springs having lost a share of their pull."""
    visit = visit_at(door.door_record, name.replace(" ", "-"), by, started)
    arrive(visit, "check", "nothing")
    read_with_gauge(visit, door.door_record, 15.0, tired)
    close(visit, CHECKED)
    keep_call(door, name, visit.log, started)
