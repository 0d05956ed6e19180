"""Jobs, and what is written down in them. What was measured, found or done is append-only."""

from __future__ import annotations

from functools import cached_property
from typing import Any
from uuid import UUID

from django.conf import settings
from django.db import models

from hembit.apps.base.clocks import Ticked
from hembit.apps.base.records.append_only import AppendOnly
from hembit.apps.base.records.named import NamedBySender
from hembit.apps.base.records.sequence import InSequence
from hembit.apps.checks.models import Check
from hembit.apps.checks.packing import PackedField
from hembit.apps.lists.models import OwnEntry
from hembit.apps.machines.models import FittedPart, Machine, Position
from hembit.apps.rules.models import RuleSet
from hembit_core.findings.finding import Finding
from hembit_core.records.forms import Kind, brought_along
from hembit_core.visits.route import School
from hembit_core.visits.symptoms import Symptom

PERSON = settings.AUTH_USER_MODEL


class JobState(models.TextChoices):
    """Whether a job is worked on, or its record is closed."""

    OPEN = "open"
    CLOSED = "closed"


class WaitKind(models.TextChoices):
    """What is waited for."""

    COOL_DOWN = "cool_down"
    HEAT_UP = "heat_up"
    CURRENT_STOPS = "current_stops"
    NIGHT_RATE = "night_rate"
    OTHER = "other"


class FollowUpKind(models.TextChoices):
    """What is to be come back to."""

    BYPASS = "bypass"
    SPARE_ON_ORDER = "spare_on_order"
    WATCH = "watch"
    YEARLY_CHECK = "yearly_check"
    OTHER = "other"


class Job(InSequence, NamedBySender):
    """A visit to a machine, from the complaint to the closed record.

    ``choices`` is what people changed about the route; ``conditions`` what the last reading
    was taken under, for the next one. ``rule_set`` is the shop's rules that hold for it, where they
    are not its machine's; ``own_symptom`` the shop's words for the symptom, where it has some.
    ``version`` counts changes to the job itself.
    """

    number = models.BigAutoField(primary_key=True)
    client_id = models.UUIDField(unique=True, editable=False)
    machine = models.ForeignKey(Machine, models.PROTECT, related_name="jobs")
    complaint = models.TextField(max_length=2000)
    symptom = models.CharField(max_length=30, choices=[(one, one.label) for one in Symptom])
    own_symptom = models.ForeignKey(OwnEntry, models.PROTECT, null=True, related_name="+")
    error_code = models.CharField(max_length=60, blank=True)
    state = models.CharField(max_length=8, choices=JobState, default=JobState.OPEN)
    technician = models.ForeignKey(PERSON, models.PROTECT, related_name="jobs")
    opened_by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")
    opened_at = models.DateTimeField()
    closed_at = models.DateTimeField(null=True)
    choices = models.JSONField(default=dict)
    conditions = models.JSONField(default=dict)
    rule_set = models.ForeignKey(RuleSet, models.PROTECT, null=True, related_name="+")
    version = models.PositiveIntegerField(default=1)
    changed_by = models.ForeignKey(PERSON, models.PROTECT, null=True, related_name="+")
    changed_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-state", "-sequence"]
        indexes = [models.Index(fields=["state", "sequence"], name="job_in_order")]

    def __str__(self) -> str:
        return f"Job {self.number}, {self.machine}"

    @property
    def symptom_label(self) -> str:
        """The symptom in words, the shop's where it has some."""
        return self.own_symptom.label if self.own_symptom else Symptom(self.symptom).label

    @property
    def school(self) -> School:
        """Which tests come first."""
        return School(self.choices.get("school", School.DEAD_FIRST))


class Relation(models.TextChoices):
    """How a reading stands to the one of the same test before it.

    Drying, cleaning, tightening and cooling end a period of the part: what was read before says
    nothing of it now, but for a leak. ``another_part`` says that it is of another new part.
    """

    CORRECTS = "corrects"
    AGAIN = "again"
    DRIED = "dried"
    CLEANED = "cleaned"
    TIGHTENED = "tightened"
    COOLED = "cooled"
    ANOTHER_PART = "another_part"


_BY_NAME = {"by_name": models.F("by__name")}
_BRIEF = {
    "state": models.F("check_kept__state"),
    "outcome": models.F("check_kept__outcome"),
    "title": models.F("check_kept__title"),
    "figure": models.F("check_kept__figure"),
    "figures_digest": models.F("check_kept__figures_digest"),
    "after": models.F("superseded_by__pk"),
}


class BriefReadings(models.Manager["Reading"]):
    """Readings with what a list shows of each, and none of the long texts of their verdicts."""

    def get_queryset(self) -> models.QuerySet[Reading]:
        """Each with what stands under ``brief`` in a reading."""
        return super().get_queryset().annotate(**_BY_NAME, **_BRIEF)


