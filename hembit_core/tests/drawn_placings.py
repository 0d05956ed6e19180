"""Drawn cases of where a value lies: limits met exactly, what is missing, what would settle it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict
from random import Random
from typing import Any

from hembit_core.conformity.bands import Band, decidability, place, power_of_ten
from hembit_core.conformity.budget import Budget, Origin, Share
from hembit_core.conformity.missing import Lacking, Missing, path_beside
from hembit_core.conformity.placing import (
    place_overflow,
    place_overflow_as_due,
    place_value,
    short_below,
)
from hembit_core.conformity.states import DecisionRule, Outcome, State, outcome_of, outcome_told
from hembit_core.judging.judgement import Question
from hembit_core.judging.no_current import NoCurrent, no_current_verdict
from hembit_core.judging.ohms.halves import HalvesWords, halves_sum
from hembit_core.judging.settling import GIVE_THE_RATIO, settles_of, to_settle, too_close
from hembit_core.judging.several import answers_of, asked_at, without_prefix
from hembit_core.measuring.display import Function, parse_display
from hembit_core.measuring.resistance_reading import ResistanceReading, net_of
from hembit_core.tests.parts import BENCH, BENCH_METER

Decided = tuple[Any, Callable[[], Any]]
"""The case, and what decides it."""


def _band(chance: Random) -> Band:
    nominal = chance.choice((None, 0.0, 25.0, -25.0))
    lower = chance.choice((None, 20.0, 20.0, -20.0))
    upper = chance.choice((None, 30.0, 30.0, 30.0)) if lower is not None else 30.0
    watched = lower is not None and upper is not None and chance.random() < 0.3
    return Band(
        nominal=nominal,
        lower=lower,
        upper=upper,
        watch_lower=(lower + 2 if watched and lower is not None else None),
        watch_upper=(upper - 2 if watched and upper is not None else None),
        upper_standard=chance.choice((0.0, 0.0, 0.5)) if upper is not None else 0.0,
    )


def _missing(chance: Random) -> tuple[Missing, ...]:
    found = [
        path_beside("isolate it"),
        Missing(Lacking.ALLOY, "name the alloy", None, -1.0, 1.0),
        Missing(Lacking.PART_TEMPERATURE, "say how warm", State.NOT_READY, share_low=-0.125),
        Missing(Lacking.LEADS, "zero the leads", low=-2.0, share_high=0.0625),
    ]
    return tuple(chance.sample(found, k=chance.choice((0, 0, 1, 2))))


def _placing(chance: Random) -> Decided:
    band, missing = _band(chance), _missing(chance)
    sizes = (0.0, 0.25, 0.5, 1.0, 2.5)
    given = {
        one.value: chance.choice(sizes) for one in chance.sample(list(Origin), k=chance.randint(1, 3))
    }
    more, factor = Share(Origin.LEADS, chance.choice((0.0, 0.5))), chance.choice((1.0, -2.0))
    budget = Budget.of(**given).plus(more).scaled(factor)
    value = chance.choice((0.0, -25.0, 250.0, *(18 + 0.5 * step for step in range(29))))
    meter = BENCH_METER.model_copy(update={"stated": chance.random() < 0.7})
    text = chance.choice((None, "4.2", "0.213", "25", "25.0", "OL"))
    display = text and parse_display(text, Function.RESISTANCE)

    def decide() -> Any:
        placed = place_value(value, budget, band, missing)
        settles = settles_of(placed, meter, display or None, (GIVE_THE_RATIO,))
        shares = [[one.origin, one.standard] for one in budget.shares]
        return [asdict(placed), too_close(placed), to_settle(settles), shares, budget.dominant]

    return [value, given, more.standard, factor, band, str(missing), meter.stated, text], decide


def _place(chance: Random) -> Decided:
    band, expanded = _band(chance), chance.choice((0.0, 0.5, 1.0, 2.0, 5.0))
    value = chance.choice([18 + 0.5 * step for step in range(29)])
    return [value, expanded, band], lambda: asdict(place(value, expanded, band))


def _overflow(chance: Random) -> Decided:
    band, missing = _band(chance), _missing(chance)
    floor = chance.choice((20.0, 29.9, 30.0, 30.1, 2499.0, 2500.0, 2501.0, 6e7))
    least = chance.choice((29.9, 30.0, 30.1))
    share = chance.choice((0.01, 0.1))

    def decide() -> Any:
        found = [place_overflow(floor, band, missing), place_overflow_as_due(floor, least)]
        return [*found, short_below(floor, least, share), short_below(least, floor, share)]

    return [floor, least, share, band, str(missing)], decide


def _power(chance: Random) -> Decided:
    band = _band(chance)
    value = chance.choice((2.5, 25.0, -25.0)) * 10.0 ** chance.randint(-7, 7)
    expanded = chance.choice((0.0, 4.9, 5.0, 5.1, 50.0))

    def decide() -> Any:
        return [power_of_ten(value, band), decidability(band, expanded), band.half_width]

    return [value, expanded, band], decide


def _halves(chance: Random) -> Decided:
    words = HalvesWords("Halves", "whole", "R = R1 + R2", "Kirchhoff")
    shown = [chance.choice((None, "40.0", "40.4", "41.0")) for _ in range(2)]
    whole = chance.choice((None, "80.0", "81.0", "84.0"))
    lead = chance.choice((None, "0.2"))

    def read(text: str | None) -> Any:
        if text is None:
            return None
        how = ResistanceReading(display=text, lead_zero=lead)
        return net_of(how, "display", text, BENCH, {})

    def decide() -> Any:
        found = halves_sum([read(one) for one in shown], read(whole), words)
        if found is None:
            return None
        on_its_limit = type(found)(found.u, found.u, found.line).adds_up
        return [found.off, found.u, found.adds_up, on_its_limit, found.line.model_dump(mode="json")]

    return [shown, whole, lead], decide


def _answers(chance: Random) -> Decided:
    codes = ("l1.power_of_ten", "l1.display.lone_one", "l2.power_of_ten", "power_of_ten", "l1.lone_one")
    answers = {code: "as_typed" for code in codes if chance.random() < 0.5}
    field = chance.choice(("l1", "lines.l1", "l2"))

    def decide() -> Any:
        return [one(answers, field) for one in (answers_of, asked_at, without_prefix)]

    return [answers, field], decide


def _outcome(chance: Random) -> Decided:
    state, rule = chance.choice(list(State)), chance.choice(list(DecisionRule))
    outcome, why = chance.choice(list(Outcome)), chance.choice((None, "the alloy is not given"))
    return [state, rule, outcome, why], lambda: [
        outcome_of(state, rule),
        outcome_told(outcome, rule, why),
    ]


def _no_current(chance: Random) -> Decided:
    words = NoCurrent("the wrong wire", "clamp one wire alone", "Open under load", "replace it")
    question = Question(code="clamp", field="reading.current", sentence="Is the clamp on?", choices=())
    answers = chance.choice(({}, {"clamp": "yes"}, {"clamp": "no"}, {"clamp": "perhaps"}, {"x": "yes"}))
    return answers, lambda: asdict(no_current_verdict(words, question, answers, "230 V, 0.00 A."))


PLACINGS: dict[str, Callable[[Random], Decided]] = {
    "value in a band": _placing,
    "value and its U in a band": _place,
    "overflow in a band": _overflow,
    "power of ten": _power,
    "halves and the whole": _halves,
    "answers to a field": _answers,
    "outcome of a state": _outcome,
    "volts and no current": _no_current,
}
