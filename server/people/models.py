"""Shops and the people who work in them."""

from datetime import datetime, time, tzinfo
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from django.contrib.auth.models import AbstractUser
from django.db import models
from django.utils import timezone
from django.utils.crypto import salted_hmac

from hinge.desk.travel import TravelTable
from hinge.document import read
from hinge.errors import HingeError
from hinge.file.booked import LEAST_MIN, MOST_MIN


class Shop(models.Model):
    """A shop. Every record belongs to one. Where it is (degrees north and east) and by which clock it works is for the sun.

    `ways` is how it works where good technicians differ, by school. `opens_at` and `closes_at` by its own clock; `travel` holds a
    `TravelTable` document. `minutes` are those it reckons with for a complaint in place of the usual ones, by complaint.
    `asked_lessons` are those a person has passed before winding a real spring; `practice_of`: it is the practice yard of that shop.
    """

    name = models.CharField(max_length=120)
    place = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40, blank=True)
    latitude_deg = models.FloatField(null=True)
    longitude_deg = models.FloatField(null=True)
    time_zone = models.CharField(max_length=60, blank=True)
    ways = models.JSONField(default=dict)
    # Known to the database too: a release from before, still at work or switched back to, writes a shop without them.
    opens_at = models.TimeField(default=time(8), db_default=time(8))
    closes_at = models.TimeField(default=time(17), db_default=time(17))
    travel = models.JSONField(default=dict, db_default={})
    minutes = models.JSONField(default=dict, db_default={})
    asked_lessons = models.JSONField(default=list, db_default=[])
    practice_of = models.OneToOneField("self", on_delete=models.PROTECT, null=True, related_name="practice_yard")

    def __str__(self) -> str:
        return self.name

    @property
    def travel_table(self) -> TravelTable:
        """Its table of ways, read; an empty one where what is stored cannot be read."""
        try:
            return read(TravelTable, self.travel)
        except HingeError:
            return TravelTable()

    @property
    def own_minutes(self) -> dict[str, int]:
        """The minutes it reckons with itself, by complaint; without what makes no sense any more."""
        told = self.minutes if isinstance(self.minutes, dict) else {}
        return {name: minutes for name, minutes in told.items() if isinstance(minutes, int) and LEAST_MIN <= minutes <= MOST_MIN}

    @property
    def clock(self) -> tzinfo:
        """The clock it works by; the server's where none is set, or none there is."""
        try:
            return ZoneInfo(self.time_zone) if self.time_zone else timezone.get_default_timezone()
        except (ZoneInfoNotFoundError, ValueError):
            return timezone.get_default_timezone()

    def wall_time(self, moment: datetime) -> datetime:
        """A moment by the shop's clock."""
        return moment.astimezone(self.clock)


class Person(AbstractUser):
    """Someone who signs in: a technician, a lead, whoever is at the desk of one shop and works on no door, or an apprentice, who does all
    but the work on loaded parts.

    `units` are those in which they are told sizes. Who left is not active and keeps their name on what they did.
    `sessions_ended` counts how often all their sessions were ended at once; `must_change_password`: somebody else knows the
    one they have. `passed_lessons` are those of the practice door they have passed, by name.
    """

    class Role(models.TextChoices):
        TECHNICIAN = "technician"
        LEAD = "lead"
        DESK = "desk"
        APPRENTICE = "apprentice"

    class Units(models.TextChoices):
        TRADE = "trade"
        METRIC = "metric"

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="people")
    role = models.CharField(max_length=12, choices=Role.choices, default=Role.TECHNICIAN)
    name = models.CharField(max_length=120)
    units = models.CharField(max_length=8, choices=Units.choices, default=Units.TRADE)
    sessions_ended = models.PositiveIntegerField(default=0)
    must_change_password = models.BooleanField(default=False)
    passed_lessons = models.JSONField(default=list, db_default=[])

    REQUIRED_FIELDS = ["name"]

    @property
    def works_on_doors(self) -> bool:
        """Whether they are sent to doors, and work on them."""
        return self.role != self.Role.DESK

    @property
    def works_here(self) -> bool:
        """Whether they have not left."""
        return self.is_active

    def _get_session_auth_hash(self, secret: str | None = None) -> str:
        """What every session of theirs carries; another password, or an end to all sessions, and the old ones are void."""
        told = f"{self.password}{self.sessions_ended}"
        return salted_hmac("server.people.models.Person", told, secret=secret, algorithm="sha256").hexdigest()


class FirstRun(models.Model):
    """The one-time code that opens the first shop: its hash, and nothing once it was used."""

    code_hash = models.CharField(max_length=128)
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"made {self.made_at:%Y-%m-%d}"
