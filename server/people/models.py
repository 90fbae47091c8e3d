"""Shops and the people who work in them."""

from django.contrib.auth.models import AbstractUser
from django.db import models


class Shop(models.Model):
    """A shop. Every record belongs to one."""

    name = models.CharField(max_length=120)
    place = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40, blank=True)

    def __str__(self) -> str:
        return self.name


class Person(AbstractUser):
    """Someone who signs in: a technician or a lead of one shop."""

    class Role(models.TextChoices):
        TECHNICIAN = "technician"
        LEAD = "lead"

    shop = models.ForeignKey(Shop, on_delete=models.PROTECT, related_name="people")
    role = models.CharField(max_length=12, choices=Role.choices, default=Role.TECHNICIAN)
    name = models.CharField(max_length=120)

    REQUIRED_FIELDS = ["name"]
