"""What a reading between two points says by itself, and with what else was read in the same state."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.asked import Asked
from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.advise.live_truth import truth_of
from hembit_circuits.advise.meeting_loads import loads_meeting
from hembit_circuits.advise.points import PointsReading, points_read
from hembit_circuits.advise.truth_codes import Truth, TruthCode
from hembit_circuits.infer.suspects import Suspicion
from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.kinds import coil, contact, load
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.templates import (
    CALLED,
    TEMPLATES,
    element_with_limit,
    parallel_bank,
    placed,
    single_phase,
)
from hembit_circuits.solve.protection import overloads
from hembit_circuits.words.witnesses import witness_on
from hembit_circuits.words.words import DiagnosisOut, told
from hembit_core.errors import InputError
from hembit_core.findings.finding import Conclusion, Finding
from hembit_core.measuring.conditions import Conditions

LINE = element_with_limit()


def volts(first: str, second: str, value: float, *called: str) -> Reading:
    probe = Probe(kind="volts", first=first, second=second, called=called)
    return Reading(probe=probe, value=value, standard=max(0.005 * value, 0.2))


def amps(part: str, value: float) -> Reading:
    return Reading(probe=Probe(kind="amps", part=part), value=value, standard=0.02)


def said(reading: Reading, *others: Reading, circuit: Circuit = LINE) -> Truth:
    return truth_of(circuit, reading, others)


class MeetingTest(TestCase):
    """Where loads alone meet, it is none of the supply's: a star point, the middle of a divider."""

    def test_a_star_point_that_is_off_is_told_by_its_loads(self) -> None:
        for one in (volts("star", "PE", 114.0), volts("1", "star", 343.0), volts("2", "star", 199.0)):
            found = said(one, circuit=TEMPLATES["star"]())
            self.assertEqual(found.code, TruthCode.LOADS_UNEQUAL)
            self.assertIn("element 1, element 2 and element 3 meet", found.text)
        self.assertEqual(
            said(volts("star", "PE", 6.0), circuit=TEMPLATES["star"]()).code, TruthCode.AS_DUE
        )

    def test_the_middle_of_a_divider_and_not_what_a_contact_or_a_coil_feeds(self) -> None:
        divider = Circuit(
            parts=(
                *single_phase(),
                placed("K", coil(500.0, 230.0), "L", "N"),
                placed("k", contact(False, moved_by="K"), "L", "1"),
                placed("upper", load(50.0), "1", "2"),
                placed("lower", load(50.0), "2", "N"),
                placed("beside", load(50.0), "1", "N"),
            )
        )
        more, less, none = (volts("2", "N", one) for one in (180.0, 60.0, 0.0))
        self.assertIn("More than due where upper and lower", said(more, circuit=divider).text)
        self.assertIn("Less than due", said(less, circuit=divider).text)
        self.assertEqual(said(none, circuit=divider).code, TruthCode.LOADS_UNEQUAL)
        self.assertEqual(
            said(volts("1", "N", 120.0), circuit=divider).code, TruthCode.TOO_LITTLE_ARRIVES
        )
        lifted = Probe(kind="volts", first="2", second="N", lifted=("lower",))
        self.assertEqual(loads_meeting(divider, lifted), ())


class AcrossTest(TestCase):
    """L – fuse – 1 – limit – 2 – thermostat – 3 – element – N."""

    def test_no_volts_across_a_contact_prove_nothing_by_themselves(self) -> None:
        self.assertEqual(said(volts("1", "2", 0.1)).code, TruthCode.CLOSED_OR_DEAD)

    def test_closed_where_the_load_shows_full_volts_now(self) -> None:
        for now in (volts("3", "N", 229.0), volts("2", "N", 230.0), amps("element", 9.4)):
            self.assertEqual(said(volts("1", "2", 0.1), now).code, TruthCode.CLOSED)

    def test_not_where_only_the_near_side_does_or_nothing_arrives(self) -> None:
        for now in (volts("1", "N", 230.0), volts("3", "N", 0.1), amps("element", 0.0)):
            self.assertEqual(said(volts("1", "2", 0.1), now).code, TruthCode.CLOSED_OR_DEAD)

    def test_not_by_what_was_read_in_another_state(self) -> None:
        then = volts("3", "N", 229.0, "thermostat")
        self.assertEqual(said(volts("1", "2", 0.1), then).code, TruthCode.CLOSED_OR_DEAD)

    def test_full_volts_stand_across_an_open_one(self) -> None:
        for first, second in (("L", "1"), ("1", "2"), ("2", "3")):
            self.assertEqual(said(volts(first, second, 228.0)).code, TruthCode.OPEN_UNDER_VOLTS)
        self.assertEqual(said(volts("1", "2", 14.0)).code, TruthCode.DROPS)


