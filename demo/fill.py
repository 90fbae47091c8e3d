"""Made-up data for the demo: two shops, their doors, sixty past calls and one under way. Written once."""

from __future__ import annotations

import random
import uuid
from datetime import UTC, date, datetime, timedelta

from django.db import transaction
from django_scopes import scope

from demo.booked import book
from demo.follow_ups import keep
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
from demo.unusual import PARTS, RATES, SECOND_PARTS, SECOND_VAN, UNUSUAL, VAN, record_of
from demo.visits import Visit, arrive, close, read_balance, read_with_gauge, replace_springs, suggested, visit_at
from hinge.carriers.torsion import wound
from hinge.file.record import DoorRecord
from hinge.measure.fields import Value
from hinge.view.build import record_after
from server.calls.models import Call, Entry
from server.calls.service import listed
from server.doors.models import Door
from server.insight.books import Months
from server.insight.service import count_uncounted
from server.people.demo import DEMO_ACCOUNTS
from server.people.models import Person, Shop
from server.stock.models import FIRST_VAN
from server.stock.service import load
from server.stock.vans import VanInput, keep_van

YEARS, LOSS_PER_YEAR = 6, 0.014
NEWEST = datetime(2026, 11, 20, 16, 0, tzinfo=UTC)
PAST_CALLS = 60
CHECKED = "Balance, reversal and eyes shown. Monthly check explained."
# Complaint, cause, note, and the side whose spring is broken.
TROUBLES = (
    ("lifts_and_stops", "spring_broken", "Right spring, gap of about 1 5/8 in.", "right"),
    ("bang", "spring_broken", "Left spring, near the stationary cone.", "left"),
    ("sinks", "springs_tired", "Both springs rusty.", None),
    ("heavy", "weight_added", "Insulation kit fitted by the owner.", None),
)


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
    for number in range(past_calls):
        started = NEWEST - timedelta(days=(past_calls - number) * 11 + chance.random(), hours=chance.randrange(7))
        _past_call(doors[number % (len(doors) - 2)], number, started, chance)
    under_way = _call_under_way(next(door for door in doors if door.name == "Saltmarsh Boatworks, bay 2"))
    _yearly_checks(doors[-1])
    technicians = list(Person.objects.filter(shop=shop, role=Person.Role.TECHNICIAN).order_by("pk"))
    book(doors, technicians, under_way, date.today())
    keep(doors, technicians, date.today())
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
        record=_plain(DoorRecord(measured=measured, on_door=wound(list(best.springs), best.quarter_turns))),
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
            record=_plain(record_of(unusual)),
        )


def _measured(size: Size, number: int, chance: random.Random) -> dict[str, Value]:
    radius = 15.0 if size.height_in > 96 or number % 3 == 0 else 12.0
    weight = round(size.width_in * size.height_in / 144 * size.weight_lbft2 * chance.uniform(0.95, 1.08))
    return {
        "weight_lb": float(weight), "width_in": size.width_in, "height_in": size.height_in, "section_count": float(size.sections),
        "radius_in": radius, "rise_in": 3.0 if radius == 15 else 2.0, "drum_diameter_in": 4.0, "cable_in": 0.125, "cycles_wanted": 15_000.0,
    } | OPENERS[number % len(OPENERS)]  # fmt: skip


def _plain(record: DoorRecord) -> dict[str, object]:
    return record.model_dump(mode="json")


def _past_call(door: Door, number: int, started: datetime, chance: random.Random) -> None:
    record = door.door_record
    visit = visit_at(record, f"past-{number:03d}", chance.choice(DEMO_ACCOUNTS[:2]).name, started)
    friction = chance.uniform(14, 20)
    if number % 3 == 0:
        complaint, cause, note, broken = TROUBLES[(number // 3) % len(TROUBLES)]
        arrive(visit, complaint, cause, note)
        visit.say("measured", 300, field="weight_lb", typed=f"{record.measured['weight_lb']:.0f} lb")
        best = suggested(record)
        visit.say("chosen", 200, plan=wound(list(best.springs), None).model_dump(), quarter_turns=best.quarter_turns)
        several = record.on_door is not None and record.on_door.spring_count > 1
        replace_springs(visit, broken if several else "single" if broken else None)
    else:
        arrive(visit, "check" if number % 3 == 1 else "will_not_close", "nothing" if number % 3 == 1 else "eyes")
    read_balance(visit, record, chance, friction)
    close(visit, CHECKED)
    _keep(door, f"past {number}", visit, started)


def _yearly_checks(door: Door) -> None:
    """A busy door whose springs tire: read with a gauge every year."""
    for year in range(YEARS):
        started = NEWEST - timedelta(days=365 * (YEARS - year))
        visit = visit_at(door.door_record, f"yearly-{year}", DEMO_ACCOUNTS[year % 2].name, started)
        arrive(visit, "check", "nothing")
        read_with_gauge(visit, door.door_record, 15.0, LOSS_PER_YEAR * year)
        close(visit, CHECKED)
        _keep(door, f"yearly {year}", visit, started)


def _call_under_way(door: Door) -> Call:
    started = NEWEST + timedelta(hours=1)
    visit = visit_at(door.door_record, "under-way", DEMO_ACCOUNTS[0].name, started)
    arrive(visit, "lifts_and_stops", "spring_broken", "Right spring, gap of 1 5/8 in.")
    measures = {"weight_lb": "154 lb", "wire_in": ".2187", "inside_diameter_in": "2", "length_in": "31 1/2", "spring_count": "2"}
    for name, typed in measures.items():
        visit.say("measured", 90, field=name, typed=typed)
    return _keep(door, "under way", visit, started)


def _keep(door: Door, name: str, visit: Visit, started: datetime) -> Call:
    """Write a call as it would stand had it been entered at its time: every one of its events was decided."""
    closed = visit.call.closed is not None
    call = Call.objects.create(
        shop=door.shop,
        door=door,
        key=uuid.uuid5(uuid.NAMESPACE_OID, f"{door.shop.name} {name}"),
        technician=visit.by,
        started_at=started,
        closed_at=visit.at if closed else None,
        record_at_start=door.record,
        **listed(visit.call),
    )
    Entry.objects.bulk_create(
        Entry(call=call, client_id=one.id, position=place, body=one.body.model_dump(mode="json"), by_name=one.by, at=one.at)
        for place, one in enumerate(visit.entries, start=1)
    )
    if closed:
        door.record, door.visited_at, door.version = _plain(record_after(visit.call)), visit.at, door.version + 1
        door.save()
    return call
