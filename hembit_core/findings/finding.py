"""A finding: the decision on one part, with what it rests on."""

from __future__ import annotations

from enum import StrEnum

from hembit_core.findings.case_danger import CaseDanger
from hembit_core.model import Model
from hembit_core.soundness.call import Call


class Conclusion(StrEnum):
    """What a finding says of the part."""

    REPLACE = "replace"
    REPAIR = "repair"
    DO_NOT_ENERGISE = "do not energise"
    WRONG_PART = "wrong part"
    WATCH = "watch"
    SOUND = "sound"
    PASSED_SO_FAR = "passed so far"
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


class FindingCode(StrEnum):
    """Which rule of the trade a finding is."""

    LEAKING = "leaking"
    TOUCHES_CASE = "touches_case"
    NEW_PART_UNREAD = "new_part_unread"
    TOUCH_ENDED = "touch_ended"
    LIVE_DANGER = "live_danger"
    TO_BE_CONFIRMED = "to_be_confirmed"
    CONTRADICTING = "contradicting"
    INTERMITTENT = "intermittent"
    WRONG_CURVE = "wrong_curve"
    PERHAPS_ANOTHER_CURVE = "perhaps_another_curve"
    OPEN = "open"
    OPENED_FOR_A_REASON = "opened_for_a_reason"
    SHORTED = "shorted"
    STUCK = "stuck"
    OPENS_UNDER_LOAD = "opens_under_load"
    NO_GLOW = "no_glow"
    BOARD_OUTPUT = "board_output"
    DRIFTED = "drifted"
    REJECTED = "rejected"
    NO_SUPPLY = "no_supply"
    LOW_SUPPLY = "low_supply"
    DRIVEN_WITHOUT_ACTION = "driven_without_action"
    SHOWN_WRONG = "shown_wrong"
    NOT_WHERE_THE_HEAT_IS = "not_where_the_heat_is"
    WORKS_BUT_COLD = "works_but_cold"
    BEYOND_REACH = "beyond_reach"
    LOSSY_WIRE = "lossy_wire"
    VALVE = "valve"
    LOOKS_BAD = "looks_bad"
    WATCHED = "watched"
    UNDECIDED = "undecided"
    NOTHING_MEASURED = "nothing_measured"
    PARTLY_READ = "partly_read"
    SOUND = "sound"


class Finding(Model):
    """What all evidence on one part says together.

    Attributes
    ----------
    code : which rule of the trade it is; what follows goes by it and the conclusion.
    rests_on : the readings and observations that decide, in words.
    cites : the measurands of those readings.
    rules_out : what they exclude.
    not_tested : tests of the part that were not taken, in words; ``untested`` their measurands.
    asks_cause : it died of something; the cause is to be found before the job closes.
    dead_members : of a bank, how many of its members are dead, where its readings say just one number.
    danger : what stands against energising it, and what is lacking for its end.
    call : the word about the part with its weights; none in findings of before. ``why`` tells them.
    for_customer : what was read, after the part's name, where its code alone would say more than that.
    """

    code: FindingCode | None = None
    conclusion: Conclusion
    headline: str
    rests_on: tuple[str, ...]
    cites: tuple[str, ...] = ()
    rules_out: tuple[str, ...] = ()
    not_tested: tuple[str, ...] = ()
    untested: tuple[str, ...] = ()
    next_step: str
    asks_cause: bool = False
    dead_members: int | None = None
    danger: CaseDanger | None = None
    call: Call | None = None
    why: tuple[str, ...] = ()
    for_customer: str = ""
