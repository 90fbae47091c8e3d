"""`export_shop SHOP FILE`: everything of a shop as JSON and CSV in one ZIP."""

import os
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils.text import slugify

from server.ops.export import export_shop
from server.people.models import Shop


class Command(BaseCommand):
    """Export a shop."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        """Which, and where to."""
        parser.add_argument("shop", help="its name")
        parser.add_argument("file", type=Path)

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it; the file appears when it is whole."""
        shops = Shop.objects.filter(practice_of=None)
        shop = shops.filter(name=given["shop"]).first()
        if shop is None:
            raise CommandError(f"There is no shop {given['shop']!r}. There are: {', '.join(shops.values_list('name', flat=True))}")
        into = given["file"] / f"{slugify(shop.name)}.zip" if given["file"].is_dir() else given["file"]
        aside = into.with_name(f"{into.name}.part")
        try:
            # Everything a shop knows of its customers is nobody else's to read.
            with os.fdopen(os.open(aside, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as file:
                count = export_shop(shop, file)
            aside.rename(into)
        finally:
            aside.unlink(missing_ok=True)
        self.stdout.write(f"{count} files in {into}")
