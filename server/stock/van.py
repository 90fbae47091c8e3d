"""The van: what is on it, what is kept for which call, and every move, each in one transaction under the items' locks."""

import json
import uuid
from collections import Counter
from collections.abc import Mapping, Sequence
from datetime import datetime

from django.db import connection
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone
from pydantic import Field

from hinge.document import Document
from hinge.errors import BadInputError, HingeError, OutOfRangeError, OutOfStepError
from hinge.measure.fields import Value, read_field
from hinge.springs.extension import ExtensionPair
from hinge.springs.words import pair_part
from hinge.stock.lists import Lists
from hinge.stock.van import MOST_PIECES, Hand, StockPart, StockSpring, WantedPiece, take, words_on_van
from hinge.view.needs import Needs
from server.config.request_body import RequestBody
from server.config.transactions import mutation
from server.people.models import Person
from server.stock.models import CallStock, Kept, StockItem, StockMove

UNSIZED = {"wire_in": 0.0, "inside_diameter_in": 0.0, "length_in": 0.0, "hand": ""}
SIZES = ("part", *UNSIZED)
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


def springs() -> QuerySet[StockItem]:
    """The springs on the van, those of which there are none among them."""
    return StockItem.objects.filter(part="").order_by("wire_in", "inside_diameter_in", "length_in", "hand")


def parts() -> QuerySet[StockItem]:
    """The parts on the van."""
    return StockItem.objects.exclude(part="").order_by("part")


def words_of(item: StockItem) -> str:
    """An item as it is asked for across the bench."""
    if item.part:
        return item.part
    return words_on_van(item.wire_in, item.inside_diameter_in, item.length_in, item.hand)


def kept_for() -> dict[int, list[str]]:
    """Where the pieces of each item that are kept go to, a place for each piece."""
    found = dict[int, list[str]]()
    for one in Kept.objects.select_related("of").order_by("pk"):
        found.setdefault(one.item_id, []).append(one.of.where)
    return found


def free_for(call_key: uuid.UUID | None) -> Lists:
    """What a call may take of the van, and what is kept for others, each with where it is kept for."""
    items = {item.pk: item for item in StockItem.objects.order_by("wire_in", "inside_diameter_in", "length_in", "hand")}
    others = [one for one in Kept.objects.select_related("of") if one.of.call_key != call_key]
    taken = Counter(one.item_id for one in others)
    free = [(item, item.pieces - taken[pk]) for pk, item in items.items() if item.pieces > taken[pk]]
    kept = [(items[one.item_id], one.of.where) for one in others]
    places: dict[str, frozenset[str]] = {}
    for item, where in kept:
        if item.part:
            places[item.part.casefold()] = places.get(item.part.casefold(), frozenset()) | {where}
    return Lists(
        van=tuple(_spring(item, count) for item, count in free if not item.part),
        kept=tuple((_spring(item, 1), where) for item, where in kept if not item.part),
        parts={item.part.casefold(): count for item, count in free if item.part},
        kept_parts=places,
    )


def follow(person: Person, call_key: uuid.UUID, where: str, needs: Needs, moment: datetime) -> None:
    """Bring the van in line with what a call needs: keep what it plans, take out what it fitted and used.

    Part of the transaction that entered it. What the van lacks is not kept: it comes from elsewhere.
    """
    items = list(StockItem.objects.select_for_update().order_by("pk"))
    of, _ = CallStock.objects.select_for_update().get_or_create(shop=person.shop, call_key=call_key, defaults={"where": where})
    if needs.fitted > of.fitted:
        _use(person, of, items, moment)
        of.fitted, of.planned, of.named = needs.fitted, [], {}
    planned = [vars(one) for one in needs.planned]
    if (planned, needs.named) != (of.planned, of.named):
        of.kept.all().delete()
        of.planned, of.named = planned, dict(needs.named)
    _parts(person, of, items, _by_name(needs.parts), moment)
    of.save()
    _serve(items)


def take_up(person: Person, call_key: uuid.UUID, where: str, needs: Needs) -> None:
    """Begin to follow a call that was begun elsewhere: what it plans is kept; what it fitted and used came from another van.

    Part of the transaction that brings it in.
    """
    items = list(StockItem.objects.select_for_update().order_by("pk"))
    planned, parts = [vars(one) for one in needs.planned], _by_name(needs.parts)
    named, fitted = dict(needs.named), needs.fitted
    CallStock.objects.create(shop=person.shop, call_key=call_key, where=where, planned=planned, named=named, fitted=fitted, parts=parts)
    _serve(items)


