"""From the fit to one sentence: leave it, trim it, resize it, free it up, or read once more."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from hinge.balance import case as evidence
from hinge.balance.case import CONVINCED, DOUBTED, FEW, LIKELY, LOOKED_FOR, MOST, SURE, Case
from hinge.balance.fit import DoorAssembly, Fit, fit_readings
from hinge.balance.readings import Reading, seen_once
from hinge.balance.wording import caution_sentence, resize_sentence, say, trim_sentence
from hinge.springs.counterbalance import StepKind
from hinge.text.marks import say_length, say_size

AdviceKind = Literal["leave", "trim", "resize", "free_up", "measure_more"]
# EN 12604 gives 150 N (33.7 lb) for private doors worked by hand, 260 N (58.4 lb) for others (memory).
FRICTION_LIMIT_LB, HEAVY_LIMIT_LB = 30.0, 52.0


@dataclass(frozen=True)
class Advice:
    """What to do next. `steps` is signed, + = more, in the `step` the kind is trimmed by; heights [in].

    `caution` stands above it where something is to be done. `surprise` names a reading that is not what the springs, as they
    are said to be, would do; empty where there is none. `pull_at_in`: where a hook gauge would tell what the drag may hide,
    where nothing more is asked for; `offer` says so.
    """

    kind: AdviceKind
    steps: int
    sentence: str
    next_height_in: float | None = None
    surprise: str = ""
    pull_at_in: float | None = None
    offer: str = ""
    step: StepKind = "quarter_turn"
    caution: str = ""


def advise(
    hung: DoorAssembly, readings: list[Reading], spring_count: int = 2, weight_sd_lb: float | None = None, offs: list[float] | None = None
) -> tuple[Fit, Advice]:
    """Fit the readings and say what follows from them.

    Parameters: as `fit_readings`; `weight_sd_lb` [lb]; `spring_count` springs on the shaft, for the wording.
    Raises OutOfRangeError for a height off the travel.
    """
    fit = fit_readings(hung, readings, weight_sd_lb, offs)
    readings, settings = seen_once(readings, offs)
    # What a toss tells is in the fit; where a door holds is only seen where it was let go.
    now = [reading for reading, off in zip(readings, settings, strict=True) if not off and not reading.tossed]
    told = fit_readings(hung, [], weight_sd_lb).doors
    case = Case(hung, readings, now, fit, spring_count, evidence.surprise_of(hung, now, told), evidence.unbelieved_hold(hung, now, told))
    advice = next(advice for rule in RULES if (advice := rule(case)) is not None)
    if advice.kind == "leave":
        advice = _with_offer(hung, readings, advice)
    step = hung.carrier.step.kind
    return fit, replace(advice, step=step, caution=caution_sentence(step) if advice.kind == "trim" else "")


def _nothing_read(case: Case) -> Advice | None:
    return None if case.current else _read_at(case, evidence.first_height(case.hung), "first")


def _drags(case: Case) -> Advice | None:
    doors, limit = case.fit.doors, min(case.hung.heft * FRICTION_LIMIT_LB, HEAVY_LIMIT_LB)
    if doors.chance(doors.friction_lb > limit) <= SURE:
        return None
    if not any(reading.force_lb is not None for reading in case.readings):
        # Holding alone tells less of drag than of what the file says: a gauge tells.
        guessed = say_size(case.fit.friction_lb.likely, "lb", 0)
        few = not case.enough
        return _read_at(case, evidence.first_height(case.hung), "drags_perhaps", friction=guessed) if few and case.heard_once else None
    return Advice("free_up", 0, say("drags", friction=say_size(case.fit.friction_lb.likely, "lb", 0)))


def _contradicted(case: Case) -> Advice | None:
    height = evidence.read_both_ways(case.current) if len(case.current) < MOST else None
    return None if height is None else replace(_read_at(case, height, "both_ways"), surprise="")


def _wrong_carrier(case: Case) -> Advice | None:
    limit = DOUBTED if case.enough else CONVINCED
    if case.holding or not evidence.spread_out(case.hung, case.readings) or case.wrong <= limit:
        return None
    tilt_lb = float(evidence.tilt_lb(case.hung, case.doors.weight_lb, case.doors.pull).mean())
    return Advice("resize", 0, resize_sentence(case.hung, case.fit, tilt_lb, case.wrong > SURE), surprise=case.surprise)


def _holds_against_the_file(case: Case) -> Advice | None:
    """A door that holds where what hangs there cannot hold it: it is locked, held by something, or not what its file says."""
    if case.unbelieved is None:
        return None
    if case.enough:
        return Advice("measure_more", 0, say("disagree"), surprise=case.surprise)
    height_in, net_lb = case.unbelieved
    values = {"net": say_size(abs(net_lb), "lb", 0), "hand": say_size(FRICTION_LIMIT_LB, "lb", 0)}
    return _read_at(case, height_in, f"held_{'heavy' if net_lb > 0 else 'hot'}", **values)


def _holds_where_it_must(case: Case) -> Advice | None:
    if not case.heard or not case.holding or case.hidden:
        return None
    sure = case.pulled or case.enough or evidence.holding_fraction(case.hung, case.doors) > LIKELY
    return _leave(case, say("leave.holds")) if sure else None


def _not_heard_since_the_trim(case: Case) -> Advice | None:
    """Trimmed once already: the ends of the travel tell wrong springs from a wrong setting."""
    if len(case.current) == len(case.readings) or evidence.heard_everywhere(case.hung, case.readings):
        return None
    return _read_at(case, evidence.most_telling_height(case.hung, case.readings, case.current, case.doors), "before_trim")


def _trim(case: Case) -> Advice | None:
    seen = case.pulled or not case.holding
    if not case.steps or not seen or evidence.against_motion(case.current, case.steps) or not evidence.worth_a_trim(case.trims, case.steps):
        return None
    sentence = trim_sentence(case.hung.carrier.step.kind, case.steps, case.spring_count)
    return Advice("trim", case.steps, sentence, surprise=case.surprise)


def _set_right(case: Case) -> Advice | None:
    return _leave(case, say("leave.nearest")) if case.heard and evidence.settled_by_setting(case.trims, case.current) else None


def _seen_to_hold(case: Case) -> Advice | None:
    done = (case.heard and (case.enough or not case.steps)) or len(case.current) >= MOST
    if not done or not evidence.seen_to_hold(case.hung, case.current):
        return None
    crept = bool(evidence.moves(evidence.in_band(case.hung, case.current)))
    return _leave(case, say(f"leave.{'band_nearly' if crept else 'band'}", band=case.hung.holds_at.words))


def _read_often(case: Case) -> Advice | None:
    if len(case.current) < MOST:
        return None
    looked_for = case.wrong < DOUBTED and evidence.set_right(case.trims) and len(case.current) < MOST + LOOKED_FOR
    height = evidence.likeliest_hold(case.hung, case.current, case.doors) if looked_for else None
    if height is None:
        return Advice("measure_more", 0, say("disagree"), surprise=case.surprise)
    return _read_at(case, height, "hardly_stands", band=case.hung.holds_at.words)


def _not_read_where_it_must_hold(case: Case) -> Advice | None:
    return None if evidence.in_band(case.hung, case.current) else _read_at(case, evidence.first_height(case.hung), "where_it_must_hold")


def _unsettled(case: Case) -> Advice:
    return _read_at(case, evidence.most_telling_height(case.hung, case.current, case.current, case.doors), "unsettled")


# The first rule that has something to say says it.
RULES: tuple[Callable[[Case], Advice | None], ...] = (
    _nothing_read,
    _contradicted,
    _holds_against_the_file,
    _drags,
    _wrong_carrier,
    _holds_where_it_must,
    _not_heard_since_the_trim,
    _trim,
    _set_right,
    _seen_to_hold,
    _read_often,
    _not_read_where_it_must_hold,
    _unsettled,
)


def _leave(case: Case, sentence: str) -> Advice:
    return Advice("leave", 0, sentence, surprise=case.surprise)


def _read_at(case: Case, height_in: float, why: str, **values: str) -> Advice:
    height = round(height_in)
    sentence = say(f"read.{why}", height=say_length(height, feet=True), **values)
    return Advice("measure_more", 0, sentence, float(height), case.surprise)


def _with_offer(hung: DoorAssembly, readings: list[Reading], advice: Advice) -> Advice:
    """Holding says no more than that less is wrong than it drags: where that is nearly all that is known, a pull would tell the rest."""
    if len(readings) >= FEW or evidence.pulled_both_ways(readings):
        return advice
    at = float(round(evidence.first_height(hung)))
    return replace(advice, pull_at_in=at, offer=say("offer", height=say_length(at, feet=True)))
