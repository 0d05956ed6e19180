"""Positions of a machine out of a pasted table."""

from __future__ import annotations

from typing import Any

from hembit.apps.jobs.tests.circuits import CircuitCase
from hembit.apps.library.tests.specs import SpecCase, entry
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.machines.schemas import MachineIn
from hembit.apps.machines.services import save_machine
from hembit_core.sheets.judge_sheet import judge_sheet
from hembit_core.sheets.sheet import read_sheet


class PositionTable(SpecCase, CircuitCase):
    def look(self, text: str) -> Any:
        return self.good(self.send("post", self.path("/looked-at"), {"text": text}))

    def add_rows(self, text: str) -> Any:
        return self.send("post", self.path(""), {"text": text})

    def path(self, more: str) -> str:
        return f"machines/{self.machine.pk}/positions/table{more}"

    def test_by_number_by_name_of_a_bank_and_of_nothing_known(self) -> None:
        spec = self.add()
        self.add(name="Door limit", part_number="", spec={"kind": "contact", "device": "limit"})
        text = (
            "Position\tPart number\tBank\tSerial\tPanel\n"
            "Grill, left\toh-2200-f\tUpper deck, bank\tA1\tyes\n"
            "\n"
            "Door\tdoor limit\t\t\t\n"
            "Old coil\t\t\t\t\n"
        )
        self.assertEqual(
            [(one["line"], one["part"]) for one in self.look(text)],
            [(2, "Deck element, front"), (4, "Door limit"), (5, "a part with nothing known")],
        )
        self.assertFalse(Position.objects.filter(name="Door").exists())
        self.assertEqual(self.add_rows(text).status_code, 201)
        grill = Position.objects.get(name="Grill, left")
        self.assertEqual((grill.part_of_id, grill.behind_panel), (int(self.bank), True))
        part = FittedPart.objects.get(position=grill)
        self.assertEqual((part.revision_id, part.serial), (spec["current"]["id"], "A1"))
        coil = FittedPart.objects.get(position__name="Old coil")
        self.assertEqual(coil.spec["kind"], "unknown_part")

    def test_without_a_header_commas_do_as_well(self) -> None:
        self.add()
        self.good(self.add_rows("Element 1,OH-2200-F\nElement 2,OH-2200-F"))
        self.assertEqual(Position.objects.filter(name__startswith="Element ").count(), 2)

    def test_a_row_that_is_wrong_keeps_all_out_and_says_its_line(self) -> None:
        self.add()
        self.add(maker="Other", spec=entry()["spec"])
        count = Position.objects.count()
        for text, said in (
            ("New,\nNew,", "Line 2: There is a “New”"),
            ("New,\nLimit,", "Line 2: There is a “Limit”"),
            ("New,\n,OH-2200-F", "Line 2: The position has no name"),
            ("New,\nNewer,XX-1", "Line 2: “XX-1” is no part number"),
            ("New,\nNewer,OH-2200-F", "is more than one spec"),
            ("New,,No such bank", "There is no “No such bank”"),
            ("New" * 100 + ",", "too long"),
            ("", "no rows"),
            ("\n".join(f"P{n}," for n in range(101)), "more than 100 rows"),
        ):
            with self.subTest(said):
                self.assertIn(said, self.refused(self.add_rows(text))["text"])
                self.assertEqual(Position.objects.count(), count)

    def test_out_as_a_check_sheet_and_in_to_another_machine(self) -> None:
        rows = self.bank_of_three()
        self.good(self.send_rows(rows))
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "24.1"))
        out = self.get(f"machines/{self.machine.pk}/sheet.json")
        self.assertEqual(out.status_code, 200)
        text = out.content.decode()
        sheet = read_sheet(text)
        read = {one.name: one.readings for one in sheet.parts}
        self.assertEqual(len(sheet.parts), 4)
        (reading,) = read["Lower deck, front element"]
        assert reading.judgement
        # Judged again by the core alone, it says what stands in the record.
        again = next(one for one in judge_sheet(sheet).parts if one.name == "Lower deck, front element")
        assert again.readings[0].judgement
        self.assertEqual(again.readings[0].judgement.state, reading.judgement.state)
        other = save_machine(MachineIn(customer=self.customer.pk, name="Its twin"))
        path = f"machines/{other.pk}/positions/table"
        self.assertIn(
            "no part is fitted", self.refused(self.get(f"machines/{other.pk}/sheet.json"))[""].lower()
        )
        self.good(self.send("post", path, {"text": text}))
        specs = {
            one.position.name: one.spec for one in FittedPart.objects.filter(position__machine=other)
        }
        member = other.positions.get(name="Upper deck, rear element")
        assert member.part_of
        self.assertEqual(member.part_of.name, "Upper deck, bank")
        circuit = self.good(self.get(f"machines/{other.pk}/circuit"))
        self.assertEqual([one["nodes"] for one in circuit["rows"]], [one["nodes"] for one in rows])
        bound = {one["name"]: one["position"] for one in circuit["rows"] if one["position"]}
        there = other.positions.in_bulk(list(bound.values()))
        self.assertEqual(
            {name: there[position].name for name, position in bound.items()},
            {
                "limit": "Limit",
                "element 1": "Lower deck, front element",
                "element 2": "Upper deck, rear element",
            },
        )
        self.assertEqual(specs, {one.name: one.spec.model_dump(mode="json") for one in sheet.parts})
        self.assertIn("already", self.refused(self.send("post", path, {"text": text}))["text"])
        self.assertIn("JSON", self.refused(self.send("post", path, {"text": "{"}))["text"])
        brought = self.good(self.send_file("specs/library", text.encode()))
        self.assertEqual(brought["new"], 4)
