"""The people of the workshop, each technician or lead."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import AbstractUser
from django.db import models

from hembit.apps.base.audit import audited


class Role(models.TextChoices):
    """What a person may do. A lead may all that a technician may."""

    TECHNICIAN = "technician"
    LEAD = "lead"


@audited
class Person(AbstractUser):
    """A person who signs in. ``name`` stands beside everything they measure."""

    name = models.CharField(max_length=60, unique=True)
    role = models.CharField(max_length=12, choices=Role, default=Role.TECHNICIAN)
    first_name = None  # type: ignore[assignment]  # how Django takes a field out
    last_name = None  # type: ignore[assignment]
    REQUIRED_FIELDS = ["name"]

    def __str__(self) -> str:
        return self.name

    @property
    def is_lead(self) -> bool:
        """Whether the person is a lead."""
        return self.role == Role.LEAD

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Keep the administration open to leads alone."""
        self.is_staff = self.is_superuser = self.is_lead
        super().save(*args, **kwargs)

    def get_full_name(self) -> str:
        """The name, as Django's administration asks for it."""
        return self.name

    def get_short_name(self) -> str:
        """The same."""
        return self.name
