"""Simulated parts at a limit, and the risk of a wrong verdict on them.

For each test, parts that lie just outside a limit are measured by a simulated meter and
thermometer, whose errors are drawn once for a meter and range, and judged under guarded
acceptance; the share that is accepted is the risk. Parts just inside are judged under guarded
rejection alike. Coverage is the share of values whose ± U holds the true one. Seeds are fixed.
"""

from __future__ import annotations

import random
from collections.abc import Callable
from dataclasses import dataclass
from math import sqrt
from typing import Any

from pydantic import TypeAdapter

from hembit_core import Conditions, DecisionRule, Judgement, Meter, Outcome, judge
from hembit_core.curves.resistance_thermometers import platinum_resistance
from hembit_core.curves.thermistors import BetaCurve
from hembit_core.curves.thermocouples import ThermocoupleType, voltage
from hembit_core.judge import PartReading, PartSpec

_SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)
_READING: TypeAdapter[Any] = TypeAdapter(PartReading)
_HAIR = 1e-6
"""How far from the limit the parts lie, as a share of the limit."""

METER = Meter.model_validate(
    {
        "name": "Simulated",
        "accuracy": {
            name: {"percent": percent, "counts": 3}
            for name, percent in (
                ("resistance", 0.8),
                ("voltage", 0.8),
                ("current", 0.8),
                ("millivoltage", 0.5),
            )
        },
    }
)


class Bench:
    """One technician with one meter on one day: errors common to a function and a range."""

    def __init__(self, seed: int) -> None:
        self.random = random.Random(seed)
        self.gains: dict[str, float] = {}
        self.offsets: dict[tuple[str, float], float] = {}

    def within(self, limit: float) -> float:
        """An error within ± ``limit``, all equally likely."""
        return self.random.uniform(-limit, limit)

    def shows(self, true: float, step: float, function: str = "resistance") -> str:
        """What the display shows of a true value, by steps of ``step``."""
        percent = 0.5 if function == "millivoltage" else 0.8
        gain = self.gains.setdefault(function, self.within(percent / 100))
        offset = self.offsets.setdefault((function, step), self.within(3))
        shown = true * (1 + gain) + offset * step
        return self.typed(max(shown, 0.0) if function == "resistance" else shown, step)

    def temperature(self, true: float, limit: float, step: float = 0.1) -> str:
        """What a thermometer of that limit shows."""
        return self.typed(true + self.within(limit), step)

    @staticmethod
    def typed(value: float, step: float) -> str:
        """A figure rounded to its last digit."""
        digits = max(0, round(-_log10(step)))
        return f"{round(value / step) * step:.{digits}f}"


def _log10(step: float) -> float:
    return next(n for n in range(-3, 9) if abs(step * 10**n - 1) < 1e-9) * -1.0


@dataclass(frozen=True)
class Taken:
    """One part as it was measured: what is judged, and the true value in the verdict's frame."""

    reading: dict[str, Any]
    conditions: dict[str, Any]
    true: float


@dataclass(frozen=True)
class Case:
    """A test: its part, what is drawn, and where the limit is.

    ``take`` measures a part that lies ``share`` beyond its limit (less than 0: inside).
    """

    name: str
    spec: dict[str, Any]
    take: Callable[[Bench, float], Taken]


_PERCENT = {"school": "percent_of_resistance", "percent": "8"}
_PLATE = {"rating": {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]}}
_ROOM = {"part_temperature": "20.0", "thermometer_limit": "0.5"}
_NTC = BetaCurve(10_000.0, 3977.0)


_SHOWN = {"track_and_halves": "track"}


def _ohms(measurand: str, limit: float, step: float, room: dict[str, Any] = _ROOM) -> Any:
    def take(bench: Bench, share: float) -> Taken:
        true = limit * (1 + share)
        reading = {
            "measurand": measurand,
            _SHOWN.get(measurand, "display"): bench.shows(true + 0.2, step),
            "lead_zero": bench.shows(0.2, min(step, 0.1)),
        }
        return Taken(reading, room, true)

    return take


def _element_with_alloy(bench: Bench, share: float) -> Taken:
    ratio = bench.random.uniform(1.04, 1.07)
    true = 230**2 / 1980 * (1 + share) / ratio
    reading = {"measurand": "between_terminals", "display": bench.shows(true, 0.01)}
    return Taken({**reading, "leads_nulled": True}, _ROOM, true)


