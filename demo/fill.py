"""Made-up data for the demo: two shops, their doors, sixty past calls and one under way. Written once."""

from __future__ import annotations

import random
import uuid
from datetime import date, timedelta

from django.db import transaction
from django_scopes import scope

from demo.booked import book
from demo.follow_ups import keep
from demo.kept import keep_call, plain
from demo.past import NEWEST, PAST_CALLS, make_past, make_yearly
from demo.people import (
    ACCESS,
    COLLEAGUES,
    FAMILIES,
    ROADS,
    SECOND_SHOP,
    SECOND_SHOP_PEOPLE,
    SHOP,
    SIZES,
    STREETS,
    TOWNS,
    TRADES,
    Size,
)
from demo.practised import practise
from demo.unusual import PARTS, RATES, SECOND_PARTS, SECOND_VAN, UNUSUAL, VAN, record_of
from demo.visits import arrive, suggested, visit_at
from hinge.carriers.torsion import wound
from hinge.file.record import DoorRecord
from hinge.measure.fields import Value
from server.calls.models import Call
from server.doors.models import Door
from server.insight.books import Months
from server.insight.service import count_uncounted
from server.people.demo import DEMO_ACCOUNTS
from server.people.models import Person, Shop
from server.stock.models import FIRST_VAN
from server.stock.service import load
from server.stock.vans import VanInput, keep_van

EYES: dict[str, Value] = {"eye_type": "pair", "eye_height_in": 5.5, "receiver_side": "left"}
OPENERS: tuple[dict[str, Value], ...] = (
    EYES
    | {"opener_kind": "rail_screw", "opener_drive": "chain", "opener_current": "ac", "opener_battery": "no", "opener_force": "dialled"}
    | {"opener_year": 2009.0, "rail_in": 120.0, "inches_per_turn": 3.1, "opener_lights": "Sender steady, receiver steady once it sees"},
    {},
    EYES
    | {"opener_kind": "rail_button", "opener_drive": "belt", "opener_current": "dc", "opener_battery": "yes", "opener_force": "learned"}
    | {"opener_year": 2019.0, "rail_in": 120.0, "opener_wires": "Eyes white and striped, spliced behind the door; control red"},
    EYES | {"opener_kind": "shaft", "opener_current": "dc", "opener_battery": "yes", "opener_force": "learned", "receiver_side": "right"},
)


@transaction.atomic
def fill(past_calls: int = PAST_CALLS) -> None:
    """Write two shops into an empty database, whole or not at all."""
    shop = Shop.objects.create(
        name=SHOP[0],
        place=SHOP[1],
        phone=SHOP[2],
        latitude_deg=44.4,
        longitude_deg=-90.1,
        time_zone="America/Chicago",
        travel={"usual_minutes": 20, "roads": [{"start": start, "end": end, "minutes": minutes} for start, end, minutes in ROADS]},
    )
    for account in DEMO_ACCOUNTS:
        Person.objects.create_user(account.username, password=account.password, name=account.name, role=account.role, shop=shop)
    for username, name, role in COLLEAGUES:
        Person.objects.create_user(username, password=DEMO_ACCOUNTS[0].password, name=name, role=role, shop=shop)
    second = Shop.objects.create(name=SECOND_SHOP[0], place=SECOND_SHOP[1], phone=SECOND_SHOP[2])
    for username, name, role in SECOND_SHOP_PEOPLE:
        Person.objects.create_user(username, password=DEMO_ACCOUNTS[0].password, name=name, role=role, shop=second)
    chance = random.Random(1847)
    doors = _doors(shop, chance, 34)
    _doors(second, chance, 4)
    _unusual_doors(shop, chance)
    lead = Person.objects.get(shop=shop, role=Person.Role.LEAD)
    with scope(shop=shop.pk):
        load(lead, "van", "van-north.csv", VAN)
        load(lead, "parts", "parts-north.csv", PARTS)
        load(lead, "rates", "rates-november.csv", RATES)
        for number, name, driver in ((FIRST_VAN, "North van", "wren"), (FIRST_VAN + 1, "Harbour van", "osk")):
            keep_van(lead, number, VanInput(name=name, driver=driver))
        load(lead, "van", "van-harbour.csv", SECOND_VAN, FIRST_VAN + 1)
        load(lead, "parts", "parts-harbour.csv", SECOND_PARTS, FIRST_VAN + 1)
    make_past(doors[:-2], past_calls, chance)
    under_way = _call_under_way(next(door for door in doors if door.name == "Saltmarsh Boatworks, bay 2"))
    make_yearly(doors[-1])
    technicians = list(Person.objects.filter(shop=shop, role=Person.Role.TECHNICIAN).order_by("pk"))
    book(doors, technicians, under_way, date.today())
    keep(doors, technicians, date.today())
    practise(shop)
    with scope(shop=shop.pk):
        count_uncounted()
        Months(shop.pk, date.min, date.max).add_up()


def _doors(shop: Shop, chance: random.Random, count: int) -> list[Door]:
    return [_door(shop, chance, number) for number in range(count)]


def _door(shop: Shop, chance: random.Random, number: int) -> Door:
    measured = _measured(SIZES[number % len(SIZES)], number, chance)
    best = suggested(DoorRecord(measured=measured), cycles=chance.choice((10_000, 15_000, 25_000)))
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
        record=plain(DoorRecord(measured=measured, on_door=wound(list(best.springs), best.quarter_turns))),
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
            record=plain(record_of(unusual)),
        )


def _measured(size: Size, number: int, chance: random.Random) -> dict[str, Value]:
    radius = 15.0 if size.height_in > 96 or number % 3 == 0 else 12.0
    weight = round(size.width_in * size.height_in / 144 * size.weight_lbft2 * chance.uniform(0.95, 1.08))
    return {
        "weight_lb": float(weight), "width_in": size.width_in, "height_in": size.height_in, "section_count": float(size.sections),
        "radius_in": radius, "rise_in": 3.0 if radius == 15 else 2.0, "drum_diameter_in": 4.0, "cable_in": 0.125, "cycles_wanted": 15_000.0,
    } | OPENERS[number % len(OPENERS)]  # fmt: skip


def _call_under_way(door: Door) -> Call:
    started = NEWEST + timedelta(hours=1)
    visit = visit_at(door.door_record, "under-way", DEMO_ACCOUNTS[0].name, started)
    arrive(visit, "lifts_and_stops", "spring_broken", "Right spring, gap of 1 5/8 in.")
    measures = {"weight_lb": "154 lb", "wire_in": ".2187", "inside_diameter_in": "2", "length_in": "31 1/2", "spring_count": "2"}
    for name, typed in measures.items():
        visit.say("measured", 90, field=name, typed=typed)
    return keep_call(door, "under way", visit.log, started)
