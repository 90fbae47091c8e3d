"""Each endpoint and each role: one table says who may do what, and every pair is tried."""

import uuid
from datetime import date

import pytest

from server.bookings.models import Booking
from server.followups.models import FollowUp
from server.people.models import Person
from tests.server.conftest import PASSWORD, Api, CallOver
from tests.support.endpoints import OPERATIONS, walk

# Of all that is not named here everybody may do everything. The work on a door, with its gates, is not for the desk.
WORK = {
    "start_call", "call", "call_sizing", "call_balance", "call_finding", "call_procedures", "call_ahead", "count_ahead", "call_timeline",
    "practice_runs", "begin_practice", "practice_run", "do_practice", "end_practice",
    "call_sun", "enter", "keep_photo", "photo", "technical_sheet", "start_booked", "booked_ahead", "set_out", "not_set_out",
}  # fmt: skip
LEADS = {
    "change_shop", "change_ways", "change_working_day", "add_person", "leave", "come_back", "reset_password", "load_shop_list",
    "put_aside_shop_list", "merge_doors", "import_call", "upkeep", "books", "calls_behind", "books_csv",
    "list_difference", "list_mistakes", "keep_van", "give_up_van", "change_minutes",
    "crew_practice", "ask_for_lessons",
}  # fmt: skip
# These answer without a session: who asks makes no difference.
OPEN = {"session", "sign_in", "first_run", "calendar"}
ROLES = ("technician", "lead", "desk", "apprentice")


def may(role, operation):
    if operation in LEADS:
        return role == "lead"
    return role != "desk" or operation not in WORK


def test_the_table_names_endpoints_there_are():
    assert OPERATIONS.keys() >= WORK | LEADS
    assert not WORK & LEADS


@pytest.mark.parametrize("role", ROLES)
def test_each_role_may_do_what_the_table_says_and_nothing_else(shop, technician, lead, door, role):
    who = Person.objects.create_user("rolf", password=PASSWORD, name="Rolf Thorne", role=role, shop=shop)
    booking = Booking.objects.create(shop=shop, door=door, day=date.today(), complaint="noisy")
    later = FollowUp.objects.create(shop=shop, door=door, what="other", due=date.today(), by=technician)
    call = CallOver(Api(technician), door)
    keys = {"/calls/{key}": call.key, "/bookings/{key}": booking.key, "/follow-ups/{key}": later.key}
    wrong = []
    for operation, (method, path) in OPERATIONS.items():
        # What would end the session, or the person who asks, is tried in a session of its own.
        if operation in OPEN or path.startswith("/api/session"):
            continue
        key = next((str(one) for part, one in keys.items() if part in path), str(door.key))
        answer = walk(Api(who), method, path, key)
        if (answer.status_code == 403) == may(role, operation):
            wrong.append((operation, answer.status_code))
        if answer.status_code == 403:
            assert answer.json()["error"]["code"] == "not_allowed"
    assert wrong == []


def test_the_desk_books_and_sees_no_gate_of_any_call(shop, technician, lead, door):
    at_desk = Person.objects.create_user("dora", password=PASSWORD, name="Dora Umber", role="desk", shop=shop)
    call, api = CallOver(Api(technician), door), Api(at_desk)
    wish = {"key": str(uuid.uuid4()), "day": date.today().isoformat(), "technician": "tess"}
    assert api.post(f"/doors/{door.key}/bookings", wish).status_code == 200
    # Nobody is sent who works on no door.
    assert api.post(f"/doors/{door.key}/bookings", wish | {"key": str(uuid.uuid4()), "technician": "dora"}).status_code == 422
    day = api.post("/desk", {"day": date.today().isoformat()}).json()
    assert [one["username"] for one in day["people"]] == ["lena", "tess"]
    shown = [api.get(path).content for path in ("/calls", f"/doors/{door.key}", f"/doors/{door.key}/calls", f"/calls/{call.key}")]
    assert not any(b"gate" in one for one in shown)


def test_another_key_of_nobody_is_not_told_from_one_that_is_not_allowed(shop, door):
    at_desk = Person.objects.create_user("dora", password=PASSWORD, name="Dora Umber", role="desk", shop=shop)
    assert Api(at_desk).get(f"/calls/{uuid.uuid4()}").status_code == 403
