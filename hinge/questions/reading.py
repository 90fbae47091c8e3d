"""Questions about what was read off a door: which wire is this, and what does it weigh?"""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from hinge.document import Between, Document, Finite, read, told
from hinge.door.makeup import SectionMakeUp, estimate_weight
from hinge.door.sections import SECTIONS
from hinge.errors import ContradictionError, HingeError
from hinge.measure.weighing import accuracy_warning, weigh
from hinge.springs.identify import identify_wire, neighbours
from hinge.springs.relaxed import inside_diameter, relaxed_length
from hinge.springs.torsion import TorsionSpring
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName, stock
from hinge.springs.words import chance_words, share_words
from hinge.text.marks import say_size

Coils = Annotated[float, Between(0.5, 20, "in")]
Piece = Annotated[float, Between(0.5, 300, "in")]
Scale = Annotated[list[Annotated[float, Between(5, 3000, "lb")]], Field(min_length=1, max_length=20)]


class IdentifyQuestion(Document):
    """Which spring is this?

    Readings across 10 and 20 coils; its inside diameter from outside or stamp; its length in one piece or broken,
    relaxed or wound. With the weight it carries, one size wrong is told in pounds.
    """

    ten_coils_in: Coils | None = None
    twenty_coils_in: Coils | None = None
    inside_diameter_in: Annotated[float, Between(0.2, 16, "in")] | None = None
    outside_diameter_in: Annotated[float, Between(0.3, 18, "in")] | None = None
    length_in: Piece | None = None
    pieces_in: Annotated[list[Piece], Field(min_length=1, max_length=12)] | None = None
    wound_quarter_turns: Annotated[int, Between(0, 160, "quarter-turns")] = 0
    door_weight_lb: Annotated[float, Between(20, 3000, "lb")] | None = None
    material: MaterialName = DEFAULT_MATERIAL


class WireOut(BaseModel):
    """A standard wire and how likely it is."""

    wire_in: float
    chance: float
    chance_words: str


class NeighbourOut(BaseModel):
    """A wire one size off: its rate over that of the likeliest wire, less one, and the pounds of door that makes."""

    wire_in: float
    rate_error: float | None = None
    door_lb: float | None = None
    rate_words: str
    door_words: str


class IdentifyAnswer(BaseModel):
    """The wire read, the likely standard sizes best first, the relaxed spring, and what one size wrong would do."""

    measured_wire_in: float
    candidates: list[WireOut]
    sure: bool
    sure_words: str
    neighbours: list[NeighbourOut]
    inside_diameter_in: float | None = None
    length_in: float | None = None
    rate_lbin_per_turn: float | None = None


def identify(asked: IdentifyQuestion) -> IdentifyAnswer:
    """The spring behind the readings."""
    readings = {10: asked.ten_coils_in, 20: asked.twenty_coils_in}
    sizes = stock()
    found = identify_wire({count: length for count, length in readings.items() if length is not None}, sizes.wire_in)
    likeliest = found.candidates[0].wire_in
    inside = inside_diameter(likeliest, sizes.inside_diameter_in, asked.outside_diameter_in, asked.inside_diameter_in)
    length = _length(asked, likeliest)

    def rate_of(wire_in: float) -> float | None:
        if inside is None or length is None:
            return None
        sizes = {"wire_in": wire_in, "inside_diameter_in": inside, "length_in": length, "material": asked.material}
        return read(TorsionSpring, sizes).rate_lbin_per_turn

    rate, weight = rate_of(likeliest), asked.door_weight_lb

    def neighbour(wire_in: float) -> NeighbourOut:
        other = rate_of(wire_in)
        if rate is None or other is None:
            return NeighbourOut(wire_in=wire_in, rate_words="type diameter and length", door_words="type diameter and length")
        error = other / rate - 1
        pounds = None if weight is None else error * weight
        # A stronger spring than it was taken for lets the door run hot.
        words = "type the door weight" if pounds is None else f"{say_size(abs(pounds), 'lb', 0)} {'▲ hot' if pounds > 0 else '▼ heavy'}"
        return NeighbourOut(wire_in=wire_in, rate_error=error, door_lb=pounds, rate_words=share_words(error), door_words=words)

    return IdentifyAnswer(
        measured_wire_in=found.measured_wire_in,
        candidates=[WireOut(**asdict(one), chance_words=chance_words(one.chance)) for one in found.candidates],
        sure=found.sure,
        sure_words="That is sure." if found.sure else "It falls between sizes: read again, or across 20 coils.",
        neighbours=[neighbour(wire) for wire in neighbours(likeliest, sizes.wire_in)],
        inside_diameter_in=inside,
        length_in=length,
        rate_lbin_per_turn=rate,
    )


