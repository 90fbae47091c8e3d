"""The stock of a van: what is on it, what is kept for which call, and every move, each in one transaction under its items' locks."""

import json
import uuid
from collections import Counter
from collections.abc import Mapping, Sequence
from datetime import datetime
from types import MappingProxyType

from django.db import connection
from django.db.models import QuerySet
from django.http import Http404
from django.shortcuts import get_object_or_404
from django.utils import timezone
from pydantic import Field

from hinge.document import Document
from hinge.errors import BadInputError, HingeError, OutOfRangeError, OutOfStepError
from hinge.measure.fields import Value, read_field
from hinge.springs.extension import ExtensionPair
from hinge.springs.words import pair_part
from hinge.stock.lists import Lists
from hinge.stock.van import MOST_PIECES, Hand, StockPart, StockSpring, words_on_van
from server.config.request_body import RequestBody
from server.config.transactions import mutation
from server.people.models import Person
from server.stock.models import FIRST_VAN, SIZES, UNSIZED, CallStock, Kept, StockItem, StockMove, Van
from server.stock.reservations import serve, spring_of
from server.stock.vans import named, van_of, vans

MOST_PARTS = 9999
AT_ONCE = 1000
Why = StockMove.Why


class TypedSpring(RequestBody):
    """A spring as it is typed, in the trade's notation; `hand` empty where nobody looked."""

    wire_in: str = Field(max_length=40)
    inside_diameter_in: str = Field(max_length=40)
    length_in: str = Field(max_length=40)
    hand: Hand = ""

    def sizes(self) -> Mapping[str, object]:
        """Its sizes [in]. Raises a HingeError naming what does not read."""
        return {name: self._read(name) for name in ("wire_in", "inside_diameter_in", "length_in")} | {"hand": self.hand}

    def _read(self, name: str) -> Value:
        try:
            return read_field(name, getattr(self, name))
        except HingeError as wrong:
            raise wrong.with_field(f"spring.{name}") from wrong


class TypedPair(RequestBody):
    """One spring of an extension pair, by its class as it is typed."""

    class_lb: str = Field(max_length=40)

    def part(self) -> str:
        """The part it is on the van. Raises a HingeError naming what does not read."""
        try:
            return pair_part(ExtensionPair.model_construct(class_lb=read_field("class_lb", self.class_lb)))
        except HingeError as wrong:
            raise wrong.with_field("pair.class_lb") from wrong


def springs(van: int = FIRST_VAN) -> QuerySet[StockItem]:
    """The springs on a van, those of which there are none among them."""
    return StockItem.objects.filter(van=van, part="").order_by(*UNSIZED)


def parts(van: int = FIRST_VAN) -> QuerySet[StockItem]:
    """The parts on a van."""
    return StockItem.objects.filter(van=van).exclude(part="").order_by("part")


def locked(*vans: int) -> list[StockItem]:
    """Every item of these vans, to be changed by whoever asks and nobody else."""
    return list(StockItem.objects.select_for_update().filter(van__in=vans).order_by("pk"))


def words_of(item: StockItem) -> str:
    """An item as it is asked for across the bench."""
    if item.part:
        return item.part
    return words_on_van(item.wire_in, item.inside_diameter_in, item.length_in, item.hand)


def kept_for(van: int = FIRST_VAN) -> dict[int, list[str]]:
    """Where the pieces of each item of a van that are kept go to, a place for each piece."""
    found = dict[int, list[str]]()
    for one in Kept.objects.filter(item__van=van).select_related("of").order_by("pk"):
        found.setdefault(one.item_id, []).append(one.of.where)
    return found


def van_of_call(person: Person, call_key: uuid.UUID | None) -> int:
    """The van a call is served from: that of whoever planned it while there is such a van, before that of whoever asks."""
    followed = CallStock.objects.filter(call_key=call_key).values_list("van", flat=True).first() if call_key else None
    return followed if followed in {van.number for van in vans()} else van_of(person)


