"""Bookings and follow-ups as an iCalendar (RFC 5545) for a person's own calendar: what and where, and nothing about the customer."""

from datetime import UTC, datetime, timedelta

from icalendar import Calendar, Event

from server.bookings.confirmation import confirmation_of
from server.bookings.models import Booking
from server.followups.models import FollowUp


def calendar_of(title: str, bookings: list[Booking], follow_ups: list[FollowUp]) -> bytes:
    """The bookings, and what is due, as text/calendar bytes.

    Times float (RFC 5545 3.3.5, form 1): nine o'clock is nine where the doors are.
    """
    calendar = _calendar()
    calendar.add("x-wr-calname", title)
    for booking in bookings:
        calendar.add_component(_event(booking))
    for one in follow_ups:
        calendar.add_component(_due(one))
    return bytes(calendar.to_ical())


def visit_calendar_of(booking: Booking) -> bytes:
    """A booking for the customer's calendar, as text/calendar bytes: what they are told, and nothing the shop notes for itself."""
    calendar, event = _calendar(), _visit(booking)
    event.add("summary", f"{booking.shop.name} comes to the door")
    event.add("description", confirmation_of(booking, booking.expected()))
    calendar.add_component(event)
    return bytes(calendar.to_ical())


def _calendar() -> Calendar:
    calendar = Calendar()
    calendar.add("prodid", "-//North Hinge//Bookings//EN")
    calendar.add("version", "2.0")
    return calendar


def _event(booking: Booking) -> Event:
    expected, event = booking.expected(), _visit(booking)
    event.add("summary", f"{booking.door.name}: {expected.complaint_text}")
    event.add("description", "\n".join(line for line in (booking.cancelled, booking.note, expected.triage.sentence) if line))
    return event


def _visit(booking: Booking) -> Event:
    """When and where: what an event says to whoever reads it."""
    event = Event()
    event.add("uid", f"{booking.key}@north-hinge")
    event.add("dtstamp", booking.changed_at.astimezone(UTC))
    event.add("sequence", booking.version - 1)
    event.add("status", "CANCELLED" if booking.cancelled else "CONFIRMED")
    event.add("location", booking.door.place)
    if booking.from_time and booking.until_time:
        event.add("dtstart", datetime.combine(booking.day, booking.from_time))
        event.add("dtend", datetime.combine(booking.day, booking.until_time))
    else:
        event.add("dtstart", booking.day)
        event.add("dtend", booking.day + timedelta(days=1))
    return event


def _due(one: FollowUp) -> Event:
    """A follow-up as a note on its day: it takes no time, and nobody is busy for it."""
    event = Event()
    event.add("uid", f"{one.key}@north-hinge")
    event.add("dtstamp", one.changed_at.astimezone(UTC))
    event.add("sequence", one.version - 1)
    event.add("transp", "TRANSPARENT")
    event.add("summary", f"{FollowUp.What(one.what).label}: {one.door.name}")
    event.add("location", one.door.place)
    event.add("description", one.note)
    event.add("dtstart", one.due)
    event.add("dtend", one.due + timedelta(days=1))
    return event
