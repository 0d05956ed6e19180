"""A job as it was loaded: machine, parts, readings, findings, entries, waits, follow-ups."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.db.models import Max, Q, QuerySet

from hembit.apps.base.prepared import Prepared
from hembit.apps.jobs.models import Entry, FollowUp, Job, JobState, PartFinding, Reading, Relation, Wait
from hembit.apps.jobs.visit.case_danger import danger_of
from hembit.apps.jobs.visit.judged_now import Mended, judged_by_mended, specs_at
from hembit.apps.jobs.visit.rule_sets import rules_of_job
from hembit.apps.lists.services import supply_of
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.rules.services import rules_of
from hembit_core.errors import InputError
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.registry import FAMILIES
from hembit_core.families.supply.spec import Supply
from hembit_core.findings.case_danger import CaseDanger
from hembit_core.findings.finding import Conclusion
from hembit_core.rules.values import Rules
from hembit_core.visits.route import MACHINE, SUPPLY

BRIEF = (
    "pk",
    "job_id",
    "position_id",
    "part_id",
    "spare",
    "loose",
    "measurand",
    "at",
    "sequence",
    "reason",
    "relation",
    "state",
    "outcome",
    "title",
    "figure",
    "figures_digest",
    "by_name",
    "after",
)
"""What a visit knows of each reading: rows, since two hundred models would cost more than the rest."""


_POSITIONS = Prepared(
    lambda machine: Position.objects.filter(machine=machine).select_related("rule_set")
)
_PARTS = Prepared(
    lambda machine: FittedPart.objects.filter(
        position__machine=machine, removed_at__isnull=True
    ).select_related("revision__rule_set")
)
_READINGS = Prepared(lambda job: Reading.brief.filter(job=job).values_list(*BRIEF, named=True))


def _findings(job: int, machine: int) -> QuerySet[PartFinding]:
    """The last of a job for each part, and whatever of the machine was ever not to be energised."""
    last = PartFinding.objects.filter(job=job).order_by().values("position", "part")
    here = Q(id__in=last.annotate(last=Max("id")).values("last"))
    ever = Q(conclusion=Conclusion.DO_NOT_ENERGISE, position__machine=machine)
    return PartFinding.objects.filter(here | ever).select_related("by", "position")


_FINDINGS = Prepared(_findings, keys=2)
_ENTRIES = Prepared(lambda job: Entry.objects.filter(job=job))
_WAITS = Prepared(lambda job: Wait.objects.filter(job=job).select_related("started_by", "ended_by"))
_FOLLOW_UPS = Prepared(
    lambda job: FollowUp.objects.filter(job=job).select_related("opened_by", "done_by", "position")
)


def key_of(position_id: int | None) -> str:
    """The key of a part in the route: its position's number, or "supply"."""
    return SUPPLY if position_id is None else str(position_id)


