"""The fitting drawing of an opener on a rail, as one printed page."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from hinge.questions.placement import PlacementAnswer, PlacementQuestion, placement
from hinge.questions.side_view import SideViewQuestion, side_view
from hinge.text.marks import say_length
from server.config.pdf import pdf_of
from server.people.models import Person

WIDE, HIGH, LEFT, BEYOND_IN, ABOVE_IN = 720.0, 400.0, 92.0, 14.0, 6.0


@dataclass(frozen=True)
class PlacementDrawing:
    """What is drawn, in the drawing's own points: heights with their words, lines as points, the arms as ends."""

    floor: float
    rail: float
    rail_to: float
    bracket: str
    highest: float
    highest_words: str
    ceiling: float | None
    ceiling_words: str
    tracks: list[str]
    closed: str
    open: str
    arms: list[tuple[float, float, float]]
    arm_words: str


def fitting_pdf(asked: PlacementQuestion, person: Person) -> bytes:
    """The page as PDF bytes. Raises a HingeError for what cannot be placed."""
    answer = placement(asked)
    shown: dict[str, object] = {"answer": answer, "shop": person.shop, "person": person, "day": date.today()}
    return pdf_of("bench/fitting.html", shown | {"drawn": _drawn(asked, answer), "wide": WIDE, "high": HIGH, "left": LEFT}, person.units)


def _drawn(asked: PlacementQuestion, answer: PlacementAnswer) -> PlacementDrawing | None:
    """To scale; nothing for a door that is placed by what was measured alone."""
    if asked.kind != "sectional" or asked.door is None or asked.track is None:
        return None
    view = side_view(SideViewQuestion(door=asked.door, track=asked.track, positions_in=[0.0, asked.door.height_in]))
    reach = (answer.reach_in or view.back_in) + BEYOND_IN
    scale = min((WIDE - LEFT) / reach, HIGH / (max(answer.bracket_in, asked.ceiling_in or 0.0, view.top_in) + ABOVE_IN))

    def across(inches: float) -> float:
        return round(LEFT + inches * scale, 1)

    def up(inches: float) -> float:
        return round(HIGH - inches * scale, 1)

    def points(places: Iterable[tuple[float, float]]) -> str:
        return " ".join(f"{across(x)},{up(z)}" for x, z in places)

    arm = answer.arm
    closed, opened = ([(one.x_in, one.z_in) for one in joints] for joints in view.joints)
    return PlacementDrawing(
        floor=HIGH,
        rail=up(answer.bracket_in),
        rail_to=across(reach),
        bracket=say_length(answer.bracket_in, feet=True),
        highest=up(answer.highest_in),
        highest_words=say_length(answer.highest_in, feet=True),
        ceiling=up(asked.ceiling_in) if asked.ceiling_in is not None else None,
        ceiling_words=say_length(asked.ceiling_in, feet=True) if asked.ceiling_in is not None else "",
        tracks=[points((one.x_in, one.z_in) for one in line) for line in view.tracks],
        closed=points(closed),
        open=points(opened),
        arms=[(across(one.door.x_in), up(one.door.z_in), across(one.trolley.x_in)) for one in arm.at] if arm else [],
        arm_words=f"arm {say_length(arm.use_in)}, {arm.closed_deg:.0f}° closed" if arm else "",
    )
