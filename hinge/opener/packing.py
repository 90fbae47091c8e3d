"""Packing behind a slack-cable monitor, from what there is to pack with."""

from __future__ import annotations

from pydantic import BaseModel

from hinge.text.marks import say_length, say_rule

# The cable runs so far from the surface the monitor is fixed to; common practice.
CABLE_FROM_SURFACE_IN = 0.75
# What is at hand, in quarters of an inch, thickest first: a "2×" board is 1½ in thick, a "1×" ¾ in; common practice.
STOCK = {"2× board": 6, "1× board": 3, "piece of ½ in ply": 2, "piece of ¼ in ply": 1}
SEVERAL = {
    "2× board": "2× boards", "1× board": "1× boards", "piece of ½ in ply": "pieces of ½ in ply", "piece of ¼ in ply": "pieces of ¼ in ply",
}  # fmt: skip
QUARTER_IN = 0.25
COUNTS = {1: "a", 2: "two", 3: "three", 4: "four", 5: "five", 6: "six"}


class Piece(BaseModel):
    """A piece of packing [in]."""

    stock: str
    thickness_in: float


class Packing(BaseModel):
    """How thick the packing is to be [in], of which pieces, what is left over, and how far the cable then is from them [in]."""

    pack_in: float
    pieces: list[Piece]
    left_over_in: float
    cable_off_in: float
    sentence: str


def packing(measured_in: float) -> Packing:
    """The packing behind a monitor whose cable is so far from the bare surface [in]: never more than there is room for."""
    pack_in = measured_in - CABLE_FROM_SURFACE_IN
    room, pieces = int(max(pack_in, 0.0) / QUARTER_IN + 1e-9), list[Piece]()
    for stock, quarters in STOCK.items():
        while room >= quarters:
            pieces.append(Piece(stock=stock, thickness_in=quarters * QUARTER_IN))
            room -= quarters
    left = round(pack_in - sum(one.thickness_in for one in pieces), 6)
    off, sentence = CABLE_FROM_SURFACE_IN + left, _sentence(pack_in, pieces, left)
    return Packing(pack_in=pack_in, pieces=pieces, left_over_in=left, cable_off_in=off, sentence=sentence)


def _sentence(pack_in: float, pieces: list[Piece], left_in: float) -> str:
    if pack_in < 0:
        near = say_length(-pack_in)
        said = f"The cable runs {near} nearer to the surface than {say_rule('¾ in')}: it would trip for nothing."
        return f"{said} Set the surface back; nothing is packed."
    if not pieces:
        return f"The monitor goes on as it is: the cable runs about {say_rule('¾ in')} from the surface."
    counts = {one.stock: sum(other.stock == one.stock for other in pieces) for one in pieces}
    named = [f"{COUNTS.get(count, str(count))} {stock if count == 1 else SEVERAL[stock]}" for stock, count in counts.items()]
    together = " and ".join(part for part in (", ".join(named[:-1]), named[-1]) if part)
    rest = f" {say_length(left_in)} is left over: the cable runs that much farther off." if left_in > 0 else " Nothing is left over."
    return f"Pack {say_length(pack_in)}: {together}.{rest} Too deep reacts late, too shallow trips for nothing."
