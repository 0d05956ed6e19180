"""Combine the evidence on one part into a finding, by the rules of the trade, first match first."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.families.registry import AnySpec
from hembit_core.findings.evidence import Evidence, cited
from hembit_core.findings.finding import Finding, Observation
from hembit_core.findings.rules import dead, general, live, sensing
from hembit_core.judge import expectations
from hembit_core.judging.judgement import Judgement

Rule = Callable[[AnySpec, Evidence], Finding | None]

RULES: tuple[Rule, ...] = (
    general.ask_first,
    dead.leaking,
    dead.intermittent,
    sensing.wrong_curve,
    dead.open_part,
    dead.shorted_part,
    dead.stuck_contact,
    live.no_supply,
    live.opens_under_load,
    live.low_supply,
    live.board_output,
    live.driven_without_action,
    sensing.right_but_shown_wrong,
    sensing.drifted,
    live.works_but_cold,
    general.looks_bad,
    general.rejected,
    general.watched,
    general.undecided,
    general.sound,
)


def find(
    spec: AnySpec,
    judgements: Iterable[Judgement],
    observed: Iterable[Observation] = (),
    conditions: Conditions | None = None,
) -> Finding:
    """What all readings and observations on one part say together.

    Parameters
    ----------
    spec : the part.
    judgements : of its readings, in the order taken; the later of one test supersedes.
    observed : what was seen beside them.
    conditions : those of the tests that were not taken, to name them.

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
    evidence = Evidence.of(judgements, observed)
    if not evidence.judgements and not evidence.observed:
        raise InputError("A finding needs at least one reading, or something observed.")
    found = next(one for rule in RULES if (one := rule(spec, evidence)))
    return found.model_copy(
        update={
            "rests_on": found.rests_on or tuple(cited(one) for one in evidence.judgements.values()),
            "not_tested": _not_tested(spec, evidence, conditions or Conditions()),
        }
    )


_EXTRAS = {
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity",
    "until_cut_out",
    "sensor_points",
}


def _not_tested(spec: AnySpec, evidence: Evidence, conditions: Conditions) -> tuple[str, ...]:
    try:
        told = expectations(spec, conditions)
    except InputError:
        return ()
    return tuple(
        one.title
        for one in told
        if one.measurand not in evidence.judgements and one.measurand not in _EXTRAS
    )
