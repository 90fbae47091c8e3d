"""A whole shop as open formats in one ZIP: JSON and CSV that need nothing of ours to be read."""

import csv
import io
import json
import zipfile
from collections.abc import Iterable, Sequence
from typing import IO, Any

from django_scopes import scope

from hinge.measure.cells import written_cell
from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call, iso
from server.doors.models import Door
from server.doors.service import DETAILS
from server.exchange.document import export_call
from server.followups.models import FollowUp
from server.people.models import Person, Shop
from server.stock.models import ShopList, StockMove
from server.stock.service import rows_now
from server.stock.van import SIZES

FOLLOWED = ("key", "what", "due", "note", "ended")
MOVED = ("at", *SIZES, "pieces", "why", "call_key", "where", "by")
BOOKED = ("day", "from_time", "until_time", "complaint", "note", "cancelled")
SAYS = """North Hinge: everything of the shop {shop}.

shop.json        the shop and its people, without their passwords
doors.csv        every door's details, one a row
doors/KEY.json   a door's file: details, record, who changed what, bench sheets kept with it
bookings.csv     every booking, those called off among them
follow-ups.csv   what is to be done later, and how it ended
calls/KEY.json   a call as docs/formats/call.schema.json has it; can be brought in again
lists/*.csv      the supplier's rates, and the springs and parts in the van now
stock-moves.csv  every piece that came to the van or went from it, why, and on which call
"""


def export_shop(shop: Shop, into: IO[bytes]) -> int:
    """Write a shop's export; how many files it has. One call is held at a time."""
    with scope(shop=shop.pk), zipfile.ZipFile(into, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("README.txt", SAYS.format(shop=shop.name))
        packed.writestr("shop.json", _json(_shop(shop)))
        packed.writestr("doors.csv", _csv(("key", *DETAILS, "visited_at"), (_row(door) for door in Door.objects.order_by("pk").iterator())))
        for door in Door.objects.order_by("pk").prefetch_related("changes").iterator(chunk_size=200):
            packed.writestr(f"doors/{door.key}.json", _json(_door(door)))
        booked = Booking.objects.select_related("door", "technician", "call").order_by("pk")
        packed.writestr(
            "bookings.csv", _csv(("key", "door_key", *BOOKED, "technician", "call_key"), (_booking(one) for one in booked.iterator()))
        )
        followed = FollowUp.objects.select_related("door", "by").order_by("pk")
        packed.writestr("follow-ups.csv", _csv(("door_key", *FOLLOWED, "by"), (_follow_up(one) for one in followed.iterator())))
        for call in Call.objects.order_by("pk").select_related("door").prefetch_related("entries").iterator(chunk_size=50):
            packed.writestr(f"calls/{call.key}.json", _json(export_call(call)))
        for kind in ShopList.Kind:
            if not (rows := rows_now(kind)):
                continue
            packed.writestr(f"lists/{kind}.csv", _csv(list(dict.fromkeys(name for row in rows for name in row)), rows))
        moves = StockMove.objects.select_related("item", "by").order_by("pk")
        packed.writestr("stock-moves.csv", _csv(MOVED, (_move(one) for one in moves.iterator())))
        return len(packed.namelist())


def _shop(shop: Shop) -> dict[str, Any]:
    people = Person.objects.filter(shop=shop).order_by("pk")
    return {
        "name": shop.name,
        "place": shop.place,
        "phone": shop.phone,
        "latitude_deg": shop.latitude_deg,
        "longitude_deg": shop.longitude_deg,
        "time_zone": shop.time_zone,
        "ways": shop.ways,
        "people": [{"username": one.username, "name": one.name, "role": one.role, "works_here": one.is_active} for one in people],
    }


def _move(one: StockMove) -> dict[str, Any]:
    of = {name: getattr(one.item, name) for name in SIZES}
    return of | {
        "at": iso(one.at),
        "pieces": one.pieces,
        "why": one.why,
        "call_key": one.call_key or "",
        "where": one.where,
        "by": one.by.username,
    }


def _booking(one: Booking) -> dict[str, Any]:
    who, call = one.technician, one.call
    ends = {"door_key": one.door.key, "technician": who.username if who else "", "call_key": call.key if call else ""}
    return {name: getattr(one, name) for name in ("key", *BOOKED)} | ends


def _follow_up(one: FollowUp) -> dict[str, Any]:
    return {name: getattr(one, name) for name in FOLLOWED} | {"door_key": one.door.key, "by": one.by.username}


def _row(door: Door) -> dict[str, Any]:
    return {name: getattr(door, name) for name in ("key", *DETAILS)} | {"visited_at": iso(door.visited_at) if door.visited_at else ""}


def _door(door: Door) -> dict[str, Any]:
    sheets = BenchSheet.objects.filter(door=door).order_by("pk")
    return _row(door) | {
        "put_away": door.put_away,
        "merged_into": str(door.merged_into.key) if door.merged_into else None,
        "record": door.record,
        "changes": [{"by": one.by_name, "at": iso(one.at), "says": one.says, "what": one.what} for one in door.changes.all()],
        "bench_sheets": [{"title": one.title, "says": one.says, "address": one.address, "at": iso(one.at)} for one in sheets],
    }


def _json(document: dict[str, Any]) -> str:
    return json.dumps(document, indent=1, ensure_ascii=False, default=str)


def _csv(names: Sequence[str], rows: Iterable[dict[str, Any]]) -> str:
    text = io.StringIO()
    writer = csv.DictWriter(text, names, lineterminator="\n")
    writer.writeheader()
    writer.writerows({name: written_cell(value) for name, value in row.items()} for row in rows)
    return text.getvalue()
