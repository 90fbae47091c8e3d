"""Each question answered: document in, document out."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import asdict, dataclass

import numpy as np
from pydantic import BaseModel, ValidationError

from hinge.balance.advice import advise
from hinge.balance.fit import FRICTION_MEDIAN_LB, Hung
from hinge.door.lift import joint_places, required_lift
from hinge.door.track import path_of
from hinge.errors import BadInput, OutOfRange
from hinge.questions import answers, documents
from hinge.sizing.carries import carried_by, verdict_against
from hinge.sizing.evaluate import Profile, net_hand_force, profile
from hinge.sizing.search import SpringSet, Wanted, find_sets, judge_springs
from hinge.springs.identify import identify_wire, neighbours
from hinge.springs.life import distance_from_published, life_range
from hinge.springs.torsion import (
    BAR_IN,
    TorsionSpring,
    bar_force,
    bending_stress,
    build_torsion,
    inner_fibre_factor,
    stored_energy,
    wound_inside_diameter,
    wound_length,
)
from hinge.springs.wire import material_named, stock

SHAFT_ABOVE_TRACK_IN, SHAFT_FROM_DOOR_IN = 4.5, 3.4  # usual end bearing plate; common practice, for drawing only


@dataclass(frozen=True)
class Question:
    """A question by name: its documents in and out, and how it is answered."""

    takes: type[documents.Document]
    gives: type[BaseModel]
    answer: Callable[..., BaseModel]


def ask(name: str, document: object) -> BaseModel:
    """Answer one question.

    Parameters: `name` of a question; `document` as parsed from JSON. Returns the answer's model.
    Raises HingeError: BadInput for an unknown question or a malformed document.
    """
    question = QUESTIONS.get(name)
    if question is None:
        raise BadInput(f"There is no question called {name!r}.", "question", name, ", ".join(QUESTIONS), "")
    try:
        asked = question.takes.model_validate(document)
    except ValidationError as wrong:
        raise first_mistake(wrong) from wrong
    return question.answer(asked)


def first_mistake(wrong: ValidationError) -> BadInput:
    """The first mistake of a malformed document in the one error shape."""
    mistake = wrong.errors(include_url=False)[0]
    field = ".".join(str(part) for part in mistake["loc"])
    value = mistake["input"] if isinstance(mistake["input"], str | int | float | bool | None) else None
    value = str(value) if isinstance(value, float) and not math.isfinite(value) else value
    allowed = "only the fields the schema names" if mistake["type"] == "extra_forbidden" else mistake["msg"]
    unit = next((unit for unit in ("in", "lb") if field.endswith(f"_{unit}")), "")
    return BadInput(f"{field or 'The document'}: {mistake['msg']}.", field, value, allowed, unit)


def _lift(asked: documents.LiftQuestion) -> answers.LiftAnswer:
    lift = required_lift(asked.door.build(), asked.track.build(), np.asarray(asked.positions_in))
    return answers.LiftAnswer(required_lift_lb=lift.tolist())


def _torsion(asked: documents.TorsionQuestion) -> answers.TorsionAnswer:
    spring = build_torsion(asked.wire_in, asked.inside_diameter_in, asked.length_in, asked.material, asked.dead_coils)
    answer = answers.TorsionAnswer(rate_lbin_per_turn=spring.rate_lbin_per_turn, active_coils=spring.active_coils)
    if asked.turns is None:
        return answer
    from_turns = _wound(spring, asked.turns, asked.bar_in)
    return answer.model_copy(update=from_turns)


def _wound(spring: TorsionSpring, turns: float, bar_in: float) -> dict[str, object]:
    if not 0 < turns <= 60:
        raise OutOfRange(f"{turns:g} turns is outside what a spring is wound.", "turns", turns, "over 0 to 60", "turns")
    torque = spring.rate_lbin_per_turn * turns
    stress = float(bending_stress(torque, spring.wire_in))
    factor = float(inner_fibre_factor(spring.wire_in, spring.inside_diameter_in))
    material = material_named(spring.material)
    return {
        "torque_lbin": torque,
        "stress_psi": stress,
        "inner_stress_psi": stress * factor,
        "life_cycles": answers.LifeOut(**asdict(life_range(stress, spring.wire_in, material))),
        "stress_over_published_at_1e5": distance_from_published(spring.wire_in, material, factor),
        "wound_length_in": float(wound_length(spring.length_in, spring.wire_in, turns)),
        "wound_inside_diameter_in": float(wound_inside_diameter(spring, turns)),
        "energy_ftlb": stored_energy(spring.rate_lbin_per_turn, turns),
        "bar_force_lb": bar_force(torque, bar_in),
        "bar_in": bar_in,
    }


def _size(asked: documents.SizeQuestion) -> answers.SizeAnswer:
    on = (asked.door.build(), asked.track.build(), asked.drum.build())
    wanted = Wanted(cycles=asked.cycles, **asked.options.model_dump())
    found = find_sets(*on, wanted)
    there = [spring.build(f"on_door.{place}.") for place, spring in enumerate(asked.on_door or [])]
    return answers.SizeAnswer(
        ideal=answers.IdealOut(
            rate_lbin_per_turn=found.ideal.rate_lbin_per_turn, turns=found.ideal.turns, quarter_turns=found.ideal.quarter_turns
        ),
        found=found.found,
        sets=[_set_out(one, [_spring_out(one.spring, one.count)]) for one in found.sets],
        on_door=_set_out(judge_springs(there, *on), asked.on_door or []) if there else None,
        usual_friction_lb=FRICTION_MEDIAN_LB,
    )


def _spring_out(spring: TorsionSpring, count: int) -> documents.SpringIn:
    return documents.SpringIn(**asdict(spring), count=count)


def _set_out(one: SpringSet, springs: list[documents.SpringIn]) -> answers.SetOut:
    turns = one.quarter_turns / 4
    torque = one.spring.rate_lbin_per_turn * turns
    hot, heavy = one.profile.worst_hot, one.profile.worst_heavy
    return answers.SetOut(
        springs=springs,
        rate_lbin_per_turn=one.rate_lbin_per_turn,
        rate_error=one.rate_error,
        quarter_turns=one.quarter_turns,
        stress_psi=one.stress_psi,
        life_cycles=answers.LifeOut(**asdict(one.life)),
        worst_hot_lb=hot.force_lb,
        worst_hot_height_in=hot.height_in,
        worst_heavy_lb=heavy.force_lb,
        worst_heavy_height_in=heavy.height_in,
        torque_lbin=torque,
        bar_force_lb=bar_force(torque, BAR_IN),
        bar_in=BAR_IN,
        wound_length_in=float(wound_length(one.spring.length_in, one.spring.wire_in, turns)),
        energy_ftlb=stored_energy(one.spring.rate_lbin_per_turn, turns),
        reasons=list(one.reasons),
        profile=_profile_out(one.profile),
    )


def _profile_out(line: Profile) -> answers.ProfileOut:
    return answers.ProfileOut(positions_in=line.positions_in.tolist(), net_hand_force_lb=line.net_lb.round(3).tolist())


def _balance(asked: documents.BalanceQuestion) -> answers.BalanceAnswer:
    hung = asked.build()
    net = net_hand_force(hung.door, hung.track, hung.drum, hung.rate_lbin_per_turn, hung.turns, np.asarray(asked.positions_in))
    return answers.BalanceAnswer(net_hand_force_lb=net.tolist())


def _trim(asked: documents.TrimQuestion) -> answers.TrimAnswer:
    hung = asked.build()
    count = sum(spring.count for spring in asked.springs)
    fit, advice = advise(hung, [reading.build() for reading in asked.readings], count, asked.weight_sd_lb)
    return answers.TrimAnswer(
        weight_lb=answers.EstimateOut(**asdict(fit.weight_lb)),
        turn_error=answers.EstimateOut(**asdict(fit.turn_error)),
        friction_lb=answers.EstimateOut(**asdict(fit.friction_lb)),
        advice=answers.AdviceOut(**asdict(advice)),
        fitted=_profile_out(_fitted_line(hung, fit.weight_lb.likely, fit.turn_error.likely)),
    )


def _fitted_line(hung: Hung, weight_lb: float, turn_error: float) -> Profile:
    share = weight_lb / hung.door.weight_lb
    # P is linear in weight: a door `share` times as heavy on the same springs.
    line = profile(hung.door, hung.track, hung.drum, hung.rate_lbin_per_turn / share, hung.turns + turn_error)
    return Profile(line.positions_in, line.net_lb * share)


def _carries(asked: documents.CarriesQuestion) -> answers.CarriesAnswer:
    built = [spring.build(f"springs.{place}.") for place, spring in enumerate(asked.springs)]
    rate = sum(spring.rate_lbin_per_turn * count for spring, count in built)
    carried = carried_by(rate, asked.door.build(), asked.track.build(), asked.drum.build())
    scale = asked.door.scale_weight_lb
    difference, verdict = verdict_against(carried.sprung_weight_lb, scale) if scale else (None, None)
    return answers.CarriesAnswer(rate_lbin_per_turn=rate, **asdict(carried), difference=difference, verdict=verdict)


def _identify(asked: documents.IdentifyQuestion) -> answers.IdentifyAnswer:
    readings = {10: asked.ten_coils_in, 20: asked.twenty_coils_in}
    sizes = stock().wire_in
    found = identify_wire({count: length for count, length in readings.items() if length is not None}, sizes)
    likeliest = found.candidates[0].wire_in
    inside, length = asked.inside_diameter_in, asked.length_in

    def rate_of(wire_in: float) -> float | None:
        if inside is None or length is None:
            return None
        return build_torsion(wire_in, inside, length, asked.material).rate_lbin_per_turn

    rate = rate_of(likeliest)
    others = [(wire, rate_of(wire)) for wire in neighbours(likeliest, sizes)]
    return answers.IdentifyAnswer(
        measured_wire_in=found.measured_wire_in,
        candidates=[answers.WireOut(**asdict(one)) for one in found.candidates],
        sure=found.sure,
        neighbours=[answers.NeighbourOut(wire_in=wire, rate_error=other / rate - 1 if rate and other else None) for wire, other in others],
        rate_lbin_per_turn=rate,
    )


def _side_view(asked: documents.SideViewQuestion) -> answers.SideViewAnswer:
    door, track, drum = asked.door.build(), asked.track.build(), asked.drum.build()
    path = path_of(door, track)
    places = joint_places(door, track, np.asarray(asked.positions_in)).round(3)
    return answers.SideViewAnswer(
        kind="standard",
        vertical_in=path.vertical_in,
        radius_in=path.radius_in,
        level_to_in=path.radius_in + door.height_in,
        shaft=answers.PlaceOut(x_in=SHAFT_FROM_DOOR_IN, z_in=path.level_in + SHAFT_ABOVE_TRACK_IN),
        drum_radius_in=drum.radius_in,
        joints=[[answers.PlaceOut(x_in=x, z_in=z) for x, z in joints] for joints in places.tolist()],
    )


QUESTIONS: dict[str, Question] = {
    "lift": Question(documents.LiftQuestion, answers.LiftAnswer, _lift),
    "torsion": Question(documents.TorsionQuestion, answers.TorsionAnswer, _torsion),
    "size": Question(documents.SizeQuestion, answers.SizeAnswer, _size),
    "balance": Question(documents.BalanceQuestion, answers.BalanceAnswer, _balance),
    "trim": Question(documents.TrimQuestion, answers.TrimAnswer, _trim),
    "carries": Question(documents.CarriesQuestion, answers.CarriesAnswer, _carries),
    "identify": Question(documents.IdentifyQuestion, answers.IdentifyAnswer, _identify),
    "side_view": Question(documents.SideViewQuestion, answers.SideViewAnswer, _side_view),
}
