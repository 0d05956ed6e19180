"""The workshop's specs: what parts should be, in revisions that never change."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from hembit.apps.base.audit import audited
from hembit.apps.base.records.append_only import AppendOnly
from hembit.apps.rules.models import RuleSet
from hembit_core.library.entry import LibrarySpec

PERSON = settings.AUTH_USER_MODEL


class Standing(models.TextChoices):
    """Whether a spec counts: proposed by a technician, accepted by a lead, or used no more."""

    PROPOSED = "proposed"
    ACCEPTED = "accepted"
    RETIRED = "retired"


@audited
class Spec(models.Model):
    """A spec of the library, as its current revision has it; the names are that one's.

    ``words`` is what it is found by; ``key`` what makes two of them one, see ``LibrarySpec.key``.
    ``current`` is the revision that is offered: the last accepted one, or, of one that is only
    proposed, the last.
    """

    kind = models.CharField(max_length=40)
    name = models.CharField(max_length=120)
    maker = models.CharField(max_length=80, blank=True)
    part_number = models.CharField(max_length=80, blank=True)
    described = models.CharField(max_length=200)
    words = models.TextField(editable=False)
    key = models.CharField(max_length=204, editable=False)
    standing = models.CharField(max_length=10, choices=Standing, default=Standing.ACCEPTED)
    current = models.ForeignKey("Revision", models.PROTECT, null=True, related_name="+", editable=False)

    class Meta:
        ordering = ["name", "id"]
        indexes = [
            models.Index(fields=["name", "id"], name="specs_by_name"),
        ]
        constraints = [
            models.UniqueConstraint(
                fields=["key"], condition=~Q(standing=Standing.RETIRED), name="spec_once"
            )
        ]

    def __str__(self) -> str:
        return self.name


class Revision(AppendOnly):
    """A spec as it stood from a time on, and why it was changed then.

    ``content`` is the core's; ``rule_set`` the shop's rules by which such a part is judged, where
    they are not those of its machine. ``job_number`` is the visit in which it was proposed.
    """

    of = models.ForeignKey(Spec, models.PROTECT, related_name="revisions")
    number = models.PositiveIntegerField()
    content = models.JSONField()
    rule_set = models.ForeignKey(RuleSet, models.PROTECT, null=True, related_name="+")
    proposed = models.BooleanField(default=False)
    job_number = models.PositiveIntegerField(null=True)
    why = models.CharField(max_length=400, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["of", "number"], name="spec_revision_once")]

    def __str__(self) -> str:
        return f"{self.of}, revision {self.number}"

    @property
    def entry(self) -> LibrarySpec:
        """The spec for the core."""
        return LibrarySpec.model_validate(self.content)


class Settled(AppendOnly):
    """What a lead said of a proposed revision: accepted or declined, and why."""

    revision = models.OneToOneField(Revision, models.PROTECT, related_name="settled")
    accepted = models.BooleanField()
    why = models.CharField(max_length=400, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")

    class Meta:
        ordering = ["sequence"]

    def __str__(self) -> str:
        return f"{self.revision} {'accepted' if self.accepted else 'declined'}"
