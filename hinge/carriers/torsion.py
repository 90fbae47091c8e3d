"""Torsion springs on a shaft: cones that are wound by quarter-turns."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, ClassVar, Literal, Self

from pydantic import AfterValidator, Field

from hinge.carriers.carrier import Carrier, Counts, Part
from hinge.document import Between, read
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import BadInputError, ContradictionError
from hinge.measure.fields import Measured, choice_of, number_of
from hinge.sizing.sets import evaluate_set, lives, requirements_of
from hinge.springs.drums import Drum
from hinge.springs.life import Life
from hinge.springs.torsion import SpringKind, bending_stress, on_one_shaft, overload_words
from hinge.springs.wire import material_named
from hinge.springs.words import names_set, set_id, set_of, set_words, turns_words
from hinge.stock.lists import Lists

Cone = Literal["single", "left", "right", "left_outer", "right_outer"]
# The winding cones of so many springs. Three are never picked, but a door may have them.
CONES: dict[int, tuple[Cone, ...]] = {
    1: ("single",),
    2: ("left", "right"),
    3: ("left", "left_outer", "right"),
    4: ("left", "left_outer", "right", "right_outer"),
}
ON_THE_RIGHT: tuple[Cone, ...] = ("right", "right_outer")
PICKED, MOST_KINDS = (1, 2, 4), 2
MOST_QUARTERS = 160
Turns = Annotated[int, Between(0, MOST_QUARTERS, "quarter-turns")]
SIZES = ("wire_in", "inside_diameter_in", "length_in")
COUNT = "spring_count"
OTHER_SIZES = ("other_wire_in", "other_inside_diameter_in", "other_length_in")


class Torsion(Carrier):
    """Torsion springs with the quarter-turns on each cone (None: unknown)."""

    kind: Literal["torsion"] = "torsion"
    springs: Annotated[list[SpringKind], Field(max_length=4), AfterValidator(on_one_shaft)] = []
    duplex: bool = False
    cones: dict[Cone, Turns | None] = {}

    parts: ClassVar[Mapping[Part, str]] = {
        "single": "Spring",
        "left": "Left spring",
        "right": "Right spring",
        "left_outer": "Far left spring",
        "right_outer": "Far right spring",
    }
    unit: ClassVar[str] = "quarter-turns"
    one_unit: ClassVar[str] = "quarter-turn"
    largest_step: ClassVar[int] = 2  # one stroke of the bar is a quarter- or a half-turn
    most: ClassVar[int | None] = MOST_QUARTERS
    winds: ClassVar[bool] = True
    needs_drums: ClassVar[str] = "Torsion springs need"
    tapers: ClassVar[bool] = True  # the strap of a counterweight does what a taper does for springs
    tells: ClassVar[frozenset[str]] = frozenset({*SIZES, COUNT, "nesting", *OTHER_SIZES})
    shown_by: ClassVar[tuple[str, ...]] = (*SIZES, COUNT)
    broken: ClassVar[str] = "spring_broken"
    to_size: ClassVar[str] = "Size the springs"
    alone: ClassVar[str] = "on its springs alone"
    pieces: ClassVar[str] = "springs"
    each: ClassVar[str] = "each spring"

    @classmethod
    def from_measured(cls, measured: Measured) -> Self | None:
        """Springs by size and count; of two kinds the second is the odd one, or sits inside."""
        if any(name not in measured for name in (*SIZES, COUNT)):
            return None
        sizes, count = _sized(measured, SIZES), int(number_of(measured, COUNT) or 0)
        nested = choice_of(measured, "nesting") == "nested"
        if any(name not in measured for name in OTHER_SIZES):
            return read(cls, {"springs": [sizes | {"count": count}], "duplex": nested})
        # A nested pair counts its inner springs too; side by side one of them is the odd one.
        alike = max(count // 2 if nested else count - 1, 1)
        other = _sized(measured, OTHER_SIZES) | {"count": alike if nested else 1}
        return read(cls, {"springs": [sizes | {"count": alike}, other], "duplex": nested})

    @classmethod
    def of_option(cls, option: str, measured: Measured, lists: Lists) -> Self | None:
        """Springs by their sizes, with the rates the shop's lists know better."""
        if not names_set(option):
            return None
        springs, duplex = set_of(option)
        if lists.rates is not None:
            springs = [lists.rates.applied(spring) for spring in springs]
        return cls(springs=springs, duplex=duplex)

    @classmethod
    def of_older(cls, parts: Mapping[str, Any]) -> dict[str, Any] | None:
        """Springs, whether nested, and cones."""
        return {name: parts[name] for name in ("springs", "duplex", "cones") if name in parts}

    @classmethod
    def needed(cls, measured: Measured) -> set[str]:
        """A drum whose taper is known where the lift wants one."""
        listed = bool({"listed_drum", "drum_profile_in"} & measured.keys())
        tapered = choice_of(measured, "lift") in ("high", "vertical") and not listed
        return {"drum_large_diameter_in", "drum_taper_turns"} if tapered else set()

    @property
    def is_known(self) -> bool:
        """Whether a spring is."""
        return bool(self.springs)

    @property
    def option(self) -> str:
        """Its sizes and counts."""
        return set_id(self.springs, self.duplex)

    @property
    def words(self) -> str:
        """Its springs."""
        return set_words(self.springs, self.duplex)

    @property
    def quarter_turns(self) -> float | None:
        """Quarter-turns on the shaft: the mean of its cones; None while one of them is unknown."""
        known = [turns for turns in self.cones.values() if turns is not None]
        return sum(known) / len(known) if known and len(known) == len(self.cones) else None

    def standing(self, counts: Counts, first: int | None) -> Self:
        """Its cones at these quarter-turns."""
        return self.model_copy(update={"cones": dict(counts)})

    def counts_found(self, begin: int | None) -> dict[Part, int | None]:
        """The turns on each cone."""
        return {str(cone): turns for cone, turns in self.cones.items()}

    def counts_put_on(self) -> dict[Part, int | None]:
        """On the shaft, not wound."""
        return dict.fromkeys(self.cones, 0)

    def targets_put_on(self) -> dict[Part, int | None]:
        """To be wound to what its cones tell."""
        return {str(cone): turns for cone, turns in self.cones.items()}

    def to_be_wound(self, quarter_turns: int | None) -> Self:
        """Its cones, all alike [quarter-turns]."""
        return self.model_copy(update={"cones": dict.fromkeys(cones_of(self.springs, self.duplex), quarter_turns)})

    def as_arrived(self, measured: Measured, turns_now: int | None, on_file: Carrier | None) -> Self:
        """Its cones: as many as it has springs, or as were counted; each at the turns counted now, else those on file of these springs."""
        count = number_of(measured, COUNT)
        cones = cones_of(self.springs, self.duplex) if self.springs else CONES.get(int(count or 2), CONES[2])
        # The turns on file are those of the springs on file: on others nobody counted them.
        same = isinstance(on_file, Torsion) and (not on_file.springs or on_file.springs == self.springs)
        filed = on_file.cones if isinstance(on_file, Torsion) and same else {}
        return self.model_copy(update={"cones": {cone: filed.get(cone) if turns_now is None else turns_now for cone in cones}})

    def hung_parts(self) -> dict[str, Any] | None:
        """Its springs and the turns on the shaft, once every cone's are known."""
        turns = self.quarter_turns
        return {"springs": self.springs, "quarter_turns": turns} if self.springs and turns is not None else None

    def turns_for(self, door: Door, track: Track, drum: Drum) -> int | None:
        """The turns at which its rate carries this door."""
        return (
            evaluate_set(tuple(self.springs), requirements_of(door, track, drum.on(track)), duplex=self.duplex).own_quarter_turns
            if self.springs
            else None
        )

    def more_than(self, now: Carrier) -> float | None:
        """In turns, of the same springs."""
        if not isinstance(now, Torsion) or (self.springs, self.duplex) != (now.springs, now.duplex):
            return None
        return None if self.quarter_turns is None or now.quarter_turns is None else (self.quarter_turns - now.quarter_turns) / 4

    def springs_by_part(self) -> dict[Part, list[SpringKind]]:
        """The spring each cone turns, one of each, and the one inside it where they are nested."""
        beside = self.springs[:1] if self.duplex else self.springs
        each = [kind.model_copy(update={"count": 1}) for kind in beside for _ in range(kind.count)]
        inner = [kind.model_copy(update={"count": 1}) for kind in self.springs[1:]] if self.duplex else []
        return {cone: [spring, *inner] for cone, spring in zip(cones_of(self.springs, self.duplex), each, strict=False)}

    @property
    def spring_count(self) -> int:
        """Those beside each other and those inside."""
        return sum(spring.count for spring in self.springs)

    def lives(self) -> list[tuple[SpringKind, Life]]:
        """At the turns on the shaft."""
        return list(zip(self.springs, lives(tuple(self.springs), self.quarter_turns), strict=True)) if self.quarter_turns else []

    def wound_words(self) -> str:
        """The turns on its cones."""
        if not self.springs:
            return ""
        counts = {cone: count for cone, count in self.cones.items() if count is not None}
        if not counts or len(counts) < len(self.cones):
            return "turns not known"
        if len(set(counts.values())) == 1:
            return f"{turns_words(next(iter(counts.values())))}{' each' if len(counts) > 1 else ''}"
        return "; ".join(f"{self.parts[cone].lower()} {turns_words(count)}" for cone, count in counts.items())

    def plan_words(self, quarter_turns: int | None) -> dict[str, str]:
        """How far its cones are to be wound [quarter-turns]."""
        each = "on the spring" if len(self.cones) == 1 else "on each spring"
        return {"turns": "to the count" if quarter_turns is None else f"{quarter_turns} quarter-turns {each}"}

    def require_pickable(self) -> None:
        """One, two or four springs; two kinds only where one sits inside the other."""
        if len(self.cones) == 3 or (self.springs and self.spring_count not in PICKED):
            raise BadInputError("One, two or four springs go on a shaft.", "springs.0.count", self.springs[0].count, "1, 2, 4", "springs")
        if len(self.springs) > MOST_KINDS or (len(self.springs) == MOST_KINDS) != self.duplex:
            said = "Two kinds of spring on one shaft are only picked as a duplex, and a duplex is two kinds."
            raise BadInputError(said, "duplex", self.duplex, "true with two kinds of spring")
        quarters = self.quarter_turns or 0.0
        for spring in self.springs:
            stress = float(bending_stress(spring.rate_lbin_per_turn * quarters / 4, spring.wire_in))
            if said := overload_words(stress, spring.wire_in, material_named(spring.material)):
                raise ContradictionError(said, "quarter_turns", quarters, "springs that bear it")


KIND = Torsion


def cones_of(springs: list[SpringKind], duplex: bool) -> tuple[Cone, ...]:
    """The winding cones of a set; a cone of a duplex turns both its springs."""
    count = springs[0].count if duplex and springs else sum(spring.count for spring in springs)
    return CONES.get(count, CONES[2])


def hand_of(cone: str, turned_round: bool) -> Literal["left", "right"]:
    """The hand of wind on a side: right-hand on the left, left-hand on the right, unless it is `turned_round`. Common practice."""
    return "left" if (cone in ON_THE_RIGHT) != turned_round else "right"


def wound(springs: list[SpringKind], quarter_turns: int | None, duplex: bool = False) -> Torsion:
    """Torsion springs all wound alike [quarter-turns], or to an unknown count."""
    return Torsion(springs=springs, duplex=duplex, cones=dict.fromkeys(cones_of(springs, duplex), quarter_turns))


def _sized(measured: Measured, names: tuple[str, ...]) -> dict[str, Any]:
    return {size: number_of(measured, name) or 0.0 for size, name in zip(SIZES, names, strict=True)}
