"""What is to be done at a door later: kept once, moved, ended, listed by how pressing it is, and in the calendar of who kept it."""

import base64
import uuid
from datetime import date, timedelta
from urllib.parse import urlparse

import pytest
from icalendar import Calendar

from server.doors.models import Door
from server.followups.models import FollowUp
from tests.server.conftest import Api, CallOver

TODAY = date.today()


@pytest.fixture
def api(technician):
    return Api(technician)


def kept(api, door, days=30, **more):
    body = {"key": str(uuid.uuid4()), "what": "declined", "due": str(TODAY + timedelta(days=days)), "note": "New rollers, 180"} | more
    answer = api.post(f"/doors/{door.key}/follow-ups", body)
    assert answer.status_code == 200, answer.content
    return answer.json()


def standing(api, query=""):
    return [one["key"] for one in api.get(f"/follow-ups{query}").json()["follow_ups"]]


def test_kept_twice_it_is_kept_once_and_stands_in_the_door_s_file(api, door):
    key = str(uuid.uuid4())
    first, second = kept(api, door, key=key), kept(api, door, key=key)
    assert first == second
    assert FollowUp.objects.count() == 1
    changes = api.get(f"/doors/{door.key}").json()["changes"]
    assert changes[0]["says"] == "kept a follow-up"
    other = Door.objects.create(shop=door.shop, name="Rope store", record={})
    answer = api.post(f"/doors/{other.key}/follow-ups", {"key": key, "what": "other", "due": str(TODAY)})
    assert answer.status_code == 409


def test_the_most_pressing_comes_first_and_kinds_doors_and_days_are_told_apart(api, door):
    late = kept(api, door, days=3, what="parts")
    far = kept(api, door, days=400, what="yearly")
    soon = kept(api, door, days=10)
    FollowUp.objects.filter(key=late["key"]).update(due=TODAY - timedelta(days=2))
    assert standing(api) == [late["key"], soon["key"], far["key"]]
    assert api.get("/follow-ups").json()["follow_ups"][0]["days_late"] == 2
    assert standing(api, "?what=yearly") == [far["key"]]
    assert standing(api, f"?until={TODAY + timedelta(days=10)}") == [late["key"], soon["key"]]
    assert standing(api, f"?door={door.key}") == standing(api)
    assert standing(api, f"?door={uuid.uuid4()}") == []


