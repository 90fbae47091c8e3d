"""A spring's relaxed sizes from what can be measured on it: wound, broken, by its outside or its stamp."""

from __future__ import annotations

import numpy as np

from hinge.arrays import Floats
from hinge.errors import BadInputError, ContradictionError
from hinge.text.marks import number, say_size

STAMP_APART_IN = 0.125  # outside less two wires and the stamp must agree this well; estimate
STOCK_APART_IN = 0.08  # a measured inside diameter this near a stock one is that one; estimate


def relaxed_length(pieces_in: tuple[float, ...], wire_in: float, wound_turns: float = 0.0) -> float:
    """Relaxed length [in] from the pieces of a spring [in], less one wire [in] for each turn it is wound.

    A broken spring has let go: add its pieces and leave the turns at 0. Raises BadInputError, OutOfRangeError, and
    ContradictionError for a broken spring said to be wound. Source: geometry.
    """
    if not pieces_in:
        raise BadInputError("Measure the spring's length first.", "pieces_in", None, "one length, or one for each piece", "in")
    if len(pieces_in) > 1 and wound_turns:
        raise ContradictionError(
            "A spring in pieces is not wound.", "wound_quarter_turns", wound_turns * 4, "0 for a broken spring", "quarter-turns"
        )
    length = sum(pieces_in) - wound_turns * wire_in
    if length <= 0:
        said = f"{number(wound_turns)} turns of {say_size(wire_in, 'in')} wire are longer than the spring."
        raise ContradictionError(
            said, "wound_quarter_turns", wound_turns * 4, f"under {number(4 * sum(pieces_in) / wire_in)}", "quarter-turns"
        )
    return length


def inside_diameter(wire_in: float, sizes_in: Floats, outside_in: float | None = None, stamped_in: float | None = None) -> float | None:
    """The relaxed inside diameter [in], or None where neither outside nor stamp is known.

    Parameters: wire and stock inside diameters [in]; outside diameter and the cone's stamp [in]. A measured
    outside is read as the stock size it comes near. Raises ContradictionError when both are given and disagree.
    """
    if outside_in is None:
        return stamped_in
    measured = outside_in - 2 * wire_in
    if stamped_in is not None:
        if abs(measured - stamped_in) > STAMP_APART_IN:
            raise ContradictionError(
                f"{say_size(outside_in, 'in')} outside less two wires is {say_size(measured, 'in')} inside, "
                f"but the stamp says {say_size(stamped_in, 'in')}.",
                "outside_diameter_in",
                outside_in,
                f"about {number(stamped_in + 2 * wire_in)}",
                "in",
            )
        return stamped_in
    nearest = float(sizes_in[np.argmin(np.abs(sizes_in - measured))])
    return nearest if abs(nearest - measured) <= STOCK_APART_IN else measured
