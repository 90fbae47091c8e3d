"""People come, forget their passwords and leave; the first of them opens the shop."""

import threading
import time

import pytest
from django.core.management import CommandError, call_command
from django.db import connections
from django.utils import timezone

from server.calls.models import Entry
from server.people import throttle
from server.people.models import FirstRun, Person, Shop
from tests.server.conftest import PASSWORD, Api, CallOver

OWN = "another long enough one"


def signed_in(api):
    return api.get("/session").json()["person"] is not None


def sign_in(api, username, password):
    return api.post("/session", {"username": username, "password": password}).status_code


def test_who_leaves_is_signed_out_at_once_and_keeps_their_name_on_what_they_did(technician, lead, door):
    tablet = Api(technician)
    CallOver(tablet, door).must("complaint", complaint="heavy")
    assert Api(lead).post("/people/tess/leaving").json()["works_here"] is False
    assert not signed_in(tablet)
    assert tablet.get("/doors").status_code == 401
    assert sign_in(tablet, "tess", PASSWORD) == 401
    assert Entry.objects.get().by_name == "Tess Orme"
    assert [one["works_here"] for one in Api(lead).get("/people").json()] == [True, False]
    assert Api(lead).send("DELETE", "/people/tess/leaving").json()["works_here"] is True
    assert not signed_in(tablet), "a session that was ended stays ended"
    assert sign_in(tablet, "tess", PASSWORD) == 200


def test_the_last_lead_cannot_leave(lead, technician):
    answer = Api(lead).post("/people/lena/leaving")
    assert (answer.status_code, answer.json()["error"]["code"]) == (409, "out_of_step")
    assert signed_in(Api(lead))


def test_a_lead_who_left_is_none_of_those_who_stay(lead, technician):
    api = Api(lead)
    api.post("/people", {"username": "mara", "name": "Mara Fell", "role": "lead", "password": OWN})
    assert api.post("/people/mara/leaving").status_code == 200
    answer = api.post("/people/lena/leaving")
    assert (answer.status_code, answer.json()["error"]["code"]) == (409, "out_of_step")
    assert signed_in(Api(lead))


def test_a_lead_resets_a_password_and_the_person_chooses_one_nobody_else_knows(technician, lead):
    old = Api(technician)
    once = Api(lead).post("/people/tess/password").json()["password"]
    assert not signed_in(old)
    tablet = Api()
    assert sign_in(tablet, "tess", once) == 200
    assert tablet.get("/session").json()["must_change_password"] is True
    assert tablet.get("/doors").json()["error"]["message"] == "Choose a password of your own first."
    assert tablet.send("PUT", "/session/password", {"old": once, "new": "short"}).json()["error"]["field"] == "new"
    assert tablet.send("PUT", "/session/password", {"old": once, "new": once}).status_code == 422
    assert tablet.send("PUT", "/session/password", {"old": once, "new": OWN}).json()["must_change_password"] is False
    assert tablet.get("/doors").status_code == 200
    assert sign_in(Api(), "tess", once) == 401
    assert sign_in(Api(), "tess", OWN) == 200


def test_changing_a_password_signs_every_other_tablet_out(technician):
    here, there = Api(technician), Api(technician)
    assert here.send("PUT", "/session/password", {"old": "wrong", "new": OWN}).json()["error"]["field"] == "old"
    assert here.send("PUT", "/session/password", {"old": PASSWORD, "new": OWN}).status_code == 200
    assert signed_in(here)
    assert not signed_in(there)


def test_signing_out_everywhere_ends_every_session_at_once(technician, lead):
    here, there, somebody = Api(technician), Api(technician), Api(lead)
    assert here.send("DELETE", "/session?everywhere=true").json()["person"] is None
    assert [signed_in(one) for one in (here, there, somebody)] == [False, False, True]