def test_a_long_list_is_read_page_by_page_to_its_end_and_back(api, door):
    """Many on one day: each stands on one page, and on one only."""
    keys = [kept(api, door, days=number // 60)["key"] for number in range(100)]
    seen, at = [], ""
    while True:
        page = api.get(f"/follow-ups?at={at}").json()
        seen.append([one["key"] for one in page["follow_ups"]])
        if not page["after"]:
            break
        at = page["after"]
    assert [len(one) for one in seen] == [40, 40, 20]
    assert [key for one in seen for key in one] == keys
    back = api.get(f"/follow-ups?at={page['before']}").json()
    assert [one["key"] for one in back["follow_ups"]] == seen[1]
    for forged in ("nothing", base64.urlsafe_b64encode(b'[false, "some day", 1]').decode()):
        assert api.get(f"/follow-ups?at={forged}").json()["error"]["field"] == "at"


@pytest.mark.parametrize("due", [TODAY - timedelta(days=3), TODAY + timedelta(days=365 * 41)])
def test_a_day_that_is_over_or_out_of_all_reach_is_refused_with_the_range(api, door, due):
    answer = api.post(f"/doors/{door.key}/follow-ups", {"key": str(uuid.uuid4()), "what": "yearly", "due": str(due)})
    assert answer.status_code == 422
    assert answer.json()["error"]["field"] == "due"
    assert " to " in answer.json()["error"]["allowed"]


def test_it_is_moved_ended_and_taken_up_again_and_a_stale_page_changes_nothing(api, lead, door):
    one = kept(api, door)
    same = {"what": one["what"], "due": one["due"], "note": one["note"]}
    moved = api.send("PUT", f"/follow-ups/{one['key']}", same | {"version": 1, "due": str(TODAY + timedelta(days=60))}).json()
    assert moved["version"] == 2
    stale = Api(lead).send("PUT", f"/follow-ups/{one['key']}", same | {"version": 1, "ended": "done"})
    assert stale.status_code == 409
    assert stale.json()["error"]["current"]["due"] == moved["due"]
    same["due"] = moved["due"]
    assert api.send("PUT", f"/follow-ups/{one['key']}", same | {"version": 2, "ended": "done"}).json()["ended"] == "done"
    assert standing(api) == []
    assert api.send("PUT", f"/follow-ups/{one['key']}", same | {"version": 3, "ended": ""}).status_code == 200
    assert standing(api) == [one["key"]]


def test_one_that_is_overdue_is_ended_as_it_stands(api, door):
    one = kept(api, door)
    FollowUp.objects.update(due=TODAY - timedelta(days=9))
    late = {"what": one["what"], "due": str(TODAY - timedelta(days=9)), "note": one["note"], "version": 1}
    assert api.send("PUT", f"/follow-ups/{one['key']}", late | {"ended": "done"}).json()["ended"] == "done"
    assert standing(api) == []


def test_what_was_kept_is_found_kept_where_its_file_was_put_away_meanwhile(api, door):
    """The tablet sends it again for it never heard the answer."""
    one = kept(api, door)
    same = {"key": one["key"], "what": one["what"], "due": one["due"], "note": one["note"]}
    Door.objects.update(put_away="typed twice")
    assert api.post(f"/doors/{door.key}/follow-ups", same).json()["key"] == one["key"]
    assert FollowUp.objects.count() == 1


def test_another_shop_sees_and_changes_nothing_of_it(api, stranger, door):
    one = kept(api, door)
    them = Api(stranger)
    assert standing(them) == []
    body = {"what": "other", "due": one["due"], "version": 1}
    assert them.send("PUT", f"/follow-ups/{one['key']}", body).status_code == 404
    assert them.post(f"/doors/{door.key}/follow-ups", {"key": str(uuid.uuid4()), "what": "other", "due": one["due"]}).status_code == 404


def test_a_file_put_away_keeps_its_follow_ups_out_of_the_list_and_a_merged_one_hands_them_on(api, lead, door):
    one = kept(api, door)
    other = Door.objects.create(shop=door.shop, name="Net loft, again", record={})
    versions = {each.pk: Door.objects.get(pk=each.pk).version for each in (door, other)}
    merge = {"version": versions[other.pk], "other": str(door.key), "other_version": versions[door.pk]}
    assert Api(lead).post(f"/doors/{other.key}/merge", merge).status_code == 200
    assert api.get("/follow-ups").json()["follow_ups"][0]["door_name"] == "Net loft, again"
    assert standing(api) == [one["key"]]
    version = Door.objects.get(pk=other.pk).version
    assert Api(lead).post(f"/doors/{other.key}/put-away", {"version": version, "reason": "sold"}).status_code == 200
    assert standing(api) == []


def test_what_one_kept_is_in_one_s_own_calendar_and_no_hour_is_busy_for_it(api, lead, door):
    one = kept(api, door, days=20)
    kept(Api(lead), door, days=25)
    kept(api, door, days=300)
    address = urlparse(api.post("/session/calendar", {}).json()["address"]).path.removeprefix("/api")
    events = Calendar.from_ical(api.get(address).content).walk("VEVENT")
    assert [(str(event["uid"]), event["dtstart"].dt, str(event["transp"])) for event in events] == [
        (f"{one['key']}@north-hinge", TODAY + timedelta(days=20), "TRANSPARENT")
    ]
    assert str(events[0]["summary"]) == "Advised, and declined: Net loft"


def test_the_list_asks_the_database_as_often_for_one_as_for_many(api, door, django_assert_num_queries):
    kept(api, door)
    with django_assert_num_queries(4):
        api.get("/follow-ups")
    for _ in range(5):
        kept(api, door)
    with django_assert_num_queries(4):
        api.get("/follow-ups")


def test_what_a_call_leaves_for_another_day_is_a_follow_up_once(technician, door):
    call, due = CallOver(Api(technician), door), (date.today() + timedelta(days=9)).isoformat()
    call.must("found", cause="dry")
    for _ in range(2):
        assert call.enter("deferred", entry_id="for-another-day", cause="dry", reason="the grease is out", due=due).status_code == 200
    (kept,) = FollowUp.objects.filter(door=door)
    assert (kept.note, kept.due.isoformat()) == ("Rollers, hinges and springs are dry: the grease is out", due)


def test_a_sun_nobody_could_see_is_a_proof_on_the_day_it_can_be_seen(technician, door):
    call, due = CallOver(Api(technician), door), (date.today() + timedelta(days=40)).isoformat()
    call.must("found", cause="eye_sun")
    assert call.enter("deferred", cause="eye_sun", reason="To be proved between 15:40 and 16:35", due=due).status_code == 200
    (kept,) = FollowUp.objects.filter(door=door)
    assert (kept.what, kept.due.isoformat()) == ("sun", due)
