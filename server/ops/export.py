"""A whole shop as open formats in one ZIP: JSON and CSV that need nothing of ours to be read."""

import json
import zipfile
from itertools import product
from typing import IO, Any

from django_scopes import scope

from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call, iso
from server.doors.models import Door
from server.doors.service import DETAILS
from server.exchange.document import export_call
from server.followups.models import FollowUp
from server.ops.shop_document import DOOR_COLUMNS, FORMAT, BookingPart, FollowUpPart, MovePart, columns_of, csv_of, list_name
from server.people.models import Person, Shop
from server.stock.models import FIRST_VAN, SIZES, ShopList, StockItem, StockMove
from server.stock.service import rows_now
from server.stock.vans import vans

SAYS = """North Hinge: everything of the shop {shop}. `north-hinge import_shop FILE` reads it back.

shop.json        the shop, its people without their passwords, its vans; which lists it loaded
doors.csv        every door's details, one a row (not read back: doors/ has them)
doors/KEY.json   a door's file: details, record, who changed what, bench sheets kept with it
bookings.csv     every booking, those called off among them
follow-ups.csv   what is to be done later, and how it ended
calls/KEY.json   a call as docs/formats/call.schema.json has it, with its photos; can be brought in by itself
lists/*.csv      the supplier's rates, and the springs and parts on each van now
stock-moves.csv  every piece that came to a van or went from it, why, and on which call
"""


def export_shop(shop: Shop, into: IO[bytes]) -> int:
    """Write a shop's export; how many files it has. One call is held at a time."""
    with scope(shop=shop.pk), zipfile.ZipFile(into, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("README.txt", SAYS.format(shop=shop.name))
        packed.writestr("shop.json", _json(_shop(shop)))
        packed.writestr("doors.csv", csv_of(DOOR_COLUMNS, (_row(door) for door in Door.objects.order_by("pk").iterator())))
        for door in Door.objects.order_by("pk").prefetch_related("changes").iterator(chunk_size=200):
            packed.writestr(f"doors/{door.key}.json", _json(_door(door)))
        booked = Booking.objects.select_related("door", "technician", "helper", "call").order_by("pk")
        packed.writestr("bookings.csv", csv_of(columns_of(BookingPart), (_booking(one) for one in booked.iterator())))
        followed = FollowUp.objects.select_related("door", "by").order_by("pk")
        packed.writestr("follow-ups.csv", csv_of(columns_of(FollowUpPart), (_follow_up(one) for one in followed.iterator())))
        for call in Call.objects.order_by("pk").select_related("door").prefetch_related("entries").iterator(chunk_size=50):
            packed.writestr(f"calls/{call.key}.json", _json(export_call(call)))
        for kind, van in _lists():
            if not (rows := rows_now(kind, van)):
                continue
            packed.writestr(list_name(kind, van), csv_of(list(dict.fromkeys(name for row in rows for name in row)), rows))
        moves = StockMove.objects.select_related("item", "by").order_by("pk")
        packed.writestr("stock-moves.csv", csv_of(columns_of(MovePart), (_move(one) for one in moves.iterator())))
        return len(packed.namelist())


def _shop(shop: Shop) -> dict[str, Any]:
    people = Person.objects.filter(shop=shop).order_by("pk")
    lists = ShopList.objects.select_related("loaded_by").order_by("kind", "van")
    return {
        "format": FORMAT,
        "name": shop.name,
        "place": shop.place,
        "phone": shop.phone,
        "latitude_deg": shop.latitude_deg,
        "longitude_deg": shop.longitude_deg,
        "time_zone": shop.time_zone,
        "ways": shop.ways,
        "opens_at": shop.opens_at.isoformat(),
        "closes_at": shop.closes_at.isoformat(),
        "travel": shop.travel_table.model_dump(mode="json"),
        "minutes": shop.own_minutes,
        "asked_lessons": shop.asked_lessons,
        "people": [_person(one) for one in people],
        "vans": [{"number": one.number, "name": one.name, "driver": one.driver.username if one.driver else ""} for one in vans()],
        "lists": [{"kind": one.kind, "van": one.van, "file_name": one.file_name, "by": one.loaded_by.username} for one in lists],
    }


def _person(person: Person) -> dict[str, Any]:
    told = {"username": person.username, "name": person.name, "role": person.role, "works_here": person.is_active}
    return told | {"passed_lessons": person.passed_lessons}


def _lists() -> list[tuple[str, int]]:
    """Every list there may be: the rates, and of each van the springs and the parts."""
    of_vans = sorted({*StockItem.objects.values_list("van", flat=True)})
    return [(ShopList.Kind.RATES, FIRST_VAN), *product((ShopList.Kind.VAN, ShopList.Kind.PARTS), of_vans)]


def _move(one: StockMove) -> dict[str, Any]:
    of = {name: getattr(one.item, name) for name in SIZES}
    return of | {
        "at": iso(one.at),
        "van": one.item.van,
        "pieces": one.pieces,
        "why": one.why,
        "id": one.client_id or "",
        "call_key": one.call_key or "",
        "where": one.where,
        "by": one.by.username,
    }


def _booking(one: Booking) -> dict[str, Any]:
    call = one.call
    ends = {"door_key": one.door.key, "call_key": call.key if call else ""}
    ends |= {name: who.username if who else "" for name, who in (("technician", one.technician), ("helper", one.helper))}
    return vars(one) | ends


def _follow_up(one: FollowUp) -> dict[str, Any]:
    return vars(one) | {"door_key": one.door.key, "by": one.by.username}


def _row(door: Door) -> dict[str, Any]:
    return {name: getattr(door, name) for name in ("key", *DETAILS)} | {"visited_at": iso(door.visited_at) if door.visited_at else ""}


def _door(door: Door) -> dict[str, Any]:
    sheets = BenchSheet.objects.filter(door=door).select_related("by").order_by("pk")
    return _row(door) | {
        "put_away": door.put_away,
        "merged_into": str(door.merged_into.key) if door.merged_into else None,
        "record": door.record,
        "changes": [{"by": one.by_name, "at": iso(one.at), "says": one.says, "what": one.what} for one in door.changes.all()],
        "bench_sheets": [
            {name: getattr(one, name) for name in ("key", "title", "says", "address")} | {"by": one.by.username, "at": iso(one.at)}
            for one in sheets
        ],
    }


def _json(document: dict[str, Any]) -> str:
    return json.dumps(document, indent=1, ensure_ascii=False, default=str)
