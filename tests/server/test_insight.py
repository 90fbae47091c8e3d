"""The books: each closed call counted once, added up by the database, and every figure with the calls behind it."""

import csv
import io
import uuid
from datetime import UTC, date, datetime, timedelta

import pytest
from django.core.management import call_command
from django.db.models import F

from hinge.faults.knowledge import faults
from hinge.past.figures import TAUGHT_BY
from server.calls.models import Call
from server.doors.models import Door
from server.insight.models import CallCount, StaleMonth
from server.insight.service import count_call, count_uncounted, uncounted
from tests.server.conftest import Api, CallOver
from tests.support.bookings import booked
from tests.support.counts import counted

THIS_YEAR = "since=2026-01-01&until=2026-12-31"


def forget():
    """As it is where a release closed calls that had no books."""
    CallCount.objects.all().delete()
    Call.objects.update(is_counted=False)


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
    assert [(one["month"], one["calls"], one["backs"]) for one in found["months"]] == [
        ("2026-03-01", 2, 1),
        ("2026-04-01", 0, 0),
        ("2026-05-01", 1, 0),
    ]
    assert [(one["cause"], one["calls"], one["backs"]) for one in found["causes"]] == [("spring_broken", 2, 1), ("eye_sun", 1, 0)]
    assert [(one["work"], one["calls"], one["backs"], one["failed_first"]) for one in found["work"]] == [
        ("replaced", 2, 1, 1), ("", 1, 0, 0),
    ]  # fmt: skip
    assert [(one["complaint"], one["mean_min"], one["over_min"]) for one in found["complaints"]] == [
        ("bang", 80, -10),
        ("will_not_close", 30, -15),
    ]
    assert [(one["cause"], one["calls"]) for one in found["cause_months"]] == [("spring_broken", [2, 0, 0]), ("eye_sun", [0, 0, 1])]
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
    forget()
    assert uncounted().count() == 1
    monkeypatch.setattr("server.insight.api.COUNTED_A_LOOK", 0)
    monkeypatch.setattr("server.insight.service.AT_ONCE", 1)
    found = books(Api(lead), f"since={date.today()}&until={date.today()}")
    assert (found["total"]["calls"], found["uncounted"]) == (0, 1)
    assert count_uncounted(5) == 1
    assert count_uncounted() == 0
    forget()
    call_command("count_calls")
    assert CallCount.objects.count() == 1


def test_what_the_finder_did_what_was_read_and_how_long_springs_lived_is_added_up_and_opens_its_calls(lead, door):
    api = Api(lead)
    counted(door, at(3), checks_made=["coil_gap", "cables"], finder="first", read_before="runs_down", read_after="holds", lived="sooner")
    counted(door, at(4), checks_made=["coil_gap", "force_dial"], finder="missed", read_before="runs_down", read_after="holds")
    found = books(api)
    assert {one["check"]: (one["calls"], one["all_min"]) for one in found["checks"]}["coil_gap"] == (2, 2 * found_minutes("coil_gap"))
    assert [one["all_min"] for one in found["checks"]] == sorted((one["all_min"] for one in found["checks"]), reverse=True)
    assert [(one["name"], one["calls"]) for one in found["finder"]] == [("first", 1), ("missed", 1)]
    assert found["readings"] == [{"before": "runs_down", "text": "ran down", "after_text": "held", "calls": 2}]
    assert [(one["name"], one["calls"]) for one in found["lived"]] == [("sooner", 1)]
    for query, calls in {"check=coil_gap": 2, "check=cables": 1, "finder=missed": 1, "lived=sooner": 1, "before=runs_down": 2}.items():
        assert len(api.get(f"/insight/calls?{THIS_YEAR}&{query}").json()) == calls, query


def found_minutes(check):
    return faults().checks[check].minutes