def _running(bench: Bench, share: float) -> Taken:
    volts = bench.random.uniform(225, 235)
    true = volts * 2310 / 230**2 * (1 + share)
    reading = {
        "measurand": "running",
        "voltage": bench.shows(volts, 0.1, "voltage"),
        "current": bench.shows(true, 0.01, "current"),
    }
    return Taken(reading, {"supply": "230", **_ROOM}, true)


def _winding(bench: Bench, share: float) -> Taken:
    celsius = bench.random.uniform(0, 45)
    factor = (234.5 + celsius) / 254.5
    true = 118 * 1.08 * factor * (1 + share)
    reading = {"measurand": "winding_resistance", "display": bench.shows(true, 0.1)}
    room = {"part_temperature": bench.temperature(celsius, 1.0), "thermometer_limit": "1"}
    return Taken({**reading, "leads_nulled": True}, room, true)


def _ntc(bench: Bench, share: float) -> Taken:
    celsius = bench.random.uniform(5, 60)
    there = celsius + 3.0 * (1 + share)
    ohms = float(_NTC.resistance(there))
    step = 1.0 if ohms < 6000 else 10.0
    reading = {"measurand": "sensor_resistance", "display": bench.shows(ohms, step) + "e0"}
    room = {"part_temperature": bench.temperature(celsius, 0.5), "thermometer_limit": "0.5"}
    return Taken({**reading, "leads_nulled": True}, room, there)


def _platinum(bench: Bench, share: float) -> Taken:
    celsius = bench.random.uniform(10, 90)
    there = celsius + 4.0 * (1 + share)
    ohms = float(platinum_resistance(there))
    reading = {"measurand": "sensor_resistance", "display": bench.shows(ohms, 0.01)}
    room = {"part_temperature": bench.temperature(celsius, 0.5), "thermometer_limit": "0.5"}
    return Taken({**reading, "leads_nulled": True}, room, there)


def _thermocouple(bench: Bench, share: float) -> Taken:
    celsius, cold = bench.random.uniform(200, 330), bench.random.uniform(15, 40)
    there = celsius + 10.0 * (1 + share)
    e = float(voltage(ThermocoupleType.K, there)) - float(voltage(ThermocoupleType.K, cold))
    reading = {"measurand": "thermocouple_voltage", "display": bench.shows(e, 0.01, "millivoltage")}
    room = {
        "part_temperature": bench.temperature(celsius, 0.3),
        "thermometer_limit": "0.3",
        "cold_junction": bench.temperature(cold, 1.0),
    }
    return Taken(reading, room, there)


def _gap(bench: Bench, share: float) -> Taken:
    true = 4.0 * (1 + share)
    return Taken(
        {"measurand": "spark_gap", "gap": bench.typed(true + bench.within(0.05), 0.01)}, _ROOM, true
    )


def _switching(bench: Bench, share: float) -> Taken:
    true = 90 + 5.0 * (1 + share)
    opened = bench.temperature(true, 1.0)
    room = {"thermometer_limit": "1"}
    return Taken({"measurand": "contact_switching", "opened_at": opened}, room, true)


def _shown(bench: Bench, share: float) -> Taken:
    celsius = bench.random.uniform(20, 80)
    there = celsius + 3.0 * (1 + share)
    room = {"part_temperature": bench.temperature(celsius, 0.5), "thermometer_limit": "0.5"}
    return Taken({"measurand": "controller_shows", "shown": bench.typed(there, 0.1)}, room, there)


def _set_of_windings(bench: Bench, share: float) -> Taken:
    first = 118 * 1.08 * (1 + share)
    displays = [bench.shows(ohms, 0.1) for ohms in (first, 118.0)]
    reading = {"measurand": "set_resistances", "displays": displays, "leads_nulled": True}
    return Taken(reading, _ROOM, first)


def _halves(bench: Bench, share: float) -> Taken:
    first = 230**2 / 500 / 0.9 * (1 + share)
    halves = {"a_b": bench.shows(first, 0.1), "b_c": bench.shows(230**2 / 500, 0.1)}
    return Taken({"measurand": "tapped_resistance", "leads_nulled": True, **halves}, _ROOM, first)


