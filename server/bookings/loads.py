"""What the visits of a day need against each van, and what has to be ordered for a week."""

from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from uuid import UUID

from django.db.models import Sum

from hinge.stock.van import WantedPiece
from hinge.stock.visit_loads import OrderLine, VanStock, VisitLoad, VisitNeeds, order_list, visit_loads
from hinge.view.needs import like_those_of
from server.bookings.models import Booking
from server.bookings.service import between
from server.calls.models import Call
from server.doors.models import Door
from server.followups.models import FollowUp
from server.people.models import Person, Shop
from server.stock import van as stock
from server.stock.models import CallStock, Kept, StockItem, StockMove, Van
from server.stock.reservations import spring_of
from server.stock.vans import vans, vans_of

WEEK = 7
Why = StockMove.Why
# What left a van for doors, and what came to make up for it; that it was loaded or counted anew tells nothing of either.
USED = (Why.USED, Why.CUT, Why.PUT_BACK, Why.RESTOCKED)
SPRINGS = "springs"


@dataclass(frozen=True)
class VanDay:
    """A van on a day: the bookings it is to serve, each with what it needs."""

    van: Van
    loads: list[tuple[Booking, VisitLoad]]


def van_days(person: Person, day: date) -> list[VanDay]:
    """What the visits of a day that are still to be made need against each van; those of nobody yet against the van of whoever asks."""
    bookings = [one for one in between(day, 1) if one.standing in ("booked", "on_the_way", "under_way")]
    plans, numbers = _plans(bookings), vans_of([person, *(one.technician for one in bookings if one.technician)])
    by_van = defaultdict[int, list[Booking]](list)
    for one in bookings:
        by_van[numbers[one.technician_id or person.pk]].append(one)
    there = _stocks({plan.call_key for plan in plans.values()})
    return [VanDay(van, list(zip(by_van[van.number], _loads(van.number, by_van[van.number], plans, there), strict=True))) for van in vans()]


def _loads(number: int, bookings: Sequence[Booking], plans: Mapping[int, CallStock], there: Mapping[int, VanStock]) -> list[VisitLoad]:
    others = [stock for van, stock in there.items() if van != number]
    return visit_loads([_needs(one, plans.get(one.door_id)) for one in bookings], there.get(number, VanStock("")), others)


def week_order(first: date, shop: Shop) -> list[OrderLine]:
    """What is to be ordered for the week from a day: what no van has of what is planned, booked and due; what was used; what was noted."""
    bookings = [one for one in between(first, WEEK) if one.standing in ("booked", "on_the_way", "under_way")]
    plans, until = _plans(bookings), first + timedelta(days=WEEK - 1)
    booked = {one.door_id for one in bookings}
    unbooked = CallStock.objects.exclude(planned=[], named={}).exclude(call_key__in=[one.call_key for one in plans.values()])
    due = list(FollowUp.objects.filter(ended="", due__lte=until, door__put_away="", what__in=("springs", "parts")).select_related("door"))
    visits = [
        *(_planned(one, one.where) for one in unbooked.order_by("pk")),
        *(_needs(one, plans.get(one.door_id)) for one in bookings),
        *(_like_those(one.door, f"{one.door.name}, springs due") for one in due if one.what == "springs" and one.door_id not in booked),
    ]
    notes = [(one.note or "Parts on order", f"{one.door.name}, due {_on(one.due)}") for one in due if one.what == "parts"]
    since = datetime.combine(first - timedelta(days=WEEK), time(), shop.clock)
    return order_list(visits, list(_stocks(None).values()), _used(since), notes)


def _plans(bookings: Iterable[Booking]) -> dict[int, CallStock]:
    """What the calls under way at the doors of some bookings plan, by the door's id."""
    doors = {one.door_id for one in bookings}
    under_way = dict(Call.objects.filter(door__in=doors, closed_at=None).values_list("key", "door_id"))
    followed = CallStock.objects.filter(call_key__in=under_way).exclude(planned=[], named={})
    return {under_way[one.call_key]: one for one in followed}


def _needs(booking: Booking, plan: CallStock | None) -> VisitNeeds:
    """What a visit needs: what was planned there, else what the complaint asks for, springs like those that hang there."""
    why = f"{booking.door.name}, {_on(booking.day)}"
    if plan:
        return _planned(plan, why)
    kinds = tuple(booking.expected().triage.load)
    like = _like_those(booking.door, why) if SPRINGS in kinds else VisitNeeds(booking.door.name)
    return VisitNeeds(booking.door.name, like.springs, like.named, kinds, why)


def _on(day: date) -> str:
    return f"{day:%a} {day.day} {day:%b}"


def _planned(plan: CallStock, why: str) -> VisitNeeds:
    return VisitNeeds(plan.where, tuple(WantedPiece(**one) for one in plan.planned), plan.named, why=why)


def _like_those(door: Door, why: str) -> VisitNeeds:
    springs, named = like_those_of(door.door_record)
    return VisitNeeds(door.name, springs, named, why=why)


def _stocks(calls: set[UUID] | None) -> dict[int, VanStock]:
    """What is on each van, by its number; without what is kept for other calls than these, where some are named."""
    kept = Counter[int]()
    if calls is not None:
        kept.update(Kept.objects.exclude(of__call_key__in=calls).values_list("item", flat=True))
    springs, parts = defaultdict[int, list[StockItem]](list), defaultdict[int, dict[str, int]](dict)
    left = dict[int, int]()
    for item in StockItem.objects.filter(pieces__gt=0).order_by("pk"):
        left[item.pk] = item.pieces - kept[item.pk]
        if item.part:
            parts[item.van][item.part] = left[item.pk]
        elif left[item.pk] > 0:
            springs[item.van].append(item)
    return {
        van.number: VanStock(van.name, tuple(spring_of(one, left[one.pk]) for one in springs[van.number]), parts[van.number])
        for van in vans()
    }


def _used(since: datetime) -> dict[str, int]:
    """Pieces that left the vans for doors since a moment and were not made up for on any of them, by words."""
    moved = StockMove.objects.filter(at__gte=since, why__in=USED).order_by().values_list("item").annotate(all=Sum("pieces"))
    sums, gone, words = dict(moved), Counter[str](), dict[str, str]()
    for item in StockItem.objects.filter(pk__in=sums).order_by("part", "wire_in", "inside_diameter_in", "length_in", "van"):
        # A part is one, however its name is written on each van.
        name = words.setdefault(stock.words_of(item).casefold(), stock.words_of(item))
        gone[name] -= sums[item.pk]
    return {name: pieces for name, pieces in gone.items() if pieces > 0}