class ElsewhereTest(TestCase):
    def test_volts_to_earth_prove_no_current(self) -> None:
        self.assertEqual(said(volts("3", CASE, 229.0)).code, TruthCode.TO_EARTH_ONLY)
        self.assertEqual(said(volts("N", CASE, 0.3)).code, TruthCode.AS_DUE)

    def test_a_lost_return_is_told(self) -> None:
        self.assertEqual(said(volts("N", CASE, 227.0)).code, TruthCode.RETURN_LOST)

    def test_volts_behind_what_should_be_open_are_not_a_lost_return(self) -> None:
        found = said(volts("3", CASE, 228.0, "thermostat"))
        self.assertEqual(found.code, TruthCode.VOLTS_WHERE_NONE)
        self.assertIn("closed that should be open", found.text)

    def test_across_a_load(self) -> None:
        self.assertEqual(said(volts("3", "N", 228.0)).code, TruthCode.AS_DUE)
        self.assertEqual(said(volts("3", "N", 0.2)).code, TruthCode.NOTHING_ARRIVES)
        self.assertEqual(said(volts("3", "N", 116.0)).code, TruthCode.TOO_LITTLE_ARRIVES)
        self.assertEqual(said(volts("3", "N", 395.0)).code, TruthCode.HIGHER)

    def test_a_ghost_is_told_and_not_taken_for_dead(self) -> None:
        ignition = TEMPLATES["ignition"]()
        found = said(volts("4", "C", 9.0), circuit=ignition)
        self.assertEqual(found.code, TruthCode.MAY_BE_GHOST)
        self.assertIn("low impedance", found.text)

    def test_amps(self) -> None:
        self.assertEqual(said(amps("element", 9.3)).code, TruthCode.AS_DUE)
        self.assertEqual(said(amps("element", 0.0)).code, TruthCode.NO_CURRENT)
        self.assertEqual(said(amps("element", 4.0)).code, TruthCode.LOWER)
        self.assertEqual(said(amps("element", 15.0)).code, TruthCode.HIGHER)

    def test_ohms(self) -> None:
        def ohms(first: str, second: str, value: float | None) -> TruthCode:
            probe = Probe(kind="ohms", first=first, second=second)
            return said(Reading(probe=probe, value=value, standard=0.1)).code

        self.assertEqual(ohms("L", "N", 24.1), TruthCode.AS_DUE)
        self.assertEqual(ohms("L", "N", None), TruthCode.NO_PATH)
        self.assertEqual(ohms("L", "N", 12.0), TruthCode.LOWER)
        self.assertEqual(ohms("L", "N", 60.0), TruthCode.HIGHER)
        self.assertEqual(ohms("L", CASE, None), TruthCode.AS_DUE)
        self.assertEqual(ohms("L", CASE, 900.0), TruthCode.LOWER)

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data(), st.floats(0, 500), st.booleans())
    def test_whatever_is_read_anywhere_says_something(
        self, key: str, data: st.DataObject, value: float, is_live: bool
    ) -> None:
        circuit = TEMPLATES[key]()
        first, second = data.draw(
            st.lists(st.sampled_from(circuit.nodes), min_size=2, max_size=2, unique=True)
        )
        kind = "volts" if is_live else "ohms"
        probe = Probe.model_validate(
            {"kind": kind, "first": first, "second": second, "called": CALLED.get(key, ())}
        )
        found = said(Reading(probe=probe, value=value, standard=0.3), circuit=circuit)
        self.assertTrue(found.text and found.due)


