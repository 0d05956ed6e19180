"""The families that are drawn from, each with its own parts and faults."""

from __future__ import annotations

from collections.abc import Callable
from math import inf
from typing import Any

from benchmarks.population.hands import Hand
from benchmarks.population.parts import (
    ALLOY_SAID,
    LEAK_OHM,
    SHORTED,
    Part,
    case_test,
    due,
    ntc_ohms,
    ohms_test,
    platinum_ohms,
    resistance_part,
    sensor,
    sound_value,
    spec_of,
)

_ALLOYS = ("nicr_80_20", "fecral")
_PLATES = ((500, 230), (1000, 230), (1500, 400), (2200, 230), (3000, 400), (4400, 235), (6000, 400))


def _plate(hand: Hand) -> dict[str, Any]:
    watts, volts = hand.source.choice(_PLATES)
    return {"rating": {"by": "plate", "pairs": [{"power": f"{watts}", "voltage": f"{volts}"}]}}


def _alloy(hand: Hand) -> tuple[dict[str, str], dict[str, str]]:
    """What is said of the alloy, and what it is."""
    truth = {"alloy": hand.source.choice(_ALLOYS)}
    said = hand.all_said or hand.source.random() < ALLOY_SAID
    return (truth if said else {}), truth


def element_by_plate(hand: Hand) -> Part:
    """A heating element of which the plate is known."""
    plate, (said, truth) = _plate(hand), _alloy(hand)
    specs = [spec_of(kind="heating_element", **plate, **one) for one in (said, truth)]
    return resistance_part("element by plate", "between_terminals", specs[0], specs[1], hand)


def element_by_ohms(hand: Hand) -> Part:
    """A heating element of which the cold ohms are known."""
    ohms = f"{hand.source.uniform(8, 120):.1f}"
    spec = spec_of(kind="heating_element", rating={"by": "ohms", "resistance": ohms, "voltage": "230"})
    return resistance_part("element by ohms", "between_terminals", spec, spec, hand)


def winding(hand: Hand) -> Part:
    """A coil of copper."""
    ohms = f"{hand.source.choice((4.8, 12.5, 38.4, 118, 147, 820, 3200)):g}"
    spec = spec_of(kind="winding", resistance=ohms)
    return resistance_part("winding", "winding_resistance", spec, spec, hand)


def igniter(hand: Hand) -> Part:
    """A hot-surface igniter, cold and called."""
    spec = spec_of(kind="igniter", usual_lower="45", usual_upper="85", rated_voltage="120")
    part = resistance_part(
        "igniter", "igniter_resistance", spec, spec, hand, case=False, shorts=False, joint=False
    )
    glows = part.mode == "sound" or (part.mode == "off" and hand.source.random() < 0.5)
    volts = f"{hand.source.uniform(115, 125):.1f}"
    called = {"measurand": "igniter_called", "voltage": volts, "glows": "yes" if glows else "no"}
    part.tests.append(lambda hand: called)
    return part


def high_tension_lead(hand: Hand) -> Part:
    """A lead by its length."""
    length = f"{hand.source.uniform(0.3, 1.5):.2f}"
    spec = spec_of(kind="high_tension_lead", length=length, per_metre="5600", caps=["1k"])
    return resistance_part(
        "high-tension lead", "part_resistance", spec, spec, hand, case=False, shorts=False
    )


def resistive_part(hand: Hand) -> Part:
    """Any part by its ohms."""
    ohms = hand.source.choice(("4.7", "22", "100", "470", "4k7", "47k"))
    spec = spec_of(kind="resistive_part", resistance=ohms)
    return resistance_part("resistive part", "part_resistance", spec, spec, hand, case=False)


def ntc_by_beta(hand: Hand) -> Part:
    """A thermistor by R25 and B."""
    r25, beta = hand.source.choice(((5000, 3977), (10000, 3977), (10000, 3435), (100000, 3950)))
    spec = spec_of(
        kind="temperature_sensor", sensor={"type": "ntc_beta", "r25": f"{r25}", "beta": f"{beta}"}
    )
    return sensor("NTC by B", spec, ntc_ohms(r25, beta), hand)