def test_a_session_lasts_on_while_it_is_used(technician, settings, monkeypatch):
    tablet, days = Api(technician), 60 * 60 * 24
    tablet.get("/session")
    ends = tablet.client.session.get_expiry_date()
    now = time.time()
    monkeypatch.setattr("server.people.signed_in.time.time", lambda: now + 2 * days)
    assert "sessionid" in tablet.get("/session").cookies
    assert tablet.client.session["rolled_at"] == int(now + 2 * days)
    assert "sessionid" not in tablet.get("/session").cookies, "once a day is enough"
    assert ends > timezone.now()


def test_the_first_shop_is_opened_once_with_the_code(db, capsys):
    asked = {"shop": {"name": "Ferry Doors"}, "lead": {"username": "ada", "name": "Ada Wick", "password": OWN}}
    visitor = Api()
    assert visitor.get("/session").json()["first_run"] is True
    assert visitor.post("/first-run", asked | {"code": ""}).status_code == 403
    call_command("first_run_code")
    code = capsys.readouterr().out.strip()
    assert code not in FirstRun.objects.get().code_hash
    assert visitor.post("/first-run", asked | {"code": "f" * 20}).status_code == 403
    weak = visitor.post("/first-run", {"code": code, "shop": {"name": "Ferry Doors"}, "lead": asked["lead"] | {"password": "1234567890"}})
    assert (weak.status_code, Shop.objects.count()) == (422, 0)
    opened = visitor.post("/first-run", asked | {"code": code}).json()
    assert (opened["person"]["role"], opened["shop"]["name"], opened["first_run"]) == ("lead", "Ferry Doors", False)
    assert Api().post("/first-run", asked | {"code": code, "lead": asked["lead"] | {"username": "eve"}}).status_code == 403
    assert (Shop.objects.count(), Person.objects.count()) == (1, 1)
    with pytest.raises(CommandError, match="There is a shop here already"):
        call_command("first_run_code")


def test_a_shop_is_opened_by_a_command(db, monkeypatch, capsys):
    import io

    monkeypatch.setattr("sys.stdin", io.StringIO(f"{OWN}\n"))
    call_command("open_shop", "Ferry Doors", "ada", "Ada Wick", place="Low Ferry")
    assert "Ada Wick signs in as ada" in capsys.readouterr().out
    assert sign_in(Api(), "ada", OWN) == 200
    monkeypatch.setattr("sys.stdin", io.StringIO("short\n"))
    with pytest.raises(CommandError, match="too short"):
        call_command("open_shop", "Other", "bea", "Bea Wick")
    assert Shop.objects.count() == 1


def test_nobody_is_locked_out_of_where_they_have_signed_in_before(technician, settings):
    known = Api()
    assert sign_in(known, "tess", PASSWORD) == 200
    strangers = [Api() for _ in range(8)]
    for place, one in enumerate(strangers):
        one.client.defaults["REMOTE_ADDR"] = f"10.0.0.{place}"
        sign_in(one, "tess", "wrong")
    assert sign_in(strangers[-1], "tess", PASSWORD) == 429
    under_the_same_roof = Api()
    for place in range(25):
        sign_in(under_the_same_roof, f"name-{place}", "wrong")
    assert sign_in(under_the_same_roof, "tess", PASSWORD) == 429
    assert sign_in(known, "tess", PASSWORD) == 200
    forged = Api()
    forged.client.cookies[throttle.COOKIE] = known.client.cookies[throttle.COOKIE].value.replace("tess", "lena")
    forged.client.defaults["REMOTE_ADDR"] = "10.0.1.1"
    assert sign_in(forged, "tess", PASSWORD) == 429


def test_a_shop_that_shares_an_address_slips_as_often_as_it_likes(technician, lead):
    """Twenty slips of three people at new tablets behind one address close the way to none of the others."""
    for name in ("lena", "nobody", "somebody"):
        for _ in range(7):
            sign_in(Api(), name, "wrong")
    assert sign_in(Api(), "lena", PASSWORD) == 429
    assert sign_in(Api(), "tess", PASSWORD) == 200


