"""What stands against energising a part, told: it comes before all else, whatever is believed."""

from __future__ import annotations

from hembit_core.families.registry import AnySpec
from hembit_core.findings.case_danger import CaseDanger, CaseDangerKind, way_out
from hembit_core.findings.finding import Conclusion, Finding, FindingCode, Observation
from hembit_core.findings.grounds import Grounds, cited
from hembit_core.judging.judgement import Judgement

_HEADLINES = {
    CaseDangerKind.TOUCH: "A wire touches the case: replace the part",
    CaseDangerKind.LEAK: "Leaking to the case: an insulation test decides",
    CaseDangerKind.INSULATION: "Leaking: its insulation does not hold",
    CaseDangerKind.IN_CIRCUIT: "A figure to the case, read in circuit: lift both ends and read again",
    CaseDangerKind.NEW_PART_UNREAD: "The part before was a danger: read the new one to its case, too",
}
_CODES = {
    CaseDangerKind.TOUCH: FindingCode.TOUCHES_CASE,
    CaseDangerKind.NEW_PART_UNREAD: FindingCode.NEW_PART_UNREAD,
}
_THEN = {
    CaseDangerKind.TOUCH: "Replace it, or find where it touches. After a repair it takes",
    CaseDangerKind.LEAK: "It takes",
    CaseDangerKind.INSULATION: "If it may be damp, dry it; if it stays low, replace it and find the "
    "moisture. After that it takes",
    CaseDangerKind.IN_CIRCUIT: "It takes",
    CaseDangerKind.NEW_PART_UNREAD: "It takes",
}


_NEVER_STOPS = (
    " Where the control breaks one pole of two, or the neutral, this is the heat that never stops."
)


def danger(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A path to the case: not energised until the readings after it have shown its end."""
    found = grounds.danger
    if found is None:
        return None
    stops = grounds.has(Observation.HEAT_NEVER_STOPS)
    rests = (*grounds.standing, *grounds.against)
    wet = ("wet",) if grounds.has(Observation.WET) else ()
    both = ("these cannot both be right",) if grounds.against else ()
    return Finding(
        code=_CODES.get(found.kind, FindingCode.LEAKING),
        conclusion=Conclusion.DO_NOT_ENERGISE,
        headline=_HEADLINES[found.kind],
        rests_on=(*(cited(one) for one in rests), *both, *wet),
        cites=tuple(dict.fromkeys(one.measurand for one in rests)),
        rules_out=(
            ("a stuck contact as the only cause",) if stops else ("ohms from end to end as a pass",)
        ),
        next_step=_next(found, rests) + (_NEVER_STOPS if stops else ""),
        asks_cause=found.kind is not CaseDangerKind.NEW_PART_UNREAD,
    )


def _next(found: CaseDanger, rests: tuple[Judgement, ...]) -> str:
    due = next((one.case.due_volts for one in rests if one.case), None)
    again = " A touch may come and go, or one of the two was taken wrong." if found.contradicted else ""
    return f"Do not energise.{again} {_THEN[found.kind]} {way_out(found, due)}."


def touch_ended(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A wire touched the case and does not any more: that is come back to."""
    if not grounds.touch_ended:
        return None
    return Finding(
        code=FindingCode.TOUCH_ENDED,
        conclusion=Conclusion.WATCH,
        headline="Clear of its case after a touch: set a day to read it again",
        rests_on=(),
        rules_out=("a path to the case today",),
        next_step="A touch may come again when it is warm or moved: read it to its case on that day.",
    )
