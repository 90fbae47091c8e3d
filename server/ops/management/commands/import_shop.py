"""`import_shop FILE`: everything of a shop read back from its export; twice adds nothing."""

import zipfile
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from hinge.errors import HingeError
from server.ops.intake import import_shop


class Command(BaseCommand):
    """Read an export back."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        """Which."""
        parser.add_argument("file", type=Path)

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it and say what was added."""
        try:
            with zipfile.ZipFile(given["file"]) as packed:
                shop, added = import_shop(packed)
        except (OSError, zipfile.BadZipFile) as wrong:
            raise CommandError(f"{given['file']} cannot be read: {wrong}") from wrong
        except HingeError as wrong:
            raise CommandError(f"{wrong.field}: {wrong}" if wrong.field else str(wrong)) from wrong
        said = ", ".join(f"{count} {what}" for what, count in added.items() if count) or "nothing, it was all here"
        self.stdout.write(f"{shop.name}: added {said}")
        if added["people"]:
            self.stdout.write("Its people have no passwords yet: north-hinge one_time_password USERNAME gives each a first one.")
