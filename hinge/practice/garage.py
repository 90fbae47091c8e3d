"""One simulated site: a door as its file tells it and as it is, what is wrong with it, and what the customer says of it. Seeded.

The same seed with the same causes is the same site, whatever was done on it: what was done is told by its visit (visit.py).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from hinge.carriers.carrier import Part
from hinge.carriers.counterweight import Counterweight, hub_of
from hinge.carriers.extension import Extension
from hinge.carriers.kinds import OnDoor
from hinge.carriers.torsion import wound
from hinge.document import Document, table_of
from hinge.errors import BadInputError
from hinge.faults.knowledge import Faults, faults, require_known
from hinge.file.assembly import assembly_of
from hinge.file.record import DoorRecord
from hinge.file.setup import Setup, setup_of
from hinge.measure.fields import Value
from hinge.practice.mechanics import DoorInMotion, door_in_motion
from hinge.sizing.picks import pick_extension, pick_plates
from hinge.sizing.search import Wanted, find_sets
from hinge.springs.counterbalance import THREE_TO_FOUR_FEET
from hinge.springs.counterweight import Stack
from hinge.springs.extension import ExtensionPair

Range = Annotated[list[float], Field(min_length=2, max_length=2)]
Ends = Literal["new", "wound", "holds", "work"]
GarageCarrier = Literal["torsion", "extension", "counterweight"]
# How often a door is carried by what, where its causes leave that open (estimate); new springs pull what they are said to, within one sd.
NEW_PULL_SD, KNOWN_CHANCE = 0.01, 0.6
CARRIED_BY: dict[GarageCarrier, float] = {"torsion": 0.8, "extension": 0.13, "counterweight": 0.07}
# What a stack of plates has nothing of.
OF_SPRINGS = ("springs", "setting", "weight", "cables", "shaft")
# How far a trimmed door is off where it must hold, one sd, as a share of its drag; estimate.
TRIMMED_SD = 0.35
# Width and height [in], sections, and weight by area [lb/ft²]: usual sizes of doors; the weights are estimates.
SIZES = ((96, 84, 4, 2.0), (108, 84, 4, 2.1), (192, 84, 4, 1.7), (96, 96, 5, 2.2), (120, 96, 5, 2.2), (192, 96, 5, 1.6))
OPENERS = ("rail_screw", "rail_button")
# So often the file lacks some sizes, which a tape finds; estimate.
UNMEASURED_CHANCE = 0.25
UNMEASURED = (("radius_in", "rise_in"), ("drum_diameter_in", "cable_in"), ("width_in", "height_in"), ("section_count",))


class Wrong(Document):
    """What a cause does to how a door moves, and what ends it; see the head of wrongs.toml."""

    pull: Range | None = None
    one_pull: Range | None = None
    quarters: Range | None = None
    one_quarter: Range | None = None
    weight: Range | None = None
    drag: Range | None = None
    binds_lb: Range | None = None
    feel: Literal["", "stuck", "crooked"] = ""
    carrier: GarageCarrier | Literal[""] = ""
    opener: str = ""
    ends: Ends
    known: list[str] = []


NO_ROW = Wrong(ends="work")


@cache
def wrongs() -> dict[str, Wrong]:
    """What causes do to a door, by cause. Raises BadInputError naming one nothing is known of."""
    found = table_of(__file__, "wrongs", Wrong)
    require_known("wrongs", found, faults().causes)
    return found


def wrong_of(cause: str) -> Wrong:
    """What a cause does to how a door moves."""
    return wrongs().get(cause, NO_ROW)


@dataclass(frozen=True)
class Garage:
    """A site nobody has touched yet.

    `record` is the door's file, `really` what a tape would find, `moves` the door as it is. `pull` is how many times what it is said
    to each part's spring pulls, `quarters` how many quarter-turns are on it beyond those on file (inches of stretch on a pair).
    """

    seed: int
    causes: tuple[str, ...]
    complaint: str
    known: tuple[str, ...]
    record: DoorRecord
    really: Mapping[str, Value]
    moves: DoorInMotion
    pull: Mapping[Part, float]
    quarters: Mapping[Part, float]

    def chance(self, *about: object) -> np.random.Generator:
        """Chance of one thing about this site: the same whenever that is looked at again."""
        told = "|".join(str(one) for one in about).encode()
        return np.random.default_rng([self.seed, int.from_bytes(told[-24:].rjust(24, b"\0"), "big") % 2**63])


def garage_of(seed: int, causes: Sequence[str] = (), complaint: str = "") -> Garage:
    """The site of a seed with these causes in it; with those of the seed, as often as they come, where none are named.

    `complaint` is what the customer says, where it is not what one says of the first cause as often as they do.

    Raises BadInputError for causes nothing is known of, or that cannot stand together.
    """
    known, chance = faults(), np.random.default_rng(seed)
    require_known("causes", causes, known.causes)
    chosen = tuple(causes) or _any_causes(known, chance)
    carrier = _carrier_of(chosen, chance)
    opener = next((one for cause in chosen if (one := wrong_of(cause).opener)), str(chance.choice(OPENERS)))
    measured = _measured(chance, opener, carrier)
    site = _site(seed, DoorRecord(measured=measured, on_door=_hung(measured, carrier)), chosen, complaint, chance)
    missing = UNMEASURED[int(chance.integers(len(UNMEASURED)))] if chance.random() < UNMEASURED_CHANCE else ()
    known_now = site.record.model_copy(update={"measured": {name: value for name, value in measured.items() if name not in missing}})
    return replace(site, record=known_now)


def garage_on(record: DoorRecord, seed: int, causes: Sequence[str], complaint: str = "") -> Garage:
    """The site of a door on file, measured whole, with these causes in it. Seeded.

    Raises BadInputError for causes nothing is known of, or that this door cannot have.
    """
    require_known("causes", causes, faults().causes)
    if not can_stand_on(record, causes):
        raise BadInputError("These causes do not stand on this door.", "causes", ", ".join(causes), "causes of what the door has")
    return _site(seed, record, tuple(causes), complaint, np.random.default_rng(seed))


def can_stand_on(record: DoorRecord, causes: Sequence[str]) -> bool:
    """Whether a door on file can have all of these: measured whole, with the opener and carried by the kind they are of."""
    opener = record.measured.get("opener_kind")
    fits = all(wrong_of(cause).carrier in ("", record.kind) and wrong_of(cause).opener in ("", opener) for cause in causes)
    return can_stand_together(causes) and fits and setup_of(record.measured) is not None


def _site(seed: int, record: DoorRecord, causes: tuple[str, ...], complaint: str, chance: np.random.Generator) -> Garage:
    """A door with these causes in it, all that its file tells known."""
    setup = setup_of(record.measured)
    assert setup is not None
    weight, drag = (float(np.prod([_within(chance, getattr(wrong_of(cause), what)) for cause in causes])) for what in ("weight", "drag"))
    moves = door_in_motion(setup.door, setup.track, chance, weight, drag)
    trimmed = _trimmed(setup, record, moves, weight, chance)
    for cause in causes:
        if (binds := wrong_of(cause).binds_lb) is not None:
            moves.drag_lb[int(chance.integers(1, len(moves.drag_lb) - 1))] += _within(chance, binds)
    pull, quarters = _springs(record, trimmed, causes, chance)
    facts = tuple(fact for cause in causes for fact in wrong_of(cause).known if chance.random() < KNOWN_CHANCE)
    says = complaint or complaint_of(faults(), causes[0], chance)
    return Garage(seed, causes, says, tuple(dict.fromkeys(facts)), record, record.measured, moves, pull, quarters)


def complaint_of(known: Faults, cause: str, chance: np.random.Generator) -> str:
    """What a customer says of a cause."""
    weights = np.array([one.likely.get(cause, 0.02 * known.causes[cause].share) for one in known.complaints.values()])
    return str(chance.choice(list(known.complaints), p=weights / weights.sum()))


def can_stand_together(causes: Sequence[str]) -> bool:
    """Whether one door can have all of these: of different parts, on one kind of carrier and of opener."""
    parts = [faults().causes[cause].part for cause in causes]
    asked = [{one for cause in causes if (one := getattr(wrong_of(cause), what))} for what in ("carrier", "opener")]
    return len({*parts}) == len(parts) and all(len(one) < 2 for one in asked) and not ("nothing" in causes and len(causes) > 1)


PAIR_CHANCE = 0.15


def _any_causes(known: Faults, chance: np.random.Generator) -> tuple[str, ...]:
    """One cause as often as it comes, now and then two."""
    names, shares = list(known.causes), np.array([one.share for one in known.causes.values()])
    first = str(chance.choice(names, p=shares / shares.sum()))
    if chance.random() > PAIR_CHANCE:
        return (first,)
    fits = np.array([can_stand_together((first, name)) for name in names])
    if not fits.any():
        return (first,)
    return first, str(chance.choice(names, p=shares * fits / (shares * fits).sum()))


def _carrier_of(causes: Sequence[str], chance: np.random.Generator) -> GarageCarrier:
    if not can_stand_together(causes):
        raise BadInputError("These causes do not stand on one door.", "causes", ", ".join(causes), "causes of different parts")
    told = next((one for cause in causes if (one := wrong_of(cause).carrier)), None)
    if told:
        return told
    hangs = any(faults().causes[cause].part in OF_SPRINGS for cause in causes)
    shares = np.array([0.0 if hangs and kind == "counterweight" else share for kind, share in CARRIED_BY.items()])
    return list(CARRIED_BY)[int(chance.choice(len(CARRIED_BY), p=shares / shares.sum()))]


def _within(chance: np.random.Generator, limits: Range | None) -> float:
    return 1.0 if limits is None else float(chance.uniform(limits[0], limits[1]))


# What is measured of what carries a door [each field's unit].
DRUM: dict[str, Value] = {"drum_diameter_in": 4.0, "cable_in": 0.125}
CARRIED: dict[GarageCarrier, dict[str, Value]] = {
    "torsion": DRUM | {"cycles_wanted": 15_000.0},
    "extension": {"counterbalance": "extension", "safety_cables": "both"},
    "counterweight": DRUM | {"counterbalance": "counterweight", "hub_core_in": 2.0, "strap_in": 0.03, "hub_turns": 9.0},
}


def _measured(chance: np.random.Generator, opener: str, carrier: GarageCarrier) -> dict[str, Value]:
    fitting = tuple(size for size in SIZES if carrier == "torsion" or (size[0] <= 120 and (size[1] > 84) >= (carrier == "counterweight")))
    width, height, sections, area_lb = fitting[int(chance.integers(len(fitting)))]
    weight = float(round(width * height / 144 * area_lb * chance.uniform(0.95, 1.08)))
    radius = 15.0 if carrier == "torsion" and chance.random() < 0.4 else 12.0
    door: dict[str, Value] = {"weight_lb": weight, "width_in": float(width), "height_in": float(height), "section_count": float(sections)}
    track: dict[str, Value] = {"radius_in": radius, "rise_in": 3.0 if radius > 12 else 2.0}
    if carrier == "counterweight":
        track = {"lift": "vertical"}
    eyes: dict[str, Value] = {"eye_type": "pair", "eye_height_in": 5.5, "receiver_side": str(chance.choice(["left", "right"]))}
    return door | track | eyes | CARRIED[carrier] | {"opener_kind": opener}


def _hung(measured: dict[str, Value], carrier: GarageCarrier) -> OnDoor:
    setup = setup_of(measured)
    assert setup is not None
    if carrier == "extension":
        pair = pick_extension(setup.door, setup.track)
        return Extension(pair=ExtensionPair(class_lb=pair.grade.to_lb, open_stretch_in=pair.pair.open_stretch_in))
    assert setup.drum is not None
    hub = hub_of(measured)
    if carrier == "counterweight" and hub is not None:
        plates = pick_plates(setup.door, setup.track, setup.drum.on(setup.track), hub).plates
        return Counterweight(stack=Stack(plates=plates, hub=hub))
    best = find_sets(setup.door, setup.track, setup.drum.on(setup.track), Wanted(cycles=15_000, most=1)).sets[0]
    return wound(list(best.springs), best.quarter_turns)


def _trimmed(setup: Setup, record: DoorRecord, moves: DoorInMotion, weight: float, chance: np.random.Generator) -> float:
    """How many times what they are said to its springs pull: whoever hung them trimmed the door until it held, before it grew heavier."""
    hung = assembly_of(setup, record.on_door)
    assert hung is not None
    middle = np.array([THREE_TO_FOUR_FEET.middle_in])
    off_lb = float(chance.normal(0, TRIMMED_SD) * moves.drag(middle)[0])
    return float((moves.need(middle)[0] / weight + off_lb) / hung.at_work().carrier.lift(middle)[0])


def _springs(
    record: DoorRecord, trimmed: float, causes: Sequence[str], chance: np.random.Generator
) -> tuple[dict[Part, float], dict[Part, float]]:
    """How each part as found pulls and is wound."""
    on = record.on_door
    assert on is not None
    parts = list(on.counts_found(None))
    pull = dict.fromkeys(parts, trimmed)
    quarters = dict.fromkeys(parts, 0.0)
    for wrong in map(wrong_of, causes):
        one = parts[int(chance.integers(len(parts)))]
        every = _within(chance, wrong.pull)
        pull = {part: times * every * (_within(chance, wrong.one_pull) if part == one else 1.0) for part, times in pull.items()}
        if wrong.quarters is not None:
            more = round(_within(chance, wrong.quarters))
            quarters = {part: now + more for part, now in quarters.items()}
        if wrong.one_quarter is not None:
            quarters[one] += round(_within(chance, wrong.one_quarter))
    return pull, quarters
