"""Every field of every spec, reading and condition, and every rule, has an effect somewhere."""

from __future__ import annotations

import unittest
from collections.abc import Callable, Iterator
from enum import StrEnum
from functools import cache
from pathlib import Path
from typing import Any, get_args

from pydantic import BaseModel, TypeAdapter, ValidationError

from hembit_core import Conditions, InputError, judge
from hembit_core.families.registry import FAMILIES
from hembit_core.judge import PartReading, PartSpec, by_rules
from hembit_core.measuring.figures import FigureText
from hembit_core.rules.settings import rule_settings
from hembit_core.rules.values import Rules, default_rules
from hembit_core.sheets.sheet import read_sheet
from hembit_core.tests.readers import here, part

EXAMPLES = sorted((Path(__file__).resolve().parents[2] / "examples").glob("*.json"))
SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)
READING: TypeAdapter[Any] = TypeAdapter(PartReading)
Taken = tuple[Any, Any, Conditions]
Field = tuple[str, str]
SWEPT = ["0.05k", "0.9k", "1.5k", "2.5k", "3.3k", "4.4k"]
_SMALL = {"power": "20", "voltage": "230"}
_PLATINUM = {"type": "platinum", "wires": "3"}
BESIDE_THE_EXAMPLES: list[tuple[dict[str, Any], dict[str, Any]]] = [
    (
        {
            "kind": "igniter",
            "usual_lower": "45",
            "usual_upper": "85",
            "lenient_upper": "150",
        },
        {"measurand": "igniter_resistance", "display": "110", "settled": False},
    ),
    (
        {"kind": "position_sensor", "track": "4k7", "linearity": "3"},
        {
            "measurand": "sweep",
            "displays": ["0.05k", "0.9k", "1.5k", "2.5k", "3.3k", "4.4k"],
            "evenly": True,
        },
    ),
    (
        {"kind": "ignition_sequence", "stages": [{"name": "a", "voltage": "24", "within": "10"}]},
        {"measurand": "sequence", "stages": [{"voltage": "24.1", "acted": "yes", "after": "8"}]},
    ),
    (
        {"kind": "control", "feed": "230"},
        {"measurand": "control_output", "called": "yes", "output": "229", "feed": "230", "acted": "no"},
    ),
    (
        {"kind": "temperature_sensor", "sensor": _PLATINUM},
        {"measurand": "sensor_resistance", "display": "108.8", "lead_zero": "0.3"},
    ),
    (
        {"kind": "heating_element", "rating": {"by": "plate", "pairs": [_SMALL]}},
        {"measurand": "between_terminals", "display": "2.70k", "leads_nulled": True},
    ),
    ({"kind": "winding", "resistance": "38"}, {"measurand": "continuity", "sounds": "yes"}),
    ({"kind": "winding", "resistance": "38"}, {"measurand": "continuity", "sounds": "no"}),
    (
        {"kind": "winding", "resistance": "118", "baseline": "117", "ceiling_expanded": "1"},
        {"measurand": "winding_resistance", "display": "117.5", "leads_nulled": True},
    ),
    (
        {"kind": "contact", "device": "limit", "opens_at": "90"},
        {"measurand": "contact_switching", "opened_at": "94"},
    ),
    (
        {"kind": "winding", "resistance": "420", "drive": "ac", "rated_voltage": "230", "hold_va": "9"},
        {"measurand": "winding_running", "voltage": "231", "current": "0.039", "acted": "yes"},
    ),
    (
        {"kind": "winding", "resistance": "120", "drive": "dc", "rated_voltage": "24"},
        {"measurand": "winding_running", "voltage": "24.0", "current": "0.18", "acted": "yes"},
    ),
    ({"kind": "contact"}, {"measurand": "contact_volts", "across": "22", "load": "3"}),
    ({"kind": "contact"}, {"measurand": "contact_volts", "across": "0.1", "load": "229"}),
    (
        {"kind": "supply"},
        {"measurand": "supply_volts", "volts": {"L–N": "230", "L–PE": "230", "N–PE": "3"}},
    ),
]
NO_EFFECT: dict[Field, str] = {
    ("terminal_to_case", "leads_nulled"): "an ohm of leads adds nothing to megohms",
    ("isolated_and_in_circuit", "connection"): "it is read both ways",
}
TOLERANCES: tuple[dict[str, str], ...] = (
    {"school": "percent_of_resistance", "percent": "8"},
    {"school": "own_kelvin", "limit": "3"},
    {"school": "by_class"},
    {"school": "appliance_input"},
)
SCHOOLS = ("reject_band", "never_gains_ohms", "strict", "lenient", "function_first")
ELSEWHERE = {
    "panel_minutes",
    "proof_of_dead_minutes",
    "dead_below_volts",
    "companion_policy",
    "protective_conductor_up_to_ohm",
    "leads_bad_above_ohm",
    "power_factor_unknown",
}
BESIDE = {"element_share": {"element_school": "percent_of_resistance"}}
"""What else a rule takes to be looked at."""
EXEMPT = {"kind", "measurand", "name", "by", "school", "answers", "meter", "rules"}


