"""The people of the workshop, each technician or lead."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import AbstractUser
from django.core.exceptions import ValidationError
from django.db import models
from django.utils.crypto import salted_hmac

from hembit.apps.base.audit import audited

ONE_TIME_HOLDS = timedelta(days=3)


class Role(models.TextChoices):
    """What a person may do. A lead may all that a technician may."""

    TECHNICIAN = "technician"
    LEAD = "lead"


@audited
class Person(AbstractUser):
    """A person who signs in. ``name`` stands beside everything they measure.

    With a one-time password they can do nothing but choose their own, until it lapses.
    """

    name = models.CharField(max_length=60, unique=True)
    role = models.CharField(max_length=12, choices=Role, default=Role.TECHNICIAN)
    one_time_until = models.DateTimeField(null=True, blank=True, editable=False)
    sessions_ended = models.PositiveIntegerField(default=0, editable=False)
    first_name = None  # type: ignore[assignment]  # how Django takes a field out
    last_name = None  # type: ignore[assignment]
    REQUIRED_FIELDS = ["name"]

    class Meta:
        verbose_name = "person"
        verbose_name_plural = "people"

    def __str__(self) -> str:
        return self.name

    @property
    def is_lead(self) -> bool:
        """Whether the person is a lead."""
        return self.role == Role.LEAD

    @property
    def must_choose_password(self) -> bool:
        """Whether the password is one that a lead gave out, for once."""
        return self.one_time_until is not None

    def one_time_lapsed(self, now: datetime) -> bool:
        """Whether a password for once was not used in time.

        A clock that was set back since it was given does not make it hold longer.
        """
        if self.one_time_until is None:
            return False
        return not timedelta(0) <= self.one_time_until - now <= ONE_TIME_HOLDS

    def _get_session_auth_hash(self, secret: str | None = None) -> str:
        """What a session must hold to be this person's: it changes with the password, and whenever
        their sessions are ended. Every request is asked for it, under whatever key its session is kept.
        """
        ends = f"{self.password}{self.sessions_ended or ''}"
        salt = "django.contrib.auth.models.AbstractBaseUser.get_session_auth_hash"
        return salted_hmac(salt, ends, secret=secret, algorithm="sha256").hexdigest()

    def clean(self) -> None:
        """The shop keeps a lead, whoever changes it."""
        super().clean()
        if self.pk and not (self.is_lead and self.is_active) and is_last_lead(self.pk):
            raise ValidationError(LAST_LEAD)

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Keep the administration open to leads alone, once they have a password of their own."""
        self.is_staff = self.is_superuser = self.is_lead and not self.must_choose_password
        super().save(*args, **kwargs)

    def get_full_name(self) -> str:
        """The name, as Django's administration asks for it."""
        return self.name

    def get_short_name(self) -> str:
        """The same."""
        return self.name


LAST_LEAD = "This is the last lead. Make somebody else a lead first."


def is_last_lead(person: int) -> bool:
    """Whether a person is the one lead who works here."""
    leads = Person.objects.filter(role=Role.LEAD, is_active=True)
    return set(leads.values_list("pk", flat=True)) == {person}


class SecondFactor(models.Model):
    """What a person's telephone makes time codes of; asked for once it is confirmed.

    ``last_step`` is the time step of the last code that was taken; ``recovery`` holds digests of the
    words that do instead, each once. In a backup that is not sealed this table is empty.
    """

    person = models.OneToOneField(Person, models.CASCADE, related_name="second_factor")
    secret = models.CharField(max_length=64)
    confirmed_at = models.DateTimeField(null=True)
    last_step = models.BigIntegerField(default=0)
    recovery = models.JSONField(default=list)

    def __str__(self) -> str:
        return f"{self.person} since {self.confirmed_at}"


class Guesses(models.Model):
    """Wrong passwords for a name from a place, in a browser or from a place, told apart by a digest."""

    key = models.CharField(max_length=64, unique=True)
    count = models.PositiveIntegerField(default=0)
    until = models.DateTimeField(db_index=True)

    def __str__(self) -> str:
        return f"{self.count} until {self.until}"


class OpenSession(models.Model):
    """Where somebody is signed in. It goes with the session of that ``key``."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="open_sessions")
    key = models.CharField(max_length=40, unique=True)
    device = models.CharField(max_length=200, blank=True)
    address = models.CharField(max_length=64, blank=True)
    since = models.DateTimeField()

    class Meta:
        ordering = ["-since"]

    def __str__(self) -> str:
        return f"{self.person} at {self.device or self.address}"
