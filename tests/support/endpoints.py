"""Every endpoint there is, and something sound to ask of each."""

import json
import uuid
from datetime import date
from pathlib import Path

from django.core.files.uploadedfile import SimpleUploadedFile

from server.people.yard import KEY_BEGINS

# The published file, which another test holds against the code: to write it anew takes seconds, on every worker.
PUBLISHED = Path(__file__).resolve().parents[2] / "docs" / "formats" / "openapi.json"
OPERATIONS = {
    operation["operationId"]: (method, path)
    for path, methods in json.loads(PUBLISHED.read_text())["paths"].items()
    for method, operation in methods.items()
}
ENDPOINTS = list(OPERATIONS.values())


def practice_key() -> str:
    """A new key of a practice call."""
    return KEY_BEGINS + str(uuid.uuid4())[len(KEY_BEGINS) :]


def walk(client, method, path, key):
    """Ask an endpoint something sound about the record of a key."""
    if path == "/api/import":
        file = {"file": SimpleUploadedFile("call.json", b"{}")}
        return client.client.post(path, file, headers={"X-CSRFToken": client.get("/session").json()["csrf_token"]})
    body = {
        "/api/shop": {"name": "Taken over"},
        "/api/people": {"username": "newone", "name": "New One", "role": "technician", "password": "a long enough one"},
        "/api/doors/{key}": {"name": "Taken over", "version": 1},
        "/api/doors/{key}/calls": {"key": str(uuid.uuid4())},
        "/api/doors/{key}/bench": {"key": str(uuid.uuid4()), "address": "/bench/springs", "title": "Springs", "says": ""},
        "/api/stock/{kind}": {"file_name": "van.csv", "text": "wire_in,inside_diameter_in,length_in,count\n.225,2,60,1\n"},
        "/api/stock/{kind}/difference": {"file_name": "van.csv", "text": "wire_in,inside_diameter_in,length_in,count\n.225,2,60,1\n"},
        "/api/stock/{kind}/mistakes": {"file_name": "van.csv", "text": "wire_in,inside_diameter_in\n.225,2\n"},
        "/api/vans/{number}": {"name": "The second"},
        "/api/van/moves": {"id": str(uuid.uuid4()), "why": "restocked", "part": "Roller", "pieces": 1},
        "/api/doors/{key}/put-away": {"version": 1, "reason": "Taken away"},
        "/api/doors/{key}/merge": {"version": 1, "other": str(uuid.uuid4()), "other_version": 1},
        "/api/doors/{key}/bookings": {"key": str(uuid.uuid4()), "day": date.today().isoformat()},
        "/api/bookings/{key}": {"version": 1, "day": date.today().isoformat()},
        "/api/doors/{key}/follow-ups": {"key": str(uuid.uuid4()), "what": "other", "due": date.today().isoformat()},
        "/api/follow-ups/{key}": {"version": 1, "what": "other", "due": date.today().isoformat()},
        "/api/shop/ways": {"ways": {}},
        "/api/bookings/{key}/letters": {"letter": "reminder"},
        "/api/bookings/{key}/call": {"key": str(uuid.uuid4())},
        "/api/bench/call": {"commands": []},
        "/api/session/password": {"old": "x", "new": "y"},
        "/api/shop/day": {"opens_at": "08:00", "closes_at": "17:00", "usual_minutes": 20},
        "/api/shop/minutes": {"complaint": "bang", "minutes": 80},
        "/api/practice": {"key": practice_key(), "level": "lights"},
        "/api/practice/{key}/deeds": {"kind": "look", "what": "coil_gap"},
        "/api/practice/asked": {"lessons": []},
        "/api/desk": {"day": date.today().isoformat()},
        "/api/session/units": {"units": "metric"},
        "/api/calls/{key}/entries": {"id": str(uuid.uuid4()), "body": {"kind": "complaint", "complaint": "heavy"}},
    }.get(path, {})
    names = {"{key}": key, "{kind}": "van", "{photo}": str(uuid.uuid4()), "{username}": "tess", "{number}": "2"}
    today = date.today()
    months = f"?since={today}&until={today}" if path.startswith("/api/insight") else f"?day={today}" if path == "/api/vans/loads" else ""
    address = path.removeprefix("/api") + months
    for name, value in names.items():
        address = address.replace(name, value)
    return client.send(method.upper(), address, body)
