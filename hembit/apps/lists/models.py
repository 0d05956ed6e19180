"""What a shop adds to the lists that are chosen from."""

from __future__ import annotations

from django.db import models

from hembit.apps.base.audit import audited


class OwnList(models.TextChoices):
    """The lists that a shop may add to."""

    SUPPLY_SYSTEM = "supplies"
    SYMPTOM = "symptoms"
    INSPECTION = "inspections"
    CORRECTION_REASON = "correction_reasons"


@audited
class OwnEntry(models.Model):
    """One entry of the shop's own. It never changes: records rest on it. One that is not wanted any
    more is retired, and another one added.

    ``said`` is what belongs to it: the system, what a symptom means, on which parts a thing is seen.
    """

    list = models.CharField(max_length=20, choices=OwnList)
    label = models.CharField(max_length=60)
    said = models.JSONField(default=dict)
    retired = models.BooleanField(default=False)

    class Meta:
        ordering = ["list", "label"]
        constraints = [
            models.UniqueConstraint(
                fields=["list", "label"], condition=models.Q(retired=False), name="own_entry_once"
            )
        ]
        verbose_name = "own entry"
        verbose_name_plural = "own entries"

    def __str__(self) -> str:
        return self.label

    @property
    def code(self) -> str:
        """The name under which it is chosen beside those of the table."""
        return f"own_{self.pk}"
