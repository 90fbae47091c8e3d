"""The pages of the bench as data: one answer each to a question with no call open."""

from __future__ import annotations

from functools import cache
from typing import Self

from pydantic import computed_field, model_validator

from hinge.document import Document, table_of, told
from hinge.errors import BadInputError
from hinge.measure.fields import fields, read_field

# What is typed may stand in the place of something usual: then that is not taken.
INSTEAD: dict[str, tuple[str, ...]] = {
    "drum_diameter_in": ("listed_drum", "drum_profile_in"),
    "section_count": ("section_heights_in",),
    "ten_coils_in": ("twenty_coils_in",),
    "twenty_coils_in": ("ten_coils_in",),
    "hub_core_in": ("usual_hub",),
    "strap_in": ("usual_hub",),
    "pivot_weight_lb": ("pivot_rate_lb_per_in", "pivot_rate_lbin_per_turn"),
    "pivot_weight_arm_in": ("pivot_rate_lb_per_in", "pivot_rate_lbin_per_turn"),
}


class BenchPage(Document):
    """A page: its title and what it decides; the `groups` of a door it takes, `fields` of its own, or neither.

    `preset` is taken for granted, `usual` until it is typed, both as one types them; `answer` is what comes of the usual ones.
    """

    name: str = ""
    title: str
    decides: str
    answer: str
    groups: list[str] = []
    fields: list[str] = []
    preset: dict[str, str] = {}
    usual: dict[str, str] = {}

    @model_validator(mode="after")
    def _can_be_asked(self) -> Self:
        for field, typed in (self.preset | self.usual).items():
            read_field(field, typed)
        if unknown := next((name for name in self.fields if name not in fields()), None):
            raise told(BadInputError(f"There is no measurement called {unknown!r}.", "fields", unknown, "a measurement"))
        if self.groups and self.fields:
            raise told(BadInputError("A page asks for groups of a door, or for fields of its own.", "groups", None, "one of both"))
        return self

    @computed_field  # type: ignore[prop-decorator]
    @property
    def instead(self) -> dict[str, tuple[str, ...]]:
        """Which fields, once typed, stand in the place of a usual one."""
        return {field: others for field, others in INSTEAD.items() if field in self.usual}


@cache
def bench_pages() -> dict[str, BenchPage]:
    """Every page by name, in the order of the bench. Raises HingeError for a page that cannot be asked."""
    return {name: page.model_copy(update={"name": name}) for name, page in table_of(__file__, "bench", BenchPage).items()}
