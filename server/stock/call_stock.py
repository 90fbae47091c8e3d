"""The vans follow the calls: what a call plans is kept, what it fits and uses leaves, each within the transaction that enters it."""

import uuid
from collections import Counter
from collections.abc import Mapping
from datetime import datetime

from hinge.view.needs import Needs
from server.people.models import Person
from server.stock.models import SIZES, UNSIZED, CallStock, StockItem, StockMove
from server.stock.reservations import serve
from server.stock.van import item_of, locked, move_pieces
from server.stock.vans import van_of, vans

Why = StockMove.Why


def follow(person: Person, call_key: uuid.UUID, where: str, needs: Needs, moment: datetime) -> None:
    """Bring a van in line with what a call needs: keep what it plans, take out what it fitted and used.

    Part of the transaction that entered it, under the call's lock. What the van lacks is not kept: it comes from elsewhere.
    Whoever plans anew, before anything has left a van for the call, has it served from their own; so has whoever goes on with a call
    whose van was given up meanwhile.
    """
    mine = van_of(person)
    of, _ = CallStock.objects.get_or_create(shop=person.shop, call_key=call_key, defaults={"where": where, "van": mine})
    before, planned = of.van, [vars(one) for one in needs.planned]
    replans = (planned, needs.named) != (of.planned, of.named) and bool(planned or needs.named)
    if (replans and not of.fitted and not any(of.left.values())) or of.van not in {van.number for van in vans()}:
        of.van = mine
    items = locked(before, of.van)
    if needs.fitted > of.fitted:
        _use(person, of, items, moment)
        of.fitted, of.planned, of.named = needs.fitted, [], {}
    if (planned, needs.named) != (of.planned, of.named):
        of.kept.all().delete()
        of.planned, of.named = planned, dict(needs.named)
    _parts(person, of, items, _by_name(needs.parts), moment)
    of.save()
    serve(items)


def take_up(person: Person, call_key: uuid.UUID, where: str, needs: Needs) -> None:
    """Begin to follow a call that was begun elsewhere: what it plans is kept; what it fitted and used came from another van.

    Part of the transaction that brings it in.
    """
    van = van_of(person)
    items, planned, parts = locked(van), [vars(one) for one in needs.planned], _by_name(needs.parts)
    told = {"planned": planned, "named": dict(needs.named), "fitted": needs.fitted, "parts": parts}
    CallStock.objects.create(shop=person.shop, call_key=call_key, where=where, van=van, **told)
    serve(items)


def _use(person: Person, of: CallStock, items: list[StockItem], moment: datetime) -> None:
    """What was kept for what is on the door now leaves the van; of what was cut, the rest goes back."""
    by_pk = {item.pk: item for item in items}
    for one in of.kept.all():
        item = by_pk[one.item_id]
        move_pieces(person, item, -1, Why.USED, moment, of)
        if one.rest_in:
            rest = item_of({**{name: getattr(item, name) for name in SIZES}, "length_in": one.rest_in}, item.van, person, items)
            move_pieces(person, rest, 1, Why.CUT, moment, of)
    of.kept.all().delete()


def _parts(person: Person, of: CallStock, items: list[StockItem], used: Mapping[str, int], moment: datetime) -> None:
    """What was used on the call leaves the van as far as it is there; of what is taken back, what did leave comes back."""
    there = {item.part.casefold(): item for item in items if item.part and item.van == of.van}
    for name in sorted({*used, *of.parts}):
        more, left, item = used.get(name, 0) - of.parts.get(name, 0), of.left.get(name, 0), there.get(name)
        goes = min(more, item.pieces if item else 0) if more > 0 else min(used.get(name, 0) - left, 0)
        if goes < 0 and item is None:
            # It left another van, which is not there any more.
            item = item_of({**UNSIZED, "part": name}, of.van, person, items)
        if item and goes:
            move_pieces(person, item, -goes, Why.USED if goes > 0 else Why.PUT_BACK, moment, of)
            of.left[name] = left + goes
    of.parts = used


def _by_name(parts: Mapping[str, int]) -> dict[str, int]:
    """Pieces by names in small letters: names that differ only in case are one name."""
    pieces = Counter[str]()
    for name, count in parts.items():
        pieces[name.casefold()] += count
    return dict(pieces)
