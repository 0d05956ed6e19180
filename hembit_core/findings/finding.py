"""A finding: the decision on one part, with what it rests on."""

from __future__ import annotations

from enum import StrEnum

from hembit_core.model import Model


class Conclusion(StrEnum):
    """What a finding says of the part."""

    REPLACE = "replace"
    REPAIR = "repair"
    DO_NOT_ENERGISE = "do not energise"
    WRONG_PART = "wrong part"
    WATCH = "watch"
    SOUND = "sound"
    NOT_THE_PART = "not the part"
    UNDECIDED = "undecided"


class Observation(StrEnum):
    """What is seen, heard or reported of a part, beside its readings."""

    MEDIUM_COLD_OR_SLOW = "medium_cold_or_slow"
    HEAT_NEVER_STOPS = "heat_never_stops"
    TRIPS = "trips"
    DROPS_OUT_HOT = "drops_out_hot"
    CRACKED = "cracked"
    BURNT_TERMINAL = "burnt_terminal"
    CORRODED = "corroded"
    WET = "wet"
    SCALED = "scaled"
    NOT_PUSHED_HOME = "not_pushed_home"
    FEED_PRESENT_WHILE_COMMANDED = "feed_present_while_commanded"
    DIODE_MODE = "diode_mode"


class Finding(Model):
    """What all evidence on one part says together.

    Attributes
    ----------
    rests_on : the readings and observations that decide.
    rules_out : what they exclude.
    not_tested : tests of the part that were not taken.
    asks_cause : it died of something; the cause is to be found before the job closes.
    """

    conclusion: Conclusion
    headline: str
    rests_on: tuple[str, ...]
    rules_out: tuple[str, ...] = ()
    not_tested: tuple[str, ...] = ()
    next_step: str
    asks_cause: bool = False