def free_for(call_key: uuid.UUID | None, van: int = FIRST_VAN) -> Lists:
    """What a call may take of a van, and what is kept for others, each with where it is kept for."""
    items = {item.pk: item for item in StockItem.objects.filter(van=van).order_by(*UNSIZED)}
    others = [one for one in Kept.objects.filter(item__van=van).select_related("of") if one.of.call_key != call_key]
    taken = Counter(one.item_id for one in others)
    free = [(item, item.pieces - taken[pk]) for pk, item in items.items() if item.pieces > taken[pk]]
    kept = [(items[one.item_id], one.of.where) for one in others]
    places: dict[str, frozenset[str]] = {}
    for item, where in kept:
        if item.part:
            places[item.part.casefold()] = places.get(item.part.casefold(), frozenset()) | {where}
    return Lists(
        van=tuple(spring_of(item, count) for item, count in free if not item.part),
        kept=tuple((spring_of(item, 1), where) for item, where in kept if not item.part),
        parts={item.part.casefold(): count for item, count in free if item.part},
        kept_parts=places,
    )


@mutation
def move(
    person: Person, client_id: uuid.UUID, sizes: Mapping[str, object] | uuid.UUID, pieces: int, why: StockMove.Why, van: int = FIRST_VAN
) -> StockItem:
    """Restock, take out, or count an item of a van, by its key or its sizes; the same client id again changes nothing.

    Raises OutOfRangeError where the van would hold fewer than none, or more than one does.
    """
    items = locked(van)
    if repeated := _repeated(client_id, sizes, why):
        return repeated
    if sizes == {"part": ""}:
        raise BadInputError("Say what came or went.", "part", "", "an item, a spring, or a part's name")
    item = _of_key(sizes, items) if isinstance(sizes, uuid.UUID) else item_of(sizes, van, person, items)
    after = {Why.RESTOCKED: item.pieces + pieces, Why.TAKEN_OUT: item.pieces - pieces}.get(why, pieces)
    _require_room(item, after, pieces)
    move_pieces(person, item, after - item.pieces, why, timezone.now(), client_id=client_id)
    serve(items)
    return item


@mutation
def pass_on(person: Person, client_id: uuid.UUID, key: uuid.UUID, pieces: int, to: Van) -> StockItem:
    """Pass pieces of an item on to another van; the same client id again changes nothing. What is kept for a call stays.

    Raises OutOfRangeError naming how many are free, or how many the other van takes.
    """
    of = get_object_or_404(StockItem.objects.all(), key=key)
    if of.van == to.number:
        raise BadInputError("It is on that van already.", "to", to.number, "another van")
    items = locked(of.van, to.number)
    if repeated := _repeated(client_id, key, Why.PASSED_ON, {"pieces": -pieces, "where": to.name}):
        return repeated
    item = _of_key(key, items)
    free = item.pieces - Kept.objects.filter(item=item).count()
    if not 0 < pieces <= free:
        raise OutOfRangeError(f"{free} of these are free to be passed on.", "pieces", pieces, f"1 to {free}", "pieces")
    there = item_of({name: getattr(item, name) for name in SIZES}, to.number, person, items)
    _require_room(there, there.pieces + pieces, pieces)
    moment, whence = timezone.now(), named(item.van).name
    move_pieces(person, item, -pieces, Why.PASSED_ON, moment, client_id=client_id, where=to.name)
    move_pieces(person, there, pieces, Why.PASSED_ON, moment, where=whence)
    serve(items)
    return item


def _repeated(
    client_id: uuid.UUID, sizes: Mapping[str, object] | uuid.UUID, why: StockMove.Why, told: Mapping[str, object] = MappingProxyType({})
) -> StockItem | None:
    """The item an id moved before. Raises OutOfStepError where that was another move."""
    repeated = StockMove.objects.filter(client_id=client_id).select_related("item").first()
    if repeated is None:
        return None
    same = repeated.item.key == sizes if isinstance(sizes, uuid.UUID) else _is(repeated.item, sizes)
    if repeated.why != why or not same or any(getattr(repeated, name) != value for name, value in told.items()):
        raise OutOfStepError("This id was used for another move.", "id", str(client_id))
    return repeated.item


def _require_room(item: StockItem, after: int, pieces: int) -> None:
    most = MOST_PARTS if item.part else MOST_PIECES
    if not 0 <= after <= most:
        raise OutOfRangeError(f"There would be {after} pieces on the van.", "pieces", pieces, f"0 to {most} there", "pieces")


def make_known(person: Person, rows: Sequence[Document], van: int) -> None:
    """Make an item of none for each size or part that a van's list names first, before anything is locked."""
    listed = _listed(rows)
    there = {_size_of(one) for one in StockItem.objects.filter(van=van).values(*SIZES)}
    new = (StockItem(shop=person.shop, van=van, **sizes) for size, (sizes, _) in listed.items() if size not in there)
    StockItem.objects.bulk_create(new, batch_size=AT_ONCE, ignore_conflicts=True)


