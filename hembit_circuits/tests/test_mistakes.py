"""Rows of a circuit that cannot be are refused; those that look like a slip are told."""

from __future__ import annotations

from typing import ClassVar
from unittest import TestCase

from hembit_circuits.model.bindings import doubts_of_bindings
from hembit_circuits.model.circuit import CASE, Circuit, CircuitPart
from hembit_circuits.model.component import Component
from hembit_circuits.model.kinds import changeover, coil, contact, fuse, joint, load, output, source
from hembit_circuits.model.mistakes import Remark, doubts_of, mistakes_of
from hembit_circuits.model.probe import Probe
from hembit_circuits.model.templates import TEMPLATES, placed, single_phase
from hembit_circuits.solve.hypotheses import SOUND, faults_of
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.protection import overloads, overloads_together
from hembit_core.sheets.circuit_row import CircuitRow

FINE = (*single_phase(), placed("element", load(24.0), "L", "N"))


def words(remarks: tuple[Remark, ...]) -> dict[str, str]:
    """What is said of each row."""
    return {one.part: one.text for one in remarks}


def mistakes(*parts: CircuitPart) -> dict[str, str]:
    """What cannot be."""
    return words(mistakes_of(Circuit(parts=parts)))


def doubts(*parts: CircuitPart) -> dict[str, str]:
    """What may be a slip."""
    return words(doubts_of(Circuit(parts=parts)))


class MistakesTest(TestCase):
    ENDS: ClassVar = {"ignition_coil": {"lead"}, "star": {"supply N"}, "delta": {"supply N"}}

    def test_what_cannot_be_is_told_at_its_row(self) -> None:
        self.assertEqual(mistakes(*FINE), {})
        self.assertIn("one node", mistakes(*FINE, placed("x", load(5.0), "L", "L"))["x"])
        self.assertIn("floats", mistakes(*FINE, placed("x", load(5.0), "p", "q"))["x"])
        self.assertIn(
            "another part", mistakes(*FINE, placed("element", load(5.0), "L", "N"))["element"]
        )
        wrong: Component = changeover()
        self.assertIn("3 terminals", mistakes(*FINE, placed("x", wrong, "L", "N"))["x"])
        shorted = mistakes(*FINE, placed("j", joint(), "L", "m"), placed("k", contact(), "m", CASE))
        self.assertIn("joined by wires", shorted["supply L"])

    def test_supplies_that_feed_into_each_other_are_refused(self) -> None:
        """Two legs joined, a neutral on a live rail, a second supply of other volts; not a charger."""
        legs = (placed("a", source(230.0), "L1", CASE), placed("b", source(230.0, 120.0), "L2", CASE))
        user = placed("x", load(50.0), "L1", "L2")
        self.assertEqual(mistakes(*legs, user), {})
        joined = mistakes(*legs, user, placed("k", contact(), "L1", "L2"))
        self.assertIn("differs by 398 V", joined["b"])
        self.assertIn("differs by 230 V", mistakes(*FINE, placed("n", source(0.0), "L", CASE))["n"])
        battery = (placed("a", source(12.0), "+", "-"), placed("x", load(5.0), "+", "-"))
        self.assertIn("a short circuit", mistakes(*battery, placed("b", source(24.0), "+", "-"))["b"])
        self.assertEqual(mistakes(*battery, placed("b", source(14.2), "+", "-")), {})
        ring = [
            placed(key, source(230.0, degrees), first, second)
            for key, degrees, first, second in (
                ("a", 0, "1", "2"),
                ("b", 120, "2", "3"),
                ("c", 240, "3", "1"),
            )
        ]
        self.assertEqual(mistakes(*ring, placed("x", load(50.0), "1", "2")), {}, "a closed delta")

    def test_every_template_is_whole(self) -> None:
        for key, made in TEMPLATES.items():
            circuit = made()
            self.assertEqual(mistakes_of(circuit), (), key)
            self.assertEqual(set(words(doubts_of(circuit))), self.ENDS.get(key, set()), key)
            self.assertEqual(overloads_together(circuit), (), key)


