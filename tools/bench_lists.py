"""The lists of a small shop and of one a hundred times as large, in turn: how much longer each takes, and how the database goes about it.

Run by `tools.bench` as the owner of a fresh database.
"""

from __future__ import annotations

import time
from typing import Any

import django

FEW, MANY, TIMES = 1_000, 100_000, 60
LISTS = {
    "doors by name": "/api/doors",
    "doors by name, far in": "/api/doors?at={far}",
    "doors by place, downwards": "/api/doors?sort=-place",
    "doors by last visit": "/api/doors?sort=-visited",
    "search, a rare word": "/api/doors?search=k1a",
    "search, a common word": "/api/doors?search=bay",
    "search, two common words": "/api/doors?search=bay quay",
    "search, three common words": "/api/doors?search=bay 1 k",
    "search, common and rare": "/api/doors?search=bay 17 k2",
    "search, one door by all its words": "/api/doors?search={words}",
    "search, nothing found": "/api/doors?search=lighthouse",
    "calls under way and closed last": "/api/calls",
    "the books, a year": "/api/insight?since=2024-01-01&until=2024-12-31",
    "the books, four years": "/api/insight?since=2022-01-01&until=2025-12-31",
    "the calls behind a figure": "/api/insight/calls?since=2024-01-01&until=2024-12-31&cause=eye_sun",
    "one door's calls": "/api/doors/{door}/calls",
}


def main() -> None:
    """Print a line a list: the ratio of its times, how many queries it takes and rows it shows, and which indexes answer."""
    django.setup()
    from server.people.models import Person, Shop
    from tools.large import fill

    large = Person.objects.get(username="marit")
    small = Person.objects.create_user("small", name="S. Small", role="lead", shop=Shop.objects.create(name="Small Doors", place="Weir"))
    fill(small.shop_id, FEW)
    fill(large.shop_id, MANY)
    clients = [_client(one) for one in (small, large)]
    for name, path in LISTS.items():
        addresses = [_address(client, path) for client in clients]
        fastest = [float("inf")] * 2
        # In turn, for a shared machine is not as fast in one minute as in the next.
        for _ in range(TIMES):
            for place, (client, address) in enumerate(zip(clients, addresses, strict=True)):
                start = time.perf_counter()
                answer = client.get(address)
                fastest[place] = min(fastest[place], time.perf_counter() - start)
                assert answer.status_code == 200, answer.content
        (few, _), (many, plan) = (_asked(client, address) for client, address in zip(clients, addresses, strict=True))
        # A page with more doors on it takes longer to write, however they were found.
        told = [f"{count} {what}{'' if count == few[what] else f' ({few[what]} with few)'}" for what, count in many.items()]
        print(
            f"{name}: {fastest[1] / fastest[0]:.2f} × the time with {FEW} doors (lower is better, 1.5 at most); "
            f"{fastest[1] * 1000:.0f} ms, {', '.join(told)}, by {', '.join(plan)}"
        )


def _client(person: Any) -> Any:
    from django.test import Client

    client = Client()
    client.force_login(person)
    client.get("/api/session")
    return client


def _address(client: Any, path: str) -> str:
    """The address of a list in the shop of this client: far in it, or at one of its doors, or by its words, where that is asked for."""
    far = client.get("/api/doors?search=loft 97").json()["after"] or client.get("/api/doors").json()["after"]
    door = client.get("/api/doors?search=bay").json()["doors"][0]
    return path.format(far=far, door=door["key"], words=f"{door['name']} {door['customer']}")


def _asked(client: Any, address: str) -> tuple[dict[str, int], list[str]]:
    """How many queries a list takes and rows it shows; and the indexes that answer."""
    from django.db import connection
    from django.test.utils import CaptureQueriesContext

    with CaptureQueriesContext(connection) as asked:
        shown = client.get(address).json()
    plan: dict[str, None] = {}
    with connection.cursor() as cursor:
        for query in asked.captured_queries:
            if query["sql"].startswith("SELECT") and ("doors_" in query["sql"] or "calls_" in query["sql"]):
                cursor.execute(f"EXPLAIN {query['sql']}")
                plan.update(
                    {f"{row[5] or 'no index'}{' with a sort' if 'filesort' in (row[9] or '') else ''}": None for row in cursor.fetchall()}
                )
    rows = sum(len(part) for part in shown.values() if isinstance(part, list)) if isinstance(shown, dict) else len(shown)
    return {"queries": len(asked), "rows": rows}, list(plan)


if __name__ == "__main__":
    main()