def _between_lines(bench: Bench, share: float) -> Taken:
    """In star: one branch high, so that two of three readings are, and one is not."""
    well = 400**2 / 3 / 1500
    branch = well / 0.9 * (1 + share)
    pairs = {"l1_l2": 2 * branch, "l2_l3": 2 * branch, "l3_l1": 2 * branch}
    shown = {name: bench.shows(ohms, 0.1) for name, ohms in pairs.items()}
    reading = {"measurand": "line_to_line", "leads_nulled": True, **shown}
    return Taken(reading, _ROOM, 2 * branch)


def _supply(bench: Bench, share: float) -> Taken:
    low = 230 * 0.9 * (1 - share)
    volts = {"L–N": bench.shows(low, 0.1, "voltage"), "L–PE": bench.shows(230, 0.1, "voltage")}
    return Taken({"measurand": "supply_volts", "volts": {**volts, "N–PE": "0.3"}}, {}, low)


def _wire(bench: Bench, share: float) -> Taken:
    lost = 12.6 * 0.02 * (1 + share)
    ends = {
        "at_source": bench.shows(12.6, 0.01, "voltage"),
        "at_part": bench.shows(12.6 - lost, 0.01, "voltage"),
    }
    return Taken({"measurand": "wire_ends", "ends": [ends], "loaded": "yes"}, {}, lost)


def _valve(bench: Bench, share: float) -> Taken:
    seconds = 9.0 * (1 + share)
    shown = bench.typed(seconds + bench.within(0.5), 0.1)
    return Taken(
        {"measurand": "leak_down", "valves": [{"shut": "holds", "seconds": shown}]}, {}, seconds
    )


def _flame(bench: Bench, share: float) -> Taken:
    millivolts = 20.0 * (1 - share)
    shown = bench.shows(millivolts, 0.1, "millivoltage")
    return Taken(
        {"measurand": "flame_pair", "open": shown, "load": "12.0", "drop_out": "2.0"}, {}, millivolts
    )


_STAR = {"rating": {"by": "plate", "pairs": [{"power": "1500", "voltage": "230.94"}]}}
_HALF = {"rating": {"by": "plate", "pairs": [{"power": "500", "voltage": "230"}]}}
_OWN = {"hot_cold_ratio": "1.0"}
_NTC_SPEC = {
    "kind": "temperature_sensor",
    "sensor": {"type": "ntc_beta", "r25": "10k", "beta": "3977"},
    "tolerance": {"school": "own_kelvin", "limit": "3"},
}
CASES = (
    Case(
        "element, own Ct",
        {"kind": "heating_element", **_PLATE, "hot_cold_ratio": "1.0"},
        _ohms("between_terminals", 230**2 / 1980, 0.01),
    ),
    Case(
        "element, by its alloy",
        {"kind": "heating_element", **_PLATE, "alloy": "nicr_80_20"},
        _element_with_alloy,
    ),
    Case(
        "element, volts and amps",
        {"kind": "heating_element", **_PLATE, "hot_cold_ratio": "1.0"},
        _running,
    ),
    Case("winding", {"kind": "winding", "resistance": "118", "tolerance": _PERCENT}, _winding),
    Case(
        "igniter",
        {"kind": "igniter", "usual_lower": "45", "usual_upper": "85", "school": "strict"},
        _ohms("igniter_resistance", 85.0, 0.1),
    ),
    Case(
        "resistive part",
        {"kind": "resistive_part", "resistance": "220", "tolerance": _PERCENT},
        _ohms("part_resistance", 220 * 1.08, 0.1),
    ),
    Case("contact, closed", {"kind": "contact"}, _ohms("contact_closed", 0.5, 0.01)),
    Case(
        "sender",
        {
            "kind": "sender",
            "unit": "%",
            "points": [{"amount": "0", "ohms": "10"}, {"amount": "100", "ohms": "180"}],
            "tolerance": _PERCENT,
        },
        _ohms("sender_resistance", 95 * 1.08, 0.1, {"stands_at": "50", **_ROOM}),
    ),
    Case("NTC, own kelvin", _NTC_SPEC, _ntc),
    Case(
        "platinum, own kelvin",
        {
            "kind": "temperature_sensor",
            "sensor": {"type": "platinum"},
            "tolerance": {"school": "own_kelvin", "limit": "4"},
        },
        _platinum,
    ),
    Case("machine shows", _NTC_SPEC, _shown),
    Case(
        "thermocouple, own kelvin",
        {"kind": "thermocouple", "tolerance": {"school": "own_kelvin", "limit": "10"}},
        _thermocouple,
    ),
    Case(
        "set of windings",
        {
            "kind": "winding_set",
            "windings": [
                {"name": name, "resistance": "118", "tolerance": _PERCENT} for name in ("a", "b")
            ],
        },
        _set_of_windings,
    ),
    Case(
        "two halves, tapped",
        {"kind": "tapped_element", "first": {**_HALF, **_OWN}, "second": {**_HALF, **_OWN}},
        _halves,
    ),
    Case(
        "three-phase set, in star",
        {"kind": "three_phase_set", "connection": "star", "branch": {**_STAR, **_OWN}},
        _between_lines,
    ),
    Case(
        "high-tension lead",
        {"kind": "high_tension_lead", "length": "0.5", "per_metre": "7k", "tolerance": _PERCENT},
        _ohms("part_resistance", 3500 * 1.08, 1.0),
    ),
    Case(
        "position sensor, track",
        {"kind": "position_sensor", "track": "4.7k", "tolerance": _PERCENT},
        _ohms("track_and_halves", 4700 * 1.08, 1.0),
    ),
    Case("thermocouple's loop", {"kind": "thermocouple"}, _ohms("loop_resistance", 100.0, 0.1)),
    Case("supply", {"kind": "supply"}, _supply),
    Case("wire, both ends", {"kind": "wires", "voltage": "12.6", "wires": ["supply"]}, _wire),
    Case("valve, leak-down", {"kind": "solenoid_valve", "drain_most": "9"}, _valve),
    Case(
        "thermocouple and magnet",
        {"kind": "thermocouple_magnet", "open_least": "20", "load_least": "9", "drop_out_most": "4"},
        _flame,
    ),
    Case(
        "spark gap",
        {"kind": "spark_igniter", "primary": "42", "secondary": "5.6k", "gap_most": "4"},
        _gap,
    ),
    Case(
        "contact, where it switches",
        {"kind": "contact", "device": "limit", "opens_at": "90", "switching_tolerance": "5"},
        _switching,
    ),
)


