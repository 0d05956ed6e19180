"""A visit in three sentences for the customer: what was wrong, what was done, what to watch."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from hembit.apps.jobs.visit.summaries import FollowUpOut
from hembit.apps.reports.schemas import FittedPart, Found, InShort
from hembit_core.findings.finding import Conclusion, FindingCode
from hembit_core.notation import inside
from hembit_core.visits.closing import OpenEnd

_WRONG = {
    FindingCode.LEAKING: "lets current through to its case",
    FindingCode.LIVE_DANGER: "was dangerous while it was on",
    FindingCode.INTERMITTENT: "has a joint that comes and goes",
    FindingCode.WRONG_CURVE: "is not the right part for this machine",
    FindingCode.OPEN: "was broken: no current could pass",
    FindingCode.OPENED_FOR_A_REASON: "had cut out, which it does for a reason",
    FindingCode.SHORTED: "was bridged inside",
    FindingCode.STUCK: "was stuck and did not switch off any more",
    FindingCode.OPENS_UNDER_LOAD: "failed as soon as it had to carry current",
    FindingCode.NO_GLOW: "did not glow any more",
    FindingCode.BOARD_OUTPUT: "did not switch when it was told to",
    FindingCode.DRIFTED: "read wrong",
    FindingCode.REJECTED: "was out of its limits",
    FindingCode.NO_SUPPLY: "got no electricity",
    FindingCode.LOW_SUPPLY: "got too little voltage",
    FindingCode.DRIVEN_WITHOUT_ACTION: "did not move though it was driven",
    FindingCode.SHOWN_WRONG: "was right, but the machine showed something else",
    FindingCode.NOT_WHERE_THE_HEAT_IS: "was not where the heat is",
    FindingCode.BEYOND_REACH: "was set to more than the heater can reach",
    FindingCode.LOSSY_WIRE: "lost voltage at a bad joint",
    FindingCode.VALVE: "did not open or close as it should",
    FindingCode.LOOKS_BAD: "was burnt, corroded or loose to be seen",
}
_BAD = (
    Conclusion.DO_NOT_ENERGISE,
    Conclusion.REPLACE,
    Conclusion.REPAIR,
    Conclusion.WRONG_PART,
)


def in_short(
    found: Sequence[Found],
    parts: Iterable[FittedPart],
    follow_ups: Iterable[FollowUpOut],
    left_open: Iterable[OpenEnd],
) -> InShort:
    """What was wrong, what was done, what to watch; dangers first."""
    dangers = [one.what for one in left_open if one.is_danger]
    return InShort(
        wrong=_wrong(found), done=_done(found, parts), watch=_watch(dangers, found, follow_ups)
    )


def _wrong(found: Sequence[Found]) -> str:
    bad = [one for one in found if one.decided in _BAD]
    if not bad:
        elsewhere = [one for one in found if one.code in _WRONG and one.decided not in _BAD]
        told = [f"{one.part} {_WRONG[one.code]}" for one in elsewhere if one.code]
        return _listed(told) or "No part was found faulty."
    return _listed([f"{one.part} {_words(one)}" for one in bad])


def _words(one: Found) -> str:
    usual = one.for_customer or (_WRONG.get(one.code) if one.code else None)
    return usual or f"did not pass: {inside(one.headline)}"


def _done(found: Sequence[Found], parts: Iterable[FittedPart]) -> str:
    fitted = [f"{one.part} was replaced" for one in parts]
    gone = {one.part for one in found if one.part_before}
    mended = [
        f"{one.part} was to be repaired"
        for one in found
        if one.decided == Conclusion.REPAIR and one.part not in gone
    ]
    return _listed([*fitted, *mended]) or "Nothing was replaced."


def _watch(dangers: list[str], found: Sequence[Found], follow_ups: Iterable[FollowUpOut]) -> str:
    coming = [" – ".join(text for text in (one.part, one.text) if text) for one in follow_ups]
    watched = [f"{one.part} is nearing its limit" for one in found if one.decided == Conclusion.WATCH]
    warned = [f"Do not switch it on: {inside(one)}" for one in dangers]
    return _listed([*warned, *coming, *watched]) or "There is nothing to watch."


def _listed(told: list[str]) -> str:
    return "; ".join(told) + "." if told else ""
