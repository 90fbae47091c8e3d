"""Door files: one door, one file, for decades; and who changed what in it."""

import uuid
from typing import Any, ClassVar

from django.db import models
from django.utils import timezone

from hinge.file.record import DoorRecord, measured_of, read_record
from hinge.measure.fields import Measured
from server.doors.words import LONGEST_WORD, LONGEST_WORDS, TEXTS, words_of_door
from server.people.models import Person, Shop
from server.people.tenancy import OfShop

# What the words of a door are made of.
SHOWS = {*TEXTS, "phone", "record", "put_away"}


class Door(models.Model):
    """A door and what is known of it. `record` holds a `DoorRecord` document; `visited_at` when its last call closed.

    `put_away` says why the file is no longer worked with; `merged_into` is the file of the same door that goes on.
    """

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="doors")
    key = models.UUIDField(default=uuid.uuid4)
    name = models.CharField(max_length=120)
    place = models.CharField(max_length=200, blank=True)
    customer = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=120, blank=True)
    # Known to the database too: a release from before opens a file without it.
    email = models.CharField(max_length=254, blank=True, default="", db_default="")
    access_notes = models.TextField(max_length=1000, blank=True)
    record = models.JSONField(default=dict)
    visited_at = models.DateTimeField(null=True)
    put_away = models.CharField(max_length=200, blank=True)
    merged_into = models.ForeignKey("self", on_delete=models.PROTECT, null=True, related_name="merged")
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)

    shop_path = "shop"
    objects: ClassVar[OfShop["Door"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "key"], name="door_key_of_shop")]
        # What a list is sorted by, each with the key that settles equals; and which files are in it, so that no row is read for that.
        indexes = [
            models.Index(fields=["shop", "put_away", "name", "id"], name="door_by_name"),
            models.Index(fields=["shop", "put_away", "place", "id"], name="door_by_place"),
            models.Index(fields=["shop", "put_away", "visited_at", "id"], name="door_by_visit"),
        ]

    def __str__(self) -> str:
        return self.name

    def save(self, *given: Any, **named: Any) -> None:
        """Save, and keep the words it is found by."""
        super().save(*given, **named)
        if (changed := named.get("update_fields")) is None or SHOWS & set(changed):
            self._keep_words()

    def words_now(self) -> set[str]:
        """The words it is found by; none once it is put away."""
        if self.put_away:
            return set()
        size_in = (self.measured.get("width_in"), self.measured.get("height_in"))
        return words_of_door({name: getattr(self, name) for name in TEXTS}, self.phone, size_in)

    def _keep_words(self) -> None:
        wanted = sorted(self.words_now())
        beside = "".join(f" {word}" for word in wanted)[:LONGEST_WORDS]
        there = Word.objects.filter(door=self)
        if sorted(there.values_list("text", "beside")) != [(word, beside) for word in wanted]:
            there.delete()
            Word.objects.bulk_create(Word(shop_id=self.shop_id, door=self, text=word, beside=beside) for word in wanted)

    @property
    def door_record(self) -> DoorRecord:
        """The record, read. What of it cannot be read is told in it."""
        return read_record(self.record)

    @property
    def measured(self) -> Measured:
        """What was measured of it, without reading the rest of its record."""
        return measured_of(self.record)


class Word(models.Model):
    """A word a door is found by, in small letters; `beside` are all words of that door, each behind a space."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="+")
    door = models.ForeignKey(Door, on_delete=models.CASCADE, related_name="words")
    # Compared as it is written, so that two words are two rows.
    text = models.CharField(max_length=LONGEST_WORD, db_collation="utf8mb4_bin")
    beside = models.CharField(max_length=LONGEST_WORDS, default="", db_collation="utf8mb4_bin")

    shop_path = "shop"
    objects: ClassVar[OfShop["Word"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["door", "text"], name="word_once_a_door")]
        # All a search looks at: what else the door is called is read along with the word, not sought.
        indexes = [models.Index(fields=["shop", "text", "beside", "door"], name="word_of_shop")]

    def __str__(self) -> str:
        return self.text


class Change(models.Model):
    """Who changed what in a door's file. `what` holds before and after by name. Appended, never changed."""

    door = models.ForeignKey(Door, on_delete=models.PROTECT, related_name="changes")
    by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True)
    by_name = models.CharField(max_length=120)
    at = models.DateTimeField(default=timezone.now)
    says = models.CharField(max_length=120)
    what = models.JSONField(default=dict)

    shop_path = "door__shop"
    objects: ClassVar[OfShop["Change"]] = OfShop()

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{self.door}: {self.says}"
