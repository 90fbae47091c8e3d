"""A shop's vans: what each is called, and whose it is."""

from collections.abc import Iterable

from django.http import Http404
from django.shortcuts import get_object_or_404
from pydantic import Field

from hinge.errors import BadInputError, OutOfStepError
from server.config.request_body import RequestBody
from server.config.transactions import mutation
from server.people.models import Person
from server.people.scope import require_lead
from server.people.service import crew_of
from server.stock.models import FIRST_VAN, CallStock, StockItem, Van

MOST_VANS = 200


class VanInput(RequestBody):
    """What a van is called, and the sign-in name of its driver; empty where it is shared."""

    name: str = Field(min_length=1, max_length=60)
    driver: str = Field("", max_length=150)


def vans() -> list[Van]:
    """The shop's vans by their numbers; the first one is there before anybody names it."""
    kept = list(Van.objects.select_related("driver").order_by("number"))
    return kept if kept and kept[0].number == FIRST_VAN else [Van(number=FIRST_VAN, name="The van"), *kept]


def named(number: int) -> Van:
    """A van by its number. Raises Http404 where there is none."""
    found = next((one for one in vans() if one.number == number), None)
    if found is None:
        raise Http404
    return found


def van_of(person: Person) -> int:
    """The van somebody takes from: their own, else the first that is shared, else the first."""
    return vans_of([person])[person.pk]


def vans_of(people: Iterable[Person]) -> dict[int, int]:
    """The van each takes from, by the person's id."""
    kept = list(Van.objects.order_by("number").values_list("number", "driver"))
    own = {driver: number for number, driver in reversed(kept) if driver is not None}
    # The first one is shared until somebody says whose it is.
    shared = [number for number, driver in kept if driver is None] if FIRST_VAN in dict(kept) else []
    return {one.pk: own.get(one.pk, shared[0] if shared else FIRST_VAN) for one in people}


@mutation
def keep_van(person: Person, number: int, wish: VanInput) -> Van:
    """Name a van, or add the next one, and say whose it is; leads only. Whoever had another one drives this one from now on.

    Raises BadInputError for a number out of turn and for a driver who is nobody here.
    """
    require_lead(person)
    following = max([FIRST_VAN, *Van.objects.select_for_update().values_list("number", flat=True)]) + 1
    if not FIRST_VAN <= number <= min(following, MOST_VANS):
        raise BadInputError("Vans are numbered one after another.", "number", number, f"{FIRST_VAN} to {min(following, MOST_VANS)}")
    driver = None
    if wish.driver:
        driver = crew_of(person.shop_id).filter(username=wish.driver).first()
        if driver is None:
            raise BadInputError("Nobody of that name works on doors here.", "driver", wish.driver, "somebody who is sent to doors")
        Van.objects.filter(driver=driver).exclude(number=number).update(driver=None)
    kept, _ = Van.objects.update_or_create(shop=person.shop, number=number, defaults={"name": wish.name.strip(), "driver": driver})
    return kept


@mutation
def give_up(person: Person, number: int) -> None:
    """Do without a van that is empty; leads only. Raises OutOfStepError while something is on it or planned from it."""
    require_lead(person)
    van = get_object_or_404(Van.objects.select_for_update(), number=number)
    if number == FIRST_VAN:
        raise OutOfStepError("The first van stays.", "number", number)
    if StockItem.objects.select_for_update().filter(van=number, pieces__gt=0).exists():
        raise OutOfStepError(f"There is stock on {van.name}: pass it on first.", "number", number)
    if CallStock.objects.filter(van=number).exclude(planned=[], named={}).exists():
        raise OutOfStepError(f"A call is planned from {van.name}: close it, or plan it anew from another.", "number", number)
    van.delete()