def ntc_by_chart(hand: Hand) -> Part:
    """A thermistor by its chart."""
    r25, beta = hand.source.choice(((5000, 3977), (10000, 3435)))
    curve = ntc_ohms(r25, beta)
    points = [{"celsius": f"{one}", "ohms": f"{curve(one):.1f}"} for one in range(0, 101, 5)]
    spec = spec_of(kind="temperature_sensor", sensor={"type": "chart", "points": points})
    return sensor("NTC by chart", spec, curve, hand)


def platinum(hand: Hand) -> Part:
    """A platinum resistor with two wires."""
    r0 = hand.source.choice((100, 1000))
    spec = spec_of(kind="temperature_sensor", sensor={"type": "platinum", "r0": f"{r0}"})
    return sensor("platinum", spec, platinum_ohms(r0), hand)


def contact(hand: Hand) -> Part:
    """A thermostat: closed, and opened by hand."""
    draw = hand.source
    spec = spec_of(kind="contact", device="thermostat")
    mode = hand.world.mode(draw, ("open", "burnt", "stuck closed"))
    closed = {"open": inf, "burnt": 10 ** draw.uniform(0, 2)}.get(mode, draw.uniform(0.01, 0.15))
    opened = draw.uniform(0.01, 0.15) if mode == "stuck closed" else inf
    return Part(
        "contact", spec, mode, [ohms_test("contact_closed", closed), ohms_test("contact_open", opened)]
    )


def _members(
    hand: Hand, element: dict[str, Any], count: int, dead: str
) -> tuple[str, list[float], float]:
    """Equal elements of one part, the first the faulty one: mode, ohms, ohms to the case."""
    draw = hand.source
    low, nominal, high = due(spec_of(kind="heating_element", **element), hand.room)
    mode = hand.world.mode(draw, (dead, "leak", "shorted"))
    ohms = [sound_value(hand, low, nominal, high) for _ in range(count)]
    if mode == dead:
        ohms[0] = inf
    elif mode == "shorted":
        ohms[0] *= max(1 - hand.world.severity * draw.uniform(*SHORTED), 0.01)
        mode = "sound" if low <= ohms[0] <= high else mode
    return mode, ohms, draw.uniform(*LEAK_OHM) if mode == "leak" else inf


def bank(hand: Hand) -> Part:
    """Four to six elements in parallel."""
    plate = _plate(hand)
    members = hand.source.choice((4, 5, 6))
    said, truth = _alloy(hand)
    spec = spec_of(kind="element_bank", members=f"{members}", member={**plate, **said})
    mode, ohms, case = _members(hand, {**plate, **truth}, members, "member dead")
    whole = 1 / sum(1 / each for each in ohms)
    return Part("bank", spec, mode, [ohms_test("bank_resistance", whole), case_test(case)])


def three_phase_set(hand: Hand) -> Part:
    """Three branches in delta, from line to line."""
    plate = _plate(hand)
    said, truth = _alloy(hand)
    spec = spec_of(kind="three_phase_set", connection="delta", branch={**plate, **said})
    mode, ohms, case = _members(hand, {**plate, **truth}, 3, "branch open")
    pairs = [_beside(ohms[place], ohms[place - 1] + ohms[place - 2]) for place in range(3)]

    def lines(hand: Hand) -> dict[str, Any]:
        shown = dict(zip(("l1_l2", "l2_l3", "l3_l1"), map(hand.ohms, pairs), strict=True))
        return {"measurand": "line_to_line", **shown, **hand.how_taken()}

    return Part("three-phase set", spec, mode, [lines, case_test(case)])


def _beside(one: float, other: float) -> float:
    """Two in parallel [Ω]; either may be open."""
    if one == inf or other == inf:
        return min(one, other)
    return one * other / (one + other)


FAMILIES: tuple[Callable[[Hand], Part], ...] = (
    element_by_plate,
    element_by_ohms,
    winding,
    ntc_by_beta,
    ntc_by_chart,
    platinum,
    igniter,
    contact,
    bank,
    three_phase_set,
    high_tension_lead,
    resistive_part,
)
