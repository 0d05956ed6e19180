"""Visits of earlier years, written through the services like anybody's."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone
from pydantic import TypeAdapter

from hembit.apps.jobs.entries.registry import AnyEntry
from hembit.apps.jobs.models import Job, JobState
from hembit.apps.jobs.recording import record
from hembit.apps.jobs.schemas import JobIn, ReadingIn
from hembit.apps.jobs.services import add_entry, open_job
from hembit.apps.machines.models import Position
from hembit.apps.people.models import Person
from hembit_core.families.supply.spec import Supply
from hembit_core.visits.dead.proving import pairs_to_prove

_ENTRY: TypeAdapter[Any] = TypeAdapter(AnyEntry)


def read_years_ago(position: Position, by: Person, meter: int, years: float, display: str) -> None:
    """A yearly check so long ago, in which a winding was read; closed long since."""
    then = timezone.now() - timedelta(days=365.25 * years)
    given = JobIn.model_validate(
        {
            "id": uuid4(),
            "machine": position.machine_id,
            "complaint": "Yearly check",
            "symptom": "yearly_check",
        }
    )
    job = open_job(given, by, then).row
    supply = Supply.model_validate({"system": position.machine.supply_system})
    isolation = {
        "switched_off": ["isolator"],
        "locked": True,
        "discharged": True,
        "tester_before": True,
        "readings": dict.fromkeys(pairs_to_prove(supply), "0.0"),
        "tester_after": True,
    }
    proof = {"id": uuid4(), "kind": "proved_dead", "isolation": isolation}
    add_entry(job.number, _ENTRY.validate_python(proof), by, then)
    reading = {"measurand": "winding_resistance", "connection": "isolated", "display": display}
    body = {
        "id": uuid4(),
        "part": str(position.pk),
        "conditions": {
            "meter": meter,
            "part_temperature": "20.0",
            "temperature_source": "contact_probe",
        },
        "reading": {**reading, "lead_zero": "0.2"},
    }
    record(job.number, ReadingIn.model_validate(body), by, then)
    Job.objects.filter(pk=job.pk).update(state=JobState.CLOSED, closed_at=then)