class Reading(AppendOnly, NamedBySender):
    """A reading in a job: a kept check, with the part it is of and who took it.

    ``position`` is missing for the machine's supply; ``part`` for it and for a ``spare``, a
    new part before it is fitted; ``loose`` says that it lay on the bench, out of the machine.
    ``supersedes`` is the reading that this one corrects; after any
    other ``relation`` both stand. Its place in the order of writing is that of its check.
    """

    check_kept = models.OneToOneField(Check, models.PROTECT, primary_key=True, related_name="reading")
    job = models.ForeignKey(Job, models.PROTECT, related_name="readings")
    position = models.ForeignKey(Position, models.PROTECT, null=True, related_name="readings")
    part = models.ForeignKey(FittedPart, models.PROTECT, null=True, related_name="readings")
    spare = models.BooleanField(default=False)
    loose = models.BooleanField(null=True)
    measurand = models.CharField(max_length=40)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")
    supersedes = models.ForeignKey(
        "self", models.PROTECT, null=True, related_name="superseded_by", db_index=False
    )
    reason = models.CharField(max_length=200, blank=True)
    relation = models.CharField(max_length=12, choices=Relation, default=Relation.CORRECTS)

    # What ``brief`` has of each, from its check and from whom.
    state: str
    outcome: str
    title: str
    figure: str
    figures_digest: bytes | None
    by_name: str
    after: UUID | None

    objects = models.Manager()
    brief = BriefReadings()

    class Meta:
        ordering = ["sequence"]
        indexes = [
            models.Index(fields=["position", "sequence"]),
            models.Index(fields=["reason"], condition=~models.Q(reason=""), name="reading_with_reason"),
        ]
        constraints = [
            # Of those alone that supersede another: an index of all would be nearly all nothing, and
            # SQLite, once it has counted, would rather read the whole table.
            models.UniqueConstraint(
                fields=["supersedes"],
                condition=models.Q(supersedes__isnull=False),
                name="superseded_once",
            )
        ]

    def __str__(self) -> str:
        return f"{self.measurand} in job {self.job_id}"


class PartFinding(AppendOnly):
    """What the evidence on a part said at a time. The latest stands; the earlier stay."""

    job = models.ForeignKey(Job, models.PROTECT, related_name="findings")
    position = models.ForeignKey(Position, models.PROTECT, null=True, related_name="findings")
    part = models.ForeignKey(FittedPart, models.PROTECT, null=True, related_name="findings")
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")
    core_version = models.CharField(max_length=20)
    conclusion = models.CharField(max_length=20)
    finding = PackedField()

    class Meta:
        ordering = ["id"]
        indexes = [models.Index(fields=["position", "conclusion"], name="finding_by_conclusion")]

    def __str__(self) -> str:
        return f"{self.conclusion} in job {self.job_id}"

    @cached_property
    def told(self) -> Finding:
        """What was found, in today's form."""
        return Finding.model_validate(brought_along(Kind.FINDING, self.finding))


class Entries(models.Manager["Entry"]):
    """Entries with the name of whoever wrote them."""

    def get_queryset(self) -> models.QuerySet[Entry]:
        """Each with ``by_name``."""
        return super().get_queryset().annotate(**_BY_NAME)


class Entry(AppendOnly, Ticked):
    """Something done or decided in a job, beside its readings: one line of its log.

    ``void`` says why it changes nothing: it stands in the log, and proves nothing.
    """

    id = models.UUIDField(primary_key=True, editable=False)
    sequence = models.PositiveBigIntegerField(unique=True, editable=False)
    job = models.ForeignKey(Job, models.PROTECT, related_name="entries")
    kind = models.CharField(max_length=20)
    position = models.ForeignKey(Position, models.PROTECT, null=True, related_name="entries")
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")
    data = models.JSONField()
    void = models.CharField(max_length=200, blank=True)

    by_name: str  # of whoever wrote it

    objects = Entries()

    class Meta:
        ordering = ["sequence"]

    def __str__(self) -> str:
        return f"{self.kind} in job {self.job_id}"

    @cached_property
    def told(self) -> dict[str, Any]:
        """What was written down, in today's form."""
        return brought_along(Kind.ENTRY, self.data)


class Wait(InSequence, Ticked, NamedBySender):
    """A wait with its clock time. ``item`` is the item of the route that is due after it.

    ``clock_set`` says that the clock was set back while it ran: it is due, and asked again.
    """

    id = models.UUIDField(primary_key=True, editable=False)
    job = models.ForeignKey(Job, models.PROTECT, related_name="waits")
    kind = models.CharField(max_length=16, choices=WaitKind)
    text = models.CharField(max_length=200)
    reckoned = models.CharField(max_length=200, blank=True)
    item = models.CharField(max_length=80, blank=True)
    started_at = models.DateTimeField()
    started_by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")
    due_at = models.DateTimeField()
    clock_set = models.BooleanField(default=False)
    ended_at = models.DateTimeField(null=True)
    ended_by = models.ForeignKey(PERSON, models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ["due_at", "sequence"]
        indexes = [
            models.Index(
                fields=["due_at"], condition=models.Q(ended_at__isnull=True), name="wait_running"
            )
        ]

    def __str__(self) -> str:
        return self.text


class FollowUp(NamedBySender):
    """Something to come back to on a day: a bypass, a spare, a part to watch, a yearly check."""

    id = models.UUIDField(primary_key=True, editable=False)
    job = models.ForeignKey(Job, models.PROTECT, related_name="follow_ups")
    position = models.ForeignKey(Position, models.PROTECT, null=True, related_name="+")
    kind = models.CharField(max_length=16, choices=FollowUpKind)
    text = models.CharField(max_length=400)
    due_on = models.DateField()
    opened_at = models.DateTimeField()
    opened_by = models.ForeignKey(PERSON, models.PROTECT, related_name="+")
    done_at = models.DateTimeField(null=True)
    done_by = models.ForeignKey(PERSON, models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ["due_on", "opened_at", "id"]
        indexes = [
            models.Index(fields=["due_on", "opened_at"], name="follow_up_in_order"),
            models.Index(
                fields=["due_on", "opened_at"],
                condition=models.Q(done_at__isnull=True),
                name="follow_up_open",
            ),
        ]

    def __str__(self) -> str:
        return self.text
