"""What is decided about danger and limits, of drawn cases with figures on the limits, in digests.

    python -m hembit_core.tests.drawn_decisions

writes them anew; ``... drawn_decisions NAME NUMBER`` prints a case and what is decided of it, to be
compared with another revision. Worked cases and properties say what is right; this says what changed.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from random import Random
from typing import Any

from hembit_core.errors import InputError
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.findings.case_danger import (
    CaseDanger,
    CaseDangerKind,
    course_of,
    danger_first,
    way_out,
)
from hembit_core.judging.case_figure import CaseFigure, TakenWhile
from hembit_core.judging.ohms.siblings import compare_siblings, pair_differs
from hembit_core.model import Model
from hembit_core.rules.values import default_rules
from hembit_core.tests.drawn_placings import PLACINGS, Decided
from hembit_core.tests.judged_examples import digest_of
from hembit_core.tests.parts import BENCH_METER, DECK_OVEN
from hembit_core.tests.readers import part
from hembit_core.visits.dead.bypass import left_with
from hembit_core.visits.dead.category import check_rated, needed_category
from hembit_core.visits.dead.clocks import STEP, Instant, Ticks, elapsed
from hembit_core.visits.dead.gate import EnergisingGate, Gas, pass_gate
from hembit_core.visits.dead.machine_state import Event, MachineEvent, machine_now, stated_of
from hembit_core.visits.dead.meter_check import MeterCheck, check_meter
from hembit_core.visits.dead.proving import Isolation, pairs_to_prove, prove_dead
from hembit_core.visits.dead.safety import Live, LoosePart, ProvedDead, admit
from hembit_core.visits.fitting import Feed, check_feed

FILE = Path(__file__).parent / "data" / "drawn_decisions.json"
CASES = 300
"""Of each decision [1]."""
NOON = datetime(2026, 3, 4, 12, 0, tzinfo=UTC)
SUPPLIES = tuple(SupplySystem)
AROUND = (-0.1, 0.0, 0.1)


def _around(limit: float) -> tuple[str, ...]:
    """Displays below a limit, on it and above it."""
    return tuple(f"{limit * factor:.6g}" for factor in (0.9, 0.999, 1, 1, 1.001, 1.1))


def _course(chance: Random) -> Decided:
    figures = []
    for _ in range(chance.randint(1, 6)):
        ohms = chance.choice((None, 0.0, 0.3, 38.0, 9.99e3, 10e3, 1.8e6, 210e6))
        clear = ohms is None or (ohms > 1e6 and chance.random() < 0.7)
        figures.append(
            CaseFigure(
                by=chance.choice(("multimeter", "insulation_tester")),
                ohms=ohms,
                clear=clear,
                isolated=chance.choice((None, True, True, False)),
                taken_while=chance.choice(list(TakenWhile)),
                volts=chance.choice((None, 250, 500)),
                due_volts=chance.choice((None, 250, 500)),
            )
        )
    listed = [one if chance.random() < 0.9 else None for one in figures]
    before = None
    if chance.random() < 0.4:
        by = chance.choice(
            (("multimeter",), ("insulation_tester",), ("multimeter", "insulation_tester"))
        )
        before = CaseDanger(kind=chance.choice(list(CaseDangerKind)), lacks=(), by=by)

    def decide() -> Any:
        course = course_of(listed, before)
        if course.danger is None:
            return course
        words = [danger_first(course.danger, 250), way_out(course.danger, None)]
        return [course, sorted(course.danger.asks), *words]

    return [listed, before], decide


def _gate(chance: Random) -> Decided:
    rules = default_rules()
    supply = None if chance.random() < 0.2 else Supply(system=chance.choice(SUPPLIES))
    given = EnergisingGate(
        protective_conductor=chance.choice(
            (None, "0.0", "-0.1", "OL", *_around(rules.protective_conductor_up_to_ohm))
        ),
        no_protective_conductor_because=chance.choice(("", "   ", "class II")),
        insulation=chance.choice((None, "OL", "OL", "210 M", *_around(rules.insulation_at_least_ohm))),
        no_insulation_because=chance.choice(("", " ", "extra-low voltage")),
        nothing_left_inside=chance.random() < 0.9,
        bypasses_removed=chance.random() < 0.9,
        covers_on=chance.random() < 0.9,
        gas=chance.choice((None, *Gas)),
    )
    burns = chance.random() < 0.5
    return [given, burns, supply], lambda: pass_gate(given, burns_gas=burns, supply=supply)


def _proof(chance: Random) -> Decided:
    supply = Supply(system=chance.choice(SUPPLIES))
    most = default_rules().dead_below_volts
    figures = (
        "0.0",
        "230",
        "OL",
        "?",
        *(f"{side * most + more:.1f}" for side in (1, -1) for more in AROUND),
    )
    good = chance.random() < 0.5
    readings = {pair: "0.0" if good else chance.choice(figures) for pair in pairs_to_prove(supply)}
    if chance.random() < 0.4:
        readings[chance.choice(list(readings))] = chance.choice(figures)
    if chance.random() < 0.1:
        readings.pop(chance.choice(list(readings)))
    if chance.random() < 0.1:
        readings["L9–PE"] = "0.0"
    given = Isolation(
        switched_off=("isolator Q1",),
        locked=chance.random() < 0.8,
        not_locked_because=chance.choice(("", " ", "no lock fits, Maud keeps watch")),
        tester_before=chance.random() < 0.9,
        readings=readings,
        tester_after=chance.random() < 0.9,
    )

    def decide() -> Any:
        prove_dead(supply, given)
        return "dead"

    return [supply, given], decide


def _instant(chance: Random, boots: tuple[str, ...] = ("one", "one", "two")) -> Instant:
    seconds = chance.choice((-3700, -6, -5, 0, 5, 6, 3599, 3600, 3601))
    by_ticks = seconds + chance.choice((-6, -5, 0, 0, 0, 5, 6))
    ticks = Ticks(boot=chance.choice(boots), seconds=1e5 + by_ticks)
    wall = NOON + timedelta(seconds=seconds)
    return Instant(wall=wall, ticks=None if chance.random() < 0.2 else ticks)


def _elapsed(chance: Random) -> Decided:
    then, now = _instant(chance), _instant(chance)
    return [then, now, STEP], lambda: str(elapsed(then, now))


def _machine(chance: Random) -> Decided:
    events = []
    wall = ticked = 0.0
    for place in range(chance.randint(1, 6)):
        wall += chance.choice((0, 60, 60, 600, -4, -6))
        ticked += chance.choice((0, 60, 60, 600))
        at = NOON + timedelta(seconds=wall)
        lapses = chance.random() < 0.1
        events.append(
            MachineEvent(
                event=chance.choice((*([Event.PROVED_DEAD] * 12), *Event)),
                sequence=place,
                at=at,
                by=chance.choice(("Ilse", "Ilse", "Maud")),
                ticks=None if chance.random() < 0.1 else Ticks(boot="one", seconds=ticked),
                lapsed_at=at if lapses else None,
                why="It was seen" if lapses else "",
            )
        )
    for_ = chance.choice((0, 60, 3599, 3600, 3601))
    now = Instant(
        wall=NOON + timedelta(seconds=wall + for_ + chance.choice((0, 0, 5, -5, -6))),
        ticks=Ticks(boot=chance.choice(("one", "one", "one", "two")), seconds=ticked + for_),
    )
    made = chance.choice((None, None, now.wall, now.wall - timedelta(minutes=1)))
    chance.shuffle(events)
    loose = chance.random() < 0.3
    measurand = chance.choice(
        ("between_terminals", "running", "thermocouple_voltage", "terminal_to_case")
    )

    def decide() -> Any:
        state = machine_now(events, now, "Ilse", made)
        try:
            return [state, state.why, stated_of(state, measurand, loose=loose)]
        except InputError as error:
            return [state, error.message]

    return [events, now, made, loose, measurand], decide


def _admitted(chance: Random) -> Decided:
    age = timedelta(seconds=chance.choice((-121, -120, -119, 0, 3599, 3600, 3601)))
    stated = chance.choice(
        (
            LoosePart(),
            ProvedDead(by="Ilse", at=NOON - age),
            ProvedDead(by="Ilse", at=NOON - age),
            Live(since=NOON),
            Live(since=NOON, despite="the earth is lifted"),
        )
    )
    measurand = chance.choice(
        ("between_terminals", "running", "thermocouple_voltage", "terminal_to_case")
    )
    must = chance.random() < 0.5

    def decide() -> Any:
        admit(measurand, stated, NOON, must_stay_dead=must)
        return "admitted"

    return [measurand, stated, must], decide


def _bypass(chance: Random) -> Decided:
    sections = chance.randint(2, 5)
    out = chance.choice((0, sections, *range(1, sections), *range(1, sections)))
    watts = chance.choice((None, 40.0, 0.0))
    most = chance.choice((None, 40.0 * (sections / max(1, sections - out)) ** 2, 71.0, 71.2, 90.0))
    return [sections, out, watts, most], lambda: left_with(sections, out, watts, most)


def _siblings(chance: Random) -> Decided:
    count = chance.randint(2, 8)
    readings = [round(chance.gauss(118, 0.5), 1) for _ in range(count)]
    for _ in range(chance.randint(0, 2)):
        readings[chance.randrange(count)] += chance.choice((-20, -4, -2, 2, 4, 20))
    standard, spread = chance.choice((0.05, 0.4)), chance.choice((0.0, 0.1, 1.2))

    def decide() -> Any:
        pair = pair_differs(readings[0], readings[1], standard, spread)
        return [compare_siblings(tuple(readings), standard, spread).off, pair]

    return [readings, standard, spread], decide


def _feed(chance: Random) -> Decided:
    spec = chance.choice(
        (
            DECK_OVEN,
            part("winding", resistance="150"),
            part("element_bank", members=3, member=DECK_OVEN.model_dump(mode="json")),
        )
    )
    drawn = 1.05 * 2200 / 230
    feed = Feed.model_validate(
        {
            what: chance.choice((None, "10", "10.1", "16", "31", repr(drawn)))
            for what in ("fuse", "cable", "contactor")
        }
    )
    supply = chance.choice((230.0, 221.5, 253.0))
    return [spec, feed, supply], lambda: check_feed(spec, feed, supply)


def _meter(chance: Random) -> Decided:
    given = MeterCheck(
        shorted=chance.choice(
            ("0.0", "0.2", "OL", "-0.1", "?", *_around(default_rules().leads_bad_above_ohm))
        ),
        steady=chance.random() < 0.8,
        open_reads_ol=chance.random() < 0.8,
        battery_good=chance.random() < 0.8,
    )

    def decide() -> Any:
        check_meter(given)
        return "good"

    return given, decide


def _category(chance: Random) -> Decided:
    supply = Supply(system=chance.choice(SUPPLIES))
    rated = [
        {"category": chance.choice(("II", "III", "IV")), "volts": chance.choice((150, 300, 600, 1000))}
        for _ in range(chance.randint(0, 2))
    ]
    meter = BENCH_METER.model_validate({**BENCH_METER.model_dump(mode="json"), "rated": rated})

    def decide() -> Any:
        needed = needed_category(supply)
        check_rated(meter, supply)
        return needed

    return [supply, rated], decide


DRAWN: dict[str, Callable[[Random], Decided]] = {
    **PLACINGS,
    "course of a danger": _course,
    "gate before energising": _gate,
    "proof of dead": _proof,
    "time elapsed": _elapsed,
    "machine dead or live": _machine,
    "reading admitted": _admitted,
    "bypass of sections": _bypass,
    "siblings": _siblings,
    "feed": _feed,
    "meter check": _meter,
    "category": _category,
}


def case(name: str, number: int) -> tuple[Any, Any]:
    """A case, and what is decided of it, as plain data."""
    given, decide = DRAWN[name](Random(number))
    try:
        said = decide()
    except InputError as error:
        said = [error.field, error.message]
    return _plain(given), _plain(said)


def _plain(value: Any) -> Any:
    if isinstance(value, Model):
        return value.model_dump(mode="json")
    if isinstance(value, list | tuple):
        return [_plain(one) for one in value]
    return value


def digests() -> dict[str, list[str]]:
    """One for each case, by the decision."""
    return {name: [_digest(case(name, number)) for number in range(CASES)] for name in DRAWN}


def _digest(said: Any) -> str:
    return digest_of(json.loads(json.dumps(said, default=str)))[:4]


def main() -> None:
    """Write them down, or print one."""
    if len(sys.argv) == 3:
        print(
            json.dumps(case(sys.argv[1], int(sys.argv[2])), ensure_ascii=False, indent=1, default=str)
        )
        return
    FILE.write_text(json.dumps(digests(), indent=0, ensure_ascii=False) + "\n", "utf-8")


if __name__ == "__main__":
    main()
