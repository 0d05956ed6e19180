"""A spec was revised: what its old readings come to, beside the verdicts of their days."""

from __future__ import annotations

from hembit.apps.checks.models import Check
from hembit.apps.library.tests.specs import SpecCase, entry


class JudgedAgainTest(SpecCase):
    def test_side_by_side_with_the_record_as_it_was(self) -> None:
        spec = self.add()
        where = self.good(self.position(revision=spec["current"]["id"]))
        part = str(where["positions"][-1]["id"])
        for display in ("24.1", "24.4"):
            self.open_job()
            self.prove_dead()
            self.good(self.reading(part, display))
            self.good(self.entry("closed"))
        first = self.good(self.get(f"revisions/{spec['current']['id']}/judged-again"))
        self.assertEqual((first["count"], first["changed"]), (2, 0))
        plate = {"by": "plate", "pairs": [{"power": "2500", "voltage": "230"}]}
        other = {"kind": "heating_element", "rating": plate}
        newer = self.good(self.revise(spec, spec=other))
        before = list(Check.objects.order_by("pk").values_list("state", flat=True))
        found = self.good(self.get(f"revisions/{newer['current']['id']}/judged-again"))
        self.assertEqual((found["count"], found["changed"], found["more"]), (2, 2, False))
        told = {one["figure"][:4]: (one["was"], one["now"]) for one in found["readings"]}
        self.assertEqual({one[0] for one in told.values()} & {one[1] for one in told.values()}, set())
        self.assertEqual(list(Check.objects.order_by("pk").values_list("state", flat=True)), before)

    def test_of_another_kind_there_is_no_such_test(self) -> None:
        spec = self.add()
        where = self.good(self.position(revision=spec["current"]["id"]))
        self.open_job()
        self.prove_dead()
        self.good(self.reading(str(where["positions"][-1]["id"]), "24.1"))
        coil = entry()["spec"] and {"kind": "winding", "resistance": "24"}
        newer = self.good(self.revise(spec, spec=coil))
        (one,) = self.good(self.get(f"revisions/{newer['current']['id']}/judged-again"))["readings"]
        self.assertEqual((one["now"], one["changed"]), (None, True))

    def test_a_check_kept_on_the_bench_is_found_by_its_figures(self) -> None:
        spec = self.add()
        figures = spec["current"]["entry"]["spec"]
        kept = self.body(spec=figures, label="Spare from the shelf")
        self.good(self.post("checks", kept))
        self.good(
            self.post("checks", self.body(spec__rating__pairs=[{"power": "2.3k", "voltage": "230"}]))
        )
        plate = {"by": "plate", "pairs": [{"power": "2500", "voltage": "230"}]}
        newer = self.good(self.revise(spec, spec={"kind": "heating_element", "rating": plate}))
        for row in (spec, newer):
            found = self.good(self.get(f"revisions/{row['current']['id']}/judged-again"))
            told = [(one["check"], one["part"], one["job"]) for one in found["readings"]]
            self.assertEqual(told, [(kept["id"], "Spare from the shelf", None)])
        self.assertEqual(found["changed"], 1)

    def test_of_what_is_not_there(self) -> None:
        self.refused(self.get("revisions/99999/judged-again"))
