"""The made-up shops, people, doors and places of a made-up coastal valley."""

from __future__ import annotations

from dataclasses import dataclass

SHOP = ("Fennimore Door Works", "Harrow Quay, Saltmarsh Valley", "555 0142")
SECOND_SHOP = ("Upper Weir Doors", "Weir End, Saltmarsh Valley", "555 0177")
# Who works there besides those whose sign-in the demo shows.
COLLEAGUES = (("ines", "Ines Garrick", "technician"), ("tor", "Tor Verrall", "technician"), ("fenn", "Fenn Larkspur", "apprentice"))
SECOND_SHOP_PEOPLE = (("tamsin", "Tamsin Orrell", "lead"),)

STREETS = ("Kelp Lane", "Dyke Row", "Ropewalk", "Lantern Hill", "Cooper's Slip", "Osier Bank", "Tern Street", "Mill Race", "Gull Close")
TOWNS = ("Harrow Quay", "Saltmarsh", "Low Ferry", "Weir End", "Pennock")
# Minutes on the road between them; what is not said is found over the others.
ROADS = (
    ("Harrow Quay", "Saltmarsh", 12), ("Saltmarsh", "Low Ferry", 18), ("Saltmarsh", "Pennock", 25), ("Low Ferry", "Weir End", 15),
    ("Pennock", "Weir End", 20), *((town, town, 6) for town in TOWNS),
)  # fmt: skip
FAMILIES = (
    "Ashdown", "Birtle", "Calloway", "Dunmore", "Eskdale", "Farrant", "Garrick", "Hollis", "Inchbald", "Jessop", "Kettering", "Lathom",
    "Marrick", "Nettle", "Orme", "Pargeter", "Quill", "Rudd", "Selwick", "Thorne", "Umber", "Verrall", "Wragge", "Yarrow",
)  # fmt: skip
TRADES = (
    ("Saltmarsh Boatworks, bay 1", "Slipway 3"), ("Saltmarsh Boatworks, bay 2", "Slipway 3"), ("Low Ferry fire hall", "Ferry Road 1"),
    ("Pennock Bakery, yard door", "Market Steps 4"), ("Weir End joinery", "Mill Race 12"), ("Tern Street cycle repair", "Tern Street 40"),
    ("Harrow Quay net loft", "Quayside 9"), ("Osier Bank nursery shed", "Osier Bank 2"),
)  # fmt: skip
ACCESS = ("Key under the third flowerpot.", "Dog in the yard, friendly.", "Low beam over the left bay.", "Ring at the house first.", "")


@dataclass(frozen=True)
class Size:
    """A common door: width and height [in], sections, pounds per square foot."""

    width_in: float
    height_in: float
    sections: int
    weight_lbft2: float


# Usual home and small-shop sizes; weights per area from common practice, no source.
SIZES = (
    Size(96, 84, 4, 2.0), Size(108, 84, 4, 2.1), Size(108, 96, 5, 2.2), Size(120, 84, 4, 2.3), Size(120, 96, 5, 2.2), Size(144, 84, 4, 1.9),
    Size(192, 84, 4, 1.5), Size(192, 84, 4, 1.75), Size(192, 96, 5, 1.6), Size(216, 84, 4, 1.7), Size(216, 96, 5, 1.65),
    Size(96, 78, 4, 2.4), Size(120, 120, 6, 2.1), Size(144, 120, 6, 1.9),
)  # fmt: skip
