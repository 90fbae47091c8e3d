"""A counterweight: plates on a strap that winds on a hub of the shaft."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any, ClassVar, Literal, Self

from hinge.carriers.carrier import Carrier, Counts, Part
from hinge.document import read
from hinge.errors import ContradictionError, HingeError
from hinge.measure.fields import Measured, choice_of, number_of
from hinge.springs.counterbalance import CHEST_HEIGHT, Band
from hinge.springs.counterweight import Hub, Stack, UsualHub, usual_hubs
from hinge.springs.words import plate_parts, plate_words, stack_id, stack_words
from hinge.stock.lists import Lists

SIZES = ("large", "small")
PLATES = ("large_plates", "small_plates")
HUB_BY_NAME = ("hub_core_in", "strap_in")
HUB = (*HUB_BY_NAME, "hub_turns")
OPTION = re.compile(r"stack-(\d{1,3})-(\d{1,3})")


class Counterweight(Carrier):
    """A stack of plates on its hub; None while nobody looked at it."""

    kind: Literal["counterweight"] = "counterweight"
    stack: Stack | None = None

    parts: ClassVar[Mapping[Part, str]] = {"large": "Large plates", "small": "Small plates"}
    unit: ClassVar[str] = "plates"
    one_unit: ClassVar[str] = "plate"
    largest_step: ClassVar[int] = 400  # plates are lifted by hand, as many as it takes
    needs_drums: ClassVar[str] = "A counterweight needs"
    tells: ClassVar[frozenset[str]] = frozenset({*PLATES, "large_plate_lb", "small_plate_lb"})
    shown_by: ClassVar[tuple[str, ...]] = ("large_plates",)
    holds_at: ClassVar[Band] = CHEST_HEIGHT
    to_size: ClassVar[str] = "Size the stack"
    alone: ClassVar[str] = "on its stack alone"
    pieces: ClassVar[str] = "plates"
    each: ClassVar[str] = "the stack"

    @classmethod
    def from_measured(cls, measured: Measured) -> Self | None:
        """A stack by its plates, once its hub is known."""
        whole = all(name in measured for name in PLATES) and cls.needed(measured) <= measured.keys()
        return read(cls, {"stack": {"plates": _plates(measured), "hub": _hub(measured)}}) if whole else None

    @classmethod
    def of_option(cls, option: str, measured: Measured, lists: Lists) -> Self | None:
        """So many plates of what one was measured to weigh."""
        match = OPTION.fullmatch(option)
        if match is None:
            return None
        plates = _plates({**measured, "large_plates": float(match[1]), "small_plates": float(match[2])})
        return read(cls, {"stack": {"plates": plates, "hub": hub_of(measured)}})

    @classmethod
    def of_older(cls, parts: Mapping[str, Any]) -> dict[str, Any] | None:
        """Its stack."""
        return {"stack": parts["counterweight"]} if parts.get("counterweight") is not None else None

    @classmethod
    def needed(cls, measured: Measured) -> set[str]:
        """The numbers of its hub; where that is one of the usual ones, only the strap on it."""
        return set(HUB) - (set(HUB_BY_NAME) if usual_hub_of(measured) else set())

    @property
    def is_known(self) -> bool:
        """Whether the stack is."""
        return self.stack is not None

    @property
    def option(self) -> str:
        """Its plates."""
        return stack_id(self.stack.plates) if self.stack else ""

    @property
    def words(self) -> str:
        """Its plates and what they weigh."""
        return stack_words(self.stack) if self.stack else ""

    def standing(self, counts: Counts, first: int | None) -> Self:
        """So many plates of either size."""
        if self.stack is None:
            return self
        plates = self.stack.plates.model_copy(update={part: counts.get(part) or 0 for part in SIZES})
        return self.model_copy(update={"stack": self.stack.model_copy(update={"plates": plates})})

    def counts_found(self, begin: int | None) -> dict[Part, int | None]:
        """Plates of either size."""
        return {part: getattr(self.stack.plates, part) for part in SIZES} if self.stack else {}

    def hung_parts(self) -> dict[str, Any] | None:
        """The stack."""
        return {"counterweight": self.stack} if self.stack else None

    def more_than(self, now: Carrier) -> float | None:
        """In pounds of plates, on the same hub."""
        if not isinstance(now, Counterweight) or self.stack is None or now.stack is None:
            return None
        return self.stack.plates.weight_lb - now.stack.plates.weight_lb if self.stack.hub == now.stack.hub else None

    def trimmed_parts(self) -> tuple[Part, ...]:
        """The small plates."""
        return ("small",) if self.stack else ()

    def named_pieces(self, there: Carrier | None) -> dict[str, int]:
        """The plates that did not hang there."""
        wanted = plate_parts(self.stack.plates) if self.stack else {}
        had = plate_parts(there.stack.plates) if isinstance(there, Counterweight) and there.stack else {}
        return {name: more for name, pieces in wanted.items() if (more := pieces - had.get(name, 0)) > 0}

    def plan_words(self, quarter_turns: int | None) -> dict[str, str]:
        """The plates to stack; [quarter-turns] are nothing to them."""
        return {"plates": plate_words(self.stack.plates) if self.stack else "the plates"}

    def require_set(self, where: str) -> None:
        """At least one plate."""
        if self.stack is not None and self.stack.plates.weight_lb <= 0:
            raise ContradictionError("A stack has at least one plate.", where, None, "one plate or more")


KIND = Counterweight


def hub_of(measured: Measured) -> Hub | None:
    """The strap hub as measured, or None while a number of it is missing or out of all bounds."""
    try:
        return read(Hub, _hub(measured)) if Counterweight.needed(measured) <= measured.keys() else None
    except HingeError:
        return None


def usual_hub_of(measured: Measured) -> UsualHub | None:
    """The hub this one is taken for where its own numbers are not measured."""
    return usual_hubs().get(choice_of(measured, "usual_hub"))


def _plates(measured: Measured) -> dict[str, Any]:
    counts = {size: int(number_of(measured, name) or 0) for size, name in zip(SIZES, PLATES, strict=True)}
    weights = {name: number_of(measured, f"{size}_plate_lb") for size, name in (("large", "large_lb"), ("small", "small_lb"))}
    return counts | {name: weight for name, weight in weights.items() if weight is not None}


def _hub(measured: Measured) -> dict[str, Any]:
    usual, (core, strap, turns) = usual_hub_of(measured), (number_of(measured, name) for name in HUB)
    core = usual.core_radius_in if core is None and usual else core
    strap = usual.strap_in if strap is None and usual else strap
    start = number_of(measured, "strap_start_in") or 0.0
    return {"core_radius_in": None if core is None else core + start, "strap_in": strap, "turns": turns}
