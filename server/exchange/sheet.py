"""The customer's page: one side, in plain words; and the technical sheet, with every number, for the file."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from math import ceil
from typing import Any

from hinge.balance.advice import Advice
from hinge.call.facts import Taken
from hinge.measure.fields import fields
from hinge.procedures.instructions import way_words
from hinge.procedures.knowledge import schools
from hinge.questions.of_call import CallBalance, balance_of
from hinge.text.marks import say_size
from hinge.view.build import build_call_view
from hinge.view.customer_page import customer_page
from server.calls.models import Call
from server.calls.picture import for_paper
from server.config.pdf import pdf_of
from server.exchange.front import front_of
from server.followups.service import standing

# More lines than these are set smaller, to stay on one side; so many follow-ups are told.
SMALL_FROM, MOST_FOLLOWING = 16, 3
WIDTH, HEIGHT = 230.0, 190.0
# A scale reaches so far to either side, that sheets can be laid side by side; or in steps of ten to what was pulled, where that is more.
LEAST_SIDE_LB, STEP_LB = 40.0, 10.0


@dataclass(frozen=True)
class Line:
    """The balance line as SVG: points of the curve, friction's band, marks of the readings, ticks of the height.

    Its scale reaches `side_lb` to either side, `side` in words.
    """

    side_lb: float
    side: str
    points: str
    band_from: float
    band_width: float
    marks: list[dict[str, float]]
    ticks: list[dict[str, object]]


def sheet_pdf(call: Call, units: str) -> bytes:
    """The customer's page of a call as PDF bytes, its sizes in `units`."""
    shown = customer_context(call)
    return pdf_of("exchange/sheet.html", shown, units, lambda: _pictures(call, shown["photos"]))


def _pictures(call: Call, keys: Iterable[str] | None = None) -> dict[str, bytes]:
    """Photos of a call by key, scaled for paper; all of them, or those named."""
    photos = call.photos.all() if keys is None else call.photos.filter(key__in=list(keys))
    return {str(one.key): for_paper(bytes(one.jpeg)) for one in photos}


def customer_context(call: Call) -> dict[str, Any]:
    """What the customer's page shows."""
    facts = call.facts()
    state, page = build_call_view(facts, call.claimed_elsewhere), customer_page(facts)
    following = [f"{one.due:%-d %B %Y}: {one.get_what_display().lower()}" for one in standing().filter(door=call.door)]
    return {
        "call": call,
        "door": call.door,
        "shop": call.shop,
        "state": state,
        "page": page,
        "following": following[:MOST_FOLLOWING],
        "front": front_of(facts.measured, facts.line.kind, page.has_opener, page.new),
        "photos": list(dict.fromkeys([one.photo for one in (*state.photos[:1], *state.photos[-1:])])),
        "signed": [" ".join(map(str, stroke)) for stroke in state.signature.strokes] if state.signature else [],
        "signed_at": datetime.fromisoformat(state.signature.at) if state.signature else None,
        "small": sum(map(len, (page.wrong, page.done, page.left, page.watch, page.never))) > SMALL_FROM,
    }


def _advice_words(advice: Advice) -> str:
    """The advice as a customer reads it."""
    sentence = "Good, no adjustment needed." if advice.kind == "leave" else advice.sentence
    return f"{sentence} {advice.surprise}".strip()


def _numbers_of(call: Call, units: str) -> dict[str, object]:
    """The numbers of a call: what was measured, read and proved."""
    facts = call.facts()
    state, balance = build_call_view(facts, call.claimed_elsewhere), balance_of(facts)
    advice = balance.answer.advice if balance and balance.answer.reads else None
    labels = fields()
    return {
        "call": call,
        "door": call.door,
        "shop": call.shop,
        "state": state,
        "facts": [(labels[one.field].label, one.text) for one in state.measured if one.field != "cycles_wanted"],
        "proofs": [proof for proof in state.proofs if proof.standing != "open" or proof.required],
        "unreadable": [one.text for one in state.unreadable],
        "advice": _advice_words(advice) if advice else "",
        "line": _line(balance, facts.readings, units) if balance else None,
    }


def technical_pdf(call: Call, units: str) -> bytes:
    """The technical sheet of a call as PDF bytes: everything that happened, with who and when."""
    return pdf_of(
        "exchange/technical.html",
        technical_context(call, units),
        units,
        lambda: _pictures(call),
    )


def technical_context(call: Call, units: str) -> dict[str, object]:
    """Everything the technical sheet shows. Times are the server's own, as on every printed page."""
    lines = [(datetime.fromisoformat(one.at), one) for one in call.timeline().lines]
    ways = [f"{schools()[name].title}: {words}" for name, words in way_words(call.shop.ways).items()]
    return _numbers_of(call, units) | {"lines": lines, "ways": ways}


def _line(balance: CallBalance, readings: Iterable[Taken], units: str) -> Line:
    top, answer = balance.setup.door.height_in, balance.answer
    shown_now = [one.reading for one in readings if one.current and one.reading.height_in <= top]
    profile, friction = answer.fitted, answer.friction_lb.likely
    forces = [*profile.net_hand_force_lb, friction, *(one.force_lb or 0.0 for one in shown_now)]
    side = max(LEAST_SIDE_LB, STEP_LB * ceil(max(map(abs, forces)) / STEP_LB))

    def across(force: float) -> float:
        return round(WIDTH / 2 * (1 - force / side), 1)

    def up(height: float) -> float:
        return round(HEIGHT * (1 - height / top), 1)

    points = " ".join(f"{across(force)},{up(at)}" for at, force in zip(profile.positions_in, profile.net_hand_force_lb, strict=True))
    # A hand force is pinned at its force; what a door let go did, on the middle line.
    marks = [{"x": across(one.force_lb or 0.0), "y": up(one.height_in)} for one in shown_now]
    left, right = across(friction), across(-friction)
    tick, step, unit = (500 / 25.4, 0.5, "m") if units == "metric" else (12.0, 1, "ft")
    ticks: list[dict[str, object]] = [{"y": up(one * tick), "text": f"{one * step:g} {unit}"} for one in range(int(top // tick) + 1)]
    return Line(side, say_size(side, "lb", 0), points, left, round(right - left, 1), marks, ticks)