@dataclass(frozen=True)
class Visit:
    """Everything of one job, loaded with a fixed number of queries.

    ``findings`` are the latest of each part that was in a position during the job; ``suspects`` those
    of any job that said “do not energise”, the last of each position.
    """

    job: Job
    positions: tuple[Position, ...]
    parts: dict[int, FittedPart]
    readings: tuple[Any, ...]  # rows of BRIEF
    findings: tuple[PartFinding, ...]
    suspects: tuple[PartFinding, ...]
    entries: tuple[Entry, ...]
    waits: tuple[Wait, ...]
    follow_ups: tuple[FollowUp, ...]

    @classmethod
    def load(cls, job: Job) -> Visit:
        """Load what belongs to ``job``; its verdicts' long texts stay in the database."""
        positions = {
            one.pk: one
            for one in _POSITIONS.of(job.machine_id)
            # One that was taken away since still stands in the records of the visits before.
            if one.retired_at is None or one.retired_at > job.opened_at
        }
        parts = {one.position_id: one for one in _PARTS.of(job.machine_id)}
        found = _FINDINGS.of(job.pk, job.machine_id)
        latest = {(one.position_id, one.part_id): one for one in found if one.job_id == job.pk}
        ever = [one for one in found if one.conclusion == Conclusion.DO_NOT_ENERGISE]
        return cls(
            job=job,
            positions=tuple(positions.values()),
            parts={number: one for number, one in parts.items() if number in positions},
            readings=tuple(_READINGS.of(job.pk)),
            findings=tuple(latest.values()),
            # Of a closed job its own findings say what stood.
            suspects=tuple({one.position_id: one for one in ever}.values())
            if job.state == JobState.OPEN
            else (),
            entries=tuple(_ENTRIES.of(job.pk)),
            waits=tuple(_WAITS.of(job.pk)),
            follow_ups=tuple(_FOLLOW_UPS.of(job.pk)),
        )

    @cached_property
    def rules(self) -> Rules:
        """The shop's rules that hold for the job."""
        return rules_of_job(self.job)

    def rules_for(self, key: str) -> Rules:
        """The shop's rules by which a part is judged: see :mod:`hembit.apps.jobs.visit.rule_sets`."""
        position = self.position(key)
        if position is None or self.job.rule_set_id:
            return self.rules
        part = self.parts.get(position.pk)
        own = position.rule_set or (part.revision.rule_set if part and part.revision else None)
        return rules_of(own) if own else self.rules

    @cached_property
    def supply(self) -> Supply:
        """The machine's supply, as a part of its own."""
        return supply_of(self.job.machine.supply_system)

    @cached_property
    def specs(self) -> dict[int, Any]:
        """The spec of the part in each position now."""
        return {number: part.part_spec for number, part in self.parts.items()}

    @property
    def burns_gas(self) -> bool:
        """Whether gas is lit in the machine."""
        return any(FAMILIES[type(spec)].lights for spec in self.specs.values())

    def position(self, key: str) -> Position | None:
        """The position with that key; None for the supply and the machine as a whole.

        Raises
        ------
        InputError
            If the key names neither.
        """
        if key in (SUPPLY, MACHINE):
            return None
        found = next((one for one in self.positions if str(one.pk) == key), None)
        if found is None:
            raise InputError("This part is not in the machine. Choose one of the route.").at("part")
        return found

    def part_in(self, position: Position | None) -> FittedPart | None:
        """What is fitted in a position now."""
        return self.parts.get(position.pk) if position else None

    def spec(self, key: str) -> Any:
        """The spec of the part with that key, as it is fitted now."""
        position = self.position(key)
        if position is None:
            return self.supply
        spec = self.specs.get(position.pk)
        if spec is None:
            raise InputError(f"{position.name} is empty: no part is noted there.").at("part")
        return spec

    def name(self, key: str) -> str:
        """The part's name, as its position is called."""
        position = None if key == MACHINE else self.position(key)
        if position is not None:
            return position.name
        return self.job.machine.name if key == MACHINE else "Supply"

    @cached_property
    def fitted_here(self) -> frozenset[str]:
        """The parts that were exchanged in this job, by their keys."""
        return frozenset(str(one.data["part"]) for one in self.entries_of("fitted"))

    def entries_of(self, kind: str, key: str | None = None) -> list[Entry]:
        """The entries of that kind that count, oldest first; of one part where a key is given."""
        found = [one for one in self.entries if one.kind == kind and not one.void]
        return found if key is None else [one for one in found if one.data.get("part") == key]

    def last(self, kind: str, key: str | None = None) -> Entry | None:
        """The latest entry of that kind."""
        found = self.entries_of(kind, key)
        return found[-1] if found else None

    @cached_property
    def standing(self) -> tuple[Any, ...]:
        """The readings that no other supersedes, oldest first."""
        return tuple(one for one in self.readings if one.after is None)

    @cached_property
    def mended(self) -> Mended:
        """What stands of the parts as they are now, by specs that were mended since it was read.

        What is mended after a job was closed says nothing in it.
        """
        closed = self.last("closed") if self.job.state == JobState.CLOSED else None
        specs: dict[int | None, Any] = {}
        specs.update(specs_at(self.parts, closed.sequence).items() if closed else self.specs.items())
        if closed is None:
            specs[None] = self.supply
        return judged_by_mended(
            (one, specs[one.position_id])
            for one in self.standing
            if one.position_id in specs and not self.is_past(one)
        )

    def standing_of(self, key: str, measurand: str, *, spare: bool) -> Any:
        """The reading of that test that stands for the part in its position now.

        For a spare, the one of the part that is not fitted yet.
        """
        if spare:
            mine = self.spare_readings(key)
        else:
            position = self.position(key)
            part = self.parts.get(position.pk) if position else None
            where = (position.pk if position else None, part.pk if part else None)
            mine = [
                one
                for one in self.standing
                if not one.spare and (one.position_id, one.part_id) == where and not self.is_past(one)
            ]
        return next((one for one in reversed(mine) if one.measurand == measurand), None)

    def spare_readings(self, key: str) -> list[Any]:
        """What was read of the new part that is about to go in: of no other one before it."""
        since = self.last("fitted", key)
        mine = [
            one
            for one in self.standing
            if one.spare
            and key_of(one.position_id) == key
            and (since is None or one.sequence > since.sequence)
        ]
        others = [place for place, one in enumerate(mine) if one.relation == Relation.ANOTHER_PART]
        return mine[others[-1] :] if others else mine

    def finding(self, key: str) -> PartFinding | None:
        """The finding that stands for a part: of the one fitted now, else of the one before."""
        found = [one for one in self.findings if key_of(one.position_id) == key]
        return self.finding_now(key) or max(found, key=lambda one: one.pk, default=None)

    def finding_now(self, key: str) -> PartFinding | None:
        """The finding on the part that is fitted now, and on no other: in this job, or of one before
        that still stands against energising it.
        """
        position = self.position(key)
        part = self.parts.get(position.pk) if position else None
        found = next(
            (
                one
                for one in self.findings
                if key_of(one.position_id) == key and one.part_id == (part.pk if part else None)
            ),
            None,
        )
        return found or self._inherited(key)

    @cached_property
    def dangers(self) -> dict[str, CaseDanger]:
        """What stands against energising the parts that are fitted now, over all jobs, by key."""
        held = {one.position_id for one in self.suspects}
        names = {
            one.position.name.casefold()
            for one in self.suspects
            if one.position and one.position.retired_at
        }
        found = {}
        for position in self.positions:
            part = self.parts.get(position.pk)
            if part and (position.pk in held or position.name.casefold() in names):
                danger = danger_of(position, part)
                if danger:
                    found[str(position.pk)] = danger
        return found

    def _inherited(self, key: str) -> PartFinding | None:
        """The finding of an earlier job that says what still stands against the part."""
        if key not in self.dangers:
            return None
        position = self.position(key)
        part = self.parts.get(position.pk) if position else None
        mine = (one for one in self.suspects if part and one.part_id == part.pk)
        return next(mine, None)

    def made_of(self, key: str) -> set[str]:
        """The parts that this one is made of: a bank of its members, an ignition sequence of all other
        parts of the machine.
        """
        position = self.position(key)
        whole = position is not None and isinstance(self.specs.get(position.pk), IgnitionSequence)
        return {
            str(one.pk)
            for one in self.positions
            if str(one.part_of_id) == key or (whole and str(one.pk) != key)
        }

    def renewed_in(self, key: str) -> Entry | None:
        """The last fitting of what this part is made of; what was read of the whole before is past."""
        members = self.made_of(key)
        own = self.last("fitted", key)
        fitted = [
            one
            for one in self.entries_of("fitted")
            if one.data["part"] in members and (own is None or one.sequence > own.sequence)
        ]
        return fitted[-1] if fitted else None

    @cached_property
    def _renewals(self) -> dict[str, Entry | None]:
        """Of the supply and every position."""
        keys = (SUPPLY, *(str(one.pk) for one in self.positions))
        return {key: self.renewed_in(key) for key in keys} if self.fitted_here else {}

    def is_past(self, one: Any) -> bool:
        """Whether a reading says nothing of the part as it is now: of another, or before a renewal."""
        if one.spare:
            return False
        renewed = self._renewals.get(key_of(one.position_id))
        return self.is_of_part_before(one) or (renewed is not None and one.sequence <= renewed.sequence)

    def is_of_part_before(self, one: Any) -> bool:
        """Whether a reading is of a part that was taken out meanwhile."""
        if one.position_id is None or one.spare:
            return False
        part = self.parts.get(one.position_id)
        return part is None or one.part_id != part.pk

    def asks_cause(self, key: str) -> bool:
        """Whether a part that was there during the job died of something."""
        return any(one.finding["asks_cause"] for one in self.findings if key_of(one.position_id) == key)
