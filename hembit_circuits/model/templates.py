"""Circuits to start from: what is common in machines, with usual figures."""

from __future__ import annotations

from collections.abc import Callable

from hembit_circuits.model.circuit import CASE, Circuit, CircuitPart
from hembit_circuits.model.component import Component
from hembit_circuits.model.kinds import (
    changeover,
    coil,
    contact,
    fuse,
    joint,
    load,
    output,
    source,
    split_load,
)


def placed(key: str, component: Component, *nodes: str) -> CircuitPart:
    """A part on its nodes, called by its key until it is bound to a position."""
    return CircuitPart(key=key, name=key, component=component, nodes=nodes)


def single_phase(volts: float = 230.0, trips_at: float = 20.0) -> tuple[CircuitPart, ...]:
    """L and N against earth; both are cut when the machine is dead."""
    return (
        placed("supply L", source(volts, trips_at=trips_at), "L", CASE),
        placed("supply N", source(0.0, trips_at=None), "N", CASE),
    )


def three_phase(volts: float = 230.0, trips_at: float = 40.0) -> tuple[CircuitPart, ...]:
    """Three lines and N against earth."""
    lines = (
        placed(
            f"supply L{place + 1}",
            source(volts, -120.0 * place, trips_at=trips_at),
            f"L{place + 1}",
            CASE,
        )
        for place in range(3)
    )
    return (*lines, placed("supply N", source(0.0), "N", CASE))


def element_with_limit() -> Circuit:
    """An element behind a fuse, a limit and a thermostat."""
    return Circuit(
        parts=(
            *single_phase(),
            placed("fuse", fuse(), "L", "1"),
            placed("limit", contact(), "1", "2"),
            placed("thermostat", contact(), "2", "3"),
            placed("element", load(24.05, hot_ratio=1.03), "3", "N"),
        )
    )


def two_elements_changeover() -> Circuit:
    """Two elements, one at a time, by a changeover thermostat; each with a limit of its own."""
    return Circuit(
        parts=(
            *single_phase(),
            placed("limit", contact(), "L", "1"),
            placed("thermostat", changeover(), "1", "2", "3"),
            placed("upper element", load(17.6, hot_ratio=1.03), "2", "N"),
            placed("lower element", load(17.6, hot_ratio=1.03), "3", "N"),
        )
    )


def parallel_bank(members: int = 6, ohms: float = 52.9) -> Circuit:
    """Equal elements side by side behind a contactor."""
    return Circuit(
        parts=(
            *single_phase(trips_at=63.0),
            placed("limit", contact(), "L", "1"),
            placed("K1 coil", coil(420.0, 230.0, 9.0), "1", "N"),
            placed("K1", contact(False, moved_by="K1 coil"), "L", "2"),
            *(
                placed(f"element {place + 1}", load(ohms, hot_ratio=1.03), "2", "N")
                for place in range(members)
            ),
        )
    )


def star() -> Circuit:
    """Three elements from the lines to a star point, each behind a fuse."""
    return Circuit(
        parts=(
            *three_phase(),
            *(placed(f"fuse {n}", fuse(), f"L{n}", f"{n}") for n in (1, 2, 3)),
            *(placed(f"element {n}", load(17.6, hot_ratio=1.03), f"{n}", "star") for n in (1, 2, 3)),
        )
    )


def delta() -> Circuit:
    """Three elements from line to line, each line behind a fuse."""
    pairs = (("1", "2"), ("2", "3"), ("3", "1"))
    return Circuit(
        parts=(
            *three_phase(),
            *(placed(f"fuse {n}", fuse(), f"L{n}", f"{n}") for n in (1, 2, 3)),
            *(
                placed(f"element {one}–{other}", load(106.7, hot_ratio=1.03), one, other)
                for one, other in pairs
            ),
        )
    )


def split_element() -> Circuit:
    """An element of three terminals behind a switch for each half."""
    return Circuit(
        parts=(
            *single_phase(),
            placed("limit", contact(), "L", "1"),
            placed("switch low", contact(), "1", "2"),
            placed("switch high", contact(), "1", "3"),
            placed("element", split_load(53.0, 26.5), "2", "N", "3"),
        )
    )


def sections(count: int = 4, ohms: float = 28.0) -> Circuit:
    """A heating cable in sections, with a joint between each two."""
    parts = [*single_phase(), placed("thermostat", contact(), "L", "1")]
    for place in range(count):
        start = str(2 * place + 1)
        middle = str(2 * place + 2)
        last = place + 1 == count
        end = "N" if last else str(2 * place + 3)
        parts.append(placed(f"section {place + 1}", load(ohms), start, end if last else middle))
        if not last:
            parts.append(placed(f"joint {place + 1}", joint(), middle, end))
    return Circuit(parts=tuple(parts))


def chain_of_limits() -> Circuit:
    """Limits and a door switch in a row before a contactor's coil."""
    return Circuit(
        parts=(
            *single_phase(),
            placed("fuse", fuse(), "L", "1"),
            placed("door switch", contact(False), "1", "2"),
            placed("limit 1", contact(), "2", "3"),
            placed("limit 2", contact(), "3", "4"),
            placed("limit 3", contact(), "4", "5"),
            placed("coil", coil(420.0, 230.0, 9.0), "5", "N"),
        )
    )


