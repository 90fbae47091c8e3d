"""Will an opener on the shaft fit? Every rule with its verdict, how far off, and what makes a no a yes."""

from __future__ import annotations

from functools import cache
from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from hinge.document import Document, table_of, told
from hinge.errors import BadInputError
from hinge.text.marks import say_length, say_rule, say_size

Verdict = Literal["yes", "no", "measure_again"]
UnitKind = Literal["home", "commercial"]
Value = float | str | bool
SQUARE_IN_PER_FT2 = 144.0


class Wants(Document):
    """What a rule asks for: a word or a yes, or limits [the rule's unit]."""

    word: str | bool | None = None
    at_least: float | None = None
    at_most: float | None = None

    @model_validator(mode="after")
    def _one_kind(self) -> Wants:
        if (self.word is not None) == (self.at_least is not None or self.at_most is not None):
            raise told(BadInputError("Either a word or limits.", "word", None, "one of the two"))
        return self


class Rule(Document):
    """A rule by the measurement it is about; `doubt` is how far a tape may be off [unit], `cure` what makes a no a yes.

    `minutes` is what the cure takes on the day, and nothing where it takes another unit; `home` limits are those of a home unit.
    """

    says: str
    wants: Wants
    unit: Literal["", "in", "ft²"] = ""
    doubt: float = 0.0
    cure: str
    minutes: Annotated[int, Field(ge=5, le=480)] | None = None
    home: bool = False

    def short_by(self, value: float) -> float:
        """By how much the limits are missed [unit]; below zero where there is room."""
        low, high = self.wants.at_least, self.wants.at_most
        return max(low - value if low is not None else -float("inf"), value - high if high is not None else -float("inf"))


class SurveyRow(BaseModel):
    """A rule and its verdict; `short_by` is how far a limit is missed [unit], and nothing where it is not.

    `minutes` is what a no's cure takes, and nothing where no work on this door cures it.
    """

    rule: str
    says: str
    verdict: Verdict
    short_by: float | None
    unit: str
    cure: str
    minutes: int | None = None


class Survey(BaseModel):
    """Whether it fits: every rule is met; and the minutes its cures take, where work on this door cures every no."""

    fits: bool
    minutes: int | None
    rows: list[SurveyRow]
    sentence: str


@cache
def rules() -> dict[str, Rule]:
    """The rules by what is measured. Source: common practice; the maker's figure wins."""
    return table_of(__file__, "survey", Rule)


def survey(measured: dict[str, Value], unit: UnitKind = "home") -> Survey:
    """The verdict on every rule, by what is measured; what is not is to be measured. A commercial unit has limits of its own."""
    known = dict(measured)
    if "width_in" in known and "height_in" in known:
        known["area_ft2"] = float(known["width_in"]) * float(known["height_in"]) / SQUARE_IN_PER_FT2
    rows = [_row(name, rule, known.get(name), unit) for name, rule in rules().items()]
    wrong = [row.minutes for row in rows if row.verdict == "no"]
    cured = [minutes for minutes in wrong if minutes is not None]
    minutes = sum(cured) if len(cured) == len(wrong) else None
    return Survey(fits=all(row.verdict == "yes" for row in rows), minutes=minutes, rows=rows, sentence=_sentence(rows, minutes))


def _row(name: str, rule: Rule, value: Value | None, unit: UnitKind) -> SurveyRow:
    def row(verdict: Verdict, cure: str, short_by: float | None = None) -> SurveyRow:
        minutes = rule.minutes if verdict == "no" else None
        unit_said = rule.unit if short_by else ""
        return SurveyRow(rule=name, says=rule.says, verdict=verdict, short_by=short_by, unit=unit_said, cure=cure, minutes=minutes)

    if rule.home and unit == "commercial":
        return row("measure_again", "That is a home unit's limit: a commercial unit has its own sheet, look there.")
    if value is None:
        return row("measure_again", "Not looked at yet.")
    if rule.wants.word is not None:
        return row("yes", "") if value == rule.wants.word else row("no", rule.cure)
    short = rule.short_by(float(value))
    # A limit exactly met is met.
    if 1e-9 < short < rule.doubt:
        return row("measure_again", f"So near the limit a tape decides nothing: measure again, to within {_size(rule, rule.doubt)}.")
    return row("yes", "") if short <= 0 else row("no", rule.cure.format(short=_size(rule, short)), round(short, 4))


def _size(rule: Rule, size: float) -> str:
    return say_length(size) if rule.unit == "in" and size >= 1 / 16 else say_size(round(size, 3), rule.unit)


def _sentence(rows: list[SurveyRow], minutes: int | None) -> str:
    wrong, again = ([row.says.lower() for row in rows if row.verdict == verdict] for verdict in ("no", "measure_again"))
    if wrong:
        together = f", about {minutes} minutes of work together" if minutes else ""
        return f"It does not fit as it is: {'; '.join(wrong)}. Each says what would make it a yes{together}."
    if again:
        return f"Not known yet: {'; '.join(again)}."
    return (
        f"It fits. The collar stays {say_rule('¼ in')} or more from the bearing plate, the unit square to the shaft; "
        "the maker's figures win."
    )