def load(person: Person, rows: Sequence[Document], van: int) -> None:
    """Bring a van's springs, or parts, to what a list says; what it does not name is not there. Part of the list's transaction."""
    listed, of_parts = _listed(rows), any(isinstance(row, StockPart) for row in rows)
    _count_all(person, {size: pieces for size, (_, pieces) in listed.items()}, of_parts, Why.LOADED, van)


def clear(person: Person, of_parts: bool, van: int) -> None:
    """Do without a van's springs, or parts. Part of the list's transaction."""
    _count_all(person, {}, of_parts, Why.TAKEN_OUT, van)


Size = tuple[str, object, object, object, object]


def _listed(rows: Sequence[Document]) -> dict[Size, tuple[Mapping[str, object], int]]:
    """What a list names: its sizes, and how many pieces in all."""
    found = dict[Size, tuple[Mapping[str, object], int]]()
    for row in rows:
        if isinstance(row, StockSpring | StockPart):
            sizes = row.model_dump(exclude={"count"})
            first, pieces = found.get(_size_of(sizes), (sizes, 0))
            found[_size_of(sizes)] = (first, pieces + row.count)
    return found


def _count_all(person: Person, wanted: Mapping[Size, int], of_parts: bool, why: StockMove.Why, van: int) -> None:
    """Bring every spring, or every part, of a van to so many pieces, in two statements however many they are.

    They stay locked so long as these take: what an object for each row costs would hold the shop up for seconds.
    """
    rows = StockItem.objects.select_for_update().filter(van=van).order_by("pk").values("pk", "pieces", *SIZES)
    moved = [(row["pk"], more) for row in rows if bool(row["part"]) == of_parts and (more := wanted.get(_size_of(row), 0) - row["pieces"])]
    if moved:
        table, told = "JSON_TABLE(%s, '$[*]' COLUMNS (item BIGINT PATH '$[0]', more INT PATH '$[1]')) AS told", json.dumps(moved)
        with connection.cursor() as cursor:
            cursor.execute(f"UPDATE stock_stockitem JOIN {table} ON told.item = id SET pieces = pieces + told.more", [told])
            cursor.execute(
                "INSERT INTO stock_stockmove (shop_id, item_id, pieces, why, `where`, by_id, at)"
                f" SELECT %s, told.item, told.more, %s, '', %s, %s FROM {table}",
                [person.shop_id, why, person.pk, timezone.now(), told],
            )
    if CallStock.objects.filter(van=van).exclude(planned=[], named={}).exists():
        serve(list(StockItem.objects.filter(van=van).order_by("pk")))


def _of_key(key: uuid.UUID, items: list[StockItem]) -> StockItem:
    try:
        return next(one for one in items if one.key == key)
    except StopIteration:
        raise Http404 from None


def item_of(sizes: Mapping[str, object], van: int, person: Person, items: list[StockItem]) -> StockItem:
    """The item of this size on a van, made where there is none; `items` are all there are."""
    there = next((one for one in items if one.van == van and _is(one, sizes)), None)
    if there is None:
        there = StockItem.objects.create(shop=person.shop, van=van, **sizes)
        items.append(there)
    return there


def _size_of(sizes: Mapping[str, object]) -> Size:
    """What an item is told from others by: its name, whatever the case, and its sizes."""
    name, wire, inside, length, hand = (sizes.get(one, "" if one == "part" else UNSIZED[one]) for one in SIZES)
    return str(name).casefold(), wire, inside, length, hand


def _is(item: StockItem, sizes: Mapping[str, object]) -> bool:
    """Whether an item is of this size, or of this name: names that differ only in case are one name."""
    return _size_of({name: getattr(item, name) for name in SIZES}) == _size_of(sizes)


def move_pieces(
    person: Person,
    item: StockItem,
    pieces: int,
    why: StockMove.Why,
    moment: datetime,
    of: CallStock | None = None,
    client_id: uuid.UUID | None = None,
    where: str = "",
) -> None:
    """Move so many pieces; the van never holds fewer than none, whatever was counted."""
    pieces = max(pieces, -item.pieces)
    if not pieces and client_id is None:
        return
    item.pieces += pieces
    item.save(update_fields=["pieces"])
    StockMove.objects.create(
        shop=person.shop,
        item=item,
        client_id=client_id,
        pieces=pieces,
        why=why,
        call_key=of.call_key if of else None,
        where=of.where if of else where,
        by=person,
        at=moment,
    )
