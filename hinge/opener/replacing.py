"""Is this opener worth its repair? The reasons for another one, each with its number."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.text.marks import number

Verdict = Literal["repair", "consider_another"]
# What is a repair in itself, by the cause found; a board only while the unit is not old. Source: common practice (handbook of the trade).
REPAIRS = ("travel_module", "gear_stripped", "capacitor", "eye_receiver_dead", "remote_battery", "remote_code")
BOARD = "board"
# Without eyes it is older than the rule that asks for them: US 1993 (memory). Old: estimate. Half the price of new: common practice.
EYES_SINCE, OLD_YEARS, HALF = 1993, 15, 0.5


class Replacing(BaseModel):
    """The verdict, why, and how the repair stands to the price of a new one [share], where both were given."""

    verdict: Verdict
    share: float | None
    reasons: list[str]
    sentence: str


def repair_or_replace(
    this_year: int, made_in: int | None, has_eyes: bool | None, fault: str, repair_price: float | None, new_price: float | None
) -> Replacing:
    """The verdict on a unit made in a year, with or without eyes, with this fault found, at these prices [any one currency]."""
    age = this_year - made_in if made_in is not None else None
    share = repair_price / new_price if repair_price is not None and new_price else None
    per_cent = f"{number(round(share * 100, 2))} %" if share is not None else ""
    against = [
        "It has no eyes: nothing sees who stands in the way. No repair mends that." if has_eyes is False else "",
        f"It was made in {made_in}, before eyes were asked for ({EYES_SINCE}). Look whether they were added."
        if made_in is not None and made_in < EYES_SINCE and has_eyes is None
        else "",
        f"Its board has gone, and it is {age} years old." if fault == BOARD and age is not None and age >= OLD_YEARS else "",
        f"The repair is {per_cent} of the price of a new one: over half." if share is not None and share > HALF else "",
    ]
    reasons = [reason for reason in against if reason]
    if reasons:
        said = "Consider another one: tell the customer why, and let them decide."
        return Replacing(verdict="consider_another", share=share, reasons=reasons, sentence=said)
    mends = "That is a repair." if fault in REPAIRS else "Nothing speaks against repairing it."
    price = f" It costs {per_cent} of a new one." if per_cent else ""
    return Replacing(verdict="repair", share=share, reasons=[], sentence=f"{mends}{price}")
