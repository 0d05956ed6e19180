"""The shop's rules, as named sets of what differs from what ships."""

from __future__ import annotations

from django.db import models

from hembit.apps.base.audit import audited


@audited
class RuleSet(models.Model):
    """A set of rules: "appliances", "kilns". ``changes`` are the figures that are not as shipped.

    One is the default. What was judged keeps the whole rules of its day; who changed which figure
    when, with before and after, stands in the trail.
    """

    name = models.CharField(max_length=60, unique=True)
    changes = models.JSONField(default=dict)
    is_default = models.BooleanField(default=False)

    class Meta:
        ordering = ["name"]
        constraints = [
            models.UniqueConstraint(
                fields=["is_default"], condition=models.Q(is_default=True), name="one_default_set"
            )
        ]

    def __str__(self) -> str:
        return self.name
