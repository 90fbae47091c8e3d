"""Minutes on the road between a shop's places, from a small table of its own: no map and no network is asked."""

from __future__ import annotations

import re
from functools import cached_property
from typing import Annotated

import numpy as np
from pydantic import Field
from scipy.sparse.csgraph import shortest_path

from hinge.arrays import Floats
from hinge.document import Between, Document
from hinge.errors import BadInputError, HingeError, OutOfRangeError

LONGEST_MIN = 300
Place = Annotated[str, Field(min_length=1, max_length=60)]
RoadMinutes = Annotated[int, Between(0, LONGEST_MIN, "min")]
LINE = re.compile(r"^(?P<start>[^,;]+)[,;](?P<end>[^,;]+)[,;]\s*(?P<minutes>\d{1,6})\s*$")


class RoadTime(Document):
    """Two places and the minutes between them, either way; the same place twice for the way within it."""

    start: Place
    end: Place
    minutes: RoadMinutes


class TravelTable(Document):
    """A shop's places and the minutes between them; `usual_minutes` where the table leads nowhere."""

    usual_minutes: RoadMinutes = 20
    roads: Annotated[list[RoadTime], Field(max_length=400)] = []

    @cached_property
    def places(self) -> list[str]:
        """Its places as they are compared, the longest name first: of Lower Pennock, not of Pennock."""
        return sorted({_plain(place) for road in self.roads for place in (road.start, road.end)}, key=lambda place: (-len(place), place))

    @cached_property
    def _minutes(self) -> Floats:
        """Minutes between each two places by the shortest way over the table, shape (n, n); infinite where there is none."""
        direct = np.full((len(self.places), len(self.places)), np.inf)
        for road in self.roads:
            start, end = self.places.index(_plain(road.start)), self.places.index(_plain(road.end))
            direct[start, end] = direct[end, start] = road.minutes
        # Masked, and by Dijkstra's method, so that a way of no minutes is one.
        minutes: Floats = shortest_path(np.ma.masked_invalid(direct), method="D", directed=False) if len(direct) else direct
        # From a place to itself it is what the table says of the way within it.
        np.fill_diagonal(minutes, np.diag(direct))
        return minutes

    def place_of(self, address: str) -> str:
        """The place an address lies in: the longest name of the table that stands in it; "" where there is none."""
        words = f" {_plain(address)} "
        return next((place for place in self.places if f" {place} " in words), "")

    @cached_property
    def _known(self) -> dict[tuple[str, str], int]:
        """What was looked up once: a day asks for the same ways again and again."""
        return {}

    def minutes(self, start: str, end: str) -> int:
        """Minutes on the road [min] between two addresses; none where they are the same, or where one is not known."""
        if (start, end) not in self._known:
            self._known[start, end] = self._road_minutes(start, end)
        return self._known[start, end]

    def _road_minutes(self, start: str, end: str) -> int:
        if not _plain(start) or not _plain(end) or _plain(start) == _plain(end):
            return 0
        here, there = self.place_of(start), self.place_of(end)
        if not here or not there:
            return self.usual_minutes
        minutes = float(self._minutes[self.places.index(here), self.places.index(there)])
        return round(minutes) if np.isfinite(minutes) else self.usual_minutes

    def as_text(self) -> str:
        """The table as it is typed: a line for each two places."""
        return "\n".join(f"{road.start}, {road.end}, {road.minutes}" for road in self.roads)


def parse_roads(text: str) -> list[RoadTime]:
    """Read lines of two places and the minutes between them, with commas or semicolons.

    Raises BadInputError naming every line that cannot be read, or is said twice.
    """
    roads, wrong = dict[frozenset[str], RoadTime](), list[str]()
    for number, line in enumerate(text.splitlines(), start=1):
        if not line.strip():
            continue
        try:
            road = _road_of(line)
        except HingeError as mistake:
            wrong.append(f"line {number} {mistake.message}")
            continue
        ends = frozenset((_plain(road.start), _plain(road.end)))
        if ends in roads and roads[ends].minutes != road.minutes:
            wrong.append(f"line {number} gives other minutes between the same places")
        roads[ends] = road
    if wrong:
        allowed = "two places and the minutes between them: Pennock, Saltmarsh, 25"
        raise BadInputError(f"Not kept: {'; '.join(wrong)}.", "roads", text[:200], allowed, "min")
    return list(roads.values())


def _road_of(line: str) -> RoadTime:
    found = LINE.match(line)
    if not found or not _plain(found["start"]) or not _plain(found["end"]):
        raise BadInputError("is not two places and whole minutes", "roads", line[:80], "Pennock, Saltmarsh, 25", "min")
    minutes, (start, end) = int(found["minutes"]), (found[name].strip() for name in ("start", "end"))
    if minutes > LONGEST_MIN:
        raise OutOfRangeError(f"gives {minutes} min, more than {LONGEST_MIN}", "roads", minutes, f"0 to {LONGEST_MIN}", "min")
    if max(len(start), len(end)) > 60:
        raise BadInputError("names a place in more than 60 letters", "roads", line[:80], "60 letters", "")
    return RoadTime(start=start, end=end, minutes=minutes)


def _plain(words: str) -> str:
    return " ".join(re.findall(r"\w+", words.casefold()))
