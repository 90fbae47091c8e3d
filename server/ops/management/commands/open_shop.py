"""`open_shop SHOP USERNAME NAME`: a new shop and its first lead, whose password is asked for or told."""

import getpass
import sys
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from hinge.errors import HingeError
from server.people.service import open_shop


class Command(BaseCommand):
    """Open a shop."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        """The shop and the lead."""
        parser.add_argument("shop")
        parser.add_argument("username")
        parser.add_argument("name")
        parser.add_argument("--place", default="")
        parser.add_argument("--phone", default="")

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it; the password is typed twice, or read from the standard input where nobody sits there."""
        password = _typed() if sys.stdin.isatty() else sys.stdin.readline().rstrip("\n")
        shop = {"name": given["shop"], "place": given["place"], "phone": given["phone"]}
        try:
            lead = open_shop(shop, {"username": given["username"], "name": given["name"], "password": password})
        except HingeError as wrong:
            raise CommandError(str(wrong)) from wrong
        self.stdout.write(f"{lead.shop.name} is open; {lead.name} signs in as {lead.username}")


def _typed() -> str:
    first, again = getpass.getpass("Password: "), getpass.getpass("Again: ")
    if first != again:
        raise CommandError("The two passwords differ.")
    return first
