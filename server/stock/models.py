"""What a shop stocks and from whom: its supplier's rates, its vans, and the springs and parts on each with every move."""

import uuid
from typing import ClassVar

from django.db import models
from django.utils import timezone

from server.people.models import Person, Shop
from server.people.tenancy import OfShop

# An item of a van has these sizes [in], and a part none.
UNSIZED = {"wire_in": 0.0, "inside_diameter_in": 0.0, "length_in": 0.0, "hand": ""}
SIZES = ("part", *UNSIZED)
# A shop has this one before anybody names it.
FIRST_VAN = 1


class Van(models.Model):
    """A van, by its number in the shop. `driver` is whose it is; empty for one that is shared."""

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="vans")
    number = models.PositiveSmallIntegerField(default=FIRST_VAN)
    name = models.CharField(max_length=60)
    driver = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="vans")

    shop_path = "shop"
    objects: ClassVar[OfShop["Van"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "number"], name="one_van_of_a_number")]

    def __str__(self) -> str:
        return self.name


class ShopList(models.Model):
    """One list of a shop as it was loaded, whole; loading another replaces it. `rows` holds documents of the list's kind.

    `van` is the number of the van it lists; rates are the whole shop's, and kept under the first one.
    """

    class Kind(models.TextChoices):
        RATES = "rates"
        VAN = "van"
        PARTS = "parts"

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="lists")
    kind = models.CharField(max_length=8, choices=Kind.choices)
    # Known to the database too: a release from before, still at work or switched back to, has one van.
    van = models.PositiveSmallIntegerField(default=FIRST_VAN, db_default=FIRST_VAN)
    file_name = models.CharField(max_length=120)
    rows = models.JSONField()
    loaded_by = models.ForeignKey(Person, on_delete=models.PROTECT)
    loaded_at = models.DateTimeField(auto_now=True)
    version = models.PositiveIntegerField(default=1)

    shop_path = "shop"
    objects: ClassVar[OfShop["ShopList"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "kind", "van"], name="one_list_of_a_van")]

    def __str__(self) -> str:
        return f"{self.shop}: {self.kind}"


class StockItem(models.Model):
    """Springs of one size and hand, or pieces of one part, and how many are on a van now. A part has no sizes, a spring no name."""

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="stock_items")
    van = models.PositiveSmallIntegerField(default=FIRST_VAN, db_default=FIRST_VAN)
    key = models.UUIDField(default=uuid.uuid4)
    part = models.CharField(max_length=80, blank=True)
    wire_in = models.FloatField(default=0)
    inside_diameter_in = models.FloatField(default=0)
    length_in = models.FloatField(default=0)
    hand = models.CharField(max_length=5, blank=True)
    pieces = models.PositiveIntegerField(default=0)

    shop_path = "shop"
    objects: ClassVar[OfShop["StockItem"]] = OfShop()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "key"], name="stock_key_of_shop"),
            models.UniqueConstraint(
                fields=["shop", "van", "part", "wire_in", "inside_diameter_in", "length_in", "hand"], name="one_item_of_a_van"
            ),
        ]

    def __str__(self) -> str:
        return self.part or f"{self.wire_in} × {self.inside_diameter_in} × {self.length_in}"


class StockMove(models.Model):
    """Pieces that came to an item or went from it, and why. Appended, never changed; `client_id` where a person asked for it.

    `where` is the door they went to, or the other van.
    """

    class Why(models.TextChoices):
        LOADED = "loaded", "list loaded"
        COUNTED = "counted", "counted"
        RESTOCKED = "restocked", "restocked"
        TAKEN_OUT = "taken_out", "taken out"
        PASSED_ON = "passed_on", "passed on"
        USED = "used", "used on a call"
        CUT = "cut", "left of one that was cut"
        PUT_BACK = "put_back", "put back from a call"

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="stock_moves")
    item = models.ForeignKey(StockItem, on_delete=models.PROTECT, related_name="moves")
    client_id = models.UUIDField(null=True)
    pieces = models.IntegerField()
    why = models.CharField(max_length=10, choices=Why.choices)
    call_key = models.UUIDField(null=True)
    where = models.CharField(max_length=120, blank=True)
    by = models.ForeignKey(Person, on_delete=models.PROTECT)
    at = models.DateTimeField(default=timezone.now)

    shop_path = "shop"
    objects: ClassVar[OfShop["StockMove"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "client_id"], name="stock_move_once")]
        indexes = [models.Index(fields=["shop", "-at", "-id"], name="stock_move_by_time")]

    def __str__(self) -> str:
        return f"{self.item}: {self.pieces:+d}"


class CallStock(models.Model):
    """How far a van follows a call: the springs it plans, the pieces it plans by name, how many it has fitted, the parts it has used.

    Parts are by their names in small letters; `left` is how many of them the van had and gave: so many can come back.
    """

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="call_stock")
    call_key = models.UUIDField()
    where = models.CharField(max_length=120)
    van = models.PositiveSmallIntegerField(default=FIRST_VAN, db_default=FIRST_VAN)
    planned = models.JSONField(default=list)
    named = models.JSONField(default=dict)
    fitted = models.PositiveIntegerField(default=0)
    parts = models.JSONField(default=dict)
    left = models.JSONField(default=dict)

    shop_path = "shop"
    objects: ClassVar[OfShop["CallStock"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "call_key"], name="stock_of_a_call")]

    def __str__(self) -> str:
        return f"{self.where}: {self.planned}"


class Kept(models.Model):
    """One piece kept for a call's plan: as it is, or to be cut for so many `springs`, with what will be left of it [in]."""

    of = models.ForeignKey(CallStock, on_delete=models.CASCADE, related_name="kept")
    item = models.ForeignKey(StockItem, on_delete=models.PROTECT, related_name="kept")
    springs = models.PositiveIntegerField(default=1)
    rest_in = models.FloatField(default=0)

    shop_path = "of__shop"
    objects: ClassVar[OfShop["Kept"]] = OfShop()

    def __str__(self) -> str:
        return f"{self.item} for {self.of}"
