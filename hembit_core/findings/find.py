"""Combine all that is known of one part into a finding, in the trade's words."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace

from hembit_core.errors import InputError
from hembit_core.families.registry import AnySpec, about
from hembit_core.findings.case_danger import CaseDanger
from hembit_core.findings.finding import Finding, Observation
from hembit_core.findings.grounds import Grounds, cited
from hembit_core.findings.rules import called, dead, general, live, sensing, to_case
from hembit_core.judge import expectations
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import inside
from hembit_core.soundness.call import ALONE, call_of
from hembit_core.soundness.evidence import Evidence, evidence_of_judgement
from hembit_core.soundness.words import why

Rule = Callable[[AnySpec, Grounds], Finding | None]

_FIRST: tuple[Rule, ...] = (to_case.danger, live.live_danger, general.ask_first)
"""Danger, whatever is believed; then what must be asked."""
_FAULTS: tuple[Rule, ...] = (
    dead.intermittent,
    sensing.wrong_curve,
    dead.open_part,
    dead.shorted_part,
    dead.stuck_contact,
    live.opens_under_load,
    sensing.drifted,
    live.board_output,
    live.lossy_wire,
    live.valve,
    general.rejected,
    called.fault,
)
"""How the trade calls what the readings come to, where they come to a fault."""
_OTHERWISE: tuple[Rule, ...] = (
    dead.intermittent,
    called.at_odds,
    live.board_output,
    live.beyond_reach,
    live.driven_without_action,
    live.no_supply,
    live.low_supply,
    sensing.right_but_shown_wrong,
    live.works_but_cold,
    general.looks_bad,
    called.no_call,
    to_case.touch_ended,
    general.watched,
    called.good,
    general.rejected,
    general.undecided,
    called.conforms,
)
"""Where they do not: what else it is, what cannot be told, what is good. The last three are for what no
call is made of: a setting, or readings that decide nothing."""


def find(
    spec: AnySpec,
    judgements: Iterable[Judgement],
    observed: Iterable[Observation] = (),
    conditions: Conditions | None = None,
    before: CaseDanger | None = None,
    weighed: Sequence[Evidence] | None = None,
    sound_before: float = ALONE,
) -> Finding:
    """What all readings and observations on one part say together.

    Parameters
    ----------
    spec : the part.
    judgements : of its readings, oldest first: those of the present period, without what another
        one corrects, and every one to the case, of which alone the order counts.
    observed : what was seen beside them.
    conditions : those of the tests that were not taken, to name them.
    before : what stood against energising the part that this one took the place of.
    weighed : the same readings as evidence, in the same order; by their verdicts alone where their
        readings are not at hand.
    sound_before : the weight of a sound part before anything was read; of one alone in Check [1].

    Raises
    ------
    InputError
        If there is no reading and nothing observed.

    References
    ----------
    The rules stand in ``findings/rules``, one file per kind of evidence.

    Examples
    --------
    >>> from hembit_core import BetweenTerminals, HeatingElement, judge
    >>> element = HeatingElement.by_plate(2200, 230)
    >>> finding = find(element, [judge(element, BetweenTerminals(display="OL"))])
    >>> finding.conclusion.value, finding.headline
    ('replace', 'Broken: replace it')
    """
    judged = tuple(judgements)
    rules = (conditions or Conditions()).rules
    if weighed is None:
        weighed = [evidence_of_judgement(spec, one) for one in judged]

    grounds = Grounds.of(judged, observed, before)
    kept = [weighed[at] for at in grounds.kept]
    grounds = replace(grounds, call=call_of(spec, kept, sound_before, rules))
    if not grounds.judgements and not grounds.observed and grounds.danger is None:
        raise InputError("A finding needs at least one reading, or something observed.")
    is_fault = grounds.call is not None and grounds.call.is_fault
    order = (*_FIRST, *(_FAULTS if is_fault else _OTHERWISE))
    found = next((one for rule in order if (one := rule(spec, grounds))), None)
    found = found or general.nothing_measured("what was seen")
    untested = _untested(spec, grounds, conditions or Conditions())
    return found.model_copy(
        update={
            "rests_on": found.rests_on or tuple(cited(one) for one in grounds.judgements),
            "cites": found.cites or tuple(dict.fromkeys(one.measurand for one in grounds.judgements)),
            "not_tested": tuple(about(one).title for one in untested),
            "untested": untested,
            "next_step": found.next_step or _next(untested),
            "dead_members": _dead_members(grounds),
            "danger": grounds.danger,
            "call": grounds.call,
            "why": why(spec, grounds.call) if grounds.call else (),
        }
    )


def _next(untested: tuple[str, ...]) -> str:
    """What comes after a part that is good in what was read."""
    return f"Next: {inside(about(untested[0]).title)}." if untested else "Nothing more is to be read."


def _dead_members(grounds: Grounds) -> int | None:
    """How many members of a bank are dead, where the step of its ladder is the only one that fits."""
    along = grounds.coded(Code.MEMBERS_DEAD)
    fitting = [place for place, one in enumerate(along.rail.rungs) if one.fits] if along else []
    return fitting[0] if len(fitting) == 1 else None


def _untested(spec: AnySpec, grounds: Grounds, conditions: Conditions) -> tuple[str, ...]:
    """The part's main tests that were not taken, where what they expect is known."""
    taken = {one.measurand for one in grounds.judgements}
    try:
        told = expectations(spec, conditions)
    except InputError:
        return ()
    return tuple(
        one.measurand for one in told if one.measurand not in taken and not about(one.measurand).side
    )
