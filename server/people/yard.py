"""A shop's practice yard: the files and calls of its practice doors, behind the same wall as another shop's.

Nothing of the yard is ever in a list, a count, a van or a backup by shop of the shop it belongs to: it has its own. A call of the yard
is told by how its key begins: its address needs no other mark. (Not by the UUID's version: the database takes not every version 8.)
"""

import re
import uuid
from collections.abc import Iterator
from contextlib import contextmanager

from django_scopes import scope

from hinge.errors import BadInputError
from server.people.models import Person, Shop

KEY_BEGINS = "9ac71ce0-"
OF_YARD = re.compile(rf"^/api/calls/{KEY_BEGINS}")
YARD = "Practice yard"


def is_of_yard(key: uuid.UUID) -> bool:
    """Whether a key is one of a practice call."""
    return str(key).startswith(KEY_BEGINS)


def require_no_practice(key: uuid.UUID, field: str = "key") -> None:
    """Refuse a practice call's key for a call on a real door. Raises BadInputError."""
    if is_of_yard(key):
        raise BadInputError("This is the key of a practice call: it stays in the practice yard.", field, str(key), "another key")


def yard_of(shop: Shop) -> Shop:
    """The practice yard of a shop, made at its first practice; it goes by the shop's own clock, place and ways."""
    like = {name: getattr(shop, name) for name in ("place", "latitude_deg", "longitude_deg", "time_zone", "ways", "opens_at", "closes_at")}
    yard, _ = Shop.objects.update_or_create(practice_of=shop, defaults={"name": f"{YARD}, {shop.name}"[:120], **like})
    return yard


@contextmanager
def at_yard(person: Person) -> Iterator[Shop | None]:
    """While a person works at their shop's practice yard: every record is the yard's, and so are they. None where there is none."""
    shop = person.shop
    yard = Shop.objects.filter(practice_of=shop).first()
    if yard is None:
        yield None
        return
    person.shop = yard
    try:
        with scope(shop=yard.pk):
            yield yard
    finally:
        person.shop = shop
