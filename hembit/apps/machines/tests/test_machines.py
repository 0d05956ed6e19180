"""Customers, machines, positions and the part in each: contracts and bad input."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone

from hembit.apps.jobs.tests.visits import ELEMENT, VisitCase
from hembit.apps.machines.models import Position
from hembit.apps.machines.safety import inherit_safety


class Customers(VisitCase):
    def test_added_changed_and_found(self) -> None:
        customer = self.good(self.send("post", "customers", {"name": "Tern Pottery"}))
        changed = {"name": "Tern Pottery", "phone": "Skerrow 276", "email": "jory@tern.example"}
        self.good(self.send("put", f"customers/{customer['id']}", changed))
        found = self.good(self.get("customers?text=tern"))
        self.assertEqual([one["phone"] for one in found["items"]], ["Skerrow 276"])

    def test_bad_input(self) -> None:
        for body, field in (
            ({"name": " "}, "name"),
            ({"name": "x" * 121}, "name"),
            ({"name": "Tern", "email": "at tern"}, "email"),
            ({"name": "Tern\x07"}, "name"),
            ({}, "name"),
        ):
            with self.subTest(body):
                self.assertEqual(list(self.refused(self.send("post", "customers", body))), [field])
        self.refused(self.send("put", "customers/999", {"name": "x"}), 404)

    def test_markup_is_text(self) -> None:
        name = "<script>alert(1)</script> & Sons"
        customer = self.good(self.send("post", "customers", {"name": name}))
        self.assertEqual(customer["name"], name)
        answer = self.get(f"customers?text={name[:8]}")
        self.assertEqual(answer["Content-Type"], "application/json; charset=utf-8")
        page = self.lead_client.get("/admin/machines/customer/")
        self.assertNotIn(b"<script>alert", page.content)


class Machines(VisitCase):
    def test_a_machine_with_its_supply_and_altitude(self) -> None:
        body = {
            "customer": self.customer.pk,
            "name": "Rack oven",
            "place": "by the yard door",
            "supply_system": "split_phase_120_240",
            "altitude": 48,
            "model": "RO-40",
            "serial": "1807-22",
        }
        machine = self.good(self.send("post", "machines", body))
        self.assertEqual((machine["model"], machine["serial"]), ("RO-40", "1807-22"))
        self.assertEqual(len(self.good(self.get("machines?text=1807"))["items"]), 1)
        self.assertEqual(machine["supply"], "split phase, 120/240 V")
        changed = self.good(self.send("put", f"machines/{machine['id']}", {**body, "altitude": None}))
        self.assertIsNone(changed["altitude"])
        found = self.good(self.get("machines?text=yard"))["items"]
        self.assertEqual([one["customer_name"] for one in found], ["Harbour Bakery"])

    def test_bad_input(self) -> None:
        good = {"customer": self.customer.pk, "name": "Rack oven"}
        for changes, field in (
            ({"customer": 999}, "customer"),
            ({"name": ""}, "name"),
            ({"supply_system": "steam"}, "supply_system"),
            ({"altitude": "high"}, "altitude"),
            ({"altitude": 90_000}, "altitude"),
        ):
            with self.subTest(changes):
                answer = self.send("post", "machines", {**good, **changes})
                self.assertEqual(list(self.refused(answer)), [field])

    def test_a_position_is_named_once_and_its_bank_is_here(self) -> None:
        path = f"machines/{self.machine.pk}/positions"
        good = {"name": "Grill", "spec": ELEMENT, "serial": "G-1", "fitted_on": "2024-05-01"}
        machine = self.good(self.send("post", path, good))
        self.assertEqual(
            machine["positions"][-1]["part"]["description"], "Heating element, 2200 W 230 V"
        )
        ahead = str(timezone.localdate() + timedelta(days=2))
        for changes, field in (
            ({}, "name"),
            ({"name": "Grill 2", "part_of": 999}, "part_of"),
            ({"name": "Grill 2", "part_of": 0}, "part_of"),
            ({"name": "Grill 2", "fitted_on": ahead}, "fitted_on"),
            ({"name": "Grill 2", "fitted_on": "yesterday"}, "fitted_on"),
            ({"name": "Grill 2", "spec": {"kind": "toaster"}}, "spec"),
            (
                {"name": "Grill 2", "spec": {**ELEMENT, "rating": {"by": "plate", "pairs": []}}},
                "spec.rating.pairs",
            ),
        ):
            with self.subTest(changes):
                answer = self.send("post", path, {**good, **changes})
                self.assertEqual(list(self.refused(answer)), [field])

    def test_a_part_fitted_outside_a_job(self) -> None:
        part = {"spec": ELEMENT, "serial": "NEW", "fitted_on": "2026-01-05"}
        machine = self.good(self.send("post", f"positions/{self.element}/parts", part))
        place = next(one for one in machine["positions"] if str(one["id"]) == self.element)
        self.assertEqual(place["part"]["serial"], "NEW")
        self.assertEqual([one["serial"] for one in place["earlier"]], [""])

    def test_what_is_a_safety_device_by_itself(self) -> None:
        machine = self.good(self.get(f"machines/{self.machine.pk}"))
        marked = {one["name"]: one["safety_device"] for one in machine["positions"]}
        self.assertEqual((marked["Limit"], marked["Upper deck, bank"]), (True, False))

    def test_a_new_position_inherits_from_the_last_of_its_name(self) -> None:
        for first, then in ((True, False), (False, True)):
            name = f"Cut-out {first}"
            for place, was in enumerate((first, then)):
                Position.objects.create(
                    machine=self.machine,
                    name=name,
                    safety_device=was,
                    retired_at=timezone.now() + timedelta(seconds=place),
                )
            now = Position.objects.create(machine=self.machine, name=name.upper())
            inherit_safety(now)
            self.assertEqual(now.is_safety_device, then)

    def test_what_is_no_safety_device_anybody_takes_away(self) -> None:
        spare = self.place("Door lamp", ELEMENT)
        for who, number, status in (
            (None, spare, 200),
            (None, self.limit, 422),
            (self.as_lead(), self.limit, 200),
        ):
            answer = self.send("delete", f"positions/{number}", {}, who)
            self.assertEqual(answer.status_code, status, answer.content)

    def test_changed_and_not_there(self) -> None:
        path = f"positions/{self.element}"
        self.good(self.send("patch", path, {"name": "Lower front", "behind_panel": True}))
        self.assertIn("name", self.refused(self.send("patch", path, {"name": "Limit"})))
        self.refused(self.get("machines/999"), 404)
        self.refused(self.send("patch", "positions/999", {"name": "x"}), 404)