class BindingsTest(TestCase):
    ROWS = (
        {"kind": "load", "nodes": ("L", "1"), "ohms": "24"},
        {"kind": "normally_open", "nodes": ("1", "2")},
        {"kind": "output", "nodes": ("2", "N")},
        {"kind": "fuse", "nodes": ("N", "L")},
    )

    def told(self, *bound: tuple[int, Component]) -> dict[str, str]:
        """What is said of these rows, each bound to a position with such a part."""
        parts = dict(enumerate(part for _, part in bound))
        rows = tuple(
            CircuitRow.model_validate(
                {"key": f"r{at}", "name": "x", "position": number, **self.ROWS[at]}
            )
            for number, (at, _) in enumerate(bound)
        )
        return words(doubts_of_bindings(rows, parts))

    def test_a_row_that_says_another_thing_than_its_part_is_told(self) -> None:
        fine = ((0, coil(50.0, 24.0)), (1, contact(False)), (2, output()), (3, fuse()))
        self.assertEqual(self.told(*fine), {})
        wrong = ((0, fuse()), (1, contact()), (2, contact(False)), (3, load(24.0)))
        told = self.told(*wrong)
        self.assertIn("a fuse or a joint", told["r0"])
        self.assertIn("rests closed", told["r1"])
        self.assertIn("no such contact", told["r2"])
        self.assertIn("is a load", told["r3"])

    def test_one_part_in_two_places_is_told(self) -> None:
        row = {"key": "a", "name": "x", "position": 7, **self.ROWS[0]}
        rows = tuple(CircuitRow.model_validate({**row, "key": key}) for key in ("a", "b"))
        self.assertEqual(set(words(doubts_of_bindings(rows, {}))), {"a", "b"})


class SlipsTest(TestCase):
    def test_a_mistyped_node_is_told_at_its_row_wherever_it_is(self) -> None:
        """In every template, at every terminal: another name, and the same in small letters."""
        for key, made in TEMPLATES.items():
            parts = made().parts
            for place, part in enumerate(parts):
                for terminal, node in enumerate(part.nodes):
                    others = [one for one in parts if one is not part]
                    if not any(node in one.nodes for one in others):
                        continue  # it ends there already
                    for slip in {"Q", node.casefold() if node != node.casefold() else "Q"}:
                        nodes = (*part.nodes[:terminal], slip, *part.nodes[terminal + 1 :])
                        changed = part.model_copy(update={"nodes": nodes})
                        circuit = Circuit(parts=(*parts[:place], changed, *parts[place + 1 :]))
                        told = words((*mistakes_of(circuit), *doubts_of(circuit)))
                        self.assertIn(part.key, told, f"{key}: {node} as {slip}")

    def test_parts_that_no_supply_reaches_are_told(self) -> None:
        apart = (placed("y", load(50.0), "a", "b"), placed("z", contact(), "b", "a"))
        self.assertEqual(set(doubts(*FINE, *apart)), {"y", "z"})
        self.assertEqual(doubts(*apart), {}, "where there is no supply, none is missed")

    def test_a_contact_that_shorts_the_supply_once_it_is_called_is_told(self) -> None:
        told = doubts(*FINE, placed("k", contact(False), "L", "N"))
        self.assertIn("Once it is called", told["k"])
        relay = placed("K", coil(500.0, 230.0), "L", "N")
        both = (
            placed("k1", contact(False, moved_by="K"), "L", "m"),
            placed("k2", contact(False, moved_by="K"), "m", "N"),
        )
        self.assertEqual(set(doubts(*FINE, relay, *both)), {"k1", "k2"})
        one = both[1].model_copy(update={"component": contact(False)})
        self.assertEqual(doubts(*FINE, relay, both[0], one), {}, "never both, for all that is known")

    def test_of_contacts_that_are_never_called_at_once_the_load_is_told_and_not_refused(self) -> None:
        supply = (
            placed("s", source(230.0, trips_at=16.0), "L", "N"),
            placed("n", source(0.0), "N", CASE),
        )
        two = [
            part
            for key in ("a", "b")
            for part in (
                placed(f"k{key}", contact(False), "L", key),
                placed(key, load(20.0), key, "N"),
            )
        ]
        circuit = Circuit(parts=(*supply, *two))
        self.assertEqual(overloads(circuit), ())
        self.assertIn("at once, 22.6 A", words(overloads_together(circuit))["s"])
        heavy = placed("h", load(9.0), "a", "N")
        self.assertIn("it trips at", words(overloads(Circuit(parts=(*supply, *two, heavy))))["s"])

    def test_a_coil_of_unknown_volts_is_told_and_never_pulls_in(self) -> None:
        """It pulled in without any volts on it, and nobody was told."""
        parts = (
            *single_phase(),
            placed("k", contact(False), "L", "m"),
            placed("K", coil(500.0, 0.0), "m", "N"),
            placed("K1", contact(False, moved_by="K"), "L", "2"),
            placed("element", load(24.0), "2", "N"),
        )
        self.assertIn("rated volts are not known", doubts(*parts)["K"])
        circuit = Circuit(parts=parts)
        for called in ((), ("k",)):
            probe = Probe(kind="volts", first="2", second="N", called=called)
            self.assertLess(predict(circuit, faults_of(circuit), SOUND, probe).value[0], 1.0)
        rated = Circuit(
            parts=tuple(
                one if one.key != "K" else placed("K", coil(500.0, 230.0), "m", "N") for one in parts
            )
        )
        self.assertEqual(doubts_of(rated), ())
        probe = Probe(kind="volts", first="2", second="N", called=("k",))
        self.assertGreater(predict(rated, faults_of(rated), SOUND, probe).value[0], 220.0)
