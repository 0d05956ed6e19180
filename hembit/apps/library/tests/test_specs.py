"""The library: added, proposed, revised, accepted, retired, found."""

from __future__ import annotations

from hembit.apps.base.records.append_only import AppendOnlyError
from hembit.apps.library.models import Revision, Spec
from hembit.apps.library.starter import load_starter
from hembit.apps.library.tests.specs import SpecCase


class Kept(SpecCase):
    def test_a_leads_counts_and_says_where_it_is_from(self) -> None:
        spec = self.add()
        self.assertEqual((spec["standing"], spec["current"]["number"]), ("accepted", 1))
        self.assertEqual(spec["current"]["source"], "Deck oven, service sheet, 14")
        self.assertEqual(spec["described"], "Heating element, 2200 W 230 V")
        self.assertEqual(self.names("?text=oh-22"), ["Deck element, front"])
        self.assertEqual(self.names("?text=brannoch+2200"), ["Deck element, front"])
        self.assertEqual(self.names("?kind=winding"), [])

    def test_a_technicians_is_proposed_and_a_lead_settles_it(self) -> None:
        spec = self.add(by_lead=False)
        self.assertEqual((spec["standing"], spec["waiting"]), ("proposed", 1))
        path = f"revisions/{spec['current']['id']}/settled"
        self.refused(self.send("put", path, {"accepted": True}), 403)
        accepted = self.good(self.settle(spec["current"]["id"], True))
        self.assertEqual((accepted["standing"], accepted["waiting"]), ("accepted", 0))
        self.assertEqual(accepted["current"]["settled_by"], "Maud Fennick")
        self.refused(self.settle(spec["current"]["id"], False, "too late"))

    def test_what_is_declined_needs_a_reason_and_is_offered_no_more(self) -> None:
        spec = self.add(by_lead=False)
        number = spec["current"]["id"]
        self.assertIn("why", self.refused(self.settle(number, False)))
        declined = self.good(self.settle(number, False, "wrong plate"))
        self.assertEqual(declined["current"]["standing"], "declined")
        self.assertEqual(self.names(), [])
        self.assertEqual([one["where"] for one in self.found("OH-22")], [])
        refused = self.refused(self.position(revision=number))
        self.assertIn("declined", refused["revision"])

    def test_a_used_revision_never_changes_and_a_new_one_says_why(self) -> None:
        spec = self.add()
        other = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "22.0"}}
        self.assertIn("why", self.refused(self.revise(spec, why="", spec=other)))
        self.assertIn("entry", self.refused(self.revise(spec)))
        second = self.good(self.revise(spec, spec=other))
        self.assertEqual([one["number"] for one in second["revisions"]], [2, 1])
        self.assertEqual(second["revisions"][1]["described"], "Heating element, 2200 W 230 V")
        # From before somebody else revised it: nothing is overwritten.
        self.assertIn("base", self.refused(self.revise(spec, spec=other, name="Another name")))
        kept = Revision.objects.first()
        assert kept
        with self.assertRaises(AppendOnlyError):
            kept.save()

    def test_a_technicians_revision_of_what_counts_waits_beside_it(self) -> None:
        spec = self.add()
        seen = self.good(self.revise(spec, by_lead=False, handling="Mind the glass."))
        self.assertEqual((seen["current"]["number"], seen["waiting"]), (1, 1))
        proposed = seen["revisions"][0]
        self.assertEqual(proposed["standing"], "proposed")
        accepted = self.good(self.settle(proposed["id"], True))
        self.assertEqual(accepted["current"]["entry"]["handling"], "Mind the glass.")

    def test_a_proposal_that_something_overtook(self) -> None:
        spec = self.add()
        proposed = self.good(self.revise(spec, by_lead=False, handling="Mind the glass."))
        number = proposed["revisions"][0]["id"]
        self.good(self.revise(spec, handling="Mind the studs."))
        self.assertIn("came after it", "".join(self.refused(self.settle(number, True)).values()))
        # Its part number was taken by another spec meanwhile.
        other = self.add(part_number="B-2", name="Other")
        taken = self.good(self.revise(other, by_lead=False, part_number="C-3"))["revisions"][0]["id"]
        self.add(part_number="C-3", name="Third")
        self.assertIn("entry.part_number", self.refused(self.settle(taken, True)))

    def test_of_two_proposals_the_one_that_is_left_is_offered(self) -> None:
        spec = self.add(by_lead=False)
        second = self.good(self.revise(spec, by_lead=False, handling="Mind the glass."))
        self.assertEqual(second["current"]["number"], 2)
        left = self.good(self.settle(second["current"]["id"], False, "no glass in it"))
        self.assertEqual((left["standing"], left["current"]["number"]), ("proposed", 1))
        gone = self.good(self.settle(left["current"]["id"], False, "wrong plate"))
        self.assertEqual(gone["standing"], "retired")
        self.assertIn("declined", "".join(self.refused(self.retire(gone, False)).values()))
        again = self.revise(gone, handling="anew")
        self.assertIn("retired", "".join(self.refused(again).values()))

    def test_nothing_is_there_twice(self) -> None:
        spec = self.add()
        twice = self.send_spec(name="Other", part_number="oh-2200-f")
        self.assertIn("entry.part_number", self.refused(twice))
        self.add(part_number="", name="Front element")
        again = self.send_spec(part_number="", name="FRONT element")
        self.assertIn("entry.name", self.refused(again))
        retired = self.good(self.retire(spec))
        self.assertEqual(retired["standing"], "retired")
        self.assertEqual(self.names("?standing=retired"), ["Deck element, front"])
        self.add()
        back = self.retire(spec, False)
        self.assertIn("entry.part_number", self.refused(back))

    def test_what_cannot_be_a_spec(self) -> None:
        for change, field in (
            ({"name": " "}, "entry.name"),
            ({"spec": {"kind": "heating_element"}}, "entry.spec.rating"),
            ({"handling": "a\u0007b"}, "entry"),
            ({"source": {"kind": "document"}}, "entry.source.title"),
        ):
            with self.subTest(change):
                self.assertIn(field, self.refused(self.send_spec(**change)))
        self.assertEqual(Spec.objects.count(), 0)
        self.refused(self.get("specs/999"), 404)

    def test_what_ships_fills_an_empty_library_once(self) -> None:
        self.assertGreater(load_starter(), 40)
        self.assertEqual(load_starter(), 0)
        self.assertEqual(self.found("pt100")[0]["title"], "Pt100, class A, four wires")


class Found(SpecCase):
    def test_by_number_first_then_by_name(self) -> None:
        self.add(part_number="77", name="Element for the 12 deck")
        self.add(part_number="12", name="Limit", spec={"kind": "contact", "device": "limit"})
        self.assertEqual(
            [one["title"] for one in self.found("12")][:2], ["Limit", "Element for the 12 deck"]
        )

    def test_on_the_machine_and_in_checks(self) -> None:
        there = self.found("", self.machine.pk)
        self.assertIn("machine", {one["where"] for one in there})
        self.assertEqual(self.found("zzz"), [])
