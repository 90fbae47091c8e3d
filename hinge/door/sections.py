"""The door itself: its sections from the bottom up."""

from __future__ import annotations

from dataclasses import dataclass

from hinge.errors import Contradiction, OutOfRange, number, require_between

HEIGHT_TOLERANCE_IN = 0.25
HEIGHTS_IN = (48.0, 240.0)
WEIGHTS_LB = (20.0, 3000.0)
SECTIONS = (2, 16)


@dataclass(frozen=True)
class Door:
    """A sectional door: `section_heights_in` [in] and `section_weights_lb` [lb], bottom up."""

    section_heights_in: tuple[float, ...]
    section_weights_lb: tuple[float, ...]

    @property
    def height_in(self) -> float:
        """Door height [in]."""
        return sum(self.section_heights_in)

    @property
    def weight_lb(self) -> float:
        """Door weight [lb]."""
        return sum(self.section_weights_lb)


def build_door(
    height_in: float,
    section_heights_in: tuple[float, ...] | None = None,
    section_weights_lb: tuple[float, ...] | None = None,
    section_count: int | None = None,
    weight_lb: float | None = None,
    extras_lb: tuple[float, ...] | None = None,
) -> Door:
    """Make a door from what is known of it.

    Parameters: `height_in` [in]; sections bottom up with heights [in] and weights [lb]; or, where
    only `weight_lb` [lb] and `section_count` are known, both are spread evenly: the weight by height, after
    `extras_lb` [lb], which is what hangs on each section (strut, glass, opener bracket). Returns the Door.
    Raises OutOfRange, and Contradiction when the numbers disagree with each other.
    """
    require_between("door.height_in", height_in, *HEIGHTS_IN, "in")
    count = _count(section_heights_in, section_weights_lb, section_count)
    heights = section_heights_in or (height_in / count,) * count
    for place, section_in in enumerate(heights):
        require_between(f"door.section_heights_in.{place}", section_in, 6, 48, "in")
    if abs(sum(heights) - height_in) > HEIGHT_TOLERANCE_IN:
        raise Contradiction(
            f"The sections add up to {number(sum(heights))} in, but the door is {number(height_in)} in high.",
            "door.section_heights_in",
            sum(heights),
            f"{number(height_in)} ± {HEIGHT_TOLERANCE_IN}",
            "in",
        )
    if section_weights_lb is None:
        return Door(heights, _spread(heights, weight_lb, extras_lb))
    if extras_lb is not None:
        raise Contradiction("Section weights already hold what hangs on them.", "door.extras_lb", None, "none with section weights", "lb")
    return Door(heights, _checked(section_weights_lb, weight_lb))


def _spread(heights: tuple[float, ...], total_lb: float | None, extras: tuple[float, ...] | None) -> tuple[float, ...]:
    if total_lb is None:
        raise Contradiction("Neither the door's weight nor its sections' weights are given.", "door.weight_lb", None, "", "lb")
    require_between("door.weight_lb", total_lb, *WEIGHTS_LB, "lb")
    extras = extras or (0.0,) * len(heights)
    if len(extras) != len(heights):
        raise Contradiction(
            f"There are {len(heights)} sections, but extras for {len(extras)}.",
            "door.extras_lb",
            len(extras),
            str(len(heights)),
            "sections",
        )
    for place, extra in enumerate(extras):
        require_between(f"door.extras_lb.{place}", extra, 0, 500, "lb")
    plain = total_lb - sum(extras)
    if plain < total_lb / 3:
        raise Contradiction(
            f"{number(sum(extras))} lb hang on the sections, which leaves {number(plain)} of {number(total_lb)} lb for the sections.",
            "door.extras_lb",
            sum(extras),
            f"up to {number(2 * total_lb / 3)}",
            "lb",
        )
    return tuple(plain * height / sum(heights) + extra for height, extra in zip(heights, extras, strict=True))


def _checked(given: tuple[float, ...], total_lb: float | None) -> tuple[float, ...]:
    for place, weight in enumerate(given):
        require_between(f"door.section_weights_lb.{place}", weight, 1, 1000, "lb")
    require_between("door.section_weights_lb", sum(given), *WEIGHTS_LB, "lb")
    if total_lb is not None and abs(sum(given) - total_lb) > 0.5:
        raise Contradiction(
            f"The sections weigh {number(sum(given))} lb together, but the door is given as {number(total_lb)} lb.",
            "door.weight_lb",
            total_lb,
            number(sum(given)),
            "lb",
        )
    return given


def _count(heights: tuple[float, ...] | None, weights: tuple[float, ...] | None, count: int | None) -> int:
    counts: dict[str, int] = {}
    if heights is not None:
        counts["section heights"] = len(heights)
    if weights is not None:
        counts["section weights"] = len(weights)
    if count is not None:
        counts["section count"] = count
    if not counts:
        raise Contradiction("Neither sections nor a section count are given.", "door.section_count", None, "3 to 10", "")
    if len(set(counts.values())) > 1:
        told = ", ".join(f"{size} {name}" if name != "section count" else f"a count of {size}" for name, size in counts.items())
        raise Contradiction(f"The sections disagree: {told}.", "door.section_heights_in", list(counts.values()), "", "")
    size = next(iter(counts.values()))
    if not SECTIONS[0] <= size <= SECTIONS[1]:
        raise OutOfRange(f"A door of {size} sections is not covered.", "door.section_count", size, f"{SECTIONS[0]} to {SECTIONS[1]}", "")
    return size
