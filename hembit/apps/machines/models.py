"""Customers, their machines, the positions in them, and the part fitted in each."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from pydantic import TypeAdapter

from hembit.apps.base.audit import audited
from hembit.apps.base.records.append_only import AppendOnly
from hembit.apps.library.models import Revision
from hembit.apps.rules.models import RuleSet
from hembit_core import PartSpec
from hembit_core.families.supply.spec import SupplySystem

_SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)


@audited
class Customer(models.Model):
    """Whom a machine belongs to. Erased customers keep their row, without anything personal."""

    name = models.CharField(max_length=120)
    contact = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40, blank=True)
    email = models.EmailField(blank=True)
    address = models.TextField(max_length=400, blank=True)
    note = models.TextField(max_length=2000, blank=True)
    erased_at = models.DateTimeField(null=True, editable=False)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


@audited
class Machine(models.Model):
    """A machine at a site: what its plate says, its supply system, the site's altitude [m].

    ``model`` and ``serial`` are its maker's, as they stand on the plate; ``rule_set`` is the shop's
    rules that hold for it, where they are not the default ones.
    """

    customer = models.ForeignKey(Customer, models.PROTECT, related_name="machines")
    name = models.CharField(max_length=120)
    place = models.CharField(max_length=120, blank=True)
    model = models.CharField(max_length=120, blank=True)
    serial = models.CharField(max_length=80, blank=True)
    supply_system = models.CharField(max_length=40, default=SupplySystem.SINGLE_PHASE_230.value)
    altitude = models.IntegerField(null=True, blank=True)
    note = models.TextField(max_length=2000, blank=True)
    rule_set = models.ForeignKey(RuleSet, models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


@audited
class Position(models.Model):
    """A place in a machine where a part sits: "top deck, front element".

    One that is not in the machine any more is ``retired_at`` a time: its history stays.

    ``part_of`` is the bank or set it is a member of; ``rule_set`` the shop's rules by which what sits
    here is judged, where they are not the machine's. ``held_safety_device`` says that a part that is
    one by its kind is or was fitted here; ``safety_device`` is a lead's word against or for it.
    """

    machine = models.ForeignKey(Machine, models.CASCADE, related_name="positions")
    name = models.CharField(max_length=120)
    place = models.PositiveSmallIntegerField(default=0)
    part_of = models.ForeignKey("self", models.SET_NULL, null=True, related_name="members")
    behind_panel = models.BooleanField(default=False)
    rule_set = models.ForeignKey(RuleSet, models.PROTECT, null=True, related_name="+")
    held_safety_device = models.BooleanField(default=False, editable=False)
    safety_device = models.BooleanField(null=True, default=None)
    retired_at = models.DateTimeField(null=True, editable=False)

    class Meta:
        ordering = ["machine", "place", "id"]
        constraints = [
            models.UniqueConstraint(
                fields=["machine", "name"],
                condition=models.Q(retired_at__isnull=True),
                name="position_named_once",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def is_safety_device(self) -> bool:
        """Whether what is in it is never bypassed: by a lead's word, else by all that it ever held."""
        return self.held_safety_device if self.safety_device is None else self.safety_device


@audited
class FittedPart(models.Model):
    """A part in a position from the day it was fitted to the day it was taken out.

    ``job_number`` is the visit it was fitted in; a part that was there before has none. ``revision``
    is the library's that its ``spec`` is from; a spec of its own has none.
    """

    position = models.ForeignKey(Position, models.CASCADE, related_name="parts")
    spec = models.JSONField()
    revision = models.ForeignKey(Revision, models.PROTECT, null=True, related_name="parts")
    serial = models.CharField(max_length=80, blank=True)
    fitted_on = models.DateField(null=True)
    removed_at = models.DateTimeField(null=True)
    job_number = models.PositiveIntegerField(null=True)

    class Meta:
        ordering = ["-id"]
        constraints = [
            models.UniqueConstraint(
                fields=["position"],
                condition=models.Q(removed_at__isnull=True),
                name="one_part_in_a_position",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.position}: {self.serial or 'no serial'}"

    @property
    def part_spec(self) -> Any:
        """The spec for the core."""
        return _SPEC.validate_python(self.spec)


class SpecMended(AppendOnly):
    """The spec of a fitted part was not the right one: what stood before, and why it was mended."""

    part = models.ForeignKey(FittedPart, models.CASCADE, related_name="mended")
    spec = models.JSONField()
    revision = models.ForeignKey(Revision, models.PROTECT, null=True, related_name="+")
    why = models.CharField(max_length=400)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ["sequence"]

    def __str__(self) -> str:
        return f"{self.part}: {self.why}"


class MachineCircuit(AppendOnly):
    """A machine's circuit as it stood from a time on; ``rows`` are the core's."""

    machine = models.ForeignKey(Machine, models.CASCADE, related_name="circuits")
    number = models.PositiveIntegerField()
    rows = models.JSONField()
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")

    class Meta:
        ordering = ["machine", "number"]
        constraints = [
            models.UniqueConstraint(fields=["machine", "number"], name="circuit_revision_once")
        ]

    def __str__(self) -> str:
        return f"{self.machine}, circuit {self.number}"
