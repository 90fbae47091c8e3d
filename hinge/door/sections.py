"""The door itself: its sections from the bottom up."""

from __future__ import annotations

from functools import cached_property
from typing import Annotated

from pydantic import Field, model_validator

from hinge.document import Between, Document, told
from hinge.errors import ContradictionError
from hinge.text.marks import number, say_size

HEIGHT_TOLERANCE_IN, WEIGHT_TOLERANCE_LB = 0.25, 0.5
LEAST_PLAIN_SHARE = 1 / 3  # of the weight is the sections' own, whatever hangs on them; estimate
SECTIONS = Between(2, 16, "sections")


class Door(Document):
    """A sectional door, bottom up: heights of its sections, or how many alike; its weight, or that of each section.

    Where only the whole weight is known it is spread by height, after `extras_lb`, which is what hangs on each section:
    strut, glass, opener bracket.
    """

    height_in: Annotated[float, Between(48, 240, "in")]
    section_heights_in: Annotated[list[Annotated[float, Between(6, 48, "in")]], Field(min_length=2, max_length=16)] | None = None
    section_weights_lb: Annotated[list[Annotated[float, Between(1, 1000, "lb")]], Field(min_length=2, max_length=16)] | None = None
    section_count: Annotated[int, SECTIONS] | None = None
    weight_lb: Annotated[float, Between(20, 3000, "lb")] | None = None
    extras_lb: Annotated[list[Annotated[float, Between(0, 500, "lb")]], Field(max_length=16)] | None = None

    @model_validator(mode="after")
    def _agrees(self) -> Door:
        self._counts_agree()
        heights = self.section_heights_in
        if heights and abs(sum(heights) - self.height_in) > HEIGHT_TOLERANCE_IN:
            raise told(
                ContradictionError(
                    f"The sections add up to {say_size(sum(heights), 'in')}, but the door is {say_size(self.height_in, 'in')} high.",
                    "section_heights_in",
                    sum(heights),
                    f"{number(self.height_in)} ± {HEIGHT_TOLERANCE_IN}",
                    "in",
                )
            )
        if self.section_weights_lb is None:
            self._extras_agree()
        else:
            self._weights_agree(sum(self.section_weights_lb))
        return self

    def __hash__(self) -> int:
        return hash((self.height_in, self.heights_in, self.weights_lb))

    @cached_property
    def heights_in(self) -> tuple[float, ...]:
        """Height of each section [in]."""
        return tuple(self.section_heights_in or [self.height_in / (self._count or 1)] * (self._count or 1))

    @cached_property
    def weights_lb(self) -> tuple[float, ...]:
        """Weight of each section with what hangs on it [lb]."""
        if self.section_weights_lb is not None:
            return tuple(self.section_weights_lb)
        heights, total = self.heights_in, self.weight_lb or 0.0
        extras = self.extras_lb or [0.0] * len(heights)
        plain = total - sum(extras)
        return tuple(plain * height / sum(heights) + extra for height, extra in zip(heights, extras, strict=True))

    @cached_property
    def total_lb(self) -> float:
        """Weight of the whole door [lb]."""
        return sum(self.weights_lb)

    def weighing(self, total_lb: float) -> Door:
        """The same door with every section heavier or lighter by the same share, weighing this much in all [lb]."""
        weights = [one * total_lb / self.total_lb for one in self.weights_lb]
        return Door.model_construct(height_in=self.height_in, section_heights_in=list(self.heights_in), section_weights_lb=weights)

    @property
    def _count(self) -> int | None:
        lists = (self.section_heights_in, self.section_weights_lb)
        return next((len(one) for one in lists if one is not None), self.section_count)

    def _counts_agree(self) -> None:
        counts = {"section heights": self.section_heights_in, "section weights": self.section_weights_lb}
        sizes = {name: len(one) for name, one in counts.items() if one is not None}
        if self.section_count is not None:
            sizes["section count"] = self.section_count
        if not sizes:
            allowed = f"{SECTIONS.low:g} to {SECTIONS.high:g}"
            raise told(ContradictionError("Neither sections nor a section count are given.", "section_count", None, allowed, "sections"))
        if len(set(sizes.values())) > 1:
            said = ", ".join(f"{size} {name}" if name != "section count" else f"a count of {size}" for name, size in sizes.items())
            field = "section_heights_in" if "section heights" in sizes else "section_weights_lb"
            raise told(ContradictionError(f"The sections disagree: {said}.", field, list(sizes.values())))

    def _weights_agree(self, sum_lb: float) -> None:
        if self.extras_lb is not None:
            raise told(
                ContradictionError("Section weights already hold what hangs on them.", "extras_lb", None, "none with section weights", "lb")
            )
        if self.weight_lb is not None and abs(sum_lb - self.weight_lb) > WEIGHT_TOLERANCE_LB:
            raise told(
                ContradictionError(
                    f"The sections weigh {say_size(sum_lb, 'lb')} together, but the door is given as {say_size(self.weight_lb, 'lb')}.",
                    "weight_lb",
                    self.weight_lb,
                    number(sum_lb),
                    "lb",
                )
            )
        if not 20 <= sum_lb <= 3000:
            raise told(
                ContradictionError(
                    f"The sections weigh {say_size(sum_lb, 'lb')} together.", "section_weights_lb", sum_lb, "20 to 3000", "lb"
                )
            )

    def _extras_agree(self) -> None:
        if self.weight_lb is None:
            raise told(
                ContradictionError("Neither the door's weight nor its sections' weights are given.", "weight_lb", None, "20 to 3000", "lb")
            )
        extras = self.extras_lb
        if not extras:
            return
        if len(extras) != self._count:
            raise told(
                ContradictionError(
                    f"There are {self._count} sections, but extras for {len(extras)}.",
                    "extras_lb",
                    len(extras),
                    str(self._count),
                    "sections",
                )
            )
        plain = self.weight_lb - sum(extras)
        if plain < self.weight_lb * LEAST_PLAIN_SHARE:
            raise told(
                ContradictionError(
                    f"{say_size(sum(extras), 'lb')} hang on the sections, which leaves {number(plain)} of {say_size(self.weight_lb, 'lb')} "
                    "for the sections.",
                    "extras_lb",
                    sum(extras),
                    f"up to {number(self.weight_lb * (1 - LEAST_PLAIN_SHARE))}",
                    "lb",
                )
            )