def test_a_new_key_signs_nobody_out_while_the_old_one_is_named(technician, settings):
    person = Api()
    assert sign_in(person, "tess", PASSWORD) == 200
    before = settings.SECRET_KEY
    settings.SECRET_KEY, settings.SECRET_KEY_FALLBACKS = "n" * 60, [before]
    assert person.get("/doors").status_code == 200
    # What was signed with the old one is signed anew on the way: the old key may go two weeks later.
    settings.SECRET_KEY_FALLBACKS = []
    assert person.get("/doors").status_code == 200
    settings.SECRET_KEY = "m" * 60
    assert person.get("/doors").status_code == 401


def test_the_only_lead_who_forgot_is_given_a_password_from_the_command_line(lead, capsys):
    call_command("one_time_password", "lena")
    given = capsys.readouterr().out.strip()
    person = Api()
    assert sign_in(person, "lena", PASSWORD) == 401
    assert sign_in(person, "lena", given) == 200
    assert person.get("/doors").status_code == 403, "another one is chosen first"
    with pytest.raises(CommandError, match="Nobody who works here signs in as 'nobody'"):
        call_command("one_time_password", "nobody")


def test_a_known_device_guesses_no_faster_than_others(technician):
    known = Api()
    sign_in(known, "tess", PASSWORD)
    statuses = [sign_in(known, "tess", "wrong") for _ in range(22)]
    assert statuses == [401] * 20 + [429] * 2


@pytest.mark.django_db(transaction=True)
def test_many_signing_in_at_once_wait_in_a_short_queue_and_hold_no_more_than_that(technician, monkeypatch):
    """What is bounded is the work, whatever the names: a place for one at work and two waiting, in each process."""
    from django.contrib.auth import authenticate

    at_work, most, statuses = [0], [0], []

    def slow(*given, **named):
        at_work[0] += 1
        most[0] = max(most[0], at_work[0])
        time.sleep(0.2)
        at_work[0] -= 1
        return authenticate(*given, **named)

    monkeypatch.setattr("server.people.api.authenticate", slow)

    def one(place):
        try:
            statuses.append(sign_in(Api(), f"name-{place}", "wrong"))
        finally:
            connections.close_all()

    threads = [threading.Thread(target=one, args=[place]) for place in range(12)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert most == [1]
    assert set(statuses) == {401, 429}
    assert statuses.count(401) >= 3


def test_a_lead_says_where_the_shop_is_and_the_sun_is_reckoned_there(lead, technician, door):
    api, call = Api(lead), CallOver(Api(technician), door)
    assert api.get(f"/calls/{call.key}/sun").json()["missing"] == ["place", "facing_deg", "receiver_side"]
    where = {"name": "Test Door Works", "latitude_deg": 45.0, "longitude_deg": -90.0, "time_zone": "America/Chicago"}
    assert Api(technician).send("PUT", "/shop", where).status_code == 403
    for wrong, field in (
        ({"latitude_deg": 95.0}, "latitude_deg"),
        ({"time_zone": "Mars/Base"}, "time_zone"),
        ({"longitude_deg": None}, "longitude_deg"),
    ):
        answer = api.send("PUT", "/shop", where | wrong)
        assert (answer.status_code, answer.json()["error"]["field"]) == (422, field)
    assert api.send("PUT", "/shop", where).json()["latitude_deg"] == 45.0
    call.must("measured", field="facing_deg", typed="270")
    call.must("measured", field="receiver_side", typed="right")
    found = api.get(f"/calls/{call.key}/sun?complaint_at=2026-06-20T20:00").json()
    assert found["answer"]["at_complaint"]["in_receiver"] in ("yes", "could_be", "no")
    assert api.get(f"/calls/{call.key}/sun?complaint_at=noon").json()["error"]["field"] == "complaint_at"
