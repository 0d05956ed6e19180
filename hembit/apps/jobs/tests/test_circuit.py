"""A machine's circuit through the API: revised, asked, and what a job's readings say by it."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone

from hembit.apps.jobs.tests.circuits import CircuitCase
from hembit.apps.machines.models import FittedPart, MachineCircuit, Position
from hembit_circuits.model.row_templates import row_templates
from hembit_core.sheets.circuit_row import TERMINALS, RowKind


class CircuitTest(CircuitCase):
    def test_revised_and_never_edited_away(self) -> None:
        self.assertIsNone(self.good(self.get(f"machines/{self.machine.pk}/circuit")))
        kept = self.good(self.send_rows(self.bank_of_three()))
        self.assertEqual((kept["number"], kept["by"]), (1, "Ilse Fennick"))
        self.assertIn("2", kept["nodes"])
        self.assertIn("base", self.refused(self.send_rows(self.bank_of_three())))
        self.assertEqual(self.good(self.send_rows(self.bank_of_three(), 1))["number"], 2)
        self.assertEqual(MachineCircuit.objects.count(), 2)

    def test_what_is_wrong_stands_at_its_row(self) -> None:
        rows = self.bank_of_three()
        for field, value, said in (
            ("nodes", ["L", "L"], "one node"),
            ("nodes", ["p", "q"], "floats"),
            ("nodes", ["L", "1", "2"], "2 terminals"),
            ("position", 999_999, "not in the machine"),
            ("moved_by", "r77", "no row"),
        ):
            wrong = [{**rows[0]}, *({**one} for one in rows[1:])]
            wrong[2][field] = value
            with self.subTest(said):
                errors = self.refused(self.send_rows(wrong))
                self.assertIn(said, errors[f"rows.2.{field}"])

    def test_what_looks_like_a_slip_is_told_at_its_row_and_kept(self) -> None:
        rows = self.bank_of_three()
        for change, said in (
            ({"nodes": ["L", "q"]}, "Nothing else is at “q”"),
            ({"nodes": ["l", "1"]}, "“l” and “L” are two nodes"),
            ({"position": int(self.element)}, "is a load"),
        ):
            slip = [{**one} for one in rows]
            slip[2] |= change
            path = f"machines/{self.machine.pk}/circuit/looked-at"
            seen = self.good(self.send("post", path, {"rows": slip, "base": 0}))
            told = {one["part"]: one["text"] for one in seen["doubts"] if said in one["text"]}
            self.assertIn(slip[2]["key"], told)
        kept = self.good(self.send_rows(slip))
        self.assertEqual(kept["doubts"], seen["doubts"])
        self.assertEqual(self.good(self.get(f"machines/{self.machine.pk}/circuit")), kept)

    def test_a_part_fitted_since_that_makes_it_a_mistake_is_told_and_closes_nothing(self) -> None:
        rows = [*self.template("parallel_bank"), self.bank_of_three()[2]]
        rows[0]["trips_at"] = None
        rows[-1] |= {"key": "bar", "name": "Bar", "kind": "normally_open", "nodes": ["L", "N"]}
        fitted = FittedPart.objects.filter(position_id=rows[-1]["position"], removed_at=None)
        spec = fitted.get().spec
        fitted.update(spec={**spec, "rest": "normally_open"})
        self.assertIn("short-circuited", str(self.good(self.send_rows(rows))["doubts"]))
        fitted.update(spec={**spec, "rest": "normally_closed"})
        kept = self.good(self.get(f"machines/{self.machine.pk}/circuit"))
        told = {one["part"]: one["text"] for one in kept["doubts"]}
        self.assertIn("differs by 230 V: a short circuit", told["r2"])
        job = self.open_job("no_heat")
        self.assertTrue(self.good(self.get(f"jobs/{job['number']}/circuit"))["explanations"])
        self.assertIn("a short circuit", str(self.refused(self.send_rows(rows, 1))))

    def test_of_any_kind_of_row_it_is_read_when_the_position_is_gone(self) -> None:
        """A row that stood by its position's part alone, of every kind of two terminals."""
        rows = self.template("element_with_limit")
        rows[0]["trips_at"] = None
        for kind in RowKind:
            if TERMINALS.get(kind, 2) == 2:
                row = {"key": kind, "name": kind, "kind": kind, "nodes": ["3", "N"]}
                rows.append({**row, "position": int(self.element)})
        self.good(self.send_rows(rows))
        Position.objects.filter(pk=self.element).update(retired_at=timezone.now())
        FittedPart.objects.filter(position_id=self.element).delete()
        kept = self.good(self.get(f"machines/{self.machine.pk}/circuit"))
        self.assertEqual(len(kept["rows"]), len(rows))

    def test_a_supply_alone_is_no_circuit(self) -> None:
        for rows in ([], self.bank_of_three()[:2]):
            self.assertIn("besides its supply", self.refused(self.send_rows(rows))["rows"])
        self.assertEqual(MachineCircuit.objects.count(), 0)

    def test_any_two_points_of_a_healthy_machine(self) -> None:
        path = f"machines/{self.machine.pk}/circuit/asked"
        asked = {"kind": "ohms", "first": "2", "second": "N"}
        self.assertIn("no circuit", self.refused(self.send("post", path, asked))[""])
        self.good(self.send_rows(self.bank_of_three()))
        # 24.05 Ω twice (2200 W at 230 V), and 52.9 Ω: 9.79 Ω.
        self.assertEqual(self.good(self.send("post", path, asked))["text"], "9.80 Ω")
        volts = self.good(self.send("post", path, {**asked, "kind": "volts"}))
        self.assertAlmostEqual(volts["value"], 223, delta=4)
        called = {**asked, "kind": "volts", "called": ["r3"]}
        self.assertEqual(self.good(self.send("post", path, called))["text"], "0 V")
        lifted = {**asked, "lifted": ["r6", "r7", "r8"]}
        self.assertEqual(self.good(self.send("post", path, lifted))["text"], "OL")
        self.assertIn("second", self.refused(self.send("post", path, {**asked, "second": "2"})))
        self.assertIn("first", self.refused(self.send("post", path, {**asked, "first": "x"})))

    def test_readings_of_a_job_find_the_dead_member(self) -> None:
        self.good(self.send_rows(self.bank_of_three()))
        self.open_job()
        path = f"jobs/{self.number}/circuit"
        before = self.good(self.get(path))
        self.assertEqual(before["readings"], 0)
        self.assertTrue(before["danger"])
        self.assertFalse(any(one["probe"]["kind"] != "ohms" for one in before["next"]))
        self.prove_dead()
        self.good(self.reading(self.element, "24.1"))
        items = {one["key"] for step in self.whole()["route"]["steps"] for one in step["items"]}
        proposed = [one["item"] for one in self.good(self.get(path))["next"] if one["item"]]
        self.assertTrue(set(proposed) <= items, proposed)
        self.good(self.reading(self.member, "OL"))
        found = self.good(self.get(path))
        self.assertEqual(found["readings"], 2)
        self.assertIn("element 2 open", found["explanations"][0]["text"])
        self.assertGreater(found["explanations"][0]["weight"], 0.8)
        self.assertFalse(found["contradicted"])

    def test_once_live_a_live_reading_takes_no_going_live(self) -> None:
        self.good(self.send_rows(self.template("chain_of_limits")))
        self.open_job()
        path = f"jobs/{self.number}/circuit"

        def minutes(kind: str) -> set[float]:
            found = self.good(self.get(path))["next"]
            return {one["minutes"] for one in found if one["probe"]["kind"] == kind}

        before = minutes("ohms")
        self.prove_dead()
        self.assertEqual(minutes("ohms"), before)
        self.good(self.entry("went_live"))
        self.assertEqual(min(minutes("ohms")), min(before) + 3)
        self.good(self.entry("switched_off"))
        self.assertEqual(minutes("ohms"), before)

    def test_a_closed_job_keeps_the_circuit_of_its_day_by_the_order_of_writing(self) -> None:
        self.good(self.send_rows(self.bank_of_three()))
        self.open_job()
        self.good(self.entry("closed"))
        path = f"jobs/{self.number}/circuit"
        before = self.good(self.get(path))
        self.assertIn("element 1", str(before["explanations"]))
        other = self.template("element_with_limit")
        self.good(self.send_rows(other, 1))
        # A clock that was set back makes the newer revision no older.
        MachineCircuit.objects.filter(number=2).update(at=timezone.now() - timedelta(days=9))
        self.assertEqual(self.good(self.get(path)), before)
        self.open_job()
        self.assertNotIn("element 1", str(self.good(self.get(f"jobs/{self.number}/circuit"))))

    def test_of_a_job_without_a_circuit_there_is_nothing(self) -> None:
        self.open_job()
        self.assertIsNone(self.good(self.get(f"jobs/{self.number}/circuit")))

    def test_every_template_can_be_kept(self) -> None:
        for place, one in enumerate(row_templates()):
            with self.subTest(one.key):
                kept = self.good(self.send_rows(self.template(one.key), place))
                self.assertEqual(kept["number"], place + 1)
