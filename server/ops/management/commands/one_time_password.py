"""`one_time_password USERNAME`: a first password for somebody who cannot be given one by a lead; they choose another at once."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from hinge.errors import HingeError
from server.people.service import give_password


class Command(BaseCommand):
    """Give a password."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        """Whom."""
        parser.add_argument("username")

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it and tell it once."""
        try:
            self.stdout.write(give_password(given["username"]))
        except HingeError as wrong:
            raise CommandError(str(wrong)) from wrong
