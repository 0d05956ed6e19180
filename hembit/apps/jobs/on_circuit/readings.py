"""What was read in a job, as its machine's circuit has it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Entry
from hembit.apps.jobs.models import Reading as JobReading
from hembit.apps.jobs.on_circuit.standing import (
    place_of_entry,
    place_of_reading,
    standing_points,
    standing_swaps,
)
from hembit.apps.jobs.on_circuit.what_failed import failed_kinds
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.machines.circuit import circuit_before, circuit_with_parts, rows_of
from hembit.apps.machines.models import MachineCircuit
from hembit_circuits.advise.readings import readings_on
from hembit_circuits.infer.complaint import LEAST_JOBS, complained_of
from hembit_circuits.infer.swaps import Swap, SwapWay, swappable
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_core.visits.symptoms import Symptom


@dataclass(frozen=True)
class JobCircuit:
    """A job's circuit, the positions of its parts by their keys in it, and whence its priors are."""

    kept: MachineCircuit
    circuit: Circuit
    positions: dict[str, int]
    usual: str


@dataclass(frozen=True)
class JobEvidence:
    """What says something of the machine as it is now: readings, and trials with swapped parts."""

    readings: tuple[Reading, ...]
    swaps: tuple[Swap, ...]

    @property
    def keys(self) -> frozenset[str]:
        """Which readings and trials they are."""
        return frozenset(one.key for one in self.readings) | {one.key for one in self.swaps}


def circuit_of(visit: Visit) -> JobCircuit | None:
    """The circuit that a job goes by: the machine's, or that of its day; None where there is none.

    How usual each fault is follows from what is complained of, and from what failed in the shop.
    """
    job = visit.job
    closed = job.entries.filter(kind="closed").last() if job.closed_at else None
    before = closed.sequence if closed else None
    kept = circuit_before(job.machine, before)
    return None if kept is None else _whole(visit, kept, before)


def _whole(visit: Visit, kept: MachineCircuit, before: int | None) -> JobCircuit:
    positions = {row.key: row.position for row in rows_of(kept) if row.position is not None}
    kinds = {
        key: visit.specs[position].kind
        for key, position in positions.items()
        if position in visit.specs
    }
    failed = failed_kinds(before)
    symptom = Symptom(visit.job.symptom)
    circuit = complained_of(circuit_with_parts(visit.job.machine, kept), kinds, symptom, failed)
    count = sum(failed.values())
    usual = f"How usual each fault is: the table's for “{symptom.label}”"
    if count >= LEAST_JOBS:
        usual += f", mixed with what failed {count} times in this shop's closed jobs"
    return JobCircuit(kept, circuit, positions, usual)


def evidence_of(visit: Visit, here: JobCircuit) -> JobEvidence:
    """All that the explanations are weighed by."""
    return JobEvidence(readings_of(visit, here), _swaps_of(visit, here))


def readings_of(visit: Visit, here: JobCircuit) -> tuple[Reading, ...]:
    """All that stands of the machine as it is now, in the order of writing.

    What was read before a part was exchanged says nothing of the new one: of the others by themselves
    it still does. What was read of the new part before it went in is of the machine now.
    """
    of_parts = [(place_of_reading(visit, row), one) for row, one in _of_parts(visit, here)]
    of_points = [(place_of_entry(visit, one), point_of(one)) for one in standing_points(visit)]
    fitted = fitted_keys(visit, here)
    found = []
    for sequence, one in sorted([*of_parts, *of_points], key=lambda each: each[0]):
        since = {key for at, key in fitted.items() if at > sequence}
        is_past = bool(since) and (not one.probe.alone or bool(since & set(one.probe.alone)))
        if not is_past and here.circuit.has(one.probe):
            found.append(one)
    return (*_of_spares(visit, here), *found)


def fitted_keys(visit: Visit, here: JobCircuit) -> dict[int, str]:
    """The parts that were exchanged in the job: their keys in the circuit, empty where they are in
    none, by the place of the exchange in the order of writing.
    """
    keys = {str(position): key for key, position in here.positions.items()}
    return {one.sequence: keys.get(str(one.data["part"]), "") for one in visit.entries_of("fitted")}


def _swaps_of(visit: Visit, here: JobCircuit) -> tuple[Swap, ...]:
    """The trials with swapped parts that say something of the machine as it is now.

    Once a part was exchanged, what was tried of it elsewhere is past. That the complaint stayed with a
    good one in its place holds until another part is exchanged; anything else is of the machine before.
    """
    keys = {one.key for one in swappable(here.circuit)}
    fitted = fitted_keys(visit, here)
    found = []
    for entry in standing_swaps(visit):
        one = Swap.model_validate({**entry.told["swap"], "key": str(entry.pk)})
        place = place_of_entry(visit, entry)
        since = {key for at, key in fitted.items() if at > place}
        if one.way is SwapWay.ELSEWHERE:
            is_past = one.part in since or entry.data["of_before"]
        elif one.works or one.stays or one.way is SwapWay.TAKEN_OUT:
            is_past = bool(since)
        else:
            is_past = bool(since - {one.part})
        if one.part in keys and not is_past:
            found.append(one)
    return tuple(found)


def _of_parts(visit: Visit, here: JobCircuit) -> Iterator[tuple[Any, Reading]]:
    rows = [one for one in visit.standing if not one.spare and not visit.is_past(one)]
    at = {position: key for key, position in here.positions.items()}
    banks = banks_of(visit, here)
    for row, kept in _with_bodies(rows):
        position = row.position_id or 0
        keys = (at[position],) if position in at else banks.get(position, ())
        for one in _on(here.circuit, keys, kept):
            yield row, one


def _of_spares(visit: Visit, here: JobCircuit) -> Iterator[Reading]:
    """What was read of parts on the bench that were fitted since."""
    fitted = {str(one.data["part"]): one for one in visit.entries_of("fitted")}
    keys = {str(position): key for key, position in here.positions.items()}
    taken = {name: key for key, one in fitted.items() for name in one.data.get("spares", ())}
    rows = [one for one in visit.standing if one.spare and str(one.pk) in taken]
    for row, kept in _with_bodies(rows):
        key = keys.get(taken[str(row.pk)])
        if key:
            yield from _on(here.circuit, (key,), kept)


def _with_bodies(rows: list[Any]) -> list[tuple[Any, JobReading]]:
    whole = JobReading.objects.select_related("check_kept__body").in_bulk([one.pk for one in rows])
    return [(one, whole[one.pk]) for one in rows if one.pk in whole]


def _on(circuit: Circuit, keys: tuple[str, ...], kept: JobReading) -> tuple[Reading, ...]:
    said = Submission.model_validate(kept.check_kept.submission)
    judged = judgement_of(kept.check_kept)
    return readings_on(circuit, keys, said.reading, judged, said.conditions, str(kept.pk))


def point_of(entry: Entry) -> Reading:
    """A reading between two points, as it was taken."""
    return Reading.model_validate({**entry.told["reading"], "key": str(entry.pk)})


def banks_of(visit: Visit, here: JobCircuit) -> dict[int, tuple[str, ...]]:
    """Positions that are no row, with the rows of all their members."""
    at = {position: key for key, position in here.positions.items()}
    found: dict[int, list[str]] = {}
    for one in visit.positions:
        bank = one.part_of_id
        if bank is not None and bank not in at and one.retired_at is None and one.pk in at:
            found.setdefault(bank, []).append(at[one.pk])
    return {bank: tuple(keys) for bank, keys in found.items()}