def test_sums_are_what_the_calls_add_up_to_whenever_they_are_counted(lead, door):
    """Calls counted before, between and again: the sums are never behind, and nothing is added up twice."""
    api = Api(lead)
    for day in (3, 5):
        counted(door, at(3, day))
        assert books(api)["total"]["calls"] == CallCount.objects.count()
    one = counted(door, at(4), cause="eye_sun")
    StaleMonth.objects.create(shop=door.shop, month=one.month)
    for _ in range(2):
        found = books(api)
        assert (found["total"]["calls"], [row["calls"] for row in found["causes"]]) == (3, [2, 1])
    CallCount.objects.filter(pk=one.pk).update(cause="cable_off")
    assert books(api)["causes"][1]["cause"] == "eye_sun", "nobody said that it changed"
    StaleMonth.objects.create(shop=door.shop, month=one.month)
    assert books(api)["causes"][1]["cause"] == "cable_off"
    assert StaleMonth.objects.count() == 0


def test_months_are_added_up_as_far_as_a_look_takes_the_newest_first(lead, door, monkeypatch):
    monkeypatch.setattr("server.insight.api.ADDING_SECONDS", -1)
    for month in range(1, 9):
        counted(door, at(month))
    api, left = Api(lead), []
    while not left or left[-1]:
        found = books(api)
        left.append(found["to_add_up"])
        assert found["total"]["calls"] == 8 - left[-1], "what is told is of the months that are added up"
    assert left == [7, 6, 5, 4, 3, 2, 1, 0]
    assert found["months"][0]["month"] == "2026-01-01"


def test_what_calls_take_teaches_what_is_reckoned_with_and_is_taken_back(technician, lead, door):
    api, usual = Api(lead), faults().complaints["noisy"].minutes
    for day in range(1, TAUGHT_BY):
        counted(door, at(3, day), complaint="noisy", minutes=usual + 33, expected_min=usual)
    assert books(api)["complaints"][0]["taught_min"] is None, "too few"
    counted(door, at(3, 20), complaint="noisy", minutes=usual + 33, expected_min=usual)
    row = books(api)["complaints"][0]
    assert (row["usual_min"], row["own_min"], row["taught_min"]) == (usual, None, 5 * round((usual + 33) / 5))
    said = {"complaint": "noisy", "minutes": row["taught_min"]}
    assert Api(technician).send("PUT", "/shop/minutes", said).status_code == 403
    assert api.send("PUT", "/shop/minutes", said).status_code == 204
    assert (books(api)["complaints"][0]["own_min"], books(api)["complaints"][0]["taught_min"]) == (row["taught_min"], None)
    visit = booked(Api(technician), door, complaint="noisy")
    assert visit["expected"]["triage"]["minutes"] == row["taught_min"]
    assert f"About {row['taught_min']} minutes" in visit["expected"]["triage"]["sentence"]
    assert api.send("PUT", "/shop/minutes", {"complaint": "noisy", "minutes": None}).status_code == 204
    assert Api(technician).get(f"/doors/{door.key}/bookings").json()[0]["expected"]["triage"]["minutes"] == usual
    for wrong in (
        {"complaint": "noisy", "minutes": 5},
        {"complaint": "nothing_known", "minutes": 60},
        {"complaint": "noisy", "minutes": 9999},
    ):
        assert api.send("PUT", "/shop/minutes", wrong).status_code == 422


def test_springs_we_put_on_are_judged_once_they_have_had_their_life(technician, lead, door):
    api = Api(technician)
    CallOver(api, door).closed()
    first = CallCount.objects.get()
    assert first.lasts_low_years < first.lasts_high_years
    years = timedelta(days=365.25 * (first.lasts_high_years + 1))
    Call.objects.update(started_at=F("started_at") - years, closed_at=F("closed_at") - years)
    CallCount.objects.update(closed_at=F("closed_at") - years)
    CallOver(api, door).closed()
    last = CallCount.objects.order_by("closed_at").last()
    assert (last.lived, last.lived_years) == ("longer", pytest.approx(first.lasts_high_years + 1, abs=0.02))


@pytest.mark.parametrize("query", ["since=2026-01-01", "since=x&until=2026-01-01", "since=1900-01-01&until=2026-01-01"])
def test_months_that_are_none_are_refused(lead, query):
    assert Api(lead).get(f"/insight?{query}").status_code == 422


def test_the_books_take_as_many_queries_however_many_calls(lead, door, django_assert_num_queries):
    for day in range(1, 20):
        counted(door, at(4, day))
    api = Api(lead)
    books(api)
    with django_assert_num_queries(16):
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
