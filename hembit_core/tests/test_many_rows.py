"""P9: a CSV's rows, briefly or whole, say what each reading alone says."""

from __future__ import annotations

import csv
import io
import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core import Conditions, DecisionRule, InputError, State, judge
from hembit_core.families.registry import FAMILIES
from hembit_core.judge import AnySpec
from hembit_core.judging.ohms.brief import Brief
from hembit_core.sheets import readings_csv
from hembit_core.sheets.in_processes import in_processes
from hembit_core.sheets.readings_csv import first_measurand, judge_rows
from hembit_core.tests.readers import READING, here, part, plate

NTC = {"type": "ntc_beta", "r25": "5k", "beta": "3470"}
PLATE = plate("2200", "230")


def _platinum(wires: str, **fields: Any) -> AnySpec:
    sensor = {"type": "platinum", "tolerance_class": "B", "wires": wires}
    return part("temperature_sensor", sensor=sensor, **fields)


SPECS: dict[str, tuple[AnySpec, float]] = {
    "element": (part("heating_element", **PLATE), 24.0),
    "element of an alloy": (part("heating_element", **PLATE, alloy="nicr_80_20"), 23.0),
    "element by its ohms": (
        part(
            "heating_element",
            rating={"by": "ohms", "resistance": "24"},
            tolerance={"school": "percent_of_resistance"},
        ),
        24.0,
    ),
    "bank": (part("element_bank", member=plate("1000", "230"), members=6), 9.0),
    "winding": (part("winding", resistance="118"), 118.0),
    "winding that never gains": (
        part("winding", resistance="118", school="never_gains_ohms", baseline="117.2"),
        118.0,
    ),
    "sensor in kelvin": (part("temperature_sensor", sensor=NTC), 6109.0),
    "sensor by share": (
        part(
            "temperature_sensor",
            sensor=NTC,
            tolerance={"school": "percent_of_resistance", "percent": "10"},
        ),
        6109.0,
    ),
    "two wires": (_platinum("2"), 107.8),
    "three wires": (_platinum("3"), 107.8),
    "four wires": (_platinum("4"), 107.8),
    "switching": (
        part("temperature_sensor", sensor={"type": "switching_ptc", "switching_temperature": "120"}),
        60.0,
    ),
    "sender": (
        part(
            "sender",
            unit="bar",
            points=[{"amount": "0", "ohms": "10"}, {"amount": "10", "ohms": "180"}],
        ),
        95.0,
    ),
    "igniter": (
        part("igniter", usual_lower="45", usual_upper="85", lenient_upper="190", school="lenient"),
        80.0,
    ),
    "igniter by what it does": (
        part("igniter", usual_lower="45", usual_upper="85", school="function_first"),
        80.0,
    ),
    "lead": (
        part("high_tension_lead", length="0.42", per_metre="7.1k", caps=["5k"]),
        7980.0,
    ),
    "other": (part("resistive_part", resistance="4k7"), 4700.0),
    "contact": (part("contact"), 0.4),
    "nothing known": (part("unknown_part", what="coil"), 86.0),
}
TAKEN = {
    "lead_zero": ["", "0.2", "0.34"],
    "leads_nulled": ["", "yes"],
    "connection": ["", "isolated", "in_circuit"],
    "part_temperature": ["", "20", "20.5", "31", "90"],
    "temperature_source": ["", "infrared", "ice_bath"],
    "thermometer_limit": ["", "0.2"],
    "stands_at": ["", "5"],
}
OF_ONE_KIND = {"pair": ["", "0.4"], "settled": ["", "no"]}


@st.composite
def _files(draw: st.DrawFn) -> tuple[AnySpec, str]:
    """A part, and a CSV of readings of it: some taken alike, some each in its own way."""
    spec, nominal = draw(st.sampled_from([SPECS[name] for name in sorted(SPECS)]))
    kind: Any = FAMILIES[type(spec)].ohms or FAMILIES[type(spec)].readings[0]
    columns = {**TAKEN, **{k: v for k, v in OF_ONE_KIND.items() if k in kind.model_fields}}
    ways = draw(
        st.lists(
            st.fixed_dictionaries({key: st.sampled_from(of) for key, of in columns.items()}),
            min_size=1,
            max_size=4,
        )
    )
    factors = st.one_of(st.floats(0.02, 30), st.floats(0.75, 1.3))
    shown = st.one_of(
        st.just("OL"), factors.map(lambda one: f"{nominal * one / 1e3:.5f}k"), st.just("0.1")
    )
    file = io.StringIO()
    writer = csv.DictWriter(file, ["name", "display", *columns])
    writer.writeheader()
    for display in draw(st.lists(shown, min_size=1, max_size=10)):
        writer.writerow({"name": "one", "display": display, **draw(st.sampled_from(ways))})
    return spec, file.getvalue()


