"""The ladder of a bank: what 0, 1, 2 … dead members would give, in ohms and in amps."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.conformity.bands import Band
from hembit_core.conformity.missing import Missing
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import Side, State
from hembit_core.families.heating_element.judge_running import Pair
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement, Rung
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import interval, quantity
from hembit_core.working import WorkingLine

_HELD = (State.NOT_COMPARABLE, State.NOT_READY)
CONFIRM = (
    "To confirm: lift one end of each member and read it alone, or clamp each branch live: "
    "a dead one carries nothing."
)


@dataclass(frozen=True)
class Step:
    """The band with ``dead`` open members [Ω]."""

    dead: int
    band: Band

    @property
    def name(self) -> str:
        """The step with its nominal ohms, as it is told."""
        what = "all well" if self.dead == 0 else f"{self.dead} dead"
        return f"{what} ({quantity(self.band.nominal or 0.0, 'Ω', 4)})"


def _reach(band: Band, lowest: float, highest: float, expanded: float) -> bool:
    """Whether a value between ``lowest`` and ``highest``, each ± U, can lie in ``band``."""
    below = band.upper is None or lowest - expanded <= band.upper
    return below and (band.lower is None or highest + expanded >= band.lower)


def _stretch(value: float, missing: tuple[Missing, ...]) -> tuple[float, float]:
    """Between which values it may lie for want of what is missing."""
    ends = [one.ends(value) for one in missing]
    return value + sum(low for low, _ in ends), value + sum(high for _, high in ends)


@dataclass(frozen=True)
class Ladder:
    """The steps from all well to one left."""

    members: int
    steps: tuple[Step, ...]

    @classmethod
    def of(cls, members: int, member: Band) -> Ladder:
        """From the band of one member [Ω]: R_member / (n − k)."""
        return cls(
            members,
            tuple(Step(dead, member.scaled(1 / (members - dead))) for dead in range(members)),
        )

    def fitting(self, net: float, expanded: float, missing: tuple[Missing, ...]) -> tuple[Step, ...]:
        """The steps that a reading of ``net`` ± ``expanded`` [Ω] can be."""
        lowest, highest = _stretch(net, missing)
        return tuple(one for one in self.steps if _reach(one.band, lowest, highest, expanded))

    def rungs(self) -> tuple[Rung, ...]:
        """The steps as they stand on the rail."""

        def end(limit: float | None, step: Step) -> float:
            return limit if limit is not None else step.band.nominal or 0.0

        return tuple(
            Rung(
                label="all well" if step.dead == 0 else f"{step.dead} dead",
                value=step.band.nominal or 0.0,
                lower=end(step.band.lower, step),
                upper=end(step.band.upper, step),
            )
            for step in self.steps
        )

    def marked(self, verdict: Judgement, missing: tuple[Missing, ...]) -> Judgement:
        """The ladder on the rail of a verdict, with the steps marked that the reading fits."""
        if verdict.value is None:
            return verdict
        fits = self.fitting(verdict.value.value, verdict.value.expanded, missing)
        rungs = tuple(
            rung.model_copy(update={"fits": step in fits})
            for rung, step in zip(self.rungs(), self.steps, strict=True)
        )
        return verdict.model_copy(update={"rail": verdict.rail.model_copy(update={"rungs": rungs})})

    def line(self) -> WorkingLine:
        """The first steps as a line of the working."""
        return WorkingLine(
            key="ladder",
            label="The ladder",
            result=f"n = {self.members}",
            formula="R = R_member / (n − k)",
            figures="; ".join(
                f"{one.name}: {interval(one.band.lower, one.band.upper, 'Ω', 3)}"
                for one in self.steps[:4]
            ),
            source="k dead of n members in parallel",
        )


def by_ohms(ladder: Ladder, missing: tuple[Missing, ...], net: float, placed: Placed) -> Verdict | None:
    """What the ladder says: one number of dead members, several, or none that fits."""
    if placed.state in _HELD:
        return None
    fits = ladder.fitting(net, placed.budget.expanded, missing)
    well = ladder.steps[0].band.nominal or net
    if len(fits) > 1 and fits[0].dead == 0:
        narrows = " What is missing, if given, narrows it." if missing else ""
        return Verdict(
            Code.MEMBERS_PERHAPS_DEAD,
            State.NOT_DECIDABLE,
            "Not decidable: the bank's ohms cannot tell how many members are dead",
            CONFIRM,
            side=placed.side,
            explanation=[
                f"{', '.join(one.name for one in fits)} all fit: a member's tolerance is wider than "
                f"the step from one to the next.{narrows}"
            ],
            undecided_by=placed.lacking,
            dominant=placed.dominant,
        )
    if not fits or fits[0].dead == 0:
        return None
    found = _found([one.dead for one in fits])
    if len(fits) == 1:
        found += f" ({quantity(fits[0].band.nominal or net, 'Ω', 4)})"
    return Verdict(
        Code.MEMBERS_DEAD,
        State.OUTSIDE,
        f"Outside, high: {found}",
        CONFIRM,
        side=Side.HIGH,
        explanation=[
            f"{quantity(well, 'Ω', 3)} is due with all {ladder.members} well. The bank still reads "
            "nice and low: that is how a dead one hides."
        ],
        dominant=placed.dominant,
    )


def by_current(members: int, pair: Pair, placed: Placed) -> Verdict | None:
    """The same for the bank's current: each dead member takes its equal share away."""
    u = placed.budget.expanded
    lowest, highest = _stretch(pair.amps.value, pair.due.amps_missing)
    fits = [
        dead
        for dead in range(members)
        if _reach(pair.band.scaled(1 - dead / members), lowest, highest, u)
    ]
    drawn = f"{pair.amps.shown} where {quantity(pair.nominal, 'A', 3)} is due with all {members} well"
    if len(fits) > 1 and fits[0] == 0:
        return Verdict(
            Code.MEMBERS_PERHAPS_DEAD,
            State.NOT_DECIDABLE,
            "Not decidable: the bank's current cannot tell how many members are dead",
            "Clamp each branch: a dead one carries nothing.",
            side=placed.side,
            explanation=[f"{drawn}: from none to {fits[-1]} dead fit."],
            undecided_by=placed.lacking,
            dominant=placed.dominant,
        )
    if not fits or fits[0] == 0:
        return None
    return Verdict(
        Code.MEMBERS_DEAD,
        State.OUTSIDE,
        f"Outside, low: {_found(fits)}",
        "Clamp each branch: a dead one carries nothing.",
        side=Side.LOW,
        explanation=[f"{drawn}: {_found(fits)} of {members}."],
        dominant=placed.dominant,
    )


def _found(dead: list[int]) -> str:
    if len(dead) > 1:
        return f"from {dead[0]} to {dead[-1]} dead members fit"
    return "one dead member fits" if dead[0] == 1 else f"{dead[0]} dead members fit"
