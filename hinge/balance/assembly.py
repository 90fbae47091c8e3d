"""A door with what carries it, as one document: what a balance is asked about."""

from __future__ import annotations

from typing import Annotated

from pydantic import model_validator

from hinge.balance.fit import DoorAssembly
from hinge.document import Between, Document, told
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import BadInputError
from hinge.sizing.ideal import require_drum
from hinge.sizing.picks import require_extension_track
from hinge.sizing.sets import rate_of
from hinge.springs.counterbalance import Counterbalance, TorsionOnShaft
from hinge.springs.counterweight import Stack
from hinge.springs.drums import Drum
from hinge.springs.extension import ExtensionPair
from hinge.springs.torsion import Shaft


class AssemblyDocument(Document):
    """A door with what carries it, set up: wound torsion springs, an extension pair, or a counterweight.

    `quarter_turns` are those of the shaft, the mean of its cones.
    """

    door: Door
    track: Track
    drum: Drum | None = None
    springs: Shaft | None = None
    quarter_turns: Annotated[float, Between(0, 160, "quarter-turns")] | None = None
    extension: ExtensionPair | None = None
    counterweight: Stack | None = None

    @model_validator(mode="after")
    def _one_carrier(self) -> AssemblyDocument:
        torsion = self.springs is not None or self.quarter_turns is not None
        if torsion + (self.extension is not None) + (self.counterweight is not None) != 1:
            said = "A door is carried by springs with quarter_turns, by an extension pair, or by a counterweight."
            raise told(BadInputError(said, "springs", None, "one of the three"))
        needed = ("drum", "springs", "quarter_turns") if torsion else ("drum",) if self.counterweight is not None else ()
        for name in needed:
            if getattr(self, name) is None:
                raise told(BadInputError(f"{name} is missing.", name, None, "given"))
        return self

    @property
    def spring_count(self) -> int:
        """Springs on the shaft, for the wording; two for a pair."""
        return sum(spring.count for spring in self.springs or []) or 2

    def at_work(self) -> DoorAssembly:
        """The door as it hangs. Raises ContradictionError or OutOfRangeError where its parts do not go together."""
        return DoorAssembly(self.door, self.track, self._carrier())

    def _carrier(self) -> Counterbalance:
        if self.extension is not None:
            require_extension_track(self.track)
            return self.extension.on(self.door.height_in)
        assert self.drum is not None
        drum = self.drum.on(self.track)
        if self.counterweight is not None:
            return self.counterweight.on(drum, self.door.height_in, "counterweight.")
        require_drum(self.track, drum)
        return TorsionOnShaft(rate_of(tuple(self.springs or ())), (self.quarter_turns or 0.0) / 4, drum)
