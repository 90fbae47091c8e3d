"""What a shop stocks and from whom: its supplier's rates and the springs on its van."""

from typing import ClassVar

from django.db import models

from server.people.models import Person, Shop
from server.people.walls import OfShop


class ShopList(models.Model):
    """One list of a shop, whole; loading another replaces it. `rows` holds `RateRow` or `StockSpring` documents."""

    class Kind(models.TextChoices):
        RATES = "rates"
        VAN = "van"

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="lists")
    kind = models.CharField(max_length=8, choices=Kind.choices)
    file_name = models.CharField(max_length=120)
    rows = models.JSONField()
    loaded_by = models.ForeignKey(Person, on_delete=models.PROTECT)
    loaded_at = models.DateTimeField(auto_now=True)
    version = models.PositiveIntegerField(default=1)

    shop_path = "shop"
    objects: ClassVar[OfShop["ShopList"]] = OfShop()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "kind"], name="one_list_of_a_kind")]

    def __str__(self) -> str:
        return f"{self.shop}: {self.kind}"
