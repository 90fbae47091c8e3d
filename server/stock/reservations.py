"""What is kept on a van for the calls planned from it."""

from hinge.stock.van import StockSpring, WantedPiece, take
from server.stock.models import UNSIZED, CallStock, Kept, StockItem


def serve(items: list[StockItem]) -> None:
    """Keep what is free for the plans that lack pieces, the one that was made first before the others; `items` are all of their vans.

    Where fewer were counted than are kept, the plan that was made last goes without.
    """
    for van in {item.van for item in items}:
        _serve_van(van, [item for item in items if item.van == van])


def _serve_van(van: int, items: list[StockItem]) -> None:
    plans = list(CallStock.objects.filter(van=van).exclude(planned=[], named={}).prefetch_related("kept").order_by("pk"))
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
            for piece in take([spring_of(item, left[item.pk]) for item in there], [WantedPiece(**wanted) for wanted in of.planned]):
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


def spring_of(item: StockItem, count: int) -> StockSpring:
    """So many pieces of a spring on a van, as the core has them."""
    return StockSpring.model_construct(**{name: getattr(item, name) for name in UNSIZED}, count=count)
