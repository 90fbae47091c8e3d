"""Bookings for the tests."""

from __future__ import annotations

import uuid
from datetime import date

TODAY = date.today()


WISH = {
    "day": TODAY.isoformat(), "from_time": "09:00", "until_time": "11:00", "complaint": "bang", "note": "Dog in the yard.",
    "technician": "tess", "helper": "", "cancelled": "",
}  # fmt: skip


KEEP = tuple(WISH)


def booked(api, door, **changed):
    answer = api.post(f"/doors/{door.key}/bookings", WISH | {"key": str(uuid.uuid4())} | changed)
    assert answer.status_code == 200, answer.content
    return answer.json()


def changed(api, booking, **wish):
    same = {name: booking[name] for name in KEEP}
    return api.send("PUT", f"/bookings/{booking['key']}", same | {"version": booking["version"]} | wish)
