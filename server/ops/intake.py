"""A shop's export read back: what this installation lacks of it is added, what it has is left as it is.

Each door, call and row is a transaction of its own, found again by its key: what was cut goes on where it is done again.
"""

from __future__ import annotations

import zipfile
from collections import Counter, defaultdict
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from typing import Any, TypeVar
from uuid import UUID

from django_scopes import scope

from hinge.document import read
from hinge.errors import BadInputError, ContradictionError, HingeError
from hinge.file.record import read_record_strictly
from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call
from server.config.body_limits import MOST_OF_FILE, read_json
from server.config.transactions import mutation
from server.doors.models import Change, Door
from server.doors.service import DETAILS
from server.exchange.document import CallDocument
from server.exchange.importing import bring_back_call
from server.followups.models import FollowUp
from server.ops.shop_document import (
    BookingPart,
    ExportPart,
    FilePart,
    FollowUpPart,
    ListPart,
    MovePart,
    PersonPart,
    ShopPart,
    list_name,
    rows_of_csv,
)
from server.people.models import Person, Shop
from server.stock.models import SIZES, CallStock, ShopList, StockItem, StockMove, Van
from server.stock.reservations import serve
from server.stock.service import READERS
from server.stock.van import locked

OnePart = TypeVar("OnePart", bound=ExportPart)
Key = TypeVar("Key")
Value = TypeVar("Value")
Added = Counter[str]
MOST_BYTES = 200_000_000


def import_shop(packed: zipfile.ZipFile) -> tuple[Shop, Added]:
    """Read an export into the shop of its name, made where there is none; how many of each thing were added.

    A call keeps what its export says of where it was closed. Raises a HingeError naming the file and the field of the first mistake.
    """
    export = _Export(packed)
    told = export.one(ShopPart, "shop.json")
    shop, people, added = _people(told)
    lead = next((one for one in people.values() if one.role == Person.Role.LEAD), None)
    if lead is None:
        raise BadInputError("The shop has no lead.", "people", None, "one lead or more")
    with scope(shop=shop.pk):
        _vans(shop, people, told)
        for one in told.lists:
            added["lists"] += _list(export, one, shop, people)
        merged, filed = dict[UUID, UUID](), set(Door.objects.values_list("key", flat=True))
        for name in export.names("doors/"):
            part = export.one(FilePart, name)
            if part.key not in filed:
                _file(shop, people, part, name)
                added["doors"] += 1
            if part.merged_into:
                merged[part.key] = part.merged_into
        doors = {door.key: door for door in Door.objects.all()}
        for key, into in merged.items():
            Door.objects.filter(key=key, merged_into=None).update(merged_into=_of(doors, into, f"doors/{key}.json: merged_into"))
        added["moves"] += _moves(shop, people, list(export.rows(MovePart, "stock-moves.csv")))
        for name in export.names("calls/"):
            added["calls"] += _call(lead, doors, export.json(name), name)
        _give_of_calls()
        calls = dict(Call.objects.values_list("key", "pk"))
        booked = set(Booking.objects.values_list("key", flat=True))
        bookings = [one for one in export.rows(BookingPart, "bookings.csv") if one.key not in booked]
        Booking.objects.bulk_create(_booking(shop, people, doors, calls, one) for one in bookings)
        followed = set(FollowUp.objects.values_list("key", flat=True))
        follow_ups = [one for one in export.rows(FollowUpPart, "follow-ups.csv") if one.key not in followed]
        FollowUp.objects.bulk_create(_follow_up(shop, people, doors, one) for one in follow_ups)
        added.update({"bookings": len(bookings), "follow-ups": len(follow_ups)})
    return shop, added


