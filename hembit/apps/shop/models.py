"""What the shop measures with: instruments, their calibrations, known resistors, test leads."""

from __future__ import annotations

from datetime import date

from django.conf import settings
from django.db import models

from hembit.apps.base.audit import audited
from hembit.apps.base.kept_files import keeps_files
from hembit.apps.base.records.append_only import AppendOnly

PERSON = settings.AUTH_USER_MODEL


class What(models.TextChoices):
    """A meter reads the part, a thermometer how warm it is."""

    METER = "meter"
    THERMOMETER = "thermometer"


@audited
class Instrument(models.Model):
    """A meter or thermometer on the shelf, as its latest revision has it.

    ``definition`` is the core's, without its name and what is held against it that day; ``limits``
    is the manual's table as it was typed. ``distrusted_on`` is the day a check of it was off, or
    somebody said so; ``retired_on`` the day it was taken out of use.
    """

    what = models.CharField(max_length=12, choices=What, default=What.METER)
    name = models.CharField(max_length=80, unique=True)
    definition = models.JSONField()
    limits = models.TextField(max_length=6000, blank=True)
    revision = models.PositiveIntegerField(default=1)
    distrusted_on = models.DateField(null=True)
    distrusted_because = models.CharField(max_length=400, blank=True)
    retired_on = models.DateField(null=True)

    # What ``services.instruments`` has of each, from its latest calibration.
    calibrated_on: date | None
    due: date | None

    class Meta:
        ordering = ["what", "name"]

    def __str__(self) -> str:
        return self.name


class InstrumentRevision(AppendOnly):
    """An instrument as it stood from a time on, and why it was changed then."""

    instrument = models.ForeignKey(Instrument, models.PROTECT, related_name="revisions")
    number = models.PositiveIntegerField()
    definition = models.JSONField()
    limits = models.TextField(max_length=6000, blank=True)
    why = models.CharField(max_length=400, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ["-number"]
        constraints = [
            models.UniqueConstraint(fields=["instrument", "number"], name="revision_numbered_once")
        ]

    def __str__(self) -> str:
        return f"{self.instrument}, revision {self.number}"


@keeps_files("papers/*.pdf", "file")
class Calibration(AppendOnly):
    """A calibration: when, by whom, until when; ``file`` names the certificate that was kept."""

    instrument = models.ForeignKey(Instrument, models.PROTECT, related_name="calibrations")
    on = models.DateField()
    due = models.DateField(null=True)
    by_whom = models.CharField(max_length=120, blank=True)
    certificate = models.CharField(max_length=80, blank=True)
    file = models.UUIDField(null=True)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")

    class Meta:
        ordering = ["-on", "-sequence"]

    def __str__(self) -> str:
        return f"{self.instrument}, {self.on}"


@audited
class Resistor(models.Model):
    """A resistor whose value is known, for the daily check of a meter; figures as they were written."""

    name = models.CharField(max_length=80, unique=True)
    ohms = models.CharField(max_length=40)
    percent = models.CharField(max_length=40)
    retired = models.BooleanField(default=False)

    class Meta:
        ordering = ["retired", "name"]

    def __str__(self) -> str:
        return self.name


class ResistorRead(AppendOnly):
    """A meter's check on a known resistor: what it showed, and whether the two agree."""

    id = models.UUIDField(primary_key=True, editable=False)
    instrument = models.ForeignKey(Instrument, models.PROTECT, related_name="resistor_reads")
    resistor = models.ForeignKey(Resistor, models.PROTECT, related_name="+")
    display = models.CharField(max_length=200)
    shorted = models.CharField(max_length=200, blank=True)
    off = models.BooleanField()
    headline = models.CharField(max_length=400)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")

    class Meta:
        ordering = ["-sequence"]

    def __str__(self) -> str:
        return self.headline


@audited
class LeadSet(models.Model):
    """A set of test leads; what it read shorted is in the record of the jobs it was used in."""

    name = models.CharField(max_length=80, unique=True)
    retired = models.BooleanField(default=False)

    class Meta:
        ordering = ["retired", "name"]

    def __str__(self) -> str:
        return self.name


class LeadZero(AppendOnly):
    """What a set of leads read shorted, with a meter."""

    leads = models.ForeignKey(LeadSet, models.PROTECT, related_name="zeros")
    instrument = models.ForeignKey(Instrument, models.PROTECT, null=True, related_name="zeros")
    shorted = models.CharField(max_length=200)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")

    class Meta:
        ordering = ["-sequence"]

    def __str__(self) -> str:
        return f"{self.leads}: {self.shorted}"
