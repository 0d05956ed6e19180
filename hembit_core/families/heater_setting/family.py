"""Setting against ability: can it get there at all, and by when?"""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import combined, rectangular
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.heater_setting.spec import HeaterSetting
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Minutes, Temperature, Voltage
from hembit_core.model import Model
from hembit_core.notation import fixed, plain, quantity
from hembit_core.physics.waiting import WATER_HEAT_CAPACITY, heat_up_time
from hembit_core.working import WorkingLine

_LOWER = "Set it lower, or change what limits it: no part is replaced for a setting."


class SettingReach(Model):
    """What is asked of it: the target, where it starts, and in what time.

    ``supply`` is the volts at the heater; the plate's where none are given.
    """

    about: ClassVar = Measurand(
        "Setting against ability",
        Step.SENSORS,
        "either",
        2,
        Role.ABLE,
        Probes(
            drawing="setting",
            first="the setting",
            second="its own thermostat or cut-out",
            disconnect="nothing: read off, and worked out",
        ),
        by_meter=False,
    )
    measurand: Literal["setting_reach"] = "setting_reach"
    target: Temperature
    start: Temperature
    supply: Voltage | None = None
    within: Minutes | None = None


def expectations(spec: HeaterSetting, conditions: Conditions) -> tuple[Expectation, ...]:
    """A target up to its ability."""
    due = RowDue("target", "the target", Band(upper=spec.ability.value), "°C")
    return (
        expect(
            SettingReach,
            due.empty().rail,
            detail=f"what its own thermostat or cut-out allows; {spec.power.told} into "
            f"{spec.litres.told}",
            overflow_means="it cannot get there",
            zero_means="nothing is asked of it",
            topics=("low_voltage",),
        ),
    )


def judge(
    spec: HeaterSetting, reading: SettingReach, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Place the target against the ability, and the least time to get there against the time allowed.

    t = m · c · Δϑ / P, P = P_rated · (U / U_rated)²; without losses, so that above the time
    allowed is certain, and below is not.

    Raises
    ------
    InputError
        If the target does not lie above the start.

    References
    ----------
    Joule's law; heat balance of water.
    """
    target, start = reading.target, reading.start
    if target.value <= start.value:
        raise InputError("The target lies at or below the start: there is nothing to heat.").at(
            "reading.target"
        )
    due = RowDue("target", "the target", Band(upper=spec.ability.value), "°C")
    standard = combined(rectangular(target.step / 2), rectangular(spec.ability.step / 2))
    rows: list[Row] = []
    places: dict[str, Placed] = {}
    row, placed = due.place(target.value, Budget.of(expectation=standard))
    rows.append(row)
    places[row.key] = placed
    volts = reading.supply or spec.voltage
    power = spec.power.value * (volts.value / spec.voltage.value) ** 2
    rise = target.value - start.value
    minutes = heat_up_time(spec.litres.value, start.value, target.value, power) / 60
    relative = combined(
        rectangular(spec.litres.step / 2) / spec.litres.value,
        2 * rectangular(volts.step / 2) / volts.value,
        combined(rectangular(target.step / 2), rectangular(start.step / 2)) / rise,
    )
    if reading.within is not None:
        time = RowDue("time", "the time it takes", Band(upper=reading.within.value), "min", 3)
        row, placed = time.place(minutes, Budget.of(expectation=minutes * relative))
        rows.append(row)
        places[row.key] = placed
    told = tuple(rows)
    line = WorkingLine(
        key="heat_up",
        label="The least time to get there",
        result=f"{fixed(minutes, 1)} min",
        formula="t = m · c · Δϑ / P, P = P_rated · (U / U_rated)²",
        figures=f"{spec.litres.told} · {plain(rise)} K, {quantity(power, 'W', 3)} at "
        f"{volts.told}, c = {plain(WATER_HEAT_CAPACITY)} J/(kg K)",
        source="Joule's law; heat balance, without losses",
        value=minutes,
        unit="min",
    )
    return _verdict(told, places, minutes).build(
        expectations(spec, conditions)[0],
        rule,
        rail=deciding_rail(told),
        read_as=(f"{target.text} °C from {start.text} °C",),
        value=told[0].value,
        working=(line,),
        policy=("without losses: it takes longer",),
        rows=told,
    )


def _verdict(rows: tuple[Row, ...], places: dict[str, Placed], minutes: float) -> Verdict:
    at_least = f"at the least {fixed(minutes, 0)} min"
    verdict = verdict_of_rows(
        rows, lambda _: _LOWER, f"It gets there, {at_least} from the start.", places=places
    )
    by_key = {row.key: row for row in rows}
    if by_key["target"].state is State.OUTSIDE:
        verdict.code, verdict.headline = (
            Code.SETTING_BEYOND_REACH,
            "Outside, high: the setting lies beyond what it can reach",
        )
    elif "time" in by_key and by_key["time"].state is State.OUTSIDE:
        verdict.code, verdict.side = Code.TIME_TOO_SHORT, Side.HIGH
        verdict.headline = f"Outside, high: it takes {at_least}, more than is allowed"
    elif verdict.state is State.WITHIN:
        verdict.code, verdict.headline = (
            Code.SETTING_WITHIN_REACH,
            f"Within: it can get there, {at_least} from the start",
        )
    return verdict


DECLARED = (Family(HeaterSetting, (SettingReach,), expectations, judge, thing=False),)
