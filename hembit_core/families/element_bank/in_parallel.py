"""What equal elements in parallel should have, from what one should have."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Share
from hembit_core.families.heating_element.resistance import ElementResistance
from hembit_core.notation import interval
from hembit_core.working import WorkingLine


@lru_cache(maxsize=256)
def in_parallel(due: ElementResistance, members: int) -> ElementResistance:
    """What ``members`` equal elements in parallel should have: everything in ohms over n."""
    share = 1 / members
    today = due.today.scaled(share)
    return replace(
        due,
        hot=due.hot.scaled(share),
        today=today,
        shares=tuple(Share(one.origin, one.standard * share) for one in due.shares),
        missing=tuple(one.scaled(share) for one in due.missing),
        tell=lambda: (*due.lines, _line(due.today, today, members)),
    )


def _line(member: Band, today: Band, members: int) -> WorkingLine:
    return WorkingLine(
        key="in_parallel",
        label=f"{members} members in parallel",
        result=interval(today.lower, today.upper, "Ω"),
        formula="R_bank = R / n",
        figures=f"one member {interval(member.lower, member.upper, 'Ω')}, n = {members}",
        source="equal resistances in parallel",
    )
