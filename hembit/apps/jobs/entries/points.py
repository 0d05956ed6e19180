"""A reading between two points of the machine, or through a part by clamp: set on its circuit."""

from __future__ import annotations

from typing import Any, Literal
from uuid import UUID

from hembit.apps.jobs.entries.base import EntryIn
from hembit.apps.jobs.entries.correcting import check_corrects
from hembit.apps.jobs.on_circuit.readings import circuit_of, readings_of
from hembit.apps.jobs.on_circuit.standing import standing_points
from hembit.apps.jobs.typed import Reason
from hembit.apps.jobs.visit.dead_or_live import state_of
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.jobs.visit.overtaken import overtaken_by
from hembit.apps.shop.services import find_meter
from hembit_circuits.advise.live_truth import truth_of
from hembit_circuits.advise.points import PointsReading, points_read
from hembit_circuits.words.words import where_text
from hembit_core.errors import InputError
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.meters import Meter
from hembit_core.visits.dead.category import check_rated


class PointsReadEntry(EntryIn):
    """What was read between two points, with the meter by its number.

    ``corrects`` is the reading whose place it takes, with a ``reason``.
    """

    kind: Literal["points_read"] = "points_read"
    taken: PointsReading
    meter: int | None = None
    corrects: UUID | None = None
    reason: Reason = ""

    def accept(self, moment: Moment) -> dict[str, Any]:
        """As the machine's state admits it; with what it says by itself, in the words of that day."""
        here = circuit_of(moment.visit)
        if here is None:
            raise InputError("This machine has no circuit yet. Give it one first.").at("taken")
        check_corrects(self.corrects, self.reason, standing_points(moment.visit))
        meter = self._meter()
        self._admit(moment, meter)
        try:
            read = points_read(
                here.circuit, self.taken, Conditions(meter=meter, rules=moment.visit.rules)
            )
        except InputError as error:
            raise error.at(_place(error.field)) from None
        others = [one for one in readings_of(moment.visit, here) if one.key != str(self.corrects)]
        truth = truth_of(here.circuit, read.reading, others)
        return self.data() | {
            "reading": read.reading.model_dump(mode="json"),
            "figure": read.figure,
            "where": where_text(here.circuit, read.reading.probe),
            "code": truth.code,
            "says": truth.text,
            "due": truth.due,
            "meter_name": meter.name,
        }

    def voided_by(self, moment: Moment) -> str:
        """Of the machine before an exchange, or of the part by itself before its own; what corrects
        another speaks of that one's moment.
        """
        here = circuit_of(moment.visit)
        if self.corrects or here is None:
            return ""
        if not self.taken.asked.alone:
            return overtaken_by(moment, self.sent)
        positions = [here.positions.get(key) for key in self.taken.asked.alone]
        found = [overtaken_by(moment, self.sent, str(one)) for one in positions if one is not None]
        return next((one for one in found if one), "")

    def _meter(self) -> Meter:
        try:
            return find_meter(self.meter)
        except InputError as error:
            raise error.at("meter") from None

    def _admit(self, moment: Moment, meter: Meter) -> None:
        """Ohms on what is proved dead, volts and amps on what is stated live, with a meter for it."""
        job = moment.visit.job
        now = state_of(job, moment.person, moment.now, self.sent)
        if self.taken.asked.kind == "ohms":
            if now.state != "proved_dead":
                why = now.lapsed or "Nobody has proved this machine dead yet."
                raise InputError(f"{why} Ohms come after the proof.").at("dead_or_live")
            return
        if now.state != "live":
            raise InputError(
                "Volts and amps need a live machine. State that it is live before they are taken."
            ).at("dead_or_live")
        try:
            check_rated(meter, moment.visit.supply)
        except InputError as error:
            raise error.at("meter") from None


def _place(field: str) -> str:
    """Where an error is in what was sent."""
    if field.startswith("conditions"):
        return "meter"
    return f"taken.{field.removeprefix('reading.')}" if field else "taken"


def told_points(data: dict[str, Any]) -> str:
    """One line for the log."""
    because = f" It takes another's place: {data['reason']}." if data["corrects"] else ""
    return f"{data['where']}: {data['figure']}. {data['says']}. Due: {data['due']}.{because}"
