"""Judge an element's ohms from end to end."""

from __future__ import annotations

from dataclasses import replace

from hembit_core.conformity.states import DecisionRule
from hembit_core.families.heating_element.expectation import between_terminals
from hembit_core.families.heating_element.readings import BetweenTerminals
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.judging.judgement import Judgement, Settle
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import deviation, limit_text, percent, plain, quantity

_WORDS = OhmsWords(
    open_means="Isolated, OL across a heating element is a broken wire or a broken joint.",
    open_next="Look for the break at the terminals first; then replace the element.",
    short_next="Look for debris or a touching coil bridging the terminals; then replace the element.",
    high_next="Clean and tighten the terminals and read again; if it stays high, replace the element.",
    low_next="Look for bridged turns or a wrong part; check the plate; then replace the element.",
    within_next="Next: terminal to case.",
)


_WITH_VOLTS = replace(
    _WORDS, settles=(Settle(code="volts_and_amps", text="read volts and amps at full supply"),)
)


def judge_between_terminals(
    spec: HeatingElement, reading: BetweenTerminals, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge net ohms against the cold band of today.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: HeatingElement, reading: BetweenTerminals, conditions: Conditions) -> OhmsDue:
    """The cold ohms that are due from end to end, and how they are spoken of."""
    due = element_resistance(spec, conditions)
    words = _WITH_VOLTS if spec.rated_volts is not None else _WORDS
    return OhmsDue(
        band=due.today,
        tell=lambda: between_terminals(due),
        words=words,
        deviation=lambda net, u: _deviation(spec, due, net, u),
        shares=due.shares,
        missing=due.missing,
    )


def _deviation(spec: HeatingElement, due: ElementResistance, net: float, expanded: float) -> str:
    """The deviation in ohms and, where the plate gives volts, in watts at rated volts."""
    nominal, hot, volts = due.today.nominal, due.hot.nominal, spec.rated_volts
    assert nominal is not None
    text = f"{deviation(net, nominal)} on ohms"
    if volts is None or hot is None or net <= expanded:
        return f"{text}."
    rated = volts**2 / hot
    share = nominal / net - 1
    watts = abs(rated * share)
    if abs(net - nominal) <= expanded:
        return f"{text}; its power is the rated {limit_text(rated, 'W', 6)} within the uncertainty."
    word = "short of" if share < 0 else "above"
    return (
        f"{text}, about {percent(share, 0)} of rated power: some "
        f"{quantity(watts, 'W', 2)} {word} {limit_text(rated, 'W', 6)} at {plain(volts)} V."
    )
