"""What the shop owns: its meters."""

from __future__ import annotations

from django.db import models

from hembit.apps.base.audit import audited
from hembit_core import Meter


@audited
class ShopMeter(models.Model):
    """A meter on the shelf, with its accuracy as the core knows it."""

    name = models.CharField(max_length=80, unique=True)
    definition = models.JSONField()

    class Meta:
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name

    @property
    def meter(self) -> Meter:
        """The meter for the core."""
        return Meter.model_validate({"name": self.name, **self.definition})