@dataclass(frozen=True)
class Risk:
    """What came of a case [1]: shares of parts, and how far sampling alone may move them."""

    accepted: float
    rejected: float
    covered: float
    parts: int

    @property
    def allowed(self) -> float:
        """2.5 %, three standard errors of sampling on top."""
        return 0.025 + 3 * sqrt(0.025 * 0.975 / self.parts)

    @property
    def least_cover(self) -> float:
        """95 %, three standard errors off."""
        return 0.95 - 3 * sqrt(0.95 * 0.05 / self.parts)


def _judged(
    case: Case, spec: Any, bench: Bench, share: float, rule: DecisionRule
) -> tuple[Judgement, Taken]:
    taken = case.take(bench, share)
    conditions = Conditions.model_validate({"meter": METER, **taken.conditions})
    return judge(spec, _READING.validate_python(taken.reading), conditions, rule), taken


def _covers(verdict: Judgement, true: float) -> bool:
    value = verdict.value or next((row.value for row in verdict.rows if row.value), None)
    return value is not None and abs(value.value - true) <= value.expanded * (1 + 1e-9)


def passes(case: Case, parts: int) -> float:
    """The larger share of parts accepted a tenth or a half inside the limit: the test can pass [1]."""
    spec = _SPEC.validate_python(case.spec)

    def accepted(share: float) -> int:
        return sum(
            _judged(case, spec, Bench(seed), share, DecisionRule.GUARDED_ACCEPTANCE)[0].outcome
            is Outcome.ACCEPT
            for seed in range(parts)
        )

    return max(accepted(-0.1), accepted(-0.5)) / parts


def risk(case: Case, parts: int) -> Risk:
    """Measure ``parts`` parts just outside, and as many just inside."""
    spec = _SPEC.validate_python(case.spec)
    accepted = rejected = covered = 0
    for seed in range(parts):
        verdict, taken = _judged(case, spec, Bench(seed), _HAIR, DecisionRule.GUARDED_ACCEPTANCE)
        accepted += verdict.outcome is Outcome.ACCEPT
        covered += _covers(verdict, taken.true)
        inside, _ = _judged(case, spec, Bench(parts + seed), -_HAIR, DecisionRule.GUARDED_REJECTION)
        rejected += inside.outcome is Outcome.REJECT
    return Risk(accepted / parts, rejected / parts, covered / parts, parts)
