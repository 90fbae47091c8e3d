"""The lists at two sizes in one run: how much longer each takes with a hundred times the doors, and how the database goes about it.

Run by `tools.bench` as the owner of a fresh database.
"""

from __future__ import annotations

import time

import django

FEW, MANY, TIMES = 1_000, 100_000, 40
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
    "search, nothing found": "/api/doors?search=lighthouse",
    "calls under way and closed last": "/api/calls",
    "one door's calls": "/api/doors/{door}/calls",
}


def main() -> None:
    """Print a line a list: the ratio of its times, how many queries it takes, and which indexes answer."""
    django.setup()
    from django.test import Client

    from server.people.models import Person
    from tools.large import fill

    person = Person.objects.get(username="marit")
    client = Client()
    client.force_login(person)
    client.get("/api/session")
    fill(person.shop_id, FEW)
    few = {name: _time(client, path) for name, path in LISTS.items()}
    fill(person.shop_id, MANY - FEW)
    for name, path in LISTS.items():
        (seconds, *counts), plan = _time(client, path)
        first, *counts_of_few = few[name][0]
        # A page with more doors on it takes longer to write, however they were found.
        told = [
            f"{count} {what}{'' if count == fewer else f' ({fewer} with few)'}"
            for what, count, fewer in zip(("queries", "rows"), counts, counts_of_few, strict=True)
        ]
        print(
            f"{name}: {seconds / first:.2f} × the time with {FEW} doors (lower is better, 1.5 at most); {seconds * 1000:.0f} ms, "
            f"{', '.join(told)}, by {', '.join(plan)}"
        )


def _time(client: object, path: str) -> tuple[tuple[float, int, int], list[str]]:
    """The best time of a list [s], how many queries it takes and how many rows it shows; and the indexes that answer."""
    from django.db import connection
    from django.test import Client
    from django.test.utils import CaptureQueriesContext

    assert isinstance(client, Client)
    far = client.get("/api/doors?search=loft 97").json()["after"] or client.get("/api/doors").json()["after"]
    door = client.get("/api/doors?search=bay").json()["doors"][0]["key"]
    address, best = path.format(far=far, door=door), float("inf")
    for _ in range(TIMES):
        start = time.perf_counter()
        answer = client.get(address)
        best = min(best, time.perf_counter() - start)
        assert answer.status_code == 200, answer.content
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
    return (best, len(asked), rows), list(plan)


if __name__ == "__main__":
    main()
