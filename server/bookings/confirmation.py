"""What the customer is sent once a call is booked: when somebody comes, and what to do and to leave alone until then."""

from hinge.file.booked import Expected
from server.bookings.models import Booking


def confirmation_of(booking: Booking, expected: Expected) -> str:
    """The plain text, to be copied into a message, a line a thought; empty where nobody comes. `expected` is what the call will ask for."""
    if booking.cancelled:
        return ""
    shop, desk = booking.shop, expected.triage.desk
    lines = [
        f"{shop.name}: we come on {_when(booking)}, to {_where(booking)}.",
        f"You told us: “{expected.complaint_text}”.",
        desk.use_words,
        *([f"You may try: {' '.join(desk.may)}"] if desk.may else []),
        *([f"Please never: {' '.join(desk.never)}"] if desk.never else []),
        *(f"For the night: {told}" for told in desk.night),
        *([f"Questions: {shop.phone}."] if shop.phone else []),
    ]
    return "\n".join(lines)


def reminder_of(booking: Booking) -> str:
    """The short text that is sent the day before; empty where nobody comes, or somebody was there."""
    if not booking.is_to_come:
        return ""
    call = f" If that does not suit you any more, call {booking.shop.phone}." if booking.shop.phone else ""
    return f"{booking.shop.name}: a reminder. We come on {_when(booking)}, to {_where(booking)}.{call}"


def _when(booking: Booking) -> str:
    window = f"between {booking.window.replace('–', ' and ')}" if booking.from_time else "at any time of the day"
    return f"{booking.day:%A} {booking.day.day} {booking.day:%B %Y}, {window}"


def _where(booking: Booking) -> str:
    return ", ".join(part for part in (booking.door.name, booking.door.place) if part)
