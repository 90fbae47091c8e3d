"""What can be wrong with what a person gave, said so that the person can mend it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Self

from hinge.text.marks import number, say_amount, say_size
from hinge.text.render import READERS, render


@dataclass
class HingeError(Exception):
    """Something the core cannot go on with.

    `field` is the path of the value in the document, `value` what was given, `allowed` the range
    or form that would do, `unit` the unit both are in, `message` one sentence for the person.
    """

    message: str
    field: str = ""
    value: object = None
    allowed: str = ""
    unit: str = ""

    code = "error"

    def __str__(self) -> str:
        # For logs and programmers; a person gets the message in their own units.
        return render(self.message, READERS["trade"])

    def with_field(self, field: str) -> Self:
        """The same refusal of the value at another path."""
        return type(self)(self.message, field, self.value, self.allowed, self.unit)

    def as_document(self) -> dict[str, object]:
        """The one error shape: code, message, field, value, allowed and unit, all plain JSON."""
        return {
            "code": self.code,
            "message": self.message,
            "field": self.field,
            "value": self.value,
            "allowed": self.allowed,
            "unit": self.unit,
        }


class BadInputError(HingeError):
    """The value cannot be read at all."""

    code = "bad_input"


class OutOfRangeError(HingeError):
    """The value reads well but lies outside what is allowed or what the model covers."""

    code = "out_of_range"


class ContradictionError(HingeError):
    """Two values that are each fine cannot both be true."""

    code = "contradiction"


class GateNotMetError(HingeError):
    """A safety gate stands open, so the step after it may not be recorded."""

    code = "gate_not_met"


class OutOfStepError(HingeError):
    """The entry was written against a state that is no longer the call's state."""

    code = "out_of_step"


def require_between(field: str, value: float, low: float, high: float, unit: str) -> None:
    """Refuse a value outside [low, high]; `unit` is the unit of all three."""
    if not low <= value <= high:
        raise outside(field, value, low, high, unit)


def outside(field: str, value: float, low: float, high: float, unit: str) -> OutOfRangeError:
    """The refusal of a value outside [low, high]; `unit` is the unit of all three."""
    name = next(part for part in reversed(["value", *field.split(".")]) if part and not part.isdigit())
    name = name.removesuffix(f"_{unit}").replace("_", " ")
    said = say_size(value, unit) if isinstance(value, int | float) and abs(value) < 1e15 else f"That many {unit}".strip()
    return OutOfRangeError(
        f"{name.capitalize()} of {said} is outside {say_amount(low, unit)} to {say_size(high, unit)}.",
        field,
        value if isinstance(value, int | float) and abs(value) < 1e15 else str(value)[:40],
        f"{number(low)} to {number(high)}",
        unit,
    )
