"""The books: each closed call counted once, added up by the database, and every figure with the calls behind it."""

import csv
import io
import uuid
from datetime import UTC, date, datetime, timedelta

import pytest
from django.core.management import call_command

from server.calls.models import Call
from server.doors.models import Door
from server.insight.models import CallCount
from server.insight.service import count_call, count_uncounted, uncounted
from tests.server.conftest import Api, CallOver

THIS_YEAR = "since=2026-01-01&until=2026-12-31"


def counted(door, closed, **figures):
    """A call that was closed at a time, with what is counted of it."""
    key = uuid.uuid4()
    call = Call.objects.create(
        shop=door.shop, door=door, key=key, technician="Tess Orme", started_at=closed - timedelta(minutes=50), closed_at=closed
    )
    usual = {
        "complaint": "bang", "cause": "spring_broken", "carrier": "torsion", "work": "replaced", "checks": 3, "proofs_tried": 2,
        "proofs_failed": 0, "minutes": 50, "expected_min": 90, "month": closed.date().replace(day=1),
    }  # fmt: skip
    return CallCount.objects.create(shop=door.shop, door=door, call=call, closed_at=closed, **usual | figures)


def at(month, day=10):
    return datetime(2026, month, day, 12, tzinfo=UTC)


def books(api, query=THIS_YEAR):
    answer = api.get(f"/insight?{query}")
    assert answer.status_code == 200, answer.content
    return answer.json()


def test_a_call_is_counted_as_it_is_closed_and_once(technician, lead, door):
    call = CallOver(Api(technician), door).closed()
    count = CallCount.objects.get()
    assert (count.call.key, count.cause, count.work, count.proofs_failed) == (uuid.UUID(call.key), "spring_broken", "replaced", 0)
    assert count.minutes == 0
    assert count.month == count.closed_at.date().replace(day=1)
    count_call(call.row)
    assert CallCount.objects.count() == 1
    mistake = CallOver(Api(technician), door)
    mistake.must("abandoned", reason="The wrong one of two doors")
    assert CallCount.objects.count() == 1
    today = date.today()
    found = books(Api(lead), f"since={today}&until={today}")
    assert (found["total"]["calls"], found["uncounted"]) == (1, 0)
    assert found["causes"][0]["text"] == "A torsion spring is broken"


def test_the_same_door_again_within_sixty_days_is_a_call_back(technician, door):
    first = CallOver(Api(technician), door).closed()
    Call.objects.update(closed_at=datetime(2026, 1, 1, tzinfo=UTC), started_at=datetime(2026, 1, 1, tzinfo=UTC))
    count_call(first.row)
    again = CallOver(Api(technician), door).closed()
    Call.objects.filter(key=again.key).update(closed_at=datetime(2026, 2, 20, tzinfo=UTC), started_at=datetime(2026, 2, 18, tzinfo=UTC))
    count_call(again.row)
    count = CallCount.objects.get(call__key=again.key)
    assert (count.back_for, count.back_of.key, count.minutes) == ("same", uuid.UUID(first.key), None)


