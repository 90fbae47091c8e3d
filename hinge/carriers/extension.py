"""An extension pair: a spring on either side, its cable hooked into one hole of an adjuster."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any, ClassVar, Literal, Self

from hinge.carriers.carrier import Carrier, Counts, Part
from hinge.document import read
from hinge.errors import ContradictionError
from hinge.measure.fields import Measured, number_of
from hinge.springs.extension import HOLE_CABLE_IN, OPEN_STRETCH_IN, ExtensionPair
from hinge.springs.words import pair_id, pair_part, pair_words
from hinge.stock.lists import Lists
from hinge.text.marks import say_length

SIDES = ("left", "right")
HOOK_HOLE = "hook_hole"
MOST_STRETCH_IN = 24.0
OPTION = re.compile(r"pair-(\d+(?:\.\d+)?)(?:@(\d+(?:\.\d+)?))?")


class Extension(Carrier):
    """An extension pair as set up; None while nobody looked at it."""

    kind: Literal["extension"] = "extension"
    pair: ExtensionPair | None = None

    parts: ClassVar[Mapping[Part, str]] = {"left": "Left side", "right": "Right side"}
    unit: ClassVar[str] = "holes"
    one_unit: ClassVar[str] = "hole"
    largest_step: ClassVar[int] = 1
    below_zero: ClassVar[bool] = True
    counted_from: ClassVar[str] = HOOK_HOLE
    cable_over: ClassVar[str] = "front pulley"
    tells: ClassVar[frozenset[str]] = frozenset({"class_lb", "open_stretch_in"})
    shown_by: ClassVar[tuple[str, ...]] = ("class_lb",)
    broken: ClassVar[str] = "extension_broken"
    to_size: ClassVar[str] = "Size the pair"
    alone: ClassVar[str] = "on its pair alone"
    pieces: ClassVar[str] = "springs"
    each: ClassVar[str] = "each side"

    @classmethod
    def from_measured(cls, measured: Measured) -> Self | None:
        """A pair by its class, with the stretch at open where that was measured."""
        if "class_lb" not in measured:
            return None
        told = {name: value for name in ("class_lb", "open_stretch_in") if (value := number_of(measured, name)) is not None}
        return read(cls, {"pair": told})

    @classmethod
    def of_option(cls, option: str, measured: Measured, lists: Lists) -> Self | None:
        """A pair by its class, set up with the stretch wanted."""
        match = OPTION.fullmatch(option)
        if match is None:
            return None
        stretch = float(match[2]) if match[2] else number_of(measured, "open_stretch_in")
        return read(cls, {"pair": {"class_lb": float(match[1]), "open_stretch_in": OPEN_STRETCH_IN if stretch is None else stretch}})

    @classmethod
    def of_older(cls, parts: Mapping[str, Any]) -> dict[str, Any] | None:
        """Its pair."""
        return {"pair": parts["extension"]} if parts.get("extension") is not None else None

    @property
    def is_known(self) -> bool:
        """Whether the pair is."""
        return self.pair is not None

    @property
    def option(self) -> str:
        """Its class."""
        return pair_id(self.pair) if self.pair else ""

    @property
    def words(self) -> str:
        """The pair and its stretch at open."""
        return pair_words(self.pair) if self.pair else ""

    def standing(self, counts: Counts, first: int | None) -> Self:
        """Stretched by the holes taken up since it stood as told."""
        if self.pair is None:
            return self
        holes = [(count or 0) - (first or 0) for count in counts.values()]
        stretch = self.pair.open_stretch_in + sum(holes) / max(len(holes), 1) * HOLE_CABLE_IN / 2
        return self.model_copy(update={"pair": self.pair.model_copy(update={"open_stretch_in": stretch})})

    def counts_found(self, begin: int | None) -> dict[Part, int | None]:
        """The hole either hook is in, or holes taken up where nobody looked."""
        return dict.fromkeys(SIDES, begin or 0) if self.pair else {}

    def hung_parts(self) -> dict[str, Any] | None:
        """The pair."""
        return {"extension": self.pair} if self.pair else None

    def more_than(self, now: Carrier) -> float | None:
        """In inches of stretch at open, of the same pair."""
        if not isinstance(now, Extension) or self.pair is None or now.pair is None:
            return None
        same = self.pair.model_copy(update={"open_stretch_in": now.pair.open_stretch_in}) == now.pair
        return self.pair.open_stretch_in - now.pair.open_stretch_in if same else None

    def named_pieces(self, there: Carrier | None) -> dict[str, int]:
        """Two springs: a pair goes on whole."""
        return {pair_part(self.pair): 2} if self.pair else {}

    def plan_words(self, quarter_turns: int | None) -> dict[str, str]:
        """The stretch it is hung with; [quarter-turns] are nothing to it."""
        return {"stretch": say_length(self.pair.open_stretch_in) if self.pair else ""}

    def require_set(self, where: str) -> None:
        """A stretch there is cable for."""
        if self.pair is not None and not 0 <= self.pair.open_stretch_in <= MOST_STRETCH_IN:
            said = "There is no such hole left: the stretch at open would be outside 0 to 24 in."
            raise ContradictionError(said, where, None, "0 to 24", "in")


KIND = Extension
