"""Letters to customers: the confirmation and the reminder, by the shop's own mail server, with the visit for their calendar."""

import hashlib
import logging
import smtplib
from typing import Literal, get_args

from django.conf import settings
from django.core.cache import cache
from django.core.mail import EmailMessage

from hinge.errors import ContradictionError, HingeError
from server.bookings.calendar import visit_calendar_of
from server.bookings.confirmation import confirmation_of, reminder_of
from server.bookings.models import Booking
from server.doors.service import note
from server.people.models import Person

log = logging.getLogger(__name__)
Letter = Literal["confirmation", "reminder"]
LETTERS: tuple[Letter, ...] = get_args(Letter)
# The same letter touched again within these is the same letter.
ONCE_SECONDS = 300


class MailNotTakenError(HingeError):
    """The mail server did not take a letter."""

    code = "mail_not_taken"


def can_mail(booking: Booking) -> bool:
    """Whether a letter can go out: there is a mail server, and the file has an address."""
    return bool(settings.MAIL and booking.door.email)


def send(person: Person, booking: Booking, letter: Letter) -> None:
    """Send a letter, once however often it is touched, and keep in the door's file that it went out, when and by whom.

    Raises ContradictionError where nobody comes or no letter can go out, MailNotTakenError where the server does not take it.
    """
    text = confirmation_of(booking, booking.expected()) if letter == "confirmation" else reminder_of(booking)
    if not text or not can_mail(booking):
        said = "There is no visit to write of." if not text else "Letters go out where the file has an address and the shop a mail server."
        raise ContradictionError(said, "letter", letter, "a visit that stands, an address, and a mail server")
    once = hashlib.sha256(f"{booking.shop_id} {booking.key} {booking.door.email} {text}".encode()).hexdigest()
    if not cache.add(once, True, ONCE_SECONDS):
        return
    try:
        _message(booking, letter, text).send()
    except (OSError, smtplib.SMTPException) as wrong:
        cache.delete(once)
        log.warning("a letter was not taken: %s", type(wrong).__name__)
        raise MailNotTakenError("The mail server did not take it. Copy the text instead, or try again later.", "letter", letter) from wrong
    note(booking.door, person, f"sent the {letter}", {"email": ["", booking.door.email]})


def _message(booking: Booking, letter: Letter, text: str) -> EmailMessage:
    which = "a reminder of our visit" if letter == "reminder" else "our visit"
    subject = f"{booking.shop.name}: {which} on {booking.day:%A} {booking.day.day} {booking.day:%B}"
    message = EmailMessage(" ".join(subject.split()), text, to=[booking.door.email])
    message.attach(f"visit-{booking.day.isoformat()}.ics", visit_calendar_of(booking).decode(), "text/calendar")
    return message
