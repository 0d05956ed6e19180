"""What to expect of a spark igniter, and judging its windings and its gap."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, Side
from hembit_core.conformity.uncertainty import combined, rectangular
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.spark_igniter.spec import SparkIgniter
from hembit_core.families.winding_set import family as winding_set
from hembit_core.families.winding_set.family import SetResistances
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Millimetres
from hembit_core.model import Model

_SPARK = "Never the meter on the spark output; no spark-hunting near gas or fuel."


class SparkGap(Model):
    """The gap between the electrode and its counterpart, by a gauge [mm]."""

    about: ClassVar = Measurand(
        "Gap",
        Step.MEASURE,
        "dead",
        2,
        Role.GAP,
        Probes(
            drawing="spark_gap",
            first="electrode",
            second="its counterpart",
            disconnect="supply off and locked; a feeler or wire gauge, cold",
        ),
        by_meter=False,
    )
    measurand: Literal["spark_gap"] = "spark_gap"
    gap: Millimetres


def expectations(spec: SparkIgniter, conditions: Conditions) -> tuple[Expectation, ...]:
    """Both windings, and the gap where the spec gives one."""
    windings = winding_set.expectations(spec.windings, conditions)[0]
    told = windings.model_copy(
        update={
            "cautions": (_SPARK, *windings.cautions),
            "probes": windings.probes.model_copy(
                update={"disconnect": "plug and high-tension lead off; the spark is off and locked"}
            ),
        }
    )
    due = _gap_due(spec)
    if due is None:
        return (told,)
    gap = expect(
        SparkGap,
        due.empty().rail,
        detail="by a gauge; look for cracks, soot and a burnt tip",
        overflow_means="set it",
        zero_means="it is bridged: no spark",
        policy=("gap as given in the spec",),
        digits=2,
    )
    return told, gap


def _gap_due(spec: SparkIgniter) -> RowDue | None:
    if spec.gap_least is None and spec.gap_most is None:
        return None
    least = spec.gap_least.value if spec.gap_least else None
    most = spec.gap_most.value if spec.gap_most else None
    return RowDue("gap", "the gap", Band(lower=least, upper=most), "mm", 2)


def judge(
    spec: SparkIgniter,
    reading: SetResistances | SparkGap,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge the transformer's windings, or the gap.

    Raises
    ------
    InputError
        If a display cannot be used, or the spec has no gap.
    """
    if isinstance(reading, SetResistances):
        found = winding_set.judge(spec.windings, reading, conditions, rule)
        expectation = expectations(spec, conditions)[0]
        return found.model_copy(update={"expectation": expectation, "cautions": expectation.cautions})
    due = _gap_due(spec)
    if due is None:
        raise InputError("The spec gives no gap. Give its least, its most, or both.").at(
            "spec.gap_least"
        )
    gauge = conditions.rules.feeler_gauge_limit_mm
    standard = combined(rectangular(gauge), rectangular(reading.gap.step / 2))
    row, placed = due.place(reading.gap.value, Budget.of(gauge=standard))
    verdict = verdict_of_rows(
        (row,),
        lambda one: (
            "Bend the counterpart, never the electrode: its ceramic cracks. Gauge it again."
            if one.side is Side.HIGH
            else "Clean it; open the gap at the counterpart; gauge it again."
        ),
        "Now the lead's ohms and the ceramic: a crack sparks inside.",
        places={row.key: placed},
    )
    return verdict.build(
        expectations(spec, conditions)[1],
        rule,
        rail=row.rail,
        read_as=(f"{reading.gap.told}",),
        value=row.value,
    )


DECLARED = (Family(SparkIgniter, (SetResistances, SparkGap), expectations, judge, lights=True),)