def test_the_books_add_up_and_every_figure_has_its_calls(lead, door):
    api = Api(lead)
    first = counted(door, at(3))
    counted(door, at(3, 20), back_for="same", back_of=first.call, minutes=110, proofs_failed=1)
    counted(door, at(5), cause="eye_sun", complaint="will_not_close", work="", carrier="torsion", minutes=30, expected_min=45)
    counted(door, datetime(2025, 3, 1, tzinfo=UTC))
    found = books(api)
    assert found["total"] == {"calls": 3, "backs": 1, "same": 1, "proved": 3, "failed_first": 1}
    assert [(one["month"], one["calls"], one["backs"]) for one in found["months"]] == [("2026-03-01", 2, 1), ("2026-05-01", 1, 0)]
    assert [(one["cause"], one["calls"], one["backs"]) for one in found["causes"]] == [("spring_broken", 2, 1), ("eye_sun", 1, 0)]
    assert [(one["work"], one["calls"], one["backs"], one["failed_first"]) for one in found["work"]] == [
        ("replaced", 2, 1, 1), ("", 1, 0, 0),
    ]  # fmt: skip
    assert [(one["complaint"], one["mean_min"], one["over_min"]) for one in found["complaints"]] == [
        ("bang", 80, -10),
        ("will_not_close", 30, -15),
    ]
    behind = {
        "cause=spring_broken&carrier=torsion": 2, "cause=eye_sun": 1, "complaint=bang": 2, "work=none": 1, "work=replaced": 2,
        "only=backs": 1, "only=failed_first": 1, "": 3,
    }  # fmt: skip
    for query, calls in behind.items():
        rows = api.get(f"/insight/calls?{THIS_YEAR}&{query}").json()
        assert len(rows) == calls, query
    (back,) = api.get(f"/insight/calls?{THIS_YEAR}&only=backs").json()
    assert (back["back_for"], back["back_of"]) == ("same", str(first.call.key))


def test_the_books_are_for_a_lead_and_of_the_own_shop(technician, lead, stranger, door):
    counted(door, at(3))
    for path in ("/insight", "/insight/calls", "/insight/calls.csv"):
        assert Api(technician).get(f"{path}?{THIS_YEAR}").status_code == 403
        assert Api(lead).get(f"{path}?{THIS_YEAR}").status_code == 200
    assert books(Api(stranger))["total"]["calls"] == 0
    assert Api(stranger).get(f"/insight/calls?{THIS_YEAR}").json() == []
    assert b"Net loft" not in Api(stranger).get(f"/insight/calls.csv?{THIS_YEAR}").content


def test_everything_comes_as_a_table_in_which_no_cell_is_run(lead, door):
    door.name = "=1+1"
    door.save()
    counted(door, at(3))
    rows = list(csv.DictReader(io.StringIO(Api(lead).get(f"/insight/calls.csv?{THIS_YEAR}").content.decode())))
    assert (rows[0]["door"], rows[0]["cause"], rows[0]["minutes"]) == ("'=1+1", "spring_broken", "50")


def test_calls_from_before_are_counted_a_few_at_a_time_and_the_rest_is_told(technician, lead, door, monkeypatch):
    CallOver(Api(technician), door).closed()
    CallCount.objects.all().delete()
    assert uncounted().count() == 1
    monkeypatch.setattr("server.insight.api.COUNTED_A_LOOK", 0)
    monkeypatch.setattr("server.insight.service.AT_ONCE", 1)
    found = books(Api(lead), f"since={date.today()}&until={date.today()}")
    assert (found["total"]["calls"], found["uncounted"]) == (0, 1)
    assert count_uncounted(5) == 1
    assert count_uncounted() == 0
    CallCount.objects.all().delete()
    call_command("count_calls")
    assert CallCount.objects.count() == 1


@pytest.mark.parametrize("query", ["since=2026-01-01", "since=x&until=2026-01-01", "since=1900-01-01&until=2026-01-01"])
def test_months_that_are_none_are_refused(lead, query):
    assert Api(lead).get(f"/insight?{query}").status_code == 422


def test_the_books_take_as_many_queries_however_many_calls(lead, door, django_assert_num_queries):
    for day in range(1, 20):
        counted(door, at(4, day))
    api = Api(lead)
    books(api)
    with django_assert_num_queries(10):
        books(api)


def test_what_was_counted_goes_along_where_two_files_are_one(technician, lead, door, shop):
    other = Door.objects.create(shop=shop, name="Net loft, left", record={"measured": {}})
    CallOver(Api(technician), other).closed()
    other.refresh_from_db()
    body = {"version": door.version, "other": str(other.key), "other_version": other.version}
    assert Api(lead).post(f"/doors/{door.key}/merge", body).status_code == 200
    assert CallCount.objects.get().door == door
    again = CallOver(Api(technician), door).closed()
    assert CallCount.objects.get(call__key=again.key).back_for == "same"
