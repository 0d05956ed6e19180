"""Fitting and proving: the new part in, its watts against what feeds it, the gate."""

from __future__ import annotations

from datetime import date
from typing import Any, Literal

from hembit.apps.jobs.entries.base import EntryIn, figures_of
from hembit.apps.jobs.models import FollowUp, FollowUpKind
from hembit.apps.jobs.typed import PartKey, Reason
from hembit.apps.jobs.visit.case_danger import danger_of
from hembit.apps.jobs.visit.findings import refresh_finding
from hembit.apps.jobs.visit.judged_now import Now, judged_by_mended, now_of
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.jobs.visit.overtaken import overtaken_by, refuse_of_part_before
from hembit.apps.library.finding import standing_of
from hembit.apps.lists.services import SpecIn
from hembit.apps.machines.models import FittedPart
from hembit.apps.machines.schemas import PartIn, Serial
from hembit.apps.machines.services import fit_part, spec_given
from hembit_core.conformity.states import Outcome
from hembit_core.errors import InputError
from hembit_core.measuring.display import Function
from hembit_core.measuring.figures import Voltage
from hembit_core.visits.dead.gate import EnergisingGate, pass_gate
from hembit_core.visits.fitting import Feed, check_feed
from hembit_core.visits.part_tests import has_dead_test
from hembit_core.visits.route import Choices


class FittedEntry(EntryIn):
    """A new part in a position: the same spec as before, unless another is given, of the
    library or its own.

    ``unmeasured_because`` is the reason for fitting it without a good reading of it.
    """

    kind: Literal["fitted"] = "fitted"
    part: PartKey
    serial: Serial = ""
    spec: SpecIn | None = None
    revision: int | None = None
    fitted_on: date | None = None
    unmeasured_because: Reason = ""

    def hands(self, moment: Moment) -> str:
        """The old part comes out, the new one in."""
        return "fit the part"

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Measured before it goes in; the old part is taken out, its history stays.

        Where its measuring was skipped on the route, the reason given there stands.
        """
        visit = moment.visit
        position = visit.position(self.part)
        if position is None:
            raise InputError("A supply is not fitted. Choose a part.").at("part")
        refuse_of_part_before(visit, moment.person, self.sent, moment.now, self.part)
        given = self._given(visit, position.pk)
        spec, _ = spec_given(given)
        readings = visit.spare_readings(self.part)
        because = self.unmeasured_because or _why_skipped(visit, self.part, readings)
        if not because:
            by_its_spec = judged_by_mended((one, spec) for one in readings)
            now = [one for each in readings if (one := now_of(each, by_its_spec))]
            _check_spare(position.name, spec, now)
        part = fit_part(position, given, moment.person, moment.now, visit.job.number)
        FollowUp.objects.filter(
            job=visit.job,
            position=position,
            kind=FollowUpKind.SPARE_ON_ORDER,
            done_at__isnull=True,
        ).update(done_at=moment.now, done_by=moment.person)
        return self.data() | {
            "unmeasured_because": because,
            "fitted_part": part.pk,
            "spares": [str(one.pk) for one in readings],
        }

    def afterwards(self, moment: Moment, data: dict[str, Any]) -> None:
        """A new part that is a danger, fitted for whatever reason, is one in its place."""
        position = moment.visit.position(self.part)
        part = FittedPart.objects.get(pk=data["fitted_part"])
        if position and danger_of(position, part):
            refresh_finding(moment.visit.job, position, moment.person, moment.now)

    def _given(self, visit: Visit, position: int) -> PartIn:
        """The part as it is typed here, else as the one before it was."""
        about = {"serial": self.serial, "fitted_on": self.fitted_on}
        if self.spec is not None or self.revision is not None:
            return PartIn(spec=self.spec, revision=self.revision, **about)
        before = visit.parts.get(position)
        if before and before.revision and standing_of(before.revision) != "declined":
            return PartIn(revision=before.revision_id, **about)
        return PartIn(spec=visit.spec(self.part), **about)


def _why_skipped(visit: Visit, part: str, readings: list[Any]) -> str:
    """Why a part of which nothing was read was left unmeasured, as the route has it."""
    choices = Choices.model_validate(visit.job.choices)
    return "" if readings else choices.why_skipped(f"spare:{part}")


def _check_spare(name: str, spec: Any, readings: list[Now]) -> None:
    if has_dead_test(spec) and not readings:
        raise InputError(
            f"Measure the new part for {name} before it is fitted, or say why it cannot be."
        ).at("unmeasured_because")
    bad = next((one for one in readings if one.outcome == Outcome.REJECT), None)
    if bad:
        raise InputError(
            f"The new part reads {bad.figure} and was rejected. Take "
            "another, or say why it is fitted all the same."
        ).at("unmeasured_because")


def told_fitted(data: dict[str, Any]) -> str:
    """One line for the log."""
    serial = f", serial {data['serial']}" if data["serial"] else ""
    why = f". Not measured before: {data['unmeasured_because']}" if data["unmeasured_because"] else ""
    return f"New part fitted{serial}{why}"


class FeedCheckedEntry(EntryIn):
    """The new part's amps against fuse, cable and contactor, at the supply [V]."""

    kind: Literal["feed_checked"] = "feed_checked"
    part: PartKey
    feed: Feed
    supply: Voltage

    def accept(self, moment: Moment) -> dict[str, Any]:
        """The verdict is stored with it."""
        verdict = check_feed(moment.visit.spec(self.part), self.feed, self.supply.value)
        return self.data() | {"fits": verdict.fits, "headline": verdict.headline}

    def voided_by(self, moment: Moment) -> str:
        """Of the part before, where that was exchanged meanwhile."""
        return overtaken_by(moment, self.sent, self.part)


def told_feed(data: dict[str, Any]) -> str:
    """One line for the log."""
    return str(data["headline"])


class GatePassedEntry(EntryIn):
    """What was checked before it is energised after a repair."""

    kind: Literal["gate_passed"] = "gate_passed"
    gate: EnergisingGate

    def measured(self) -> tuple[str, dict[str, str]]:
        """Protective conductor and insulation."""
        named = {
            "protective conductor": self.gate.protective_conductor,
            "insulation": self.gate.insulation,
        }
        return "gate_refused", figures_of(Function.RESISTANCE, named)

    def hands(self, moment: Moment) -> str:
        """Protective conductor and insulation are read dead, and what was left inside is looked for."""
        return "pass the gate"

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Refuse at the first thing that forbids energising."""
        try:
            passed = pass_gate(
                self.gate,
                moment.visit.rules,
                burns_gas=moment.visit.burns_gas,
                supply=moment.visit.supply,
            )
        except InputError as error:
            raise error.at(f"gate.{error.field}") from None
        return self.data() | {"lines": list(passed.lines)}

    def voided_by(self, moment: Moment) -> str:
        """Of the machine as it was: what somebody fitted meanwhile has to pass as well."""
        return overtaken_by(moment, self.sent)


def told_gate(data: dict[str, Any]) -> str:
    """One line for the log."""
    return f"Before energising: {'; '.join(data['lines'])}"
