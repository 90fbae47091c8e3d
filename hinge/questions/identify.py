"""Which wire is this spring made of?"""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated

from pydantic import BaseModel, Field

from hinge.document import Between, Document, read
from hinge.errors import ContradictionError
from hinge.questions.question import Question
from hinge.springs.identify import identify_wire, neighbours
from hinge.springs.relaxed import inside_diameter, relaxed_length
from hinge.springs.torsion import TorsionSpring
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName, stock
from hinge.springs.words import chance_words, share_words
from hinge.text.marks import say_size

Coils = Annotated[float, Between(0.5, 20, "in")]


Piece = Annotated[float, Between(0.5, 300, "in")]


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


QUESTION = Question(IdentifyQuestion, IdentifyAnswer, identify)
