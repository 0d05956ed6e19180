"""Dead or live, whatever happened in whatever order; proofs and gates over every supply and figure."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import example, given
from hypothesis import strategies as st

from hembit_core.errors import InputError
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.rules.values import default_rules
from hembit_core.visits.dead.bypass import section_load
from hembit_core.visits.dead.clocks import Instant, Ticks
from hembit_core.visits.dead.gate import EnergisingGate, pass_gate
from hembit_core.visits.dead.machine_state import Event, MachineEvent, machine_now
from hembit_core.visits.dead.proving import Isolation, pairs_to_prove, prove_dead

START = datetime(2026, 3, 4, 8, 0, tzinfo=UTC)
PEOPLE = ("Ilse", "Maud")
ENDS = {
    Event.LIVE_READING,
    Event.HANDED_OVER,
    Event.WAITED,
    Event.COVER_BACK,
    Event.VOLTS_SEEN,
    Event.CLOCK_SET_BACK,
    Event.PROOF_LAPSED,
}

RULES = default_rules()


def instant(true: float, ahead: float, boot: str = "one") -> Instant:
    """``true`` minutes after the start, the wall clock ``ahead`` of what it should say [min]."""
    wall = START + timedelta(minutes=true + ahead)
    return Instant(wall=wall, ticks=Ticks(boot=boot, seconds=60 * true))


@st.composite
def histories(draw: st.DrawFn) -> list[MachineEvent]:
    """Events in the order they were written, some minutes apart, by a clock that people set."""
    true, ahead, found = 0.0, 0.0, []
    for place in range(draw(st.integers(0, 9))):
        true += draw(st.integers(1, 40))
        ahead = draw(st.sampled_from((ahead, ahead, ahead, 0.0, 60.0, -45.0, 1.0, -1.0, 43200.0)))
        at = instant(true, ahead)
        found.append(
            MachineEvent(
                event=draw(st.sampled_from(Event)),
                sequence=place,
                at=at.wall,
                ticks=at.ticks,
                by=draw(st.sampled_from(PEOPLE)),
            )
        )
    return found


people = st.sampled_from(PEOPLE)
laters = st.integers(0, 90)
steps = st.sampled_from((0.0, 0.0, 0.0, 60.0, -45.0, 1.0, -1.0, -0.2, 43200.0, -43200.0))


def now_after(history: list[MachineEvent], minutes: float, step: float = 0.0) -> Instant:
    """So many minutes after the last event, the wall clock set by ``step`` meanwhile [min]."""
    if not history:
        return instant(minutes, step)
    last = history[-1]
    assert last.ticks
    true = last.ticks.seconds / 60
    ahead = (last.at - START) / timedelta(minutes=1) - true
    return instant(true + minutes, ahead + step)


def age_of(proof: MachineEvent, now: Instant) -> timedelta:
    """How old a proof truly is."""
    assert proof.ticks and now.ticks
    return timedelta(seconds=now.ticks.seconds - proof.ticks.seconds)


def last_of(history: list[MachineEvent], *kinds: Event) -> MachineEvent | None:
    return next((one for one in reversed(history) if one.event in kinds), None)


class DeadOrLive(unittest.TestCase):
    @given(histories(), people, laters, steps)
    def test_a_proof_holds_only_for_its_maker_in_time_and_with_nothing_after_it(
        self, history: list[MachineEvent], person: str, minutes: int, step: float
    ) -> None:
        now = now_after(history, minutes, step)
        state = machine_now(history, now, person)
        turned = last_of(history, Event.PROVED_DEAD, Event.WENT_LIVE, Event.SWITCHED_OFF)
        if state.state == "proved_dead":
            assert turned and state.proof
            self.assertIs(turned.event, Event.PROVED_DEAD)
            self.assertEqual((state.proof.by, state.proof.at), (person, turned.at))
            limit = timedelta(minutes=RULES.proof_of_dead_minutes)
            self.assertLessEqual(age_of(turned, now), limit)
            self.assertLessEqual(now.wall - turned.at, limit)
            after = [one for one in history if one.sequence > turned.sequence]
            self.assertFalse(ENDS & {one.event for one in after})
            # No clock was set back since: neither now, nor at anything that was written.
            for one in (*(one.at for one in after), turned.at):
                self.assertLessEqual(one, now.wall)
            behind = age_of(turned, now) - (now.wall - turned.at)
            self.assertLessEqual(behind, timedelta(seconds=5))

    @given(histories(), people, laters, steps, st.integers(0, 90), steps)
    def test_what_was_seen_lapsed_never_comes_back(
        self,
        history: list[MachineEvent],
        person: str,
        minutes: int,
        step: float,
        later: int,
        put_right: float,
    ) -> None:
        now = now_after(history, minutes, step)
        seen = machine_now(history, now, person)
        if seen.to_note is None:
            return
        noted = MachineEvent(
            event=seen.to_note,
            sequence=len(history),
            at=now.wall,
            ticks=now.ticks,
            by=person,
            lapsed_at=seen.lapsed_at if seen.to_note is Event.PROOF_LAPSED else None,
        )
        after = [*history, noted]
        then = machine_now(after, now_after(after, later, put_right), person)
        self.assertEqual(then.state, "not_proved")

    @given(histories(), people, laters)
    def test_live_until_somebody_switches_off_or_proves_it_dead(
        self, history: list[MachineEvent], person: str, minutes: int
    ) -> None:
        state = machine_now(history, now_after(history, minutes), person)
        turned = last_of(history, Event.PROVED_DEAD, Event.WENT_LIVE, Event.SWITCHED_OFF)
        self.assertEqual(state.state == "live", turned is not None and turned.event is Event.WENT_LIVE)

    @given(histories(), people, laters)
    def test_dead_and_live_are_never_both(
        self, history: list[MachineEvent], person: str, minutes: int
    ) -> None:
        state = machine_now(history, now_after(history, minutes), person)
        self.assertFalse(state.state == "live" and state.proof is not None)
        self.assertEqual(state.live is not None, state.state == "live")

    @given(histories(), people, laters)
    def test_whatever_ended_a_proof_is_told(
        self, history: list[MachineEvent], person: str, minutes: int
    ) -> None:
        state = machine_now(history, now_after(history, minutes), person)
        turned = last_of(history, Event.PROVED_DEAD, Event.WENT_LIVE)
        if state.state == "not_proved" and turned is not None:
            self.assertTrue(state.lapsed)
            self.assertIn("Prove it dead again", state.lapsed)

    @given(histories(), people, laters)
    def test_the_order_of_telling_does_not_matter(
        self, history: list[MachineEvent], person: str, minutes: int
    ) -> None:
        now = now_after(history, minutes)
        self.assertEqual(
            machine_now(history, now, person), machine_now(list(reversed(history)), now, person)
        )

    @given(histories(), people)
    def test_a_clock_behind_the_last_event_lapses_every_proof(
        self, history: list[MachineEvent], person: str
    ) -> None:
        proved = last_of(history, Event.PROVED_DEAD)
        since = [one.at for one in history if proved and one.sequence >= proved.sequence]
        behind = now_after(history, 0).model_copy(
            update={"wall": max(since, default=START) - timedelta(seconds=1)}
        )
        self.assertNotEqual(machine_now(history, behind, person).state, "proved_dead")

    @given(histories(), people, laters, st.integers(-100, 200))
    def test_what_was_made_earlier_finds_no_proof_that_does_not_hold_now(
        self, history: list[MachineEvent], person: str, minutes: int, age: int
    ) -> None:
        now = now_after(history, minutes)
        then = machine_now(history, now, person, now.wall - timedelta(minutes=age))
        proofs = [one for one in history if one.event is Event.PROVED_DEAD]
        if then.state == "proved_dead":
            self.assertFalse(ENDS & {one.event for one in history[history.index(proofs[-1]) :]})
            self.assertLessEqual(proofs[-1].at, now.wall - timedelta(minutes=age))

    @given(histories(), people)
    def test_time_alone_never_makes_a_proof_again(
        self, history: list[MachineEvent], person: str
    ) -> None:
        held = [
            machine_now(history, now_after(history, minutes), person).state == "proved_dead"
            for minutes in range(0, 90, 10)
        ]
        self.assertEqual(held, sorted(held, reverse=True))


class EverySupply(unittest.TestCase):
    def isolation(self, system: SupplySystem, **volts: str) -> Isolation:
        readings = dict.fromkeys(pairs_to_prove(Supply(system=system)), "0.0") | volts
        return Isolation(
            switched_off=("isolator",),
            locked=True,
            tester_before=True,
            readings={pair: shown for pair, shown in readings.items() if shown},
            tester_after=True,
        )

    def test_every_pair_is_needed_and_every_pair_may_show_volts(self) -> None:
        for system in SupplySystem:
            prove_dead(Supply(system=system), self.isolation(system))
            for pair in pairs_to_prove(Supply(system=system)):
                for shown in ("", "231", "−231", "OL", "0.230k"):
                    with self.subTest((system, pair, shown)):
                        with self.assertRaises(InputError) as caught:
                            prove_dead(Supply(system=system), self.isolation(system, **{pair: shown}))
                        self.assertEqual(caught.exception.field, f"readings.{pair}")

    def test_every_conductor_is_proved_to_each_other_and_to_earth(self) -> None:
        for system in SupplySystem:
            pairs = pairs_to_prove(Supply(system=system))
            named = {name for pair in pairs for name in pair.split("–")}
            conductors = len(named - {"PE"})
            with self.subTest(system):
                self.assertEqual(len(pairs), conductors * (conductors - 1) // 2 + conductors)
                self.assertEqual(len(pairs), len(set(pairs)))

    @given(st.floats(-500, 500).map(lambda volts: round(volts, 1)))
    @example(RULES.dead_below_volts)
    @example(-RULES.dead_below_volts)
    @example(RULES.dead_below_volts + 0.1)
    @example(-24.0)
    def test_dead_is_within_the_shops_limit_whichever_way_round(self, volts: float) -> None:
        system = SupplySystem.SINGLE_PHASE_230
        given_ = self.isolation(system, **{"L–N": f"{volts} V DC" if volts < 0 else f"{volts}"})
        if abs(volts) <= RULES.dead_below_volts:
            prove_dead(Supply(system=system), given_)
        else:
            with self.assertRaises(InputError):
                prove_dead(Supply(system=system), given_)


class GateAndSections(unittest.TestCase):
    @given(
        st.floats(0, 5).map(lambda ohms: round(ohms, 2)),
        st.floats(0, 50).map(lambda megohms: round(megohms, 2)),
    )
    def test_the_gate_opens_exactly_within_both_limits(self, earth: float, insulation: float) -> None:
        gate = EnergisingGate(
            protective_conductor=f"{earth}",
            insulation=f"{insulation} M",
            nothing_left_inside=True,
            bypasses_removed=True,
            covers_on=True,
        )
        passes = (
            earth <= RULES.protective_conductor_up_to_ohm
            and insulation * 1e6 >= RULES.insulation_at_least_ohm
        )
        if passes:
            self.assertEqual(len(pass_gate(gate).lines), 3)
        else:
            with self.assertRaises(InputError):
                pass_gate(gate)

    @given(st.integers(2, 200), st.data())
    def test_the_rest_always_takes_more_and_the_whole_takes_what_the_law_says(
        self, sections: int, data: st.DataObject
    ) -> None:
        left_out = data.draw(st.integers(1, sections - 1))
        factor = section_load(sections, left_out)
        self.assertGreater(factor, 1)
        # Same volts over fewer ohms: the total goes with n/(n − k), each metre with its square.
        total = factor * (sections - left_out) / sections
        self.assertAlmostEqual(total, sections / (sections - left_out), places=9)
