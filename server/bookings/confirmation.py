"""What the customer is sent once a call is booked: when somebody comes, and what to do and to leave alone until then."""

from hinge.file.booked import Expected
from server.bookings.models import Booking


def confirmation_of(booking: Booking, expected: Expected) -> str:
    """The plain text, to be copied into a message, a line a thought; empty where nobody comes. `expected` is what the call will ask for."""
    if booking.cancelled:
        return ""
    shop, desk, day = booking.shop, expected.triage.desk, f"{booking.day:%A} {booking.day.day} {booking.day:%B %Y}"
    window = f"between {booking.window.replace('–', ' and ')}" if booking.from_time else "at any time of the day"
    lines = [
        f"{shop.name}: we come on {day}, {window}, to {', '.join(part for part in (booking.door.name, booking.door.place) if part)}.",
        f"You told us: “{expected.complaint_text}”.",
        desk.use_words,
        *([f"You may try: {' '.join(desk.may)}"] if desk.may else []),
        *([f"Please never: {' '.join(desk.never)}"] if desk.never else []),
        *(f"For the night: {told}" for told in desk.night),
        *([f"Questions: {shop.phone}."] if shop.phone else []),
    ]
    return "\n".join(lines)
