"""The wall between shops: records are reached through a manager that demands a shop, and a query without one fails."""

from typing import Any, TypeVar

from django.db import models
from django_scopes import get_scope
from django_scopes.manager import DisabledQuerySet

Record = TypeVar("Record", bound=models.Model, covariant=True)


class OfShop(models.Manager[Record]):
    """The records of the shop in whose scope this is asked; `shop_path` of the model leads from a record to its shop."""

    def get_queryset(self) -> models.QuerySet[Record]:
        """Those of the scope's shop; without a scope a query set that refuses everything but making a record."""
        around: dict[str, Any] = get_scope()
        if not around.get("_enabled", True):
            return super().get_queryset()
        if "shop" not in around:
            return _Refusing(self.model, using=self._db, missing_scopes={"shop"})
        return super().get_queryset().filter(**{vars(self.model)["shop_path"]: around["shop"]})


class _Refusing(DisabledQuerySet):
    """The package's own refusals, and those it leaves open."""

    exists = contains = in_bulk = exclude = explain = select_related = prefetch_related = distinct = defer = DisabledQuerySet.error
