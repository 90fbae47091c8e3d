"""What each stroke of the bar does to a cone: its pull, what it stores, and what can be seen on the spring."""

from __future__ import annotations

from pydantic import BaseModel

from hinge.call.counterbalance import CounterbalanceState
from hinge.carriers.carrier import Part
from hinge.carriers.torsion import hand_of
from hinge.springs.torsion import BAR_IN, SpringKind, bar_force, stored_energy, wound_length
from hinge.springs.words import quarters_words
from hinge.text.marks import say_length

UP = "On the usual layout the bar goes up and the coil closes: the spring grows longer. Shorter or fatter means stop."
DOWN = "On the usual layout the bar comes down with the load on it: the spring grows shorter as it opens."
UP_REVERSED = "The other way round than usual: wind so that the coil closes and the spring grows longer. Shorter or fatter means stop."
DOWN_REVERSED = "The other way round than usual: feel which way the load pulls the bar before a screw is loosened."


class Stroke(BaseModel):
    """A cone at a count: torque [lb·in], force on the bar [lb] and energy in it [ft·lb]; what chalk line and tape show then."""

    torque_lbin: float
    bar_force_lb: float
    energy_ftlb: float
    chalk_line: str
    length: str


def strokes_of(line: CounterbalanceState, part: Part, most: int) -> list[Stroke]:
    """A cone from slack to `most` quarter-turns; nothing where its springs are not known."""
    springs = _springs(line, part)
    rate = sum(spring.rate_lbin_per_turn for spring in springs)
    return [_stroke(springs[0], rate, count) for count in range(most + 1)] if springs else []


def aim_words(target: int | None, suits: int | None) -> str:
    """A target [quarter-turns] beside the count that `suits` the door; nothing where either is not known, or all is let down."""
    if not target or suits is None:
        return ""
    more = target - suits
    if not more:
        return f"{target} is what suits this door as measured."
    count = "1 quarter-turn" if abs(more) == 1 else f"{abs(more)} quarter-turns"
    return f"{target} is {count} {'over' if more > 0 else 'under'} what suits this door as measured, {suits}."


def way_words(line: CounterbalanceState, part: Part, up: bool, turned_round: bool = False) -> str:
    """Which hand a cone's spring has and which way its bar goes; `turned_round` where left and right are wound the other way.

    Source: common practice, from memory.
    """
    if not line.carrier.winds:
        return ""
    hand = "" if part == "single" else f"{hand_of(part, turned_round).capitalize()}-hand wound. "
    return hand + ((UP_REVERSED if up else DOWN_REVERSED) if turned_round else (UP if up else DOWN))


def _springs(line: CounterbalanceState, part: Part) -> list[SpringKind]:
    """The spring a cone turns, and the one inside it."""
    return line.on.springs_by_part().get(part, []) if line.on else []


def _stroke(spring: SpringKind, rate: float, count: int) -> Stroke:
    turns = count / 4
    return Stroke(
        torque_lbin=round(rate * turns, 1),
        bar_force_lb=round(bar_force(rate * turns, BAR_IN), 1),
        energy_ftlb=round(stored_energy(rate, turns), 1),
        chalk_line=f"{quarters_words(count)} round",
        length=say_length(float(wound_length(spring.length_in, spring.wire_in, turns))),
    )