class _Export:
    """The files of an export, each mistake in them told with the file's name."""

    def __init__(self, packed: zipfile.ZipFile) -> None:
        self._packed = packed

    def names(self, under: str) -> list[str]:
        return [name for name in self._packed.namelist() if name.startswith(under) and not name.endswith("/")]

    def text(self, name: str) -> str:
        try:
            size = self._packed.getinfo(name).file_size
            if size > MOST_BYTES:
                raise BadInputError(f"{name} has {size} bytes.", name, size, f"up to {MOST_BYTES}", "bytes")
            return self._packed.read(name).decode()
        except (KeyError, UnicodeDecodeError, zipfile.BadZipFile) as wrong:
            raise BadInputError(f"{name} is missing or not whole.", name, None, "an export as export_shop writes it") from wrong

    def json(self, name: str) -> Any:
        with _mistakes_of(name):
            return read_json(self.text(name), MOST_OF_FILE)

    def one(self, part: type[OnePart], name: str) -> OnePart:
        return read(part, self.json(name), name)

    def rows(self, part: type[OnePart], name: str) -> Iterator[OnePart]:
        for place, row in enumerate(rows_of_csv(self.text(name)), start=2):
            yield read(part, row, f"{name} row {place}")


@contextmanager
def _mistakes_of(name: str) -> Iterator[None]:
    """Tell a mistake inside with the name of the file it is in."""
    try:
        yield
    except HingeError as wrong:
        raise wrong.with_field(f"{name}: {wrong.field}") from wrong


@mutation
def _people(told: ShopPart) -> tuple[Shop, dict[str, Person], Added]:
    there = list(Shop.objects.filter(name=told.name, practice_of=None).order_by("pk")[:1])
    details = told.model_dump(
        include={"place", "phone", "latitude_deg", "longitude_deg", "time_zone", "ways", "opens_at", "closes_at", "travel", "minutes"}
    )
    details["asked_lessons"] = told.asked_lessons
    shop = there[0] if there else Shop.objects.create(name=told.name, **details)
    taken = Person.objects.filter(username__in=[one.username for one in told.people]).exclude(shop=shop).values_list("username", flat=True)
    if taken:
        raise ContradictionError(f"Somebody of another shop signs in as {taken[0]!r}.", "people", taken[0], "names of nobody else here")
    known = {one.username: one for one in Person.objects.filter(shop=shop)}
    new = {one.username: _person(shop, one) for one in told.people if one.username not in known}
    return shop, known | new, Added({"shops": int(not there), "people": len(new)})


def _person(shop: Shop, part: PersonPart) -> Person:
    made = Person(shop=shop, username=part.username, name=part.name, role=part.role, is_active=part.works_here, must_change_password=True)
    made.passed_lessons = part.passed_lessons
    made.set_unusable_password()
    made.save()
    return made


@mutation
def _vans(shop: Shop, people: dict[str, Person], told: ShopPart) -> None:
    """The vans the shop has no name for yet. Whoever drives one here already keeps it."""
    there, driving = {*Van.objects.values_list("number", flat=True)}, {*Van.objects.values_list("driver", flat=True)}
    for one in told.vans:
        driver = _of(people, one.driver, "vans") if one.driver else None
        if one.number not in there:
            free = driver if driver and driver.pk not in driving else None
            Van.objects.create(shop=shop, number=one.number, name=one.name, driver=free)


@mutation
def _list(export: _Export, part: ListPart, shop: Shop, people: dict[str, Person]) -> int:
    if ShopList.objects.filter(kind=part.kind, van=part.van).exists():
        return 0
    by, name = _of(people, part.by, "lists"), list_name(part.kind, part.van)
    rows: list[dict[str, object]] = []
    if name in export.names("lists/"):
        with _mistakes_of(name):
            rows = [row.model_dump(exclude_none=True) for row in READERS[part.kind](export.text(name))]
    ShopList.objects.create(shop=shop, kind=part.kind, van=part.van, file_name=part.file_name, rows=rows, loaded_by=by)
    return 1


@mutation
def _file(shop: Shop, people: dict[str, Person], part: FilePart, name: str) -> None:
    record = read_record_strictly(part.record, f"{name}: record").model_dump(mode="json")
    details = part.model_dump(include={*DETAILS, "key", "visited_at", "put_away"})
    door = Door.objects.create(shop=shop, record=record, **details)
    # The newest stands first in the file, and is written last.
    Change.objects.bulk_create(
        Change(door=door, by_name=one.by, at=one.at, says=one.says, what=one.what) for one in reversed(part.changes)
    )  # fmt: skip
    BenchSheet.objects.bulk_create(
        BenchSheet(shop=shop, door=door, **one.model_dump(exclude={"by"}), by=_of(people, one.by, f"{name}: bench_sheets"))
        for one in part.bench_sheets
    )


