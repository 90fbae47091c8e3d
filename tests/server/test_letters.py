"""Letters to customers go out through a real mail server, once, with the visit for their calendar."""

import email
import email.policy

import pytest
from django.core.cache import cache
from icalendar import Calendar

from server.doors.models import Change
from tests.server.conftest import Api
from tests.support.bookings import booked
from tools.mail import letter_box
from tools.ports import free_port


@pytest.fixture
def letters(tmp_path, settings):
    """The folder of what the mail server was given."""
    server = letter_box(tmp_path, free_port())
    server.start()
    settings.MAIL = "smtp"
    settings.EMAIL_BACKEND = "django.core.mail.backends.smtp.EmailBackend"
    settings.EMAIL_HOST, settings.EMAIL_PORT = server.hostname, server.port
    yield tmp_path
    server.stop()


@pytest.fixture
def visit(technician, door):
    cache.clear()
    door.email = "hollis@example.org"
    door.save()
    return booked(Api(technician), door, complaint="bang")


def sent(folder):
    return [email.message_from_bytes(one.read_bytes(), policy=email.policy.default) for one in sorted(folder.glob("*.eml"))]


def send(person, visit, letter="confirmation"):
    return Api(person).post(f"/bookings/{visit['key']}/letters", {"letter": letter})


def test_the_confirmation_goes_out_once_and_the_file_says_so(technician, visit, letters, door):
    shown = Api(technician).get(f"/doors/{door.key}/bookings").json()[0]
    assert shown["email"] == "hollis@example.org"
    for _ in range(2):
        answer = send(technician, visit)
        assert (answer.status_code, answer.json()) == (200, {"sent_to": "hollis@example.org"})
    (letter,) = sent(letters)
    assert (letter["To"], letter["From"]) == ("hollis@example.org", "north-hinge@localhost")
    assert letter["Subject"].startswith(f"{technician.shop.name}: our visit on ")
    assert letter.get_body().get_content().strip() == shown["confirmation"].strip()
    (event,) = Calendar.from_ical(next(letter.iter_attachments()).get_content()).walk("VEVENT")
    assert str(event["uid"]).startswith(visit["key"])
    assert send(technician, visit, "reminder").status_code == 200
    assert "a reminder" in sent(letters)[1]["Subject"]
    assert [one.says for one in Change.objects.filter(door=door, says__startswith="sent").order_by("pk")] == [
        "sent the confirmation",
        "sent the reminder",
    ]


def test_a_booking_that_was_changed_is_confirmed_anew(technician, visit, letters):
    assert send(technician, visit).status_code == 200
    wish = {name: visit[name] for name in ("day", "complaint", "technician")} | {"note": "Gate code 4", "version": visit["version"]}
    assert Api(technician).send("PUT", f"/bookings/{visit['key']}", wish).status_code == 200
    assert send(technician, visit).status_code == 200
    assert len(sent(letters)) == 2


def test_what_the_server_does_not_take_is_told_and_can_be_sent_again(technician, visit, letters, settings, door):
    there, settings.EMAIL_PORT = settings.EMAIL_PORT, 1
    refused = send(technician, visit)
    assert (refused.status_code, refused.json()["error"]["code"]) == (422, "mail_not_taken")
    assert not Change.objects.filter(door=door, says__startswith="sent").exists()
    settings.EMAIL_PORT = there
    assert send(technician, visit).status_code == 200
    assert len(sent(letters)) == 1


def test_nothing_goes_out_without_an_address_a_server_or_a_visit(technician, visit, letters, settings, door, stranger):
    assert send(stranger, visit).status_code == 404
    settings.MAIL = ""
    assert send(technician, visit).status_code == 422
    assert Api(technician).get(f"/doors/{door.key}/bookings").json()[0]["email"] == ""
    settings.MAIL = "smtp"
    wish = {name: visit[name] for name in ("day", "complaint", "technician")} | {"version": visit["version"], "cancelled": "Sold the house"}
    assert Api(technician).send("PUT", f"/bookings/{visit['key']}", wish).status_code == 200
    assert send(technician, visit).status_code == 422
    assert sent(letters) == []


@pytest.mark.parametrize("address", ["nobody", "a@b", "x@y.org\nBcc: all@y.org", "two@y.org, three@y.org"])
def test_what_is_no_address_is_refused_by_name(technician, door, address):
    body = {"name": "Net loft", "email": address, "version": door.version}
    refused = Api(technician).send("PUT", f"/doors/{door.key}", body)
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "email")