@cache
def taken() -> tuple[Taken, ...]:
    """Every reading of the examples, and a few beside them."""
    found: list[Taken] = []
    for path in EXAMPLES:
        sheet = read_sheet(path.read_text("utf-8"))
        for one in sheet.parts:
            for reading in one.readings:
                found.append((one.spec, reading.reading, reading.conditions or sheet.conditions))
    for fields, shown in BESIDE_THE_EXAMPLES:
        spec = part(**fields)
        found.append((spec, READING.validate_python(shown), here(supply="230")))
    return (*found, *(other for one in found for other in by_other_schools(one)))


def by_other_schools(one: Taken) -> Iterator[Taken]:
    """The same judged by every other school that its kind of part knows."""
    spec, reading, conditions = one
    data = spec.model_dump(mode="json")
    for tolerance in TOLERANCES if "tolerance" in data else ():
        if tolerance["school"] != (data["tolerance"] or {}).get("school"):
            yield from _as_spec({**data, "tolerance": tolerance}, reading, conditions)
    for school in SCHOOLS if "school" in data else ():
        if school != data["school"]:
            yield from _as_spec({**data, "school": school}, reading, conditions)


def _as_spec(data: dict[str, Any], reading: Any, conditions: Conditions) -> Iterator[Taken]:
    try:
        yield SPEC.validate_python(data), reading, conditions
    except ValidationError:
        return


def leaves(model: BaseModel, path: tuple[Any, ...] = ()) -> Iterator[tuple[tuple[Any, ...], Any, Any]]:
    """Every field with its place, its value and its declaration."""
    for name, field in type(model).model_fields.items():
        value = getattr(model, name)
        if name in EXEMPT:
            continue
        if isinstance(value, BaseModel):
            yield from leaves(value, (*path, name))
        elif isinstance(value, tuple) and value and isinstance(value[0], BaseModel):
            for place, one in enumerate(value):
                yield from leaves(one, (*path, name, place))
        else:
            yield (*path, name), value, field


def others(value: Any, field: Any) -> list[Any]:
    """Other values that the field might have."""
    if isinstance(value, bool):
        return [not value]
    if isinstance(value, FigureText):
        return [f"{value.value * factor:.4g}" for factor in (1.3, 0.7, 3, 1.02, 0.2)]
    if isinstance(value, StrEnum):
        return [one.value for one in type(value) if one != value]
    if isinstance(value, int | float):
        return [value + 1, value * 2]
    if isinstance(value, str):
        return [one for one in get_args(field.annotation) if isinstance(one, str) and one != value]
    if value is None:
        texts = ["0.5", "2", "10", "50", "100", "230", "1", "ice_bath", 60e6, 600, 1000.0]
        return [*texts, "in_circuit", "yes", "no", "closed", "open"]
    return []


def said(spec: Any, reading: Any, conditions: Conditions) -> str:
    """All that is said of it, or what is refused."""
    try:
        return judge(spec, reading, conditions).model_dump_json()
    except InputError as error:
        return str(error)