def _use(person: Person, of: CallStock, items: list[StockItem], moment: datetime) -> None:
    """What was kept for what is on the door now leaves the van; of what was cut, the rest goes back."""
    by_pk = {item.pk: item for item in items}
    for one in of.kept.all():
        item = by_pk[one.item_id]
        _move(person, item, -1, Why.USED, moment, of)
        if one.rest_in:
            rest = _item({**{name: getattr(item, name) for name in SIZES}, "length_in": one.rest_in}, person, items)
            _move(person, rest, 1, Why.CUT, moment, of)
    of.kept.all().delete()


def _serve(items: list[StockItem]) -> None:
    """Keep what is free for the plans that lack pieces, the one that was made first before the others.

    Where fewer were counted than are kept, the plan that was made last goes without.
    """
    plans = list(CallStock.objects.exclude(planned=[], named={}).prefetch_related("kept").order_by("pk"))
    left = {item.pk: item.pieces for item in items}
    gone, held = list[Kept](), dict[int, list[Kept]]()
    for of in plans:
        held[of.pk] = []
        for one in of.kept.all():
            left[one.item_id] -= 1
            (held[of.pk] if left[one.item_id] >= 0 else gone).append(one)
    left = {pk: max(pieces, 0) for pk, pieces in left.items()}
    new, by_name = list[Kept](), {item.part.casefold(): item for item in reversed(items) if item.part}
    for of in plans:
        springs = [one for one in held[of.pk] if one.springs]
        if sum(one.springs for one in springs) < len(of.planned):
            for one in springs:
                left[one.item_id] += 1
            gone += springs
            there = [item for item in items if not item.part and left[item.pk]]
            for piece in take([_spring(item, left[item.pk]) for item in there], [WantedPiece(**wanted) for wanted in of.planned]):
                left[there[piece.place].pk] -= 1
                new.append(Kept(of=of, item=there[piece.place], springs=piece.springs, rest_in=piece.rest_in))
        for name, pieces in of.named.items():
            item = by_name.get(name.casefold())
            if item is not None:
                more = min(pieces - sum(one.item_id == item.pk for one in held[of.pk]), left[item.pk])
                left[item.pk] -= max(more, 0)
                new += [Kept(of=of, item=item, springs=0) for _ in range(more)]
    Kept.objects.filter(pk__in=[one.pk for one in gone]).delete()
    Kept.objects.bulk_create(new)


def _parts(person: Person, of: CallStock, items: list[StockItem], used: Mapping[str, int], moment: datetime) -> None:
    """What was used on the call leaves the van as far as it is there; of what is taken back, what did leave comes back."""
    there = {item.part.casefold(): item for item in items if item.part}
    for name in sorted({*used, *of.parts}):
        more, left, item = used.get(name, 0) - of.parts.get(name, 0), of.left.get(name, 0), there.get(name)
        goes = min(more, item.pieces if item else 0) if more > 0 else min(used.get(name, 0) - left, 0)
        if item and goes:
            _move(person, item, -goes, Why.USED if goes > 0 else Why.PUT_BACK, moment, of)
            of.left[name] = left + goes
    of.parts = used


def _by_name(parts: Mapping[str, int]) -> dict[str, int]:
    """Pieces by names in small letters: names that differ only in case are one name."""
    pieces = Counter[str]()
    for name, count in parts.items():
        pieces[name.casefold()] += count
    return dict(pieces)


@mutation
def move(person: Person, client_id: uuid.UUID, sizes: Mapping[str, object] | uuid.UUID, pieces: int, why: StockMove.Why) -> StockItem:
    """Restock, take out, or count an item, by its key or its sizes; the same client id again changes nothing. Raises OutOfRangeError."""
    items = list(StockItem.objects.select_for_update().order_by("pk"))
    repeated = StockMove.objects.filter(client_id=client_id).select_related("item").first()
    if repeated:
        same = repeated.item.key == sizes if isinstance(sizes, uuid.UUID) else _is(repeated.item, sizes)
        if repeated.why != why or not same:
            raise OutOfStepError("This id was used for another move.", "id", str(client_id))
        return repeated.item
    if sizes == {"part": ""}:
        raise BadInputError("Say what came or went.", "part", "", "an item, a spring, or a part's name")
    item = _of_key(sizes, items) if isinstance(sizes, uuid.UUID) else _item(sizes, person, items)
    most = MOST_PARTS if item.part else MOST_PIECES
    after = {Why.RESTOCKED: item.pieces + pieces, Why.TAKEN_OUT: item.pieces - pieces}.get(why, pieces)
    if not 0 <= after <= most:
        raise OutOfRangeError(f"There would be {after} pieces on the van.", "pieces", pieces, f"0 to {most} there", "pieces")
    _move(person, item, after - item.pieces, why, timezone.now(), client_id=client_id)
    _serve(items)
    return item