def _length(asked: IdentifyQuestion, wire_in: float) -> float | None:
    if asked.length_in is not None and asked.pieces_in is not None:
        raise ContradictionError("A spring is measured whole or in pieces, not both.", "pieces_in", None, "length_in or pieces_in", "in")
    pieces = asked.pieces_in or ([] if asked.length_in is None else [asked.length_in])
    if not pieces:
        return None
    return relaxed_length(tuple(pieces), wire_in, asked.wound_quarter_turns / 4)


class Alike(Document):
    """Sections all alike, but for what is on the top one."""

    height_in: Annotated[float, Between(48, 240, "in")]
    section_count: Annotated[int, SECTIONS]
    material: str
    on_each: dict[str, Finite] = {}
    on_top: dict[str, Finite] = {}

    @model_validator(mode="after")
    def _can_be_made(self) -> Alike:
        try:
            self.sections()
        except HingeError as wrong:
            field = {"height_in": "section_count", "material": "material"}.get(wrong.field, "on_top" if self.on_top else "on_each")
            raise told(wrong.with_field(field)) from wrong
        return self

    def sections(self) -> list[SectionMakeUp]:
        """Every section, the top one last. Raises HingeError for what is not in the table."""
        of = {"height_in": self.height_in / self.section_count, "material": self.material}
        plain = read(SectionMakeUp, of | {"extras": self.on_each})
        top = read(SectionMakeUp, of | {"extras": self.on_each | self.on_top})
        return [*[plain] * (self.section_count - 1), top]


class WeighQuestion(Document):
    """What does the door weigh? Scale readings, of one scale or two; or its make-up, section by section from the bottom or alike."""

    readings_lb: Scale | None = None
    right_readings_lb: Scale | None = None
    width_in: Annotated[float, Between(36, 480, "in")] | None = None
    sections: Annotated[list[SectionMakeUp], Field(min_length=2, max_length=16)] | None = None
    alike: Alike | None = None
    thickness_in: Annotated[float, Between(0.02, 4, "in")] | None = None


class WeighAnswer(BaseModel):
    """The weight with its 95 % range; section weights where it is an estimate from make-up."""

    weight_lb: float
    low_lb: float
    high_lb: float
    estimate: bool
    method: Literal["scale", "two_scales", "estimate"]
    section_weights_lb: list[float] | None = None
    warnings: list[str]


def weigh_door(asked: WeighQuestion) -> WeighAnswer:
    """The weight, how sure it is, and whether that is sure enough for springs."""
    made_of = asked.sections or (asked.alike.sections() if asked.alike else None)
    if (asked.readings_lb is None) == (made_of is None):
        raise ContradictionError("Give scale readings, or the sections the door is made of.", "readings_lb", None, "one of the two", "lb")
    if made_of is None:
        weighed = weigh(tuple(asked.readings_lb or []), tuple(asked.right_readings_lb or []))
        method: Literal["scale", "two_scales"] = "two_scales" if asked.right_readings_lb else "scale"
        return _weight(weighed.weight_lb, weighed.sd_lb, weighed.warnings, method)
    if asked.width_in is None:
        raise ContradictionError("An estimate from make-up needs the door's width.", "width_in", None, "the width in inches", "in")
    estimated = estimate_weight(asked.width_in, tuple(made_of), asked.thickness_in)
    answer = _weight(estimated.weight_lb, estimated.sd_lb, accuracy_warning(estimated.sd_lb), "estimate")
    return answer.model_copy(update={"section_weights_lb": list(estimated.section_weights_lb)})


def _weight(weight: float, sd: float, warnings: tuple[str, ...], method: Literal["scale", "two_scales", "estimate"]) -> WeighAnswer:
    low, high = max(weight - 2 * sd, 0.0), weight + 2 * sd
    return WeighAnswer(weight_lb=weight, low_lb=low, high_lb=high, estimate=method == "estimate", method=method, warnings=list(warnings))
