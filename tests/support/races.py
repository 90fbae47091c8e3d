"""Requests at one moment."""

from __future__ import annotations

import threading

from django.db import connections
from django_scopes import scopes_disabled

from tests.server.conftest import Api


def at_once(*actions):
    """Every action in a thread of its own, all let go together; their statuses."""
    start, statuses = threading.Barrier(len(actions)), []

    def run(action):
        with scopes_disabled():
            try:
                start.wait()
                statuses.append(action().status_code)
            finally:
                connections.close_all()

    threads = [threading.Thread(target=run, args=[action]) for action in actions]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert len(statuses) == len(actions)
    return sorted(statuses)


def ready(person):
    api = Api(person)
    api.get("/session")
    return api
