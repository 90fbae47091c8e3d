"""`first_run_code`: the one-time code with which the first-run page opens the first shop."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError

from hinge.errors import HingeError
from server.people.service import make_first_run_code


class Command(BaseCommand):
    """Make the code and tell it."""

    help = __doc__

    def handle(self, *_: Any, **__: Any) -> None:
        """Do it."""
        try:
            self.stdout.write(make_first_run_code())
        except HingeError as wrong:
            raise CommandError(str(wrong)) from wrong
