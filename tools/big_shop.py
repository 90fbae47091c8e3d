"""A big shop: 30 technicians, 200 000 doors, a million entries. How long its pages, a backup, its way back and an upgrade take.

`python -m tools.big_shop` prints a table and takes some ten minutes; what it said last stands in docs/how-to/run-a-shop.md.
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from datetime import date, timedelta
from datetime import time as clock
from pathlib import Path

import django
from django_scopes import scopes_disabled

from tools.running import ROOT, running

PORT, DOORS, CALLS_A_DOOR, TECHNICIANS, VISITS_A_DAY, DAYS, TIMES = 8047, 200_000, 1, 30, 4, 7, 20
PAGES = {
    "Today, a week": "/api/bookings?day={today}&days=7",
    "the day side by side": "POST /api/desk",
    "doors by name": "/api/doors",
    "search, two common words": "/api/doors?search=bay quay",
    "search, one letter wrong": "/api/doors?search=harbuor",
    "search, part of a phone": "/api/doors?search=555 0100",
    "calls under way": "/api/calls",
    "the books, a year": "/api/insight?since=2024-01-01&until=2024-12-31",
    "the books, four years": "/api/insight?since=2022-01-01&until=2025-12-31",
    "the calls behind a figure": "/api/insight/calls?since=2024-01-01&until=2024-12-31&cause=eye_sun",
    "what tomorrow needs": "/api/vans/loads?day={tomorrow}",
    "what to order": "/api/order",
}
# What this release adds to a database of the one before.
BEFORE = {"insight": "0001", "bookings": "0003", "stock": "0005", "doors": "0010", "calls": "0010", "people": "0007"}


def main() -> None:
    """Start a database of its own, fill it, and measure; in two processes, for the tables are made as their owner."""
    if len(sys.argv) > 1:
        os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
        django.setup()
        {"pages": _at_work, "commands": _stopped}[sys.argv[1]](Path(sys.argv[2]))
        return
    with tempfile.TemporaryDirectory(prefix="north-hinge-big-") as folder, running(Path(folder), PORT) as server:
        environment = server.environment | {"NORTH_HINGE_AS_OWNER": "1"}
        for part in ("pages", "commands"):
            subprocess.run([sys.executable, "-u", "-m", "tools.big_shop", part, folder], cwd=ROOT, env=environment, check=True)
            # A backup is put back, and an upgrade made, where nobody is at work.
            server.web.terminate()
            server.web.wait(30)


def _at_work(folder: Path) -> None:
    from server.ops.backup import back_up

    with scopes_disabled():
        filled = _took(_fill)
    print(f"filled in {filled:.0f} s: {DOORS} doors, {DOORS * CALLS_A_DOOR} calls, {DOORS * CALLS_A_DOOR * 5} entries")
    _pages()
    made: list[Path] = []
    print(f"a backup: {_took(lambda: made.append(back_up(folder / 'backups'))):.0f} s, {made[0].stat().st_size / 1e6:.0f} MB")


def _stopped(folder: Path) -> None:
    from django.core.management import call_command

    from server.ops.backup import newest, restore
    from server.stock.models import CallStock, Kept, ShopList, StockItem, StockMove

    backup = newest(folder / "backups")
    assert backup
    print(f"put back: {_took(lambda: restore(backup, replace=True)):.0f} s")
    with scopes_disabled():
        # The release before has one van.
        for model, of in ((Kept, "item__van"), (StockMove, "item__van"), (CallStock, "van"), (StockItem, "van"), (ShopList, "van")):
            model.objects.filter(**{f"{of}__gt": 1}).delete()
    for app, name in BEFORE.items():
        call_command("migrate", app, name, verbosity=0)
    print(f"the upgrade to this release: {_took(lambda: call_command('migrate', verbosity=0)):.0f} s")


def _took(work: Callable[[], object]) -> float:
    start = time.perf_counter()
    work()
    return time.perf_counter() - start


def _fill() -> None:
    from server.bookings.models import Booking
    from server.doors.models import Door
    from server.people.models import Person
    from tools.large import fill

    shop = Person.objects.get(username="marit").shop
    fill(shop.pk, DOORS, CALLS_A_DOOR)
    crew = [Person.objects.create(shop=shop, username=f"t{number:02d}", name=f"Tech {number:02d}") for number in range(TECHNICIANS)]
    doors = iter(Door.objects.filter(shop=shop).order_by("-pk")[: TECHNICIANS * VISITS_A_DAY * DAYS])
    Booking.objects.bulk_create(
        Booking(
            shop=shop, door=next(doors), technician=one, complaint="bang", day=date.today() + timedelta(days=day),
            from_time=clock(8 + 2 * visit), until_time=clock(10 + 2 * visit),
        )
        for day in range(DAYS) for one in crew for visit in range(VISITS_A_DAY)
    )  # fmt: skip


def _pages() -> None:
    from django.test import Client

    from server.people.models import Person

    client, today = Client(), date.today()
    client.force_login(Person.objects.get(username="marit"))
    first = _took(lambda: client.get("/api/insight?since=2022-01-01&until=2025-12-31"))
    print(f"the books opened for the first time, 48 months added up: {first:.1f} s")
    for name, path in PAGES.items():
        address = path.format(today=today, tomorrow=today + timedelta(days=1)).removeprefix("POST ")

        def ask(path: str = path, address: str = address) -> None:
            body = {"day": today.isoformat()}
            answer = client.post(address, body, content_type="application/json") if path.startswith("POST") else client.get(address)
            assert answer.status_code == 200, answer.content

        took = sorted(_took(ask) for _ in range(TIMES))
        print(f"{name}: {took[TIMES // 2] * 1000:.0f} ms in the middle, {took[-1] * 1000:.0f} ms at most")


if __name__ == "__main__":
    main()
