"""Made-up data for the demo: two shops, their doors, sixty past calls and one under way. Written once."""

from __future__ import annotations

import random
import uuid
from datetime import UTC, datetime, timedelta

from django.db import transaction

from demo.people import ACCESS, FAMILIES, SECOND_SHOP, SECOND_SHOP_PEOPLE, SHOP, SIZES, STREETS, TOWNS, TRADES, Size
from demo.unusual import RATES, UNUSUAL, VAN, record_of
from demo.visits import Visit, arrive, close, read_balance, suggested, wind
from hinge.measure.fields import Value
from hinge.procedure.fold import fold
from hinge.procedure.record import DoorRecord
from server.calls import service
from server.calls.models import Call
from server.doors.models import Door
from server.people.demo import DEMO_ACCOUNTS
from server.people.models import Person, Shop
from server.stock.service import load

NEWEST = datetime(2026, 11, 20, 16, 0, tzinfo=UTC)
PAST_CALLS = 60
CHECKED = "Balance, reversal and eyes shown. Monthly check explained."
TROUBLES = (
    ("lifts_and_stops", "spring_broken", "Right spring, gap of about 1 5/8 in."),
    ("bang", "spring_broken", "Left spring, near the stationary cone."),
    ("sinks", "springs_tired", "Both springs rusty."),
    ("heavy", "weight_added", "Insulation kit fitted by the owner."),
)


@transaction.atomic
def fill(past_calls: int = PAST_CALLS) -> None:
    """Write two shops into an empty database, whole or not at all."""
    shop = Shop.objects.create(name=SHOP[0], place=SHOP[1], phone=SHOP[2])
    for account in DEMO_ACCOUNTS:
        Person.objects.create_user(account.username, password=account.password, name=account.name, role=account.role, shop=shop)
    second = Shop.objects.create(name=SECOND_SHOP[0], place=SECOND_SHOP[1], phone=SECOND_SHOP[2])
    for username, name, role in SECOND_SHOP_PEOPLE:
        Person.objects.create_user(username, password=DEMO_ACCOUNTS[0].password, name=name, role=role, shop=second)
    chance = random.Random(1847)
    doors = _doors(shop, chance, 34)
    _doors(second, chance, 4)
    _unusual_doors(shop, chance)
    lead = Person.objects.get(shop=shop, role=Person.Role.LEAD)
    load(lead, "van", "van-north.csv", VAN)
    load(lead, "rates", "rates-november.csv", RATES)
    for number in range(past_calls):
        started = NEWEST - timedelta(days=(past_calls - number) * 11 + chance.random(), hours=chance.randrange(7))
        _past_call(doors[number % (len(doors) - 2)], number, started, chance)
    _call_under_way(next(door for door in doors if door.name == "Saltmarsh Boatworks, bay 2"))


def _doors(shop: Shop, chance: random.Random, count: int) -> list[Door]:

    return [_door(shop, chance, number) for number in range(count)]


def _door(shop: Shop, chance: random.Random, number: int) -> Door:
    measured = _measured(SIZES[number % len(SIZES)], number, chance)
    spring, quarters = suggested(DoorRecord(measured=measured), cycles=chance.choice((10_000, 15_000, 25_000)))
    family = f"{FAMILIES[number % len(FAMILIES)]}, {('double', 'single')[SIZES[number % len(SIZES)].width_in < 144]} door"
    name, place = TRADES[number] if number < len(TRADES) else (family, f"{chance.choice(STREETS)} {chance.randrange(2, 90)}")
    return Door.objects.create(
        shop=shop,
        key=uuid.uuid5(uuid.NAMESPACE_OID, f"{shop.name} {number}"),
        name=name,
        place=f"{place}, {chance.choice(TOWNS)}",
        customer=f"{chance.choice('ABCDEHJKLMNRST')}. {chance.choice(FAMILIES)}",
        phone=f"555 0{chance.randrange(100, 999)}",
        access_notes=chance.choice(ACCESS),
        record=DoorRecord(measured=measured, springs=[spring], quarter_turns=quarters).model_dump(),
    )


def _unusual_doors(shop: Shop, chance: random.Random) -> None:
    for unusual in UNUSUAL:
        Door.objects.create(
            shop=shop,
            key=uuid.uuid5(uuid.NAMESPACE_OID, f"{shop.name} {unusual.name}"),
            name=unusual.name,
            place=f"{chance.choice(STREETS)} {chance.randrange(2, 90)}, {chance.choice(TOWNS)}",
            customer=f"{chance.choice('ABCDEHJKLMNRST')}. {chance.choice(FAMILIES)}",
            phone=f"555 0{chance.randrange(100, 999)}",
            record=record_of(unusual).model_dump(),
        )


def _measured(size: Size, number: int, chance: random.Random) -> dict[str, Value]:
    radius = 15.0 if size.height_in > 96 or number % 3 == 0 else 12.0
    weight = round(size.width_in * size.height_in / 144 * size.weight_lbft2 * chance.uniform(0.95, 1.08))
    return {
        "weight_lb": float(weight), "width_in": size.width_in, "height_in": size.height_in, "section_count": float(size.sections),
        "radius_in": radius, "rise_in": 3.0 if radius == 15 else 2.0, "drum_diameter_in": 4.0, "cable_in": 0.125, "cycles_wanted": 15_000.0,
    }  # fmt: skip


def _past_call(door: Door, number: int, started: datetime, chance: random.Random) -> None:

    visit = Visit(f"past-{number:03d}", chance.choice(DEMO_ACCOUNTS[:2]).name, started)
    record = door.door_record
    assert record.quarter_turns is not None
    friction = chance.uniform(14, 20)
    spring, quarters = record.springs[0], record.quarter_turns
    if number % 3 == 0:
        complaint, cause, note = TROUBLES[(number // 3) % len(TROUBLES)]
        arrive(visit, complaint, cause, note)
        visit.enter("measured", 300, field="weight_lb", typed=f"{record.measured['weight_lb']:.0f} lb")
        spring, quarters = suggested(record)
        wind(visit, spring, quarters)
    else:
        arrive(visit, "check" if number % 3 == 1 else "will_not_close", "nothing" if number % 3 == 1 else "eyes")
    read_balance(visit, record, chance, friction, spring, quarters)
    close(visit, CHECKED)
    _keep(door, f"past {number}", visit, started)


def _call_under_way(door: Door) -> None:

    started = NEWEST + timedelta(hours=1)
    visit = Visit("under-way", DEMO_ACCOUNTS[0].name, started)
    arrive(visit, "lifts_and_stops", "spring_broken", "Right spring, gap of 1 5/8 in.")
    measures = {"weight_lb": "154 lb", "wire_in": ".2187", "inside_diameter_in": "2", "length_in": "31 1/2", "spring_count": "2"}
    for name, typed in measures.items():
        visit.enter("measured", 90, field=name, typed=typed)
    _keep(door, "under way", visit, started)


def _keep(door: Door, name: str, visit: Visit, started: datetime) -> None:

    state = fold(door.door_record, visit.entries)
    call = Call.objects.create(
        shop=door.shop,
        door=door,
        key=uuid.uuid5(uuid.NAMESPACE_OID, f"{door.shop.name} {name}"),
        technician=visit.by,
        started_at=started,
        closed_at=visit.at if state.closed else None,
        record_at_start=door.record,
        complaint=state.complaint_text,
        cause=state.cause_text,
    )
    service.keep_all(call, [(entry, datetime.fromisoformat(entry.at)) for entry in visit.entries])
    if state.closed:
        door.record = state.record_after.model_dump()
        door.version += 1
        door.save()