def _alone(spec: AnySpec, cells: dict[str, str], file: Conditions, rule: DecisionRule) -> Brief | None:
    """The verdict on one row by the whole judgement; None where that refuses it."""
    try:
        conditions, reading = readings_csv._parsed(cells, file, first_measurand(spec, file))
        return Brief.of(judge(spec, reading, conditions, rule))  # type: ignore[arg-type]
    except (InputError, ValueError):
        return None


class ManyRows(unittest.TestCase):
    @settings(max_examples=400)
    @given(_files(), st.sampled_from(list(DecisionRule)), st.sampled_from([{}, {"cold": "1"}]))
    def test_each_row_says_what_it_says_alone(
        self, drawn: tuple[AnySpec, str], rule: DecisionRule, bare: dict[str, str]
    ) -> None:
        spec, text = drawn
        file = Conditions() if bare else here()
        rows = list(judge_rows(io.StringIO(text), spec, file, rule))
        for cells, row in zip(csv.DictReader(io.StringIO(text)), rows, strict=True):
            cells.pop("name")
            alone = _alone(spec, {k: v for k, v in cells.items() if v}, file, rule)
            self.assertEqual(row.verdict, alone, cells)

    def test_near_every_limit_each_row_says_what_it_says_alone(self) -> None:
        factors = (0.3, *(0.86 + 0.01 * step for step in range(30)), 1.9, 10)
        for name, (spec, nominal) in SPECS.items():
            shown = [f"{nominal * one:.4g}" for one in factors] + ["OL", "0.1"]
            rule = DecisionRule.SIMPLE if len(name) % 2 else DecisionRule.GUARDED_ACCEPTANCE
            for way in ("0.2,20,isolated", ",,isolated", "0.2,31,"):
                lines = "".join(f"{one},{way}\n" for one in shown)
                text = f"display,lead_zero,part_temperature,connection\n{lines}"
                rows = list(judge_rows(io.StringIO(text), spec, here(), rule))
                for cells, row in zip(csv.DictReader(io.StringIO(text)), rows, strict=True):
                    alone = _alone(spec, {k: v for k, v in cells.items() if v}, here(), rule)
                    with self.subTest(name, **cells):
                        self.assertEqual(row.verdict, alone)

    def test_every_family_in_ohms_is_drawn(self) -> None:
        drawn = {type(spec) for spec, _ in SPECS.values()}
        single = {kind for kind, family in FAMILIES.items() if family.ohms_due is not None}
        self.assertEqual(single - drawn, set())

    def test_what_is_due_is_told_as_the_expectation_tells_it(self) -> None:
        for name, (spec, _) in SPECS.items():
            family = FAMILIES[type(spec)]
            if family.ohms_due is None or family.ohms is None:
                continue
            with self.subTest(name):
                first = first_measurand(spec, here())
                reading = READING.validate_python({"measurand": first, "display": "1"})
                due = family.ohms_due(spec, family.as_taken(spec, reading), here(stands_at="5"))
                self.assertEqual(due.text, due.expectation.text)
                self.assertEqual(due.band, due.expectation.rail.band)

    def test_a_pair_that_was_not_read_is_missed_in_every_row(self) -> None:
        spec = _platinum("3", tolerance={"school": "own_kelvin", "limit": "4"})
        source = io.StringIO("display,lead_zero\n" + "109.7,0.2\n109.8,0.2\n")
        for row in judge_rows(source, spec, here(), DecisionRule.SIMPLE):
            assert row.verdict is not None
            self.assertIn("own wires were not read", row.verdict.outcome_text)

    def test_a_long_file_is_shared_out_in_its_order(self) -> None:
        lines = "".join(
            f"n{one},{110 + one % 17}.0,{10 + one % 29}.{one % 10}\n" for one in range(6000)
        )
        text = f"name,display,part_temperature\n{lines}"
        spec = SPECS["winding"][0]
        alone, shared = (
            list(judge_rows(io.StringIO(text), spec, here(), DecisionRule.SIMPLE, processes))
            for processes in (1, 2)
        )
        self.assertEqual(shared, alone)
        self.assertEqual([row.name for row in shared], [f"n{one}" for one in range(6000)])

    def test_light_work_is_not_sent_away(self) -> None:
        there = list(in_processes(lambda one: one + 1, iter(range(9)), 2, lambda one: False))
        self.assertEqual(there, list(range(1, 10)))

    def test_several_displays_in_a_cell(self) -> None:
        source = io.StringIO("measurand,displays,lead_zero\nsiblings,118.2 118.9;118.4,0.2\n")
        (row,) = judge_rows(source, SPECS["winding"][0], here(), DecisionRule.SIMPLE)
        assert row.verdict is not None
        self.assertEqual(row.verdict.state, State.WITHIN)
