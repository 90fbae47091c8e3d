"""`count_calls`: count the closed calls that are not in the books yet, of every shop, and add up the months they are in."""

from datetime import date
from typing import Any

from django.core.management.base import BaseCommand
from django_scopes import scope

from server.insight.books import Months
from server.insight.service import count_uncounted
from server.people.models import Shop


class Command(BaseCommand):
    """Count what is not counted yet."""

    help = __doc__
    requires_system_checks: list[str] = []

    def handle(self, *_: Any, **__: Any) -> None:
        """Do it shop by shop, and say how many."""
        for shop in Shop.objects.filter(practice_of=None).order_by("pk"):
            with scope(shop=shop.pk):
                self.stdout.write(f"{shop.name}: {count_uncounted()} calls counted")
                Months(shop.pk, date.min, date.max).add_up()
