"""What carries a door, in words and as a short name that stays the same: said here once, for page, sheet and command."""

from __future__ import annotations

import re
from collections.abc import Sequence

from hinge.document import read
from hinge.errors import BadInputError
from hinge.springs.counterweight import Plates, Stack
from hinge.springs.extension import ExtensionPair
from hinge.springs.life import LEAST_CYCLES, Life
from hinge.springs.torsion import SpringKind, TorsionSpring
from hinge.springs.use import Years
from hinge.springs.wire import DEFAULT_MATERIAL
from hinge.text.marks import number, say_length, say_size, say_wire

COUNTS = {1: "one", 2: "two", 3: "three", 4: "four"}
OVERLOADED = ": more than its wire bears"
QUARTERS = ("", "¼", "½", "¾")
SIZE = r"(\d+(?:\.\d+)?)"
KIND = re.compile(rf"{SIZE}x{SIZE}x{SIZE}x([1-4])(?:-([a-z_]+))?")
NESTED = "@"


def spring_words(spring: SpringKind) -> str:
    """A kind of spring: wire, inside diameter and length, and how many."""
    return f"{kind_words(spring)}, {COUNTS[spring.count]}"


def kind_words(spring: SpringKind | TorsionSpring) -> str:
    """The same of one: wire, inside diameter and length."""
    return size_words(spring.wire_in, spring.inside_diameter_in, spring.length_in)


def size_words(wire_in: float, inside_diameter_in: float, length_in: float) -> str:
    """The size of a spring [in]: wire, inside diameter, length."""
    return f"{wire_words(wire_in)} × {say_length(inside_diameter_in)} × {say_length(length_in)}"


def wire_words(wire_in: float) -> str:
    """A wire's size [in] as a caliper reads it; in the trade a wire is named without its unit."""
    return say_wire(wire_in)


def set_words(springs: Sequence[SpringKind], duplex: bool = False) -> str:
    """Springs on one shaft."""
    return (", around " if duplex else " and ").join(spring_words(spring) for spring in springs)


def pair_words(pair: ExtensionPair) -> str:
    """An extension pair as set up."""
    name = f"extension pair, {pair.class_lb:g} lb class" if pair.class_lb is not None else "extension pair by its wire"
    return f"{name}, {say_length(pair.open_stretch_in)} stretch at open"


def plate_words(plates: Plates) -> str:
    """The plates of a stack."""
    return f"{plates.large} large and {plates.small} small plates"


def pair_part(pair: ExtensionPair) -> str:
    """One spring of a pair as a part of the van: named as it is marked, whoever listens."""
    if pair.spring is None:
        return f"Extension spring, {pair.class_lb:g} lb class"
    return (
        f"Extension spring, {number(pair.spring.wire_in)} × {number(pair.spring.outside_diameter_in)} × {number(pair.spring.coils)} coils"
    )


def plate_parts(plates: Plates) -> dict[str, int]:
    """The plates of a stack as parts of the van, pieces by name."""
    parts: dict[str, int] = {}
    for pieces, weight_lb in ((plates.large, plates.large_lb), (plates.small, plates.small_lb)):
        name = f"Plate, {number(weight_lb)} lb"
        parts[name] = parts.get(name, 0) + pieces
    return {name: pieces for name, pieces in parts.items() if pieces}


def stack_words(stack: Stack) -> str:
    """A counterweight."""
    return f"counterweight of {plate_words(stack.plates)}, {say_size(stack.plates.weight_lb, 'lb', 1)}"


def turns_words(quarter_turns: int) -> str:
    """Quarter-turns as whole turns and quarters."""
    turns = "turn" if 0 < quarter_turns <= 4 else "turns"
    quarters = "quarter-turn" if quarter_turns == 1 else "quarter-turns"
    return f"{quarters_words(quarter_turns)} {turns} ({quarter_turns} {quarters})"


def quarters_words(quarter_turns: int) -> str:
    """Quarter-turns as whole ones and quarters, without a name."""
    whole, rest = divmod(quarter_turns, 4)
    return f"{whole or ('' if rest else 0)}{QUARTERS[rest]}"


def cycles_words(life: Life) -> str:
    """A life as a range, never finer than it is known."""
    return f"{cycles_range(life)} cycles{OVERLOADED if life.likely < LEAST_CYCLES else ''}"


def cycles_range(life: Life) -> str:
    """The same under a heading that says cycles."""
    if life.likely < LEAST_CYCLES:
        return f"under {_thousands(LEAST_CYCLES)}"
    return f"{_thousands(life.low)}–{_thousands(life.high)}"


def years_words(years: Years) -> str:
    """Years as people say them; beyond sixty other parts of the door wear out first."""
    if years.low > 60:
        return "over 60 years"
    return f"{_years(years.low)}–{'60+' if years.high > 60 else _years(years.high)} years"


def share_words(share: float) -> str:
    """A share with its sign, in per cents."""
    value = round(share * 100, 1)
    return f"{'+' if value > 0 else '−' if value < 0 else ''}{abs(value):.1f} %"


def chance_words(chance: float) -> str:
    """A probability; never quite sure."""
    return "over 99 %" if chance > 0.99 else f"{chance:.0%}".replace("%", " %")


def set_id(springs: Sequence[SpringKind], duplex: bool = False) -> str:
    """A set's short name: its sizes and counts, whatever door it is on."""
    return (NESTED if duplex else "+").join(_kind_id(spring) for spring in springs)


def pair_id(pair: ExtensionPair) -> str:
    """A pair's short name: its class."""
    return "pair-by-wire" if pair.class_lb is None else f"pair-{pair.class_lb:g}"


def pair_option(pair: ExtensionPair) -> str:
    """A pair's short name with the stretch it is to be set up with."""
    return f"{pair_id(pair)}@{number(pair.open_stretch_in)}"


def stack_id(plates: Plates) -> str:
    """A stack's short name: how many large and small plates."""
    return f"stack-{plates.large}-{plates.small}"


def set_of(name: str) -> tuple[list[SpringKind], bool]:
    """The springs behind a short name, and whether one sits inside the other. Raises BadInputError or OutOfRangeError."""
    duplex, kinds = NESTED in name, []
    for place, part in enumerate(re.split(r"[@+]", name)):
        match = KIND.fullmatch(part)
        if not match or place > 3:
            raise BadInputError("There is no set of that name.", "", name[:80], "wire x inside diameter x length x count")
        sizes = dict(zip(("wire_in", "inside_diameter_in", "length_in"), map(float, match.groups()[:3]), strict=True))
        kinds.append(read(SpringKind, sizes | {"count": int(match[4]), "material": match[5] or DEFAULT_MATERIAL}))
    return kinds, duplex


def names_set(name: str) -> bool:
    """Whether a short name is one of a set of springs."""
    return all(KIND.fullmatch(part) for part in re.split(r"[@+]", name))


def _kind_id(spring: SpringKind) -> str:
    sizes = "x".join(number(size) for size in (spring.wire_in, spring.inside_diameter_in, spring.length_in))
    material = "" if spring.material == DEFAULT_MATERIAL else f"-{spring.material}"
    return f"{sizes}x{spring.count}{material}"


def _thousands(value: float) -> str:
    step = 1000 if value >= 10_000 else 100
    return f"{round(value / step) * step:,}".replace(",", " ")


def _years(value: float) -> str:
    return f"{value:.1f}" if value < 10 else f"{value:.0f}"
