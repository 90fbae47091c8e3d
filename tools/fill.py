"""The demo's database brought up to date as its owner, and filled where it is empty; in one process, for a quick start."""

from __future__ import annotations

import os

import django
from django.core.management import call_command


def main() -> None:
    """Prepare, then fill an empty database with the demo."""
    os.environ["NORTH_HINGE_AS_OWNER"] = "1"
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    django.setup()
    from server.people.models import Shop  # models may only be imported once Django is set up

    call_command("prepare")
    if not Shop.objects.exists():
        from django_scopes import scopes_disabled

        from demo.fill import fill  # what only the first start waits for

        with scopes_disabled():
            fill()


if __name__ == "__main__":
    main()