def ignition() -> Circuit:
    """A board that feeds an igniter and, with flow proved, a gas valve from 24 V."""
    return Circuit(
        parts=(
            placed("supply L", source(120.0, trips_at=16.0), "L", CASE),
            placed("supply N", source(0.0), "N", CASE),
            placed("board output, igniter", output(), "L", "1"),
            placed("plug", joint(), "1", "2"),
            placed("igniter", load(65.0, 0.15, hot_ratio=0.55, prior=4.0), "2", "N"),
            placed("transformer 24 V", source(24.0, inner=1.0, trips_at=4.0), "R", "C"),
            placed("earth of 24 V", joint(0.1), "C", CASE),
            placed("flow switch", contact(False), "R", "4"),
            placed("board output, valve", output(), "4", "5"),
            placed("gas valve coil", coil(22.0, 24.0, 10.0), "5", "C"),
        )
    )


def sensor_into_board() -> Circuit:
    """A sensor on a board's input: 5 V through a resistor, two wires with a plug."""
    return Circuit(
        parts=(
            placed("board 5 V", source(5.0, inner=1.0), "5V", CASE),
            placed(
                "board resistor", load(10_000.0, 0.01, what="sensor", prior=0.3, case=False), "5V", "in"
            ),
            placed("plug", joint(2.0), "in", "1"),
            placed("sensor", load(5_000.0, 0.02, what="sensor", prior=2.0), "1", "2"),
            placed("return", joint(2.0), "2", CASE),
        )
    )


def sender_and_gauge() -> Circuit:
    """A two-wire sender with the gauge as its other resistor, on 12 V."""
    return Circuit(
        parts=(
            placed("battery", source(12.6, inner=0.05, trips_at=10.0), "+", CASE),
            placed("fuse", fuse(), "+", "1"),
            placed("gauge", load(100.0, 0.05, what="sensor", prior=1.0, case=False), "1", "2"),
            placed("wire", joint(3.0), "2", "3"),
            placed("sender", load(80.0, 0.05, what="sensor", prior=2.0), "3", "4"),
            placed("earth", joint(3.0), "4", CASE),
        )
    )


def position_sensor() -> Circuit:
    """A track on 5 V with its wiper into a board's input."""
    return Circuit(
        parts=(
            placed("board 5 V", source(5.0, inner=1.0), "5V", CASE),
            placed("wire +", joint(2.0), "5V", "1"),
            placed("track", split_load(1900.0, 3100.0, 0.05, prior=2.0), "1", "2", "3"),
            placed("wire signal", joint(2.0), "2", "in"),
            placed("wire −", joint(2.0), "3", "0V"),
            placed("board earth", joint(0.3), "0V", CASE),
            placed(
                "board input", load(100_000.0, 0.05, what="sensor", prior=0.2, case=False), "in", "0V"
            ),
        )
    )


def ignition_coil() -> Circuit:
    """An ignition coil's primary on 12 V and its secondary with lead and cap."""
    return Circuit(
        parts=(
            placed("battery", source(12.6, inner=0.05, trips_at=10.0), "+", CASE),
            placed("switch", contact(False), "+", "1"),
            placed("primary", load(3.1, 0.06, what="coil", prior=1.0), "1", "2"),
            placed("breaker", contact(), "2", CASE),
            placed("secondary", load(8_200.0, 0.06, what="coil", prior=1.0), "2", "tower"),
            placed("lead", load(7_980.0, 0.08, prior=3.0, case=False), "tower", "plug"),
        )
    )


def supply_with_protection() -> Circuit:
    """A three-phase supply with its protective devices and one load on each line."""
    return Circuit(
        parts=(
            *three_phase(),
            *(placed(f"breaker L{n}", fuse(), f"L{n}", f"{n}") for n in (1, 2, 3)),
            *(placed(f"load {n}", load(35.0, prior=1.0), f"{n}", "N") for n in (1, 2, 3)),
        )
    )


def thermocouple_and_magnet() -> Circuit:
    """A thermocouple in the pilot flame, a limit in its lead, the magnet that it holds."""
    return Circuit(
        parts=(
            placed("thermocouple", source(0.03), "T", CASE),
            placed("lead", joint(), "T", "1"),
            placed("limit", contact(), "1", "2"),
            placed("magnet", load(0.025, 0.1, what="coil", prior=2.0, case=False), "2", CASE),
        )
    )


TEMPLATES: dict[str, Callable[[], Circuit]] = {
    "element_with_limit": element_with_limit,
    "two_elements_changeover": two_elements_changeover,
    "parallel_bank": parallel_bank,
    "star": star,
    "delta": delta,
    "split_element": split_element,
    "sections": sections,
    "chain_of_limits": chain_of_limits,
    "ignition": ignition,
    "sensor_into_board": sensor_into_board,
    "sender_and_gauge": sender_and_gauge,
    "position_sensor": position_sensor,
    "ignition_coil": ignition_coil,
    "supply_with_protection": supply_with_protection,
    "thermocouple_and_magnet": thermocouple_and_magnet,
}
"""Every template by its key."""
CALLED: dict[str, tuple[str, ...]] = {
    "parallel_bank": (),
    "ignition": ("board output, igniter", "flow switch", "board output, valve"),
    "chain_of_limits": ("door switch",),
    "ignition_coil": ("switch",),
}
"""Contacts that are not as at rest while a template's machine works."""