def make_known(person: Person, rows: Sequence[Document]) -> None:
    """Make an item of none for each size or part that a list names first, before anything is locked."""
    named = _named(rows)
    there = {_size_of(one) for one in StockItem.objects.values(*SIZES)}
    new = (StockItem(shop=person.shop, **sizes) for size, (sizes, _) in named.items() if size not in there)
    StockItem.objects.bulk_create(new, batch_size=AT_ONCE, ignore_conflicts=True)


def load(person: Person, rows: Sequence[Document]) -> None:
    """Bring the springs, or the parts, to what a list says; what it does not name is not there. Part of the list's transaction."""
    named, of_parts = _named(rows), any(isinstance(row, StockPart) for row in rows)
    _count_all(person, {size: pieces for size, (_, pieces) in named.items()}, of_parts, Why.LOADED)


def clear(person: Person, of_parts: bool) -> None:
    """Do without the springs, or the parts. Part of the list's transaction."""
    _count_all(person, {}, of_parts, Why.TAKEN_OUT)


Size = tuple[str, object, object, object, object]


def _named(rows: Sequence[Document]) -> dict[Size, tuple[Mapping[str, object], int]]:
    """What a list names: its sizes, and how many pieces in all."""
    found = dict[Size, tuple[Mapping[str, object], int]]()
    for row in rows:
        if isinstance(row, StockSpring | StockPart):
            sizes = row.model_dump(exclude={"count"})
            first, pieces = found.get(_size_of(sizes), (sizes, 0))
            found[_size_of(sizes)] = (first, pieces + row.count)
    return found


def _count_all(person: Person, wanted: Mapping[Size, int], of_parts: bool, why: StockMove.Why) -> None:
    """Bring every spring, or every part, to so many pieces, in two statements however many they are.

    They stay locked so long as these take: what an object for each row costs would hold the shop up for seconds.
    """
    rows = StockItem.objects.select_for_update().order_by("pk").values("pk", "pieces", *SIZES)
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
    if CallStock.objects.exclude(planned=[], named={}).exists():
        _serve(list(StockItem.objects.order_by("pk")))


def _of_key(key: uuid.UUID, items: list[StockItem]) -> StockItem:
    try:
        return next(one for one in items if one.key == key)
    except StopIteration:
        raise Http404 from None


def _item(sizes: Mapping[str, object], person: Person, items: list[StockItem]) -> StockItem:
    """The item of this size, made where there is none; `items` are all there are."""
    there = next((one for one in items if _is(one, sizes)), None)
    if there is None:
        there = StockItem.objects.create(shop=person.shop, **sizes)
        items.append(there)
    return there


def _size_of(sizes: Mapping[str, object]) -> Size:
    """What an item is told from others by: its name, whatever the case, and its sizes."""
    name, wire, inside, length, hand = (sizes.get(one, "" if one == "part" else UNSIZED[one]) for one in SIZES)
    return str(name).casefold(), wire, inside, length, hand


def _is(item: StockItem, sizes: Mapping[str, object]) -> bool:
    """Whether an item is of this size, or of this name: names that differ only in case are one name."""
    return _size_of({name: getattr(item, name) for name in SIZES}) == _size_of(sizes)


def _move(
    person: Person,
    item: StockItem,
    pieces: int,
    why: StockMove.Why,
    moment: datetime,
    of: CallStock | None = None,
    client_id: uuid.UUID | None = None,
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
        where=of.where if of else "",
        by=person,
        at=moment,
    )


def _spring(item: StockItem, count: int) -> StockSpring:
    return StockSpring.model_construct(**{name: getattr(item, name) for name in UNSIZED}, count=count)