def dotted_school(spec: Any) -> str:
    """The schools a spec is judged by, before its fields: each field counts in every one."""
    tolerance = getattr(getattr(spec, "tolerance", None), "school", "")
    return f"[{tolerance} {getattr(by_rules(spec, default_rules()), 'school', '')}] "


def dotted(path: tuple[Any, ...]) -> str:
    return ".".join(str(one) for one in path if not isinstance(one, int))


def changed(model: BaseModel, path: tuple[Any, ...], value: Any) -> dict[str, Any]:
    data: dict[str, Any] = model.model_dump(mode="json")
    place: Any = data
    for step in path[:-1]:
        place = place[step]
    place[path[-1]] = value
    return data


class NoDeadOption(unittest.TestCase):
    def walk(
        self, which: Callable[[Taken], BaseModel], name: str, judged: Callable[[Taken, Any], str]
    ) -> set[Field]:
        """The fields that nothing showed an effect of."""
        alive: set[Field] = set()
        tried: set[Field] = set()
        for one in taken():
            model = which(one)
            before = said(*one)
            for path, value, field in leaves(model):
                school = dotted_school(one[0]) if name == "kind" else ""
                key = (str(getattr(model, name)) if name else "conditions", school + dotted(path))
                if key in alive:
                    continue
                if path[-1] in getattr(model, "unused", dict)():
                    alive.add(key)  # it is said to be unused
                    continue
                for other in others(value, field):
                    try:
                        after = judged(one, changed(model, path, other))
                    except ValidationError:
                        continue
                    tried.add(key)
                    if after != before:
                        alive.add(key)
                        break
        return tried - alive

    def test_specs(self) -> None:
        def judged(one: Taken, data: Any) -> str:
            return said(SPEC.validate_python(data), one[1], one[2])

        self.assertEqual(self.walk(lambda one: one[0], "kind", judged), set())
        self.assertEqual({type(one[0]) for one in taken()}, set(FAMILIES))

    def test_readings(self) -> None:
        def judged(one: Taken, data: Any) -> str:
            return said(one[0], READING.validate_python(data), one[2])

        self.assertEqual(self.walk(lambda one: one[1], "measurand", judged), set(NO_EFFECT))

    def test_conditions(self) -> None:
        def judged(one: Taken, data: Any) -> str:
            return said(one[0], one[1], Conditions.model_validate(data))

        self.assertEqual(self.walk(lambda one: one[2], "", judged), set())

    def test_rules(self) -> None:
        """Each figure of the rules reaches some verdict, but those that planning or a sum uses."""
        dead = {name for name in Rules.model_fields if not self.reaches(name)}
        self.assertEqual(dead, ELSEWHERE)

    def reaches(self, name: str) -> bool:
        for spec, reading, taken_under in taken():
            beside = taken_under.rules.model_copy(update=BESIDE.get(name, {}))
            conditions = taken_under.model_copy(update={"rules": beside})
            before = said(spec, reading, conditions)
            for other in other_rules(name, getattr(conditions.rules, name)):
                rules = conditions.rules.model_copy(update={name: other})
                try:
                    after = said(spec, reading, conditions.model_copy(update={"rules": rules}))
                except ValidationError:
                    continue
                if after != before:
                    return True
        return False


def other_rules(name: str, value: Any) -> list[Any]:
    """Other values that a rule might have."""
    if name == "origins":
        return [{"panel_minutes": "rules “Another”"}]
    choices = next((one.choices for one in rule_settings() if one.name == name), ())
    if choices:
        return [one.value for one in choices if one.value not in ("", value)]
    if value is None:
        return ["nicr_80_20"]
    if isinstance(value, tuple):
        return [tuple(one * 1.5 + 0.1 for one in value)]
    if isinstance(value, dict):
        return [
            {
                key: one * 3 if isinstance(one, float) else one.model_copy(update={"low": 0.99})
                for key, one in value.items()
            }
        ]
    if isinstance(value, int | float):
        return [type(value)(value * 3 + 1), value * 0.7]
    return []
