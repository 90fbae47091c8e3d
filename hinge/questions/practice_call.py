"""What is answered for a practice call: how the simulated site stands, and how the visit went against a good technician's."""

from __future__ import annotations

from hinge.call.facts import Call
from hinge.errors import HingeError
from hinge.practice.garage import Garage
from hinge.practice.technician import Advised, Advisers, Technician
from hinge.practice.visit import PracticeVisit
from hinge.questions.of_call import balance_of, sizing_of


def option_of(call: Call) -> str | None:
    """The first option of what is proposed for the door of a call; None where nothing is."""
    try:
        answer = sizing_of(call)
    except HingeError:
        return None
    if answer.torsion is not None:
        return answer.torsion.sets[0].id if answer.torsion.sets else None
    return answer.extension.schools[0].option if answer.extension is not None else None


def advised_of(call: Call) -> Advised | None:
    """What the readings of a call advise; None while what carries the door is not known."""
    found = balance_of(call)
    if found is None:
        return None
    advice = found.answer.advice
    weight_lb = found.answer.weight_lb.likely
    return Advised(advice.kind, advice.next_height_in, found.trims[0].targets if found.trims else {}, weight_lb)


def good_visit(garage: Garage) -> Technician:
    """A visit as one walks it who does what the page says, to its close."""
    technician = Technician(PracticeVisit.at(garage), Advisers(option_of, advised_of))
    technician.walk()
    return technician