@mutation
def _moves(shop: Shop, people: dict[str, Person], parts: list[MovePart]) -> int:
    """All of them, where the van has none of its own: a move has no key to be known by again."""
    if StockMove.objects.exists():
        return 0
    pieces, firsts = Counter[tuple[object, ...]](), dict[tuple[object, ...], dict[str, Any]]()
    for one in parts:
        pieces[_size(one)] += one.pieces
        firsts.setdefault(_size(one), {name: getattr(one, name) for name in ("van", *SIZES)})
    if short := next((size for size, count in pieces.items() if count < 0), None):
        raise ContradictionError("More pieces went than came.", "stock-moves.csv", pieces[short], "0 or more in all", "pieces")
    StockItem.objects.bulk_create(StockItem(shop=shop, pieces=pieces[size], **sizes) for size, sizes in firsts.items())
    items = {_size(item): item for item in StockItem.objects.all()}
    StockMove.objects.bulk_create(
        StockMove(
            shop=shop, item=items[_size(one)], client_id=one.id, pieces=one.pieces, why=one.why, call_key=one.call_key,
            where=one.where, by=_of(people, one.by, "stock-moves.csv"), at=one.at,
        )
        for one in parts
    )  # fmt: skip
    return len(parts)


def _size(one: MovePart | StockItem) -> tuple[object, ...]:
    return (one.van, one.part.casefold(), *(getattr(one, name) for name in SIZES[1:]))


def _call(lead: Person, doors: dict[UUID, Door], document: Any, name: str) -> int:
    with _mistakes_of(name):
        told = read(CallDocument, document)
        return int(bring_back_call(lead, _of(doors, UUID(told.door.key), "door.key"), told))


@mutation
def _give_of_calls() -> None:
    """How many parts which van gave to each call under way, by its moves: so many can come back."""
    given, vans = defaultdict[UUID, Counter[str]](Counter), dict[UUID, int]()
    for move in StockMove.objects.exclude(call_key=None).exclude(item__part="").select_related("item"):
        assert move.call_key
        given[move.call_key][move.item.part.casefold()] -= move.pieces
        vans[move.call_key] = move.item.van
    for of in CallStock.objects.filter(call_key__in=given.keys(), left={}):
        of.left = {name: count for name, count in given[of.call_key].items() if count > 0}
        if of.van != vans[of.call_key]:
            of.van = vans[of.call_key]
            of.kept.all().delete()
        of.save(update_fields=["left", "van"])
    serve(locked(*vans.values()))


def _booking(shop: Shop, people: dict[str, Person], doors: dict[UUID, Door], calls: dict[UUID, int], part: BookingPart) -> Booking:
    return Booking(
        shop=shop,
        door=_of(doors, part.door_key, "bookings.csv: door_key"),
        technician=_of(people, part.technician, "bookings.csv") if part.technician else None,
        helper=_of(people, part.helper, "bookings.csv") if part.helper else None,
        call_id=_of(calls, part.call_key, "bookings.csv: call_key") if part.call_key else None,
        **part.model_dump(exclude={"door_key", "technician", "helper", "call_key"}),
    )


def _follow_up(shop: Shop, people: dict[str, Person], doors: dict[UUID, Door], part: FollowUpPart) -> FollowUp:
    door, by = _of(doors, part.door_key, "follow-ups.csv: door_key"), _of(people, part.by, "follow-ups.csv")
    return FollowUp(shop=shop, door=door, by=by, **part.model_dump(exclude={"door_key", "by"}))


def _of(known: Mapping[Key, Value], key: Key, where: str) -> Value:
    """What is known by a key: somebody by their user name, a door or a call by its UUID."""
    try:
        return known[key]
    except KeyError:
        raise BadInputError(f"{key} is none of the export's.", where, str(key), "what the export has") from None
