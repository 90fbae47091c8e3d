"""The day's work: a call booked from the door's file, moved, started from Today; a file one too many."""

from datetime import UTC, date, datetime, time, timedelta

from server.bookings.models import Booking
from server.calls.models import Call
from server.doors.models import Door
from server.followups.models import FollowUp
from tests.browser.work import start, state_of


def test_the_desk_books_a_call_and_the_technician_starts_it(signed_in, person, door):
    page = signed_in
    page.go("/")
    page.sees("Nothing is booked")
    page.go(f"/doors/{door.key}")
    page.touch("Book a call")
    page.pick("What the customer says", "There was a loud bang, now it will not open")
    page.sees("leave it shut and go in and out by another door")
    page.pick("Who goes", person.name)
    page.write("Note", "Car is inside")
    page.touch("Book it")
    page.sees("booked a call")
    page.go("/")
    page.sees("any time")
    page.sees("Nobody uses the door or presses the button until somebody has been there.")
    page.touch("Text for the customer")
    page.sees("Please never: Do not touch springs")
    page.size(390, 844)
    assert not page.scrolls_sideways()
    page.size(1280, 800)
    page.touch("Start the call")
    page.until(lambda: "/calls/" in page.browser.current_url, "the call")
    call = Call.objects.get()
    assert state_of(call).complaint == "bang"
    page.go("/")
    page.touch("Go on")
    page.until(lambda: str(call.key) in page.browser.current_url, "the same call")


def test_a_door_that_is_nearer_is_proposed_on_ones_own_day_and_not_put_first(signed_in, person, door):
    page, shop = signed_in, person.shop
    shop.travel = {
        "usual_minutes": 30,
        "roads": [{"start": "Quay", "end": "Quay", "minutes": 5}, {"start": "Quay", "end": "Hollow", "minutes": 50}],
    }
    # Where it is before noon now, whenever this is run: a day has room then.
    shop.time_zone = f"Etc/GMT{datetime.now(UTC).hour - 11:+d}"
    shop.place, shop.opens_at, shop.closes_at = "Quay", time(8), time(18)
    shop.save()
    far, near = (
        Door.objects.create(shop=shop, name=name, place=f"{name} 2, {town}") for name, town in (("Mill", "Hollow"), ("Shed", "Quay"))
    )
    for at, until in ((far, time(16, 0)), (near, time(17, 0))):
        Booking.objects.create(
            shop=shop, door=at, day=date.today(), from_time=time(8), until_time=until, complaint="noisy", technician=person
        )
    page.go("/")
    page.sees("Shed is nearer: 5 min instead of 50 min")
    first, *_ = page.browser.find_elements("css selector", "main li")
    assert "Mill" in first.text


def test_a_booking_is_moved_called_off_and_taken_up_again(signed_in, person, door):
    page, tomorrow = signed_in, date.today() + timedelta(days=1)
    Booking.objects.create(shop=person.shop, door=door, day=date.today(), complaint="noisy", technician=person)
    page.go("/")
    page.touch("Change")
    page.browser.execute_script(SET_DATE, tomorrow.isoformat())
    page.touch("Keep the change")
    page.until(lambda: Booking.objects.get().day == tomorrow, "moved")
    page.sees("Nothing is booked")
    page.go(f"/?day={tomorrow.isoformat()}")
    page.touch("Change")
    page.write("Or call it off, because", "They are away")
    page.touch("Call it off")
    page.sees("Called off: They are away")
    page.touch("Take it up again")
    page.sees("Start the call")
    assert page.complaints() == []


def test_a_call_started_by_mistake_and_a_file_one_too_many(signed_in, person, door):
    page, call = signed_in, start(person, door)
    page.go(f"/calls/{door.key}/close")
    page.write("What was the mistake?", "The wrong one of two doors")
    page.touch("Abandon this call")
    page.sees("Abandoned")
    page.until(lambda: Call.objects.get(pk=call.pk).abandoned, "abandoned with the server")
    page.go(f"/doors/{door.key}")
    page.sees("as on file")
    page.touch("Correct or archive this file")
    page.write("Why?", "Filed twice")
    page.touch("Put it away")
    page.sees("This file was put away: Filed twice")
    page.go("/doors")
    page.sees("No doors yet")
    page.touch("Files put away")
    page.touch(door.name)
    page.touch("Bring the file back")
    page.until(lambda: not Door.objects.get(pk=door.pk).put_away, "brought back")
    page.sees("Start call")


# As a person picks it in the browser's own calendar: there are no keys that mean the same in every language.
SET_DATE = """
const field = document.querySelector('input[type=date]');
Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, arguments[0]);
field.dispatchEvent(new Event('input', { bubbles: true }));
"""


def test_a_follow_up_is_kept_on_the_door_s_file_ended_by_a_slip_and_taken_up_again(signed_in, person, door):
    page = signed_in
    page.go(f"/doors/{door.key}")
    page.sees("Keep the follow-up")
    page.pick("Come back for", "Parts on order")
    page.write("What was agreed", "Centre bearing")
    page.touch("Keep the follow-up")
    page.until(lambda: FollowUp.objects.count() == 1, "it kept")
    page.go("/")
    page.touch("Follow-ups: 1 due within a week")
    page.sees("Centre bearing")
    page.touch("Done")
    page.sees("Ended: done")
    page.touch("Take it up again")
    page.until(lambda: FollowUp.objects.get().ended == "", "it taken up again")
    page.touch("Move it, or end it otherwise")
    page.write("Or not wanted any more, because", "they moved away")
    page.touch("End it")
    page.until(lambda: FollowUp.objects.get().ended == "they moved away", "it ended")
    page.go("/follow-ups")
    page.sees("Nothing stands")
    assert page.complaints() == []
