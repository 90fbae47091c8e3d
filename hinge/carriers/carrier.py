"""What the rest of the house asks of what carries a door, and what is answered where a kind has nothing to say of its own."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping
from typing import Annotated, Any, ClassVar, Self

from pydantic import Field

from hinge.document import Document
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.measure.fields import Measured
from hinge.springs.counterbalance import THREE_TO_FOUR_FEET, Band
from hinge.springs.drums import Drum
from hinge.springs.life import Life
from hinge.springs.torsion import SpringKind
from hinge.stock.lists import Lists

# A part that is moved by itself: a winding cone, a side's hook, the plates of one size.
Part = Annotated[str, Field(min_length=1, max_length=20)]
Counts = Mapping[Part, int | None]


class Carrier(Document):
    """What carries a door, as a document: one class for each kind, with every part of it that is known.

    The class tells what is so of every one of its kind:

    - `parts` names each part that is moved by itself, `unit` what its count counts, `largest_step` how many at once, `most` how
      far; `below_zero` where a count may be negative; `counted_from` the measurement that says which number a count begins at.
    - `winds` where the parts are cones under torque: let down to zero before they come off, wound stroke by stroke.
    - `needs_drums` begins the sentence that refuses it without drums; empty where it has none. `tapers` where a high door takes drums
      with a taper, `cable_over` what its cable runs over.
    - `tells` are the measurements of what hangs there, `shown_by` those that nothing else has, `broken` the cause that it broke.
    - `holds_at` is where a door so carried must hold; `to_size`, `alone`, `pieces` and `each` are its words.
    """

    kind: str = ""

    parts: ClassVar[Mapping[Part, str]]
    unit: ClassVar[str]
    one_unit: ClassVar[str]
    largest_step: ClassVar[int]
    most: ClassVar[int | None] = None
    below_zero: ClassVar[bool] = False
    counted_from: ClassVar[str] = ""
    winds: ClassVar[bool] = False
    needs_drums: ClassVar[str] = ""
    tapers: ClassVar[bool] = False
    cable_over: ClassVar[str] = "drum"
    tells: ClassVar[frozenset[str]]
    shown_by: ClassVar[tuple[str, ...]] = ()
    broken: ClassVar[str] = ""
    holds_at: ClassVar[Band] = THREE_TO_FOUR_FEET
    to_size: ClassVar[str]
    alone: ClassVar[str]
    pieces: ClassVar[str]
    each: ClassVar[str]

    @classmethod
    def name(cls) -> str:
        """The name of the kind."""
        return str(cls.model_fields["kind"].default)

    @classmethod
    @abstractmethod
    def from_measured(cls, measured: Measured) -> Self | None:
        """What hangs there as `measured` [fields' units]; None while a number of it is missing. Raises a HingeError."""

    @classmethod
    @abstractmethod
    def of_option(cls, option: str, measured: Measured, lists: Lists) -> Self | None:
        """What the short name of an option stands for on a door so measured; None where it names none of this kind. Raises a HingeError."""

    @classmethod
    def of_older(cls, parts: Mapping[str, Any]) -> dict[str, Any] | None:
        """Its fields in a document that told every kind side by side; None where it was not this one."""
        return None

    @classmethod
    def needed(cls, measured: Measured) -> set[str]:
        """The measurements needed to compute a door to be so carried, beside those of door and track."""
        return set()

    @property
    @abstractmethod
    def is_known(self) -> bool:
        """Whether anybody told what it is."""

    @property
    @abstractmethod
    def option(self) -> str:
        """Its short name, the same whatever door it is on; empty where it is not known."""

    @property
    @abstractmethod
    def words(self) -> str:
        """What it is, in words; empty where it is not known."""

    @abstractmethod
    def standing(self, counts: Counts, first: int | None) -> Self:
        """The same with its parts at `counts` [units]; `first` is the count at which it stood as told, where one was seen."""

    @abstractmethod
    def counts_found(self, begin: int | None) -> dict[Part, int | None]:
        """Where its parts stand as it hangs [units]; `begin` is the number their counts begin at, where somebody looked."""

    def counts_put_on(self) -> dict[Part, int | None]:
        """Where its parts stand once it was put on as told."""
        return self.counts_found(None)

    def targets_put_on(self) -> dict[Part, int | None]:
        """Where its parts are still to go then."""
        return {}

    def to_be_wound(self, quarter_turns: int | None) -> Self:
        """The same as a plan: its cones to be wound to so many quarter-turns each."""
        return self

    def as_arrived(self, measured: Measured, turns_now: int | None, on_file: Carrier | None) -> Self:
        """The same with what file and measurements tell of where its parts stand; `turns_now` were counted on this call."""
        return self

    def hung_parts(self) -> dict[str, Any] | None:
        """It as a part of a hung door, by that document's fields; None while it, or where it stands, is not known."""
        return None

    def turns_for(self, door: Door, track: Track, drum: Drum) -> int | None:
        """Quarter-turns that suit it on this door; None where it has none. Raises a HingeError."""
        return None

    def more_than(self, now: Carrier) -> float | None:
        """How much more its setting was than it is `now`, in the unit of its step; None where that cannot be told."""
        return None

    def trimmed_parts(self) -> tuple[Part, ...]:
        """The parts that a trim moves."""
        return tuple(self.counts_found(None))

    def named_pieces(self, there: Carrier | None) -> dict[str, int]:
        """Pieces by the name the van has them under, less those that were `there`."""
        return {}

    def springs_by_part(self) -> dict[Part, list[SpringKind]]:
        """The spring each part turns, and the one inside it; empty where no part turns one."""
        return {}

    @property
    def spring_count(self) -> int:
        """How many springs it has on a shaft."""
        return 0

    def lives(self) -> list[tuple[SpringKind, Life]]:
        """The life of each spring as it is wound; empty where it has none, or its turns are not known."""
        return []

    def wound_words(self) -> str:
        """The turns on it, in words; empty where it has none."""
        return ""

    def plan_words(self, quarter_turns: int | None) -> dict[str, str]:
        """What a plan for it, wound so many [quarter-turns], fills into the steps of the work."""
        return {}

    def require_pickable(self) -> None:
        """Refuse as a plan what is never picked. Raises a HingeError."""

    def require_set(self, where: str) -> None:
        """Refuse a setting in which it could not hang; `where` is its path. Raises a HingeError."""