class PointsTest(TestCase):
    def read(self, kind: str, display: str, **more: object) -> Reading:
        asked = Asked.model_validate({"kind": kind, "first": "L", "second": "N", "part": "element"})
        given_ = PointsReading.model_validate({"asked": asked, "display": display, **more})
        return points_read(LINE, given_, Conditions()).reading

    def test_leads_come_off_and_an_overflow_is_one(self) -> None:
        self.assertAlmostEqual(self.read("ohms", "24.6", lead_zero="0.3").value or 0, 24.3, 9)
        self.assertIsNone(self.read("ohms", "OL").value)
        unsaid = self.read("ohms", "24.6")
        self.assertGreater(unsaid.standard, self.read("ohms", "24.6", leads_nulled=True).standard)

    def test_a_sign_says_which_way_round_only(self) -> None:
        self.assertEqual(self.read("volts", "-23.9 DC").value, 23.9)
        self.assertEqual(self.read("amps", "9.4").value, 9.4)

    def test_what_cannot_be_is_refused(self) -> None:
        for kind, display in (("volts", "OL"), ("ohms", "230 V"), ("amps", "x")):
            with self.assertRaises(InputError):
                self.read(kind, display)


class ProtectionTest(TestCase):
    def test_a_healthy_machine_that_would_trip_is_told(self) -> None:
        bank = parallel_bank(6, 12.0)
        (told,) = overloads(bank)
        self.assertEqual(told.part, "supply L")
        self.assertIn("trips at 63.0 A", told.text)
        self.assertEqual([key for key, make in TEMPLATES.items() if overloads(make())], [])


class WitnessTest(TestCase):
    """A part's own readings, and the circuit's ranking: two witnesses."""

    def said(self, part: str, *readings: Reading) -> DiagnosisOut:
        return told(LINE, diagnose(LINE, readings), readings)

    def found(self, conclusion: Conclusion, *cites: str) -> Finding:
        return Finding(conclusion=conclusion, headline="", rests_on=(), cites=cites, next_step="")

    def test_they_agree_or_each_says_what_it_rests_on(self) -> None:
        whole = Reading(probe=Probe(kind="ohms", first="L", second="N"), value=24.1, standard=0.1)
        case = Reading(probe=Probe(kind="ohms", first="L", second=CASE), value=None, standard=0.0)
        said = self.said("element", whole, case)
        replace = witness_on(("element",), said, self.found(Conclusion.REPLACE, "between_terminals"))
        self.assertTrue(replace.differs)
        self.assertIn("Ruled out", replace.says)
        self.assertIn("“replace”", replace.asks)
        sound = witness_on(("element",), said, self.found(Conclusion.SOUND, "between_terminals"))
        self.assertFalse(sound.differs)
        # What was seen on it no reading contradicts.
        self.assertFalse(witness_on(("element",), said, self.found(Conclusion.REPLACE)).differs)

    def test_a_bank_is_ruled_out_by_all_of_its_members(self) -> None:
        bank = parallel_bank(2, 52.9)
        members = ("element 1", "element 2")
        alone = [
            Reading(
                probe=Probe(kind="ohms", first="2", second=second, alone=(key,)),
                value=None if second == CASE else 52.7,
                standard=0.0 if second == CASE else 0.3,
            )
            for key in members
            for second in ("N", CASE)
        ]
        whole = told(bank, diagnose(bank, alone), alone)
        replace = self.found(Conclusion.REPLACE, "bank_resistance")
        found = witness_on(members, whole, replace)
        self.assertEqual((found.standing, found.differs), (Suspicion.GOOD, True))
        self.assertIn("Ohms of element 2, 2 to N: 52.7 Ω", found.rests_on)
        first = told(bank, diagnose(bank, alone[:2]), alone[:2])
        self.assertNotEqual(witness_on(members, first, replace).standing, Suspicion.GOOD)
        self.assertEqual(witness_on(members[:1], first, replace).standing, Suspicion.GOOD)

    def test_a_part_that_passed_and_is_blamed_all_the_same(self) -> None:
        whole = Reading(probe=Probe(kind="ohms", first="3", second="N"), value=None, standard=0.0)
        said = self.said("element", whole)
        passed = witness_on(("element",), said, self.found(Conclusion.PASSED_SO_FAR, "buzzer"))
        self.assertTrue(passed.differs)
        self.assertIn("Ohms from 3 to N: OL", " ".join(passed.rests_on))
        self.assertFalse(witness_on(("limit",), said, self.found(Conclusion.SOUND)).differs)
