"""Parts by a spec of the library: pointed to, mended, several at once, copied, taken away."""

from __future__ import annotations

from typing import Any

from hembit.apps.library.tests.specs import ELEMENT, SpecCase, entry

HERE = "Lower deck, rear element"


class Fitted(SpecCase):
    """Positions whose part is by a spec of the library, or has figures of its own."""

    def part_of(self, machine: Any, name: str = HERE) -> Any:
        return next(one["part"] for one in machine["positions"] if one["name"] == name)

    def mend(self, position: int, **given: Any) -> Any:
        return self.send("put", f"positions/{position}/spec", given)

    def test_points_to_a_revision_and_is_told_of_a_newer_one(self) -> None:
        spec = self.add()
        part = self.part_of(self.good(self.position(revision=spec["current"]["id"])))
        library = part["library"]
        self.assertEqual((library["name"], library["newer"]), ("Deck element, front", None))
        newer = self.good(self.revise(spec, handling="Mind the glass."))["current"]["id"]
        machine = self.good(self.get(f"machines/{self.machine.pk}"))
        self.assertEqual(self.part_of(machine)["library"]["newer"], newer)
        self.assertEqual(self.part_of(machine)["library"]["number"], 1)

    def test_one_or_the_other(self) -> None:
        spec = self.add()
        both = self.position(spec=ELEMENT, revision=spec["current"]["id"])
        self.assertIn("Choose a spec", "".join(self.refused(both).values()))
        self.refused(self.position())
        self.assertIn("revision", self.refused(self.position(revision=999)))

    def test_a_specs_rules_stand_below_the_positions_and_above_the_machines(self) -> None:
        ids = {
            name: self.good(self.send("post", "rules/sets", {"name": name}, self.as_lead()))["id"]
            for name in ("spec", "position", "machine")
        }
        body = {"entry": entry(), "rule_set": ids["spec"]}
        spec = self.good(self.send("post", "specs", body, self.as_lead()))
        machine = self.good(self.position(revision=spec["current"]["id"]))
        number = next(
            one["id"] for one in machine["positions"] if one["part"] and one["part"]["library"]
        )
        self.machine.rule_set_id = ids["machine"]
        self.machine.save()
        self.open_job()
        self.assertEqual(self.part(self.job, str(number))["rule_set"], ids["spec"])
        self.good(self.send("patch", f"positions/{number}", {"rule_set": ids["position"]}))
        self.assertEqual(self.part(self.whole(), str(number))["rule_set"], ids["position"])

    def test_mended_with_a_reason_and_what_was_read_is_found_anew(self) -> None:
        machine = self.good(self.position(spec=ELEMENT))
        number = next(one["id"] for one in machine["positions"] if one["name"] == HERE)
        self.open_job()
        self.prove_dead()
        self.good(self.reading(str(number), "52.9"))
        self.assertEqual(
            self.part(self.whole(), str(number))["finding"]["finding"]["conclusion"], "replace"
        )
        right = {**ELEMENT, "rating": {"by": "plate", "pairs": [{"power": "1000", "voltage": "230"}]}}
        self.assertIn("why", self.refused(self.mend(number, spec=right)))
        mended = self.good(self.mend(number, why="plate read wrong", spec=right))
        before = self.part_of(mended)["mended"][0]
        self.assertEqual(
            (before["description"], before["why"]),
            ("Heating element, 2200 W 230 V", "plate read wrong"),
        )
        job = self.whole()
        self.assertNotEqual(self.part(job, str(number))["finding"]["finding"]["conclusion"], "replace")
        # What was said that day stays as it was said.
        self.assertEqual([one["state"] for one in job["readings"]], ["outside"])
        same = self.mend(number, why="again", spec=right)
        self.assertIn("These are the figures", "".join(self.refused(same).values()))

    def test_several_at_once_are_all_there_or_none(self) -> None:
        spec = self.add()
        revision = spec["current"]["id"]
        rows: list[dict[str, Any]] = [
            {
                "name": "Third deck, bank",
                "spec": {"kind": "element_bank", "members": 2, "member": ELEMENT},
            },
            *(
                {"name": f"Third deck, {side}", "revision": revision, "member_of": "Third deck, bank"}
                for side in ("front", "rear")
            ),
        ]
        path = f"machines/{self.machine.pk}/positions/several"
        count = len(self.good(self.get(f"machines/{self.machine.pk}"))["positions"])
        wrong = self.send(
            "post",
            path,
            {"positions": [*rows, {"name": "third deck, FRONT", "revision": revision}, rows[1]]},
        )
        self.assertEqual(list(self.refused(wrong)), ["positions.4.name"])
        self.assertEqual(len(self.good(self.get(f"machines/{self.machine.pk}"))["positions"]), count)
        machine = self.good(self.send("post", path, {"positions": rows}))
        bank = next(one["id"] for one in machine["positions"] if one["name"] == "Third deck, bank")
        self.assertEqual(sum(one["part_of"] == bank for one in machine["positions"]), 2)

    def test_a_machine_of_the_same_kind(self) -> None:
        body = {"customer": self.machine.customer_id, "name": "Deck oven, the second", "serial": "2"}
        copied = self.good(self.send("post", f"machines/{self.machine.pk}/copies", body))
        here = self.good(self.get(f"machines/{self.machine.pk}"))
        told, there = (
            [(p["name"], p["part"]["description"], p["safety_device"]) for p in one["positions"]]
            for one in (copied, here)
        )
        self.assertEqual(told, there)
        self.assertEqual({one["part"]["serial"] for one in copied["positions"]}, {""})
        inside = {one["id"] for one in copied["positions"]}
        self.assertTrue(all(one["part_of"] in inside for one in copied["positions"] if one["part_of"]))

    def test_taken_away_or_retired_where_it_was_measured(self) -> None:
        machine = self.good(self.position(spec=ELEMENT))
        number = next(one["id"] for one in machine["positions"] if one["name"] == HERE)
        gone = self.good(self.send("delete", f"positions/{number}", {}))
        self.assertEqual(gone["retired"], [])
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))
        told = self.refused(self.send("delete", f"positions/{self.element}", {}))
        self.assertIn("Close the job", "".join(told.values()))
        self.good(self.entry("closed"))
        left = self.good(self.send("delete", f"positions/{self.element}", {}))
        self.assertEqual([one["id"] for one in left["retired"]], [int(self.element)])
        self.assertNotIn(int(self.element), [one["id"] for one in left["positions"]])
        # The record of the visit still names it; a new visit does not lay it on the route.
        self.assertEqual(len(self.whole()["readings"]), 1)
        self.assertNotIn(self.element, [one["key"] for one in self.open_job()["parts"]])
        # Its name is free again.
        self.good(self.position(name=left["retired"][0]["name"], spec=ELEMENT))
